"""The pure code of the interface: words, geometry, fields, tables. Run as it ships, in a browser's engine."""

import os
import subprocess
from collections.abc import Callable, Iterator
from typing import Any

import pytest
from playwright.sync_api import Browser, Page

from steady_tide.cli.chores import _environment
from steady_tide.formats.modes_csv import COLUMNS, modes_from_csv, modes_to_csv
from steady_tide.settings import PROJECT
from tests.situations import A4, KIT, planned
from tests.situations import brief as demo_brief

WEB = PROJECT / "web"
MODULES = ("bag", "brief", "format", "grid", "keeping", "keys", "modes", "tide")
Call = Callable[..., Any]


@pytest.fixture(scope="module")
def engine(browser: Browser, tmp_path_factory: pytest.TempPathFactory) -> Iterator[Page]:
    """A blank page with all domain modules in it."""
    folder = tmp_path_factory.mktemp("domain")
    entry = WEB / "node_modules" / f".domain-{os.getpid()}.ts"
    entry.write_text("".join(f'export * as {name} from "../src/domain/{name}";\n' for name in MODULES))
    bundle = folder / "domain.js"
    command = [
        str(WEB / "node_modules/.bin/rolldown"),
        str(entry),
        "--format",
        "iife",
        "--name",
        "domain",
        "--file",
        str(bundle),
    ]
    try:
        subprocess.run(command, cwd=WEB, env=_environment(), check=True, capture_output=True)
    finally:
        entry.unlink()
    page = browser.new_page()
    page.add_script_tag(content=bundle.read_text())
    yield page
    page.close()


@pytest.fixture
def call(engine: Page) -> Call:
    """Call a function of a module: call("format.stops", 0.5)."""

    def run(name: str, *arguments: Any) -> Any:
        module, function = name.split(".")
        return engine.evaluate("([m, f, a]) => domain[m][f](...a)", [module, function, list(arguments)])

    return run


# Words.


@pytest.mark.parametrize(
    ("function", "arguments", "text"),
    [
        ("stops", (0.5,), "+0.5"),
        ("stops", (-1.04,), "−1.0"),
        ("stops", (-0.04,), "0.0"),
        ("stops", (0.004, 2), "0.00"),
        ("ev", (-3.26,), "−3.3"),
        ("lux", (6.3,), "6.3 lx"),
        ("lux", (0.00065,), "0.00065 lx"),
        ("lux", (640,), "640 lx"),
        ("lux", (1500,), "1.5 klx"),
        ("lux", (81_920,), "82 klx"),
        ("words", ("nd-when-needed",), "nd when needed"),
        ("words", ("floating_iso",), "floating iso"),
        ("inText", ("ISO floor",), "ISO floor"),
        ("inText", ("ND filter",), "ND filter"),
        ("inText", ("Frame rate",), "frame rate"),
        ("sentence", ("low light",), "Low light"),
        ("day", (None,), "no day yet"),
        ("day", ("2026-09-26",), "Sat, 26 Sept 2026"),
    ],
)
def test_quantities_in_words(call: Call, function: str, arguments: tuple[Any, ...], text: str) -> None:
    assert call(f"format.{function}", *arguments) == text


def test_ev_and_lux_agree_with_the_core(call: Call) -> None:
    for ev, lux in ((15, 81_920.0), (0, 2.5)):
        assert call("format.luxOfEv", ev) == pytest.approx(lux)


# The tide diagram.

LIGHT = {"dark": 8.0, "aim": 9.5, "bright": 10.5, "uncertainty": 1.2}
MARKS = {"low": 7.3, "high": 11.8}


def test_the_diagram_shows_everything_with_air_around_it(call: Call) -> None:
    low, high = call("tide.span", LIGHT, MARKS)
    assert low <= 8.0 - 1.2 - 1 and high >= 11.8 + 1
    assert low == int(low) and high == int(high)


def test_the_curve_runs_from_dark_over_the_aim_to_bright_and_never_turns_back(call: Call) -> None:
    at = [call("tide.lightAt", LIGHT, share / 20) for share in range(21)]
    assert (at[0], at[10], at[20]) == (pytest.approx(8.0), pytest.approx(9.5), pytest.approx(10.5))
    assert at == sorted(at)


def test_more_light_is_higher_up_and_marks_lie_where_they_say(engine: Page) -> None:
    found = engine.evaluate(
        "([light, marks]) => { const t = domain.tide.tide(light, marks, 300, 200);"
        " const ends = domain.tide.span(light, marks).map(t.y);"
        " return {top: t.y(11.8), low: t.y(7.3), ends, ticks: t.ticks, dark: t.tooDark, bright: t.tooBright,"
        " curve: t.curve} }",
        [LIGHT, MARKS],
    )
    assert found["ends"] == [200, 0]
    assert found["top"] < found["low"]
    assert found["dark"][0]["y"] == pytest.approx(found["low"])
    last = found["bright"][0]
    assert last["y"] + last["height"] == pytest.approx(found["top"])
    assert [step["stops"] for step in found["dark"]] == list(range(1, len(found["dark"]) + 1))
    assert all(tick == int(tick) for tick in found["ticks"])
    assert found["curve"].startswith("M0,200") and found["curve"].endswith("Z")


@pytest.mark.parametrize(
    ("light", "holds", "text"),
    [
        (LIGHT, True, "holds with 0.7 stops to spare"),
        ({**LIGHT, "dark": 6.0}, False, "1.3 stops short in the darkest light"),
        ({**LIGHT, "bright": 12.4}, False, "0.6 stops over in the brightest light"),
        ({**LIGHT, "dark": 6.3, "bright": 12.8}, False, "1.0 stops short in the dark, 1.0 over in the bright"),
        ({**LIGHT, "dark": 8.3, "bright": 10.0}, True, "holds with 1.0 stop to spare"),
        ({**LIGHT, "bright": 11.83}, True, "holds with 0.0 stops to spare"),
    ],
)
def test_the_verdict(call: Call, light: dict[str, float], holds: bool, text: str) -> None:
    assert call("tide.verdict", light, MARKS) == {"holds": holds, "text": text}


@pytest.mark.parametrize("scene", ["Under the rafts", "Lantern market", "The pilot gig"])
def test_the_verdict_agrees_with_the_planner(call: Call, scene: str) -> None:
    made = planned(demo_brief(scene))
    light = {"dark": made.dark_ev100, "aim": made.light.ev100, "bright": made.bright_ev100, "uncertainty": 1}
    said = call("tide.verdict", light, {"low": made.reach.low.ev100, "high": made.reach.high.ev100})
    assert said["holds"] == (made.reach.holds_dark and made.reach.holds_bright)


# The brief.


def test_fields_are_read_and_written_by_path_without_touching_the_rest(call: Call) -> None:
    tree = {"light": {"kind": "lux", "lux": 5}, "minutes": 3}
    assert call("brief.read", tree, "light.lux") == 5
    assert call("brief.read", tree, "water.depth_m") is None
    assert call("brief.write", tree, "light.lux", "7") == {"light": {"kind": "lux", "lux": "7"}, "minutes": 3}
    assert call("brief.write", tree, "water.depth_m", 4)["water"] == {"depth_m": 4}


@pytest.mark.parametrize(
    ("path", "text", "sent"), [("minutes", " 12 ", "12"), ("water.housing_rating_m", " ", None), ("minutes", "", "")]
)
def test_what_is_typed_is_sent_as_text(call: Call, path: str, text: str, sent: str | None) -> None:
    assert call("brief.typed", path, text) == sent


def test_every_way_of_stating_light_and_every_kind_of_scene_starts_from_something_the_core_takes(engine: Page) -> None:
    from steady_tide.core.plan.brief import Brief

    starts, lights = engine.evaluate("() => [domain.brief.SCENARIO_START, domain.brief.LIGHT_START]")
    assert set(starts) == {"underwater", "low-light", "motion", "product"}
    for start in starts.values():
        for light in lights.values():
            Brief.read(start)
            Brief.read({**start, "light": light})


def test_every_field_of_the_form_is_a_field_of_the_document(engine: Page) -> None:
    from steady_tide.core.plan.brief import Brief

    names = ("LIGHT_CHANGE", "FILMED", "FLAGS", "WATER", "DELIVERY")
    paths = engine.evaluate("names => names.flatMap(n => domain.brief[n].map(f => f.path))", list(names))
    whole = Brief.read({**demo_brief("Under the rafts").plain()}).plain()
    for path in paths:
        node: Any = whole
        for part in path.split("."):
            assert part in node, path
            node = node[part]


# Keys.


def test_no_two_acts_share_a_key_as_shipped(engine: Page) -> None:
    keys = engine.evaluate("() => Object.values(domain.keys.ACTS).map(a => a.key)")
    assert len(set(keys)) == len(keys)


def test_own_keys_are_kept_and_a_taken_one_names_who_has_it(engine: Page) -> None:
    script = """() => {
        const kept = {};
        const storage = {getItem: k => kept[k] ?? null, setItem: (k, v) => { kept[k] = v; }};
        const first = domain.keys.chooseKey('undo', 'z', storage);
        const taken = domain.keys.chooseKey('redo', 'z', storage);
        const broken = domain.keys.keysInForce({getItem: () => '{oops'});
        return [first, taken, domain.keys.keysInForce(storage).undo, broken.undo];
    }"""
    assert engine.evaluate(script) == [None, "undo", "z", "u"]


# Modes.


@pytest.mark.parametrize("device", KIT.devices, ids=lambda device: device.key)
def test_the_mode_table_has_every_mode_once(call: Call, device: Any) -> None:
    table = call("modes.modeTable", device.plain())
    cells = [cell for row in table["rows"] for cell in row["cells"] if cell is not None]
    assert len(cells) == len(device.modes)
    rates = [call("modes.rateNumber", rate) for rate in table["rates"]]
    assert rates == sorted(rates)
    pixels = [max(c["width_px"] * c["height_px"] for c in row["cells"] if c) for row in table["rows"]]
    assert pixels == sorted(pixels, reverse=True)


def test_a_cell_says_only_what_its_mode_limits(call: Call) -> None:
    modes = {(m.frame_shape, m.resolution, str(m.rate)): m.plain() for m in A4.modes}
    free = call("modes.limits", A4.plain(), modes[("16:9", "4K", "25")])
    assert (free["steadyFull"], free["views"], free["readout"], free["tuned"]) == (True, 5, None, True)
    fast = call("modes.limits", A4.plain(), modes[("16:9", "1080", "240")])
    assert (fast["steadiest"], fast["steadyFull"], fast["views"], fast["readout"]) == ("Low", False, 2, "25 % read")


# The grid editor.


@pytest.mark.parametrize("device", KIT.devices, ids=lambda device: device.key)
def test_the_grid_writes_the_table_the_service_reads(call: Call, device: Any) -> None:
    grid = call("grid.gridOf", device.plain()["modes"])
    assert modes_from_csv(call("grid.csvOf", grid)) is not None
    read = {**device.plain(), "modes": modes_from_csv(call("grid.csvOf", grid))}
    assert type(device).read(read) == device


def test_the_grid_has_the_columns_of_the_file(engine: Page) -> None:
    assert tuple(engine.evaluate("() => [...domain.grid.COLUMNS]")) == COLUMNS


@pytest.fixture
def grid(call: Call) -> list[list[str]]:
    made: list[list[str]] = call("grid.gridOf", A4.plain()["modes"][:3])
    return made


def test_cells_rows_and_copies(call: Call, grid: list[list[str]]) -> None:
    changed = call("grid.withCell", grid, 1, 4, "48")
    assert changed[1][4] == "48" and changed[0] == grid[0] and grid[1][4] == "25"
    copied = call("grid.withCopy", grid, 0)
    assert len(copied) == 4 and copied[0] == copied[1] == grid[0] and copied[2:] == grid[1:]
    assert call("grid.withoutRow", grid, 1) == [grid[0], grid[2]]
    assert call("grid.withoutRow", [grid[0]], 0) == [grid[0]], "the last mode stays"


def test_pasting_lays_cells_in_and_grows_downwards(call: Call, grid: list[list[str]]) -> None:
    made = call("grid.pasted", grid, 2, 4, "48\twide\r\n50\twidest\r\n")
    assert len(made) == 4
    assert [row[4] for row in made] == ["24", "25", "48", "50"]
    assert made[3][:4] == grid[2][:4], "what is not pasted is taken from the row above"
    wide = call("grid.pasted", grid, 0, 9, "yes\t4\tbeyond")
    assert wide[0][9:] == ["yes", "4"]


def test_a_whole_table_with_its_first_line_can_be_pasted(call: Call, grid: list[list[str]]) -> None:
    text = modes_to_csv(A4.modes[5:8]).replace(",", "\t")
    made = modes_from_csv(call("grid.csvOf", call("grid.pasted", grid, 0, 0, text)))
    assert [type(mode).read(row) for mode, row in zip(A4.modes[5:8], made, strict=True)] == A4.modes[5:8]


def test_problems_are_put_in_their_cells(engine: Page) -> None:
    problems = [
        {"path": ["modes", 2, "rate"], "message": "write a number"},
        {"path": ["modes", 2, "rate"], "message": "and more"},
        {"path": ["modes", 0, "views", 1], "message": "not described"},
        {"path": ["modes", 1], "message": "columns"},
        {"path": ["menu"], "message": "whole"},
    ]
    found = engine.evaluate("p => Object.fromEntries(domain.grid.byCell(p))", problems)
    assert found == {"2 4": "write a number; and more", "0 5": "not described", "1 0": "columns", "table": "whole"}


# The bag.


@pytest.mark.parametrize("item", KIT.bag, ids=lambda item: item.key)
def test_every_item_is_described_and_survives_being_typed(call: Call, item: Any) -> None:
    plain = item.model_dump(mode="json")
    words = call("bag.describe", plain)
    assert words and "undefined" not in words and "null" not in words
    sent = call("bag.sentItem", item.kind, item.key, call("bag.typedItem", plain), plain)
    assert type(item).read(sent) == item


def test_an_emptied_field_is_left_out_and_what_is_not_asked_stays(call: Call) -> None:
    item = next(item for item in KIT.bag if item.key == "nd16-drone").model_dump(mode="json")
    typed = {**call("bag.typedItem", {**item, "tested_stops": 3.9}), "tested_stops": " "}
    sent = call("bag.sentItem", "nd", "nd16-drone", typed, {**item, "tested_stops": 3.9})
    assert "tested_stops" not in sent and sent["stackable"] is False


@pytest.mark.parametrize(("label", "key"), [("ND 16 (drone)", "nd-16-drone"), ("Café lamp!", "cafe-lamp"), ("  ", "")])
def test_a_key_from_a_name(call: Call, label: str, key: str) -> None:
    assert call("bag.keyOf", label) == key
