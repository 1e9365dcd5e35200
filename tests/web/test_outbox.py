"""What is on its way to the service: in order, newest last, kept over pages, refused in words. Run as it ships."""

from collections.abc import Callable, Iterator
from typing import Any

import pytest
from playwright.sync_api import Browser, Page

from tests.web.bundle import bundled

MODULES = {name: f"state/outbox/{name}" for name in ("outbox", "shelf")} | {
    "refused": "domain/refused",
    "dayActs": "domain/day/dayActs",
}

WORLD = """
    window.world = () => {
        const log = [], answers = [], timers = [];
        const shelf = { kept: {}, getItem: (key) => shelf.kept[key] ?? null,
            setItem: (key, text) => { shelf.kept[key] = text; }, removeItem: (key) => { delete shelf.kept[key]; } };
        const made = { log, shelf, timers, clock: 0 };
        const open = () => new domain.outbox.Outbox({
            send: (one) => new Promise((answer, fail) => {
                log.push(`${one.kind} ${one.thing} ${JSON.stringify(one.body)}`);
                answers.push({ answer, fail });
            }),
            answered: (one, answer, newest) => log.push(`answered ${answer}${newest ? ", newest" : ""}`),
            refused: (one, newest) => log.push(`refused${newest ? ", newest" : ""}`),
            followed: (kept, waits) => waits.kind === "edit" ? { ...waits.body, before: kept.body.after } : waits.body,
            merged: (earlier, later) => one(later) ? { ...earlier.body, ...later.body } : later.body,
            shelf, shelfKey: "box", now: () => made.clock,
            later: (run, ms) => timers.push({ at: made.clock + ms, run }),
        });
        const one = (intent) => intent.kind === "filming";
        made.open = () => { made.box = open(); return made.box; };
        made.settle = async (how) => { how(answers.shift()); await new Promise((done) => setTimeout(done)); };
        made.pass = async (ms) => {
            made.clock += ms;
            for (const one of timers.splice(0)) one.at <= made.clock ? one.run() : timers.push(one);
            await new Promise((done) => setTimeout(done));
        };
        made.put = (kind, thing, body, pause) => made.box.put({ lane: "a", kind, thing, body }, pause);
        made.open();
        return made;
    };
    window.yes = (what) => (one) => one.answer(what);
    window.no = (status, words) => (one) =>
        one.fail(domain.refused.errorOf(status, { detail: words, errors: [{ path: ["x"], message: words }] }));
    window.dead = (one) => one.fail(new TypeError("no connection"));
"""


@pytest.fixture(scope="module")
def engine(browser: Browser, tmp_path_factory: pytest.TempPathFactory) -> Iterator[Page]:
    """A blank page with the outbox in it, and a world for it that tests drive."""
    page = browser.new_page()
    page.add_script_tag(content=bundled(MODULES, tmp_path_factory.mktemp("outbox")))
    page.add_script_tag(content=WORLD)
    yield page
    page.close()


Run = Callable[[str], Any]


@pytest.fixture
def run(engine: Page) -> Run:
    """Run the body of a function that is given a world."""
    return lambda body: engine.evaluate(f"async () => {{ const w = world(); {body} }}")


def test_one_is_on_its_way_and_the_newest_follows(run: Run) -> None:
    log = run("""
        w.put("brief", "s", 1); w.put("brief", "s", 2); w.put("brief", "s", 3); w.put("cloud", "d", 8);
        await w.settle(yes("first")); await w.settle(yes("second")); await w.settle(yes("third"));
        return [w.log, w.box.lane("a").keeping];
    """)
    assert log == [
        ["brief s 1", "answered first", "brief s 3", "answered second", "cloud d 8", "answered third, newest"],
        "kept",
    ]


def test_lanes_do_not_wait_for_each_other(run: Run) -> None:
    log = run("""
        w.put("brief", "s", 1);
        w.box.put({ lane: "b", kind: "brief", thing: "t", body: 2 });
        return [w.log, w.box.lane("a").keeping, w.box.lane("b").keeping, w.box.lane("c").keeping];
    """)
    assert log == [["brief s 1", "brief t 2"], "keeping", "keeping", "kept"]


def test_a_pause_waits_for_more_and_is_cut_short_when_the_page_is_left(run: Run) -> None:
    log = run("""
        w.put("brief", "s", 1, 250); await w.pass(100); w.put("brief", "s", 2, 250); await w.pass(200);
        const early = [...w.log];
        await w.pass(100); await w.settle(yes("done"));
        w.put("brief", "s", 3, 250); w.box.hurry("a");
        return [early, w.log];
    """)
    assert log == [[], ["brief s 2", "answered done, newest", "brief s 3"]]


def test_changes_that_wait_are_joined(run: Run) -> None:
    log = run("""
        w.put("cloud", "d", 1); w.put("filming", "s", { starts: 1 }); w.put("filming", "s", { spot: "quay" });
        w.put("filming", "t", { starts: 2 });
        await w.settle(yes("1")); await w.settle(yes("2")); return w.log;
    """)
    assert log[2:] == ['filming s {"starts":1,"spot":"quay"}', "answered 2", 'filming t {"starts":2}']


def test_what_is_refused_says_so_until_it_is_put_right(run: Run) -> None:
    told = run("""
        w.put("brief", "s", "odd"); await w.settle(no(422, "write a number"));
        const lane = w.box.lane("a");
        const first = [lane.keeping, lane.refused.refusal.at("x"), w.box.body("a", "brief", "s"), w.log.at(-1)];
        w.put("brief", "s", 5); const meanwhile = w.box.lane("a").keeping;
        await w.settle(yes("fine"));
        return [...first, meanwhile, w.box.lane("a").keeping, w.box.lane("a").refused, w.box.body("a", "brief", "s")];
    """)
    assert told == ["refused", "write a number", "odd", "refused, newest", "keeping", "kept", None, None]


def test_what_is_refused_does_not_hold_up_the_rest(run: Run) -> None:
    log = run("""
        w.put("brief", "s", "odd"); w.put("cloud", "d", 3);
        await w.settle(no(409, "taken")); await w.settle(yes("fine"));
        return [w.log, w.box.lane("a").keeping, w.box.lane("a").refused.kind];
    """)
    assert log == [['brief s "odd"', "refused", "cloud d 3", "answered fine, newest"], "refused", "brief"]


@pytest.mark.parametrize(
    ("fault", "keeping"),
    [("dead", "offline"), ("no(503, 'too many')", "busy"), ("no(429, 'wait')", "busy"), ("no(401, 'sign in')", "busy")],
)
def test_without_an_answer_it_waits_and_is_sent_again_joined(run: Run, fault: str, keeping: str) -> None:
    told = run(f"""
        w.put("filming", "s", {{ starts: 1 }}); await w.settle({fault});
        const cut = w.box.lane("a").keeping;
        w.put("filming", "s", {{ spot: "quay" }}); await w.settle({fault});
        const still = w.box.lane("a").keeping;
        await w.pass(60_000); await w.settle(yes("at last"));
        return [cut, still, w.log, w.box.lane("a").keeping];
    """)
    joined = 'filming s {"starts":1,"spot":"quay"}'
    assert told == [
        keeping, keeping, ['filming s {"starts":1}', joined, joined, "answered at last, newest"], "kept",
    ]  # fmt: skip


def test_it_asks_ever_more_seldom(run: Run) -> None:
    waits = run("""
        w.put("brief", "s", 1);
        const waits = [];
        for (let i = 0; i < 7; i++) {
            await w.settle(dead);
            waits.push(w.timers[0].at - w.clock);
            await w.pass(w.timers[0].at - w.clock);
        }
        return waits;
    """)
    assert waits == sorted(waits) and waits[0] <= 1000 and waits[-1] == waits[-2] == 20_000


def test_what_is_not_kept_outlives_its_page(run: Run) -> None:
    told = run("""
        w.put("brief", "s", 1); w.put("brief", "s", 2); w.put("cloud", "d", 3); await w.settle(dead);
        w.open();
        const found = [w.box.body("a", "brief", "s"), w.box.body("a", "cloud", "d")];
        w.log.length = 0; w.box.resume(); await w.settle(yes("1")); await w.settle(yes("2"));
        return [found, w.log, w.shelf.kept];
    """)
    assert told == [[2, 3], ["brief s 2", "answered 1", "cloud d 3", "answered 2, newest"], {}]


def test_what_is_about_something_gone_is_not_tried_on_another_page(run: Run) -> None:
    assert run("""
        w.put("brief", "s", 1); await w.settle(no(404, "gone"));
        return [w.box.lane("a").refused.refusal.message, w.shelf.kept];
    """) == ["gone", {}]


def test_what_waits_can_be_given_up(run: Run) -> None:
    assert run("""
        w.put("brief", "s", "odd"); await w.settle(no(422, "no"));
        w.box.drop("a"); return [w.box.lane("a").keeping, w.shelf.kept];
    """) == ["kept", {}]


def test_a_broken_shelf_loses_nothing_that_is_open(run: Run) -> None:
    assert run("""
        w.shelf.kept.box = "{"; w.open();
        w.shelf.setItem = () => { throw new Error("full"); };
        w.put("brief", "s", 1); await w.settle(yes("fine"));
        return w.log;
    """) == ["brief s 1", "answered fine, newest"]


def test_the_lists_of_other_windows_of_the_account_are_taken_over(engine: Page) -> None:
    told = engine.evaluate("""() => {
        const kept = {
            "steady-tide.outbox.ro.1": '[{"lane":"a"}]', "steady-tide.outbox.ro.2": '[{"lane":"b"}]',
            "steady-tide.outbox.ro.3": "broken", "steady-tide.outbox.other.1": '[{"lane":"c"}]',
        };
        const shelf = {
            get length() { return Object.keys(kept).length; }, key: (at) => Object.keys(kept)[at],
            getItem: (key) => kept[key] ?? null, setItem: (key, text) => { kept[key] = text; },
            removeItem: (key) => { delete kept[key]; },
        };
        return [domain.shelf.shelfOf("ro", shelf, "now"), kept];
    }""")
    assert told == [
        "steady-tide.outbox.ro.now",
        {"steady-tide.outbox.ro.now": '[{"lane":"a"},{"lane":"b"}]', "steady-tide.outbox.other.1": '[{"lane":"c"}]'},
    ]


def test_a_reading_is_taken_back_and_kept_again_under_its_id(engine: Page) -> None:
    pair, without, still = engine.evaluate("""() => {
        const reading = { id: "r", minute: 7, scene_id: null, measured: {}, words: "3 EV" };
        const day = { readings: [reading, { id: "s" }] };
        const pair = domain.dayActs.readingActs(reading, false);
        const { reading: bare, there } = pair.after;
        return [pair, domain.dayActs.withReading(day, bare, there), domain.dayActs.withReading(day, bare, true)];
    }""")
    assert pair["after"] == {"does": "reading", "there": False, "reading": {
        "id": "r", "minute": 7, "scene_id": None, "measured": {},
    }}  # fmt: skip
    assert pair["before"] == {**pair["after"], "there": True}
    assert [one["id"] for one in without["readings"]] == ["s"] and len(still["readings"]) == 2


def test_what_waits_begins_where_what_was_kept_before_it_ended(engine: Page) -> None:
    told = engine.evaluate(
        """async () => {
            const w = world();
            w.put("edit", "brief", { before: 0, after: 1 });
            w.put("edit", "brief", { before: 0, after: 2 });
            await w.settle(yes("kept"));
            await w.settle(no(422, "too much"));
            w.put("edit", "brief", { before: 1, after: 3 });
            return w.log;
        }"""
    )
    assert told[2] == 'edit brief {"before":1,"after":2}'
    assert told[-1] == 'edit brief {"before":1,"after":3}'
