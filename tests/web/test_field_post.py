"""What is noted on its way home: kept, then shown, sent until it is kept there, told where not. Run as it ships."""

from collections.abc import Iterator
from typing import Any

import pytest
from playwright.sync_api import Browser, Page

from tests.web.bundle import bundled

MODULES = {"post": "state/field/post", "refused": "domain/refused"}
WORLD = """
    window.world = (before = []) => {
        const made = { sent: [], dropped: [], kept: new Map(), home: [], timers: [], clock: 1000, full: false, n: 0 };
        const answers = [];
        made.open = (entries) => {
            made.post = new domain.post.Post({
                owner: "account a",
                send: (shoot, now, list) => new Promise((answer, fail) => {
                    made.sent.push(list.map((one) => one.id));
                    answers.push({ answer, fail, list });
                }),
                keep: async (one) => {
                    if (made.full) throw new Error("full");
                    made.kept.set(one.id, one.standing);
                },
                drop: async (ids) => { made.dropped.push(...ids); for (const id of ids) made.kept.delete(id); },
                newId: () => `n${++made.n}`, now: () => made.clock, home: (shoot) => made.home.push(shoot),
                later: (run, ms) => made.timers.push(run), isFull: (error) => error.message === "full",
            }, entries);
        };
        made.settle = async (how) => { how(answers.shift()); await new Promise((done) => setTimeout(done)); };
        made.state = () => ({ ...made.post.standing(), refused: made.post.standing().refused.map((one) => one.message),
            shown: made.post.of("s").map((one) => one.id), kept: [...made.kept.entries()], sent: [...made.sent] });
        made.note = (kind = "check") => made.post.note("s", { kind, key: "k", done: true });
        made.open(before);
        return made;
    };
    window.yes = (one) => one.answer({ kept: one.list.map((e) => e.id), refused: [], gave_way: [], clock_off_s: 0 });
    window.no = (status) => (one) => one.fail(new domain.refused.Refused(status, { detail: "no" }));
    window.dead = (one) => one.fail(new TypeError("no connection"));
"""


@pytest.fixture(scope="module")
def engine(browser: Browser, tmp_path_factory: pytest.TempPathFactory) -> Iterator[Page]:
    """A blank page with the way home in it, and a world for it that tests drive."""
    page = browser.new_page()
    page.add_script_tag(content=bundled(MODULES, tmp_path_factory.mktemp("post")))
    page.add_script_tag(content=WORLD)
    yield page
    page.close()


def run(engine: Page, script: str) -> Any:
    return engine.evaluate(f"async () => {{ {script} }}")


def test_what_is_noted_is_kept_then_shown_then_sent_then_marked(engine: Page) -> None:
    steps = run(
        engine,
        """const w = world(); await w.note(); const first = w.state();
        w.note(); w.note(); await new Promise((done) => setTimeout(done)); const second = w.state();
        await w.settle(yes); const third = w.state(); await w.settle(yes); return [first, second, third, w.state()]""",
    )
    first, second, third, last = steps
    assert first["kept"] == [["n1", "unsent"]] and first["shown"] == ["n1"] and first["sent"] == [["n1"]]
    assert second["unsent"] == 3 and second["sent"] == [["n1"]], "one at a time"
    assert third["sent"] == [["n1"], ["n2", "n3"]] and third["unsent"] == 2
    assert last["unsent"] == 0 and dict(last["kept"]) == {"n1": "sent", "n2": "sent", "n3": "sent"}
    assert last["shown"] == ["n1", "n2", "n3"], "until the service hands them out, they are shown from here"


def test_what_the_service_hands_out_is_forgotten_here(engine: Page) -> None:
    state = run(
        engine,
        """const w = world(); await w.note(); await w.note(); await w.settle(yes); await w.settle(yes);
        await w.post.handedOut("s", new Set(["n1", "else"])); return [w.state(), w.home]""",
    )
    assert state[0]["shown"] == ["n2"] and state[0]["kept"] == [["n2", "sent"]] and state[1] == ["s", "s"]


def test_without_a_connection_it_is_told_and_sent_again(engine: Page) -> None:
    off, again, waited = run(
        engine,
        """const w = world(); await w.note(); await w.settle(dead); const off = w.state();
        await w.note(); w.timers.splice(0).forEach((run) => run()); await new Promise((done) => setTimeout(done));
        await w.settle(yes); return [off, w.state(), w.timers.length]""",
    )
    assert off["trouble"] == "off" and off["unsent"] == 1 and waited == 0
    assert again["trouble"] is None and again["unsent"] == 0
    assert again["sent"][-1] == ["n1", "n2"], "what waited goes with what came after it"


def test_an_expired_session_and_a_shoot_that_is_gone_lose_nothing(engine: Page) -> None:
    expired, gone, then = run(
        engine,
        """const w = world(); await w.note(); await w.settle(no(401)); const expired = w.state();
        w.post.resume(); await new Promise((done) => setTimeout(done)); await w.settle(no(404)); const gone = w.state();
        w.post.resume(); await new Promise((done) => setTimeout(done)); await w.settle(yes);
        return [expired, gone, w.state()]""",
    )
    assert (expired["trouble"], expired["unsent"]) == ("expired", 1) and expired["kept"] == [["n1", "unsent"]]
    assert (gone["trouble"], gone["unsent"]) == ("gone", 1)
    assert (then["trouble"], then["unsent"]) == (None, 0)


def test_what_is_refused_is_told_and_stays_until_it_is_let_go(engine: Page) -> None:
    told, after = run(
        engine,
        """const w = world(); await w.note();
        const refused = [{ id: "n1", message: "no such day" }];
        await w.settle((one) => one.answer({ kept: [], refused, gave_way: [], clock_off_s: 3600 }));
        const told = w.state(); await w.post.letGo("n1"); return [told, w.state()]""",
    )
    assert told["refused"] == ["no such day"] and told["kept"] == [["n1", "refused"]] and told["clockOff"] == 3600
    assert told["unsent"] == 0, "it is not sent again and again"
    assert after["refused"] == [] and after["kept"] == []


def test_on_a_full_phone_it_is_told_and_goes_home_from_the_page(engine: Page) -> None:
    full, sent, room = run(
        engine,
        """const w = world(); w.full = true; await w.note(); const full = w.state();
        await w.settle(yes); const sent = w.state();
        const v = world(); v.full = true; await v.note(); v.full = false; await v.note();
        return [full, sent, v.state()]""",
    )
    assert full["trouble"] == "full" and full["shown"] == ["n1"] and full["kept"] == []
    assert sent["trouble"] is None and sent["unsent"] == 0
    assert [one for one, _ in room["kept"]] == ["n2", "n1"], "with room again, it is kept after all"
    assert room["trouble"] is None


def test_a_killed_page_goes_on_where_it_was_and_keeps_the_order_of_a_clock_set_back(engine: Page) -> None:
    state, moments = run(
        engine,
        """const kept = (id, at, standing) => ({ id, owner: "account a", shoot: "s", standing, message: "",
            entry: { kind: "check", key: "k", done: true, id, at } });
        const w = world([
            kept("a", "2026-09-19T10:00:00.000Z", "unsent"), kept("b", "2026-09-19T09:00:00.000Z", "sent")]);
        const before = w.state(); w.post.resume(); await new Promise((done) => setTimeout(done)); await w.settle(yes);
        w.clock = 5; await w.note(); await w.note();
        return [before, w.post.of("s").map((one) => one.at)]""",
    )
    assert state["unsent"] == 1 and sorted(state["shown"]) == ["a", "b"]
    assert moments[-2:] == ["2026-09-19T10:00:00.001Z", "2026-09-19T10:00:00.002Z"]


def test_what_gave_way_is_told_until_it_was_read(engine: Page) -> None:
    told, after = run(
        engine,
        """const w = world(); await w.note();
        await w.settle((one) => one.answer({ kept: ["n1"], refused: [], gave_way: ["that holds"], clock_off_s: 0 }));
        const told = w.state(); w.post.heeded(); return [told, w.state()]""",
    )
    assert told["gaveWay"] == ["that holds"] and told["unsent"] == 0
    assert after["gaveWay"] == []


def test_what_another_window_kept_is_sent_from_here_too(engine: Page) -> None:
    state = run(
        engine,
        """const w = world(); await w.note(); await w.settle(yes);
        const entry = { kind: "check", key: "k", done: true, id: "x", at: "2026-09-19T10:00:00.000Z" };
        const kept = { owner: "account a", shoot: "s", standing: "unsent", message: "" };
        const own = { ...kept, id: "n1", entry: { ...entry, id: "n1" } };
        w.post.adopt([{ ...own, id: "x", entry }, own]); const state = w.state(); w.post.resume();
        await new Promise((done) => setTimeout(done)); return [state, w.sent]""",
    )
    assert state[0]["unsent"] == 1, "what is sent already stays so"
    assert state[1][-1] == ["x"]
