"""The pure code of the interface: words, geometry, fields, tables. Run as it ships, in a browser's engine."""

from collections.abc import Callable, Iterator
from typing import Any, get_args

import pytest
from playwright.sync_api import Browser, Page
from pydantic import TypeAdapter

from steady_tide.core.kit.bag import BagItem
from steady_tide.core.kit.body import Battery, ColourProfile, IsoScale, WhiteBalance
from steady_tide.core.kit.device import Device
from steady_tide.core.kit.optics import Lens, StabilisationLevel, View
from steady_tide.core.kit.recording import Codec, Mode
from steady_tide.desk.kit.templates import TEMPLATES, template
from steady_tide.formats.modes_csv import COLUMNS, modes_to_csv
from tests.situations import A4, KIT, planned
from tests.situations import brief as demo_brief
from tests.web.bundle import bundled

MODULES = (
    "bag", "brief", "cells", "clips", "compass", "day", "depth", "deviceForm", "dive", "fields", "filming", "format",
    "grid", "habits", "finding", "first", "keeping", "keys", "modes", "numbers", "readings", "shelf", "starts", "swaps",
    "tide", "undo",
)  # fmt: skip
Call = Callable[..., Any]


@pytest.fixture(scope="module")
def engine(browser: Browser, tmp_path_factory: pytest.TempPathFactory) -> Iterator[Page]:
    """A blank page with all domain modules in it."""
    page = browser.new_page()
    modules = {name: f"domain/{name}" for name in MODULES}
    page.add_script_tag(content=bundled(modules, tmp_path_factory.mktemp("domain")))
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
        ("words", ("nd-when-needed",), "ND when needed"),
        ("words", ("floating_iso",), "floating ISO"),
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
    from steady_tide.core.plan.problem.brief import Brief

    starts, lights = engine.evaluate("""() => [
        domain.starts.SCENARIO_START,
        Object.fromEntries(domain.brief.LIGHT_KINDS.map(({ value }) => [value, domain.brief.lightStart(value)])),
    ]""")
    assert set(starts) == set(get_args(Brief.model_fields["scenario"].annotation))
    for start in starts.values():
        for light in lights.values():
            Brief.read(start)
            Brief.read({**start, "light": light})


def test_every_field_of_the_form_is_a_field_of_the_document(engine: Page) -> None:
    from steady_tide.core.plan.problem.brief import Brief

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
    assert len(cells) == len([mode for mode in device.modes if mode.kind == "video"])
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


def test_modes_at_intervals_stand_in_lines_of_their_own(call: Call) -> None:
    lines = call("modes.lapseLines", A4.plain())
    assert lines[0] == "5.2K 4:3 every 5, 10, 15, 20, 30, 60 s, single frames of 14 MB"
    assert lines[1] == "4K 16:9 every 1, 2, 5, 10, 30 s, as video"
    assert call("modes.lapseLines", {**A4.plain(), "modes": []}) == []


def test_what_cannot_be_set_is_told(call: Call) -> None:
    devices = {device.key: device.plain() for device in KIT.devices}
    assert call("modes.limitsOf", devices["skarv-a4"]) == []
    assert call("modes.limitsOf", devices["lumme-8-built-in"]) == [
        "Can be locked but not set: shutter, ISO, white balance", "Only left alone: wind reduction",
    ]  # fmt: skip
    lens = devices["skarv-a4"]["lenses"][0]
    assert call("modes.apertureText", lens) == "f/2.5"
    assert call("modes.apertureText", {**lens, "f_numbers": [2.8, 4, 11]}) == "f/2.8 to 11"


# The editor of a whole device.


@pytest.mark.parametrize("device", [*KIT.devices, *map(template, TEMPLATES)], ids=lambda device: device.key)
def test_a_device_survives_being_typed(call: Call, device: Any) -> None:
    plain = device.plain()
    typed = call("deviceForm.typedDevice", plain)
    assert type(device).read(call("deviceForm.deviceMeant", typed, plain)) == device


def test_what_is_typed_is_meant(call: Call) -> None:
    plain = A4.plain()
    typed = call("deviceForm.typedDevice", plain)
    typed["fields"] |= {"battery.cold_table": "-10:0.4, 0:0.7", "iso.settable": "no", "storage_gb": "64", "name": " "}
    typed["tables"]["modes"][0][6] = "off low:0.07 standard"
    menu = [row[0] for row in typed["tables"]["menu"]]
    typed["tables"]["menu"][menu.index("sharpening")][3] = "low | high"
    typed["tables"]["menu"][menu.index("beeps")][4] = "yes"
    meant = call("deviceForm.deviceMeant", typed, plain)
    assert meant["battery"]["cold_table"] == [{"at_c": -10, "share": 0.4}, {"at_c": 0, "share": 0.7}]
    assert meant["iso"]["settable"] is False and meant["storage_gb"] == 64 and "name" not in meant
    assert meant["modes"][0]["stabilisation"] == ["off", "low", "standard"]
    assert meant["modes"][0]["crops"] == {"low": 0.07}
    assert meant["choices"]["sharpening"] == ["low", "high"] and meant["left_alone"] == ["beeps"]


def test_every_field_and_column_is_one_of_the_document(engine: Page) -> None:
    """None is asked that the document does not have, none of the document's is forgotten."""
    paths = engine.evaluate("() => domain.deviceForm.SECTIONS.flatMap(s => s.fields.map(f => f.path))")
    parts = {
        table["path"]: {column.partition(".")[0] for column in table["columns"]}
        for table in engine.evaluate(
            "() => domain.deviceForm.SECTIONS.flatMap(s => s.tables).map("
            "t => ({path: t.path, columns: t.columns.map(c => c.path)}))"
        )
    }
    asked = {path.partition(".")[0] for path in paths} | set(parts)
    assert asked | {"document", "version", "key", "choices", "left_alone", "assumed"} == set(Device.model_fields)
    assert parts["lenses"] == set(Lens.model_fields) and parts["views"] == set(View.model_fields)
    assert parts["stabilisation"] == set(StabilisationLevel.model_fields)
    assert parts["codecs"] == set(Codec.model_fields) and parts["profiles"] == set(ColourProfile.model_fields)
    assert parts["modes"] | {"crops"} == set(Mode.model_fields)
    assert set(COLUMNS) == parts["modes"], "the columns of the file, too"
    for whole, part in (("battery", Battery), ("iso", IsoScale), ("white_balance", WhiteBalance)):
        assert {path.partition(".")[2] for path in paths if path.startswith(f"{whole}.")} == set(part.model_fields)


def test_problems_are_put_in_their_places(engine: Page) -> None:
    problems = [
        {"path": ["modes", 2, "rate"], "message": "write a number"},
        {"path": ["modes", 2, "rate"], "message": "and more"},
        {"path": ["modes", 0, "views", 1], "message": "not described"},
        {"path": ["modes", 0, "crops", "low"], "message": "too much"},
        {"path": ["lenses", 0, "sensor", "rows"], "message": "whole"},
        {"path": ["battery", "cold_table", 1, "share"], "message": "above 0"},
        {"path": ["menu"], "message": "a line is missing"},
        {"path": ["choices", "beeps"], "message": "needed"},
        {"path": [], "message": "taken"},
    ]
    found = engine.evaluate("p => Object.fromEntries(domain.deviceForm.byPlace(p))", problems)
    assert found == {
        "modes 2 4": "write a number; and more", "modes 0 5": "not described", "modes 0 6": "too much",
        "lenses 0 8": "whole", "battery.cold_table": "above 0", "menu": "a line is missing; needed", "whole": "taken",
    }  # fmt: skip
    counts = engine.evaluate(
        "p => domain.deviceForm.SECTIONS.map(s => domain.deviceForm.countIn(s, domain.deviceForm.byPlace(p)))", problems
    )
    assert counts == [1, 1, 3, 0, 1]


@pytest.mark.parametrize(
    ("kind", "text", "meant"),
    [
        ("number", "4.5", 4.5), ("number", "4,5", "4,5"), ("number", "", None), ("flag", "YES", True),
        ("flag", "maybe", False), ("words", " a  b,c ", ["a", "b", "c"]), ("numbers", "100 200 x", [100, 200, "x"]),
        ("by-codec", "hevc:60/120 avc:", {"hevc": [60, 120], "avc": [""]}), ("values", "", []),
        ("values", "built-in | external +20 dB | 3", ["built-in", "external +20 dB", 3]), ("text", " ", None),
        ("cold", "-5:0.5", [{"at_c": -5, "share": 0.5}]),
    ],
)  # fmt: skip
def test_texts_are_read_as_they_are_meant(call: Call, kind: str, text: str, meant: Any) -> None:
    assert call("cells.meant", kind, text) == meant


# The grid.


@pytest.fixture
def grid(call: Call) -> list[list[str]]:
    made: list[list[str]] = call("deviceForm.typedDevice", A4.plain())["tables"]["modes"][:3]
    return made


def test_cells_rows_and_copies(call: Call, grid: list[list[str]]) -> None:
    changed = call("grid.withCell", grid, 1, 4, "48")
    assert changed[1][4] == "48" and changed[0] == grid[0] and grid[1][4] == "25"
    copied = call("grid.withCopy", grid, 0)
    assert len(copied) == 4 and copied[0] == copied[1] == grid[0] and copied[2:] == grid[1:]
    assert call("grid.withoutRow", grid, 1) == [grid[0], grid[2]]
    assert call("grid.withoutRow", [grid[0]], 0) == [grid[0]], "the last row stays"
    assert call("grid.withMoved", grid, 0, 1) == [grid[1], grid[0], grid[2]]
    assert call("grid.withMoved", grid, 0, -1) == grid


def test_pasting_lays_cells_in_and_grows_downwards(call: Call, grid: list[list[str]]) -> None:
    made = call("grid.pasted", grid, 2, 4, "48\twide\r\n50\twidest\r\n", list(COLUMNS))
    assert len(made) == 4
    assert [row[4] for row in made] == ["24", "25", "48", "50"]
    assert made[3][:4] == grid[2][:4], "what is not pasted is taken from the row above"
    wide = call("grid.pasted", grid, 0, 14, "video\t4\t8\tbeyond", list(COLUMNS))
    assert wide[0][14:] == ["video", "4", "8"]


def test_a_whole_table_with_its_first_line_can_be_pasted_in_any_order_of_columns(call: Call) -> None:
    plain = A4.plain()
    typed = call("deviceForm.typedDevice", plain)
    lines = [line.split(",") for line in modes_to_csv(A4.modes[5:8]).splitlines()]
    text = "\n".join("\t".join(reversed(cells)) for cells in lines)
    typed["tables"]["modes"] = call("grid.pasted", typed["tables"]["modes"][:1], 0, 0, text, list(COLUMNS))
    meant = call("deviceForm.deviceMeant", typed, plain)["modes"]
    assert [Mode.read(row) for row in meant] == A4.modes[5:8]


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
    sent = call("bag.sentItem", "nd", "nd16-drone", typed, {**item, "tested_stops": 3.9, "key": "nd16-drone"})
    assert "tested_stops" not in sent and sent["stackable"] is False


@pytest.mark.parametrize(
    "kind", ["nd", "colour", "housing", "lamp", "support", "cell", "card", "power-bank", "microphone"]
)
def test_every_field_of_a_kind_is_one_of_its_document(call: Call, kind: str) -> None:
    item = next(item for item in KIT.bag if item.kind == kind)
    asked = {field["name"].partition(".")[0] for field in call("bag.fieldsOf", kind)}
    assert asked | {"kind", "key", "label"} == set(type(item).model_fields)


def test_a_new_thing_is_good_and_fits_the_only_camera(call: Call) -> None:
    typed = call("bag.newItem", "nd", ["skarv-a4"])
    assert (typed["condition"], typed["fits"], typed["stackable"]) == ("good", "skarv-a4", "no")
    sent = call("bag.sentItem", "nd", "nd-2", {**typed, "label": "ND 2", "stops": "1"}, None)
    assert problems_free(sent) and "fits" not in call("bag.newItem", "nd", ["a", "b"])


def problems_free(sent: Any) -> bool:
    return bool(TypeAdapter(BagItem).validate_python(sent))


def test_what_needs_a_hand_is_told(call: Call) -> None:
    items = {item.key: item.model_dump(mode="json") for item in KIT.bag}
    assert call("bag.concern", items["nd16"], "2026-09-26") == ""
    assert call("bag.concern", {**items["nd16"], "condition": "unusable"}, "2026-09-26").startswith("Unusable")
    assert call("bag.concern", items["housing-60"], "2027-04-30") == ""
    assert call("bag.concern", items["housing-60"], "2027-05-01") == "Seals due for service since 2027-05-01"
    assert call("bag.concern", items["a2-old"], "2026-09-26") == "Worn"
    assert call("bag.concern", {**items["a2-old"], "health": 0.2}, "2026-09-26").startswith("Exhausted")


@pytest.mark.parametrize(("day", "months", "due"), [("2026-12-31", 1, "2027-01-01"), ("2026-05-14", 12, "2027-05-01")])
def test_a_service_is_due_on_the_first_of_its_month(call: Call, day: str, months: int, due: str) -> None:
    assert call("bag.dueOn", day, months) == due


@pytest.mark.parametrize(("label", "key"), [("ND 16 (drone)", "nd-16-drone"), ("Café lamp!", "cafe-lamp"), ("  ", "")])
def test_a_key_from_a_name(call: Call, label: str, key: str) -> None:
    assert call("bag.keyOf", label) == key


# The day.


def a_scene(**changes: Any) -> dict[str, Any]:
    """A scene filmed from 10:00 to 11:00 in rising light, held from 8 to 12 EV."""
    camera = {"setup_id": "c", "device_name": "A4", "low_ev100": 8.0, "high_ev100": 12.0, "leaves": [],
              "steady": [], "minutes_out": 3}  # fmt: skip
    curve = [float(index) / 6 for index in range(145)]
    usual = {"id": "s", "name": "Quay", "starts": 600, "ends": 660, "curve": curve, "cameras": [camera]}
    return {**usual, **changes}


@pytest.mark.parametrize(
    ("minute", "text"), [(0, "00:00"), (570, "09:30"), (1439, "23:59"), (1440, "00:00"), (1500, "01:00")]
)
def test_minutes_are_told_by_the_clock(call: Call, minute: int, text: str) -> None:
    assert call("day.clock", minute) == text


@pytest.mark.parametrize(
    ("text", "minute"), [("09:30", 570), ("9:05", 545), ("24:00", None), ("noon", None), ("", None)]
)
def test_a_clock_is_read_in_minutes(call: Call, text: str, minute: int | None) -> None:
    assert call("day.minuteOf", text) == minute


def test_stretches_in_words(call: Call) -> None:
    assert call("day.stretch", {"start": 0, "end": 1440}) == "all day"
    assert call("day.stretch", {"start": 600, "end": 1440}) == "10:00 to midnight"
    assert call("day.stretch", {"start": 600, "end": 690}) == "10:00 to 11:30"


def test_light_lies_on_the_line_between_two_points(call: Call) -> None:
    assert call("day.lightAt", [8.0, 10.0, 11.0], 10, 5) == pytest.approx(9.0)
    assert call("day.lightAt", [8.0, 10.0, 11.0], 10, 999) == pytest.approx(11.0)


def test_a_scene_moves_in_steps_of_five_and_stays_in_the_day(call: Call) -> None:
    assert call("day.moved", a_scene(), 7, 1440) == {"starts": 605, "ends": 665}
    assert call("day.moved", a_scene(), -9999, 1440) == {"starts": 0, "ends": 60}
    assert call("day.moved", a_scene(), 9999, 1440) == {"starts": 1380, "ends": 1440}
    assert call("day.moved", a_scene(starts=None, ends=None), 5, 1440) is None


def test_how_a_scene_stands_at_its_time(call: Call) -> None:
    assert call("day.standing", a_scene()) == {"state": "steady", "steady": True, "words": "steady all through"}
    leaving = {"minute": 640, "side": "bright", "end": "clipped", "words": "…", "cause": "highlights clip"}
    cameras = [{**a_scene()["cameras"][0], "leaves": [leaving]}]
    assert call("day.standing", a_scene(cameras=cameras))["words"] == "from 10:40 too bright: highlights clip"
    made = [{**cameras[0], "minutes_out": 0}]
    held = {"state": "held", "steady": False, "words": "held, with the changes listed"}
    assert call("day.standing", a_scene(cameras=made)) == held
    two = [*cameras, a_scene()["cameras"][0]]
    assert call("day.standing", a_scene(cameras=two))["words"].startswith("A4, from 10:40")
    assert call("day.standing", a_scene(cameras=[]))["words"] == "no set that can be had"
    assert call("day.standing", a_scene(starts=None))["words"] == "no time yet"


def test_the_day_in_a_sentence(call: Call) -> None:
    hand = {"while_filming": True}
    assert call("day.verdict", {"scenes": [a_scene()], "swaps": []})["steady"] is True
    two = {"scenes": [a_scene(), a_scene(cameras=[])], "swaps": [hand]}
    assert call("day.verdict", two)["words"] == "1 of 2 scenes steady all through. 1 change while filming."
    assert "No scene has a time" in call("day.verdict", {"scenes": [a_scene(starts=None)], "swaps": []})["words"]


def test_a_fixed_scene_is_not_moved(call: Call) -> None:
    assert call("day.moved", a_scene(fixed=True), 30, 1440) is None


SPRING, AUTUMN = {"minute": 120, "by": 60}, {"minute": 180, "by": -60}


@pytest.mark.parametrize(
    ("jump", "minute", "text"),
    [(SPRING, 119, "01:59"), (SPRING, 120, "03:00"), (SPRING, 540, "10:00"), (AUTUMN, 179, "02:59"),
     (AUTUMN, 180, "02:00"), (AUTUMN, 660, "10:00")],
)  # fmt: skip
def test_the_clock_where_the_clocks_change(call: Call, jump: dict[str, int], minute: int, text: str) -> None:
    assert call("day.clock", minute, jump) == text
    if minute != 180:  # the second 02:00 of an autumn night is told as the first one
        assert call("day.minuteOf", text, jump) == minute


def test_a_time_that_the_clocks_skip_is_the_moment_they_do(call: Call) -> None:
    assert call("day.minuteOf", "02:30", SPRING) == 120


def test_an_azimuth_goes_the_short_way_round(call: Call) -> None:
    assert call("day.azimuthAt", [350.0, 10.0], 10, 5) == pytest.approx(0.0, abs=1e-9)
    assert call("day.azimuthAt", [80.0, 100.0], 10, 5) == pytest.approx(90.0)


def test_the_hour_is_read_off(call: Call) -> None:
    day = {
        "step_minutes": 10, "jump": {"minute": 0, "by": 0}, "sky": [10.0] * 145, "sky_uncertainty": [0.5] * 145,
        "sun_deg": [20.0] * 145, "sun_azimuth_deg": [130.0] * 145,
        "scenes": [a_scene(uncertainty=[0.8] * 145, kelvin=[5480] * 145), a_scene(starts=None, name="Later")],
    }  # fmt: skip
    lines = call("day.readout", day, 600)
    assert lines == ["10:00", "sky 10.0 ± 0.5 EV, sun 20° high at 130°", "Quay 10.0 ± 0.8 EV, 5500 K"]
    assert len(call("day.readout", day, 300)) == 2, "no scene is filmed then"


def test_a_band_goes_up_one_side_and_down_the_other(engine: Page) -> None:
    plot = "{x: (m) => m, y: (e) => -e}"
    path = engine.evaluate(f"domain.day.bandPath([0, 10], [5, 6], [1, 2], 10, {plot})")
    assert path == "M0.0,-6.0L10.0,-8.0L10.0,-4.0L0.0,-4.0Z"


def test_bearings_on_the_compass(call: Call) -> None:
    east = call("compass.bearing", 90, 10)
    assert (east["x"], east["y"]) == (pytest.approx(10), pytest.approx(0, abs=1e-9))
    for degrees in (0, 45, 135, 290, 355):
        at = call("compass.bearing", degrees, 30)
        assert call("compass.bearingOf", at["x"], at["y"]) == degrees
    assert [call("compass.wind", one) for one in (0, 44, 290, 359)] == ["N", "NE", "W", "N"]
    assert call("compass.wedge", 0, 90, 10).startswith("M0,0L-7.1,-7.1A10,10 0 0 1 7.1,-7.1Z")


@pytest.mark.parametrize(
    ("text", "expected"),
    [
        ("0:0 5:6.5 20:4", [[0, 0], [5, 6.5], [20, 4]]),
        ("", []),
        ("0:0", "one point is no profile"),
        ("0:0 deep", "is no point"),
        ("5:3 2:4", "forward"),
    ],
)
def test_a_dive_in_a_few_points(call: Call, text: str, expected: Any) -> None:
    found = call("dive.pointsOf", text)
    if isinstance(expected, str):
        assert expected in found
    else:
        assert [[one["minute"], one["depth_m"]] for one in found] == expected
        assert call("dive.pointsText", found) == text
    assert call("dive.pointsText", [{"minute": m, "depth_m": 1} for m in range(50)]) == "", "a long log is not typed"


@pytest.mark.parametrize(
    ("steady", "words"),
    [((0, 10), "from the surface to 10 m and on"), ((0, 6.5), "from the surface to 6.5 m"), ((2, 6), "from 2 m to 6 m"),
     ((3, 10), "from 3 m down"), ((None, None), "at no depth")],
)  # fmt: skip
def test_where_a_set_holds_under_water(call: Call, steady: tuple[Any, Any], words: str) -> None:
    depths = {"steady_from_m": steady[0], "steady_to_m": steady[1], "step_m": 0.25, "ev100": [9.0] * 41}
    assert words in call("depth.holds", {"depths": depths})


def test_the_depth_diagram_goes_down_and_gets_darker(call: Call) -> None:
    water = {"depths": {"step_m": 1, "ev100": [12, 11, 10, 9], "uncertainty_stops": 0.5}}
    plot = call("depth.depthPlot", water, [{"low_ev100": 8, "high_ev100": 13}], 70, 30)
    first, last = (tuple(map(float, one.split(","))) for one in plot["curve"][1:].split("L")[::3])
    assert first[0] > last[0] and first[1] == 0 and last[1] == 30


def test_a_reading_is_sent_with_the_fields_of_its_kind(call: Call) -> None:
    typed = {"iso": "100", "f_number": " 2.8", "shutter_s": "1/500", "lux": "9"}
    sent = call("readings.readingSent", "settings", typed)
    assert sent == {"how": "settings", "iso": "100", "f_number": "2.8", "shutter_s": "1/500"}
    assert call("readings.readingSent", "phone", {}) == {"how": "phone", "lux": ""}


@pytest.mark.parametrize(
    ("times", "meant"),
    [
        (("", ""), {"starts": None, "ends": None}),
        (("09:30", "10:00"), {"starts": 570, "ends": 600}),
        (("22:00", "01:30"), {"starts": 1320, "ends": 1530}),
        (("09:30", ""), None),
        (("later", "10:00"), None),
        (("11:00", "10:00"), {"starts": 660, "ends": 600}),
    ],
)
def test_times_as_typed(call: Call, times: tuple[str, str], meant: Any) -> None:
    assert call("day.timesMeant", {"from": times[0], "to": times[1]}) == meant


def test_changes_are_told_in_a_phrase(call: Call) -> None:
    swap = {"kind": "filter", "device_name": "A4", "before": "ND 8", "after": "bare lens"}
    assert call("swaps.swapSentence", swap) == "A4: bare lens instead of ND 8"
    assert call("swaps.swapSentence", {**swap, "kind": "start"}) == "A4: begin with bare lens"


def test_steps_are_taken_back_and_made_again(call: Call) -> None:
    def step(what: str, before: int, after: int, at: int) -> dict[str, Any]:
        return {"what": what, "before": before, "after": after, "at": at}

    steps = call("undo.stepped", call("undo.none"), step("a", 1, 2, 0))
    steps = call("undo.stepped", steps, step("a", 2, 3, 1000))
    assert [(one["before"], one["after"]) for one in steps["done"]] == [(1, 3)], "a drag is one step"
    steps = call("undo.stepped", steps, step("a", 3, 4, 9000))
    undone = call("undo.back", steps)
    assert undone["step"]["before"] == 3 and len(undone["steps"]["done"]) == 1
    redone = call("undo.again", undone["steps"])
    assert redone["step"]["after"] == 4 and redone["steps"]["undone"] == []
    assert call("undo.stepped", undone["steps"], step("b", 0, 1, 9999))["undone"] == [], "a new step forgets them"
    assert call("undo.back", call("undo.none")) is None and call("undo.again", call("undo.none")) is None


def test_a_change_shows_before_it_is_answered(call: Call) -> None:
    water = {"depth_m": 5, "shallowest_m": 1}
    here = a_scene(aim=None, water=water, spot="quay", fixed=False, shade_stops=None, ground=None, reachable="by-hand")
    there = call("filming.shown", here, {"starts": 700, "ends": 760, "heading_deg": 90, "depth_m": 9, "spot": "boat"})
    assert (there["starts"], there["ends"], there["spot"], there["water"]["depth_m"]) == (700, 760, "boat", 9)
    assert there["aim"] == {"heading_deg": 90, "tilt_deg": 0, "height_m": 1.6}
    was = call("filming.before", here, {"starts": 700, "ends": 760, "heading_deg": 90, "depth_m": 9, "tilt_deg": 3})
    assert was == {"starts": 600, "ends": 660, "heading_deg": None, "depth_m": 5, "tilt_deg": 0}


def test_a_new_scene_lies_under_the_sky_of_its_shoot(call: Call) -> None:
    assert call("brief.startOf", "motion", True)["light"]["kind"] == "sky"
    assert call("brief.startOf", "motion", False)["light"]["kind"] == "condition"
    assert call("brief.startOf", "product", True)["light"]["kind"] == "lux", "a table has its own light"


def test_values_in_a_list_are_written_in_place(call: Call) -> None:
    tree = {"light": {"lamps": [{"kelvin": 3000}, {"kelvin": 4000}]}}
    changed = call("brief.write", tree, "light.lamps.1.kelvin", "5000")
    assert changed == {"light": {"lamps": [{"kelvin": 3000}, {"kelvin": "5000"}]}}
    assert call("brief.typed", "light.cloud_okta", "", "sky") is None
    assert call("brief.typed", "light.cloud_okta", " 3 ", "sun") == "3"


def test_forms_know_of_a_field_what_its_schema_says(call: Call) -> None:
    depth = call("fields.briefFact", "water.depth_m", "sky")
    assert (depth["unit"], depth["start"], call("fields.rangeOf", depth)) == ("m", 5, "0.01–60 m")
    lamp = call("fields.briefFact", "light.lamps.1.kelvin", "lamps")
    assert call("fields.rangeOf", lamp) == "1500–20000 K"
    mains = call("fields.briefFact", "mains_hz", "sky")
    assert call("fields.choicesOf", mains) == [{"value": "50", "text": "50 Hz"}, {"value": "60", "text": "60 Hz"}]
    assert call("fields.chosen", mains, "60") == 60 and call("fields.chosen", mains, "more") == "more"
    assert call("fields.rangeOf", call("fields.factOf", "brief", "name")) == ""
    assert call("brief.lightStart", "lux") == {"kind": "lux", "lux": 500, "kelvin": 4000, "lamps": True}


def test_every_field_of_every_form_is_one_of_its_schema(call: Call, engine: Page) -> None:
    paths = engine.evaluate("""() => {
        const b = domain.brief;
        const lamps = Object.values(b.LAMP_FIELDS).flat().concat(b.LAMP_ALWAYS);
        return [
            ...[b.LIGHT_CHANGE, b.FILMED, b.FLAGS, b.WATER, b.DELIVERY, b.LAPSE].flat().map((s) => [s.path, "sky"]),
            ...Object.entries(b.LIGHT_FIELDS).flatMap(([kind, specs]) => specs.map((s) => [s.path, kind])),
            ...lamps.map((s) => [`light.lamps.0.${s.path}`, "lamps"]),
        ];
    }""")
    for path, kind in paths:
        assert call("fields.briefFact", path, kind)["kind"]
    with pytest.raises(Exception, match="no field"):
        call("fields.briefFact", "light.nothing", "sky")


def a_rule(key: str, room: str = "Picture") -> dict[str, Any]:
    return {"key": key, "label": key.title(), "room": room, "unit": "a stop"}


def test_finer_numbers_stand_behind_the_price_they_share_out(call: Call) -> None:
    rules = [a_rule("noise"), a_rule("noise.dark"), a_rule("beeps.heard", "Sound"), a_rule("noise.expected")]
    picture, sound = call("numbers.byRoom", rules)
    assert picture["room"] == "Picture" and [one["key"] for one in picture["groups"][0]["rest"]] == [
        "noise.dark",
        "noise.expected",
    ]
    assert [(group["head"]["key"], group["rest"]) for group in sound["groups"]] == [("beeps.heard", [])]


@pytest.mark.parametrize(("sought", "count"), [("", 2), ("noise stop", 1), ("NOISE", 1), ("sound", 1), ("nothing", 0)])
def test_numbers_are_found_by_every_word(call: Call, sought: str, count: int) -> None:
    assert len(call("numbers.matching", [a_rule("noise"), a_rule("beeps.heard", "Sound")], sought)) == count


def test_shoots_are_found_by_what_is_in_them_and_put_away_ones_only_when_sought(call: Call) -> None:
    def shoot(name: str, away: bool, *scenes: str) -> dict[str, Any]:
        setups = [{"device_name": "Skarv A4"}]
        made = [{"name": scene, "scenario": "low-light", "setups": setups} for scene in scenes]
        return {"name": name, "place": "Hallin Sound", "day": "2026-09-19", "put_away": away, "scenes": made}

    shoots = [shoot("Summer", False, "The smoked jar"), shoot("Winter", True, "Skiing"), shoot("Empty", False)]

    def names(away: bool, sought: str) -> list[str]:
        return [one["name"] for one in call("shelf.onShelf", shoots, away, sought)]

    assert names(False, "") == ["Summer", "Empty"] and names(True, " ") == ["Winter"]
    assert names(False, "JAR skarv") == ["Summer"] and names(False, "skarv low") == ["Summer", "Winter"]
    assert names(False, "jar skiing") == []
    sets = [{"outcome": "plan"}, {"outcome": "waiting"}, {"outcome": "conflict"}]
    assert call("shelf.planned", [{"scenes": [{"setups": sets}, {"setups": []}]}]) == {"done": 2, "waiting": 1}
    assert call("shelf.shortestFirst", ["longer", "short", "longer"]) == ["short", "longer"]
    gone = {"kind": "shoot", "name": "Winter", "scenes": 1}
    assert call("shelf.removedWords", gone) == "Winter, a shoot with 1 scene"
    assert call("shelf.removedWords", {**gone, "scenes": 0}) == "Winter, a shoot with no scenes"
    assert call("shelf.removedWords", {**gone, "kind": "scene"}) == "Winter, a scene"
    assert call("day.dayAfter", "2026-12-31") == "2027-01-01"


@pytest.mark.parametrize(
    ("measured", "rate"),
    [(23.976, 23.976), (24.0004, 24), (29.97, 29.97), (29.99, 30), (239.1, 239.76), (15.02, 15), (333, 333)],
)
def test_a_clip_was_filmed_at_a_usual_rate(call: Call, measured: float, rate: float) -> None:
    assert call("clips.usualRate", measured) == rate


def test_clips_become_lines_each_size_once(call: Call) -> None:
    clips = [(3840, 2160, 50.01), (1920, 1080, 100), (3840, 2160, 25), (3840, 2160, 24.99)]
    lines = call("clips.linesOf", [{"width": w, "height": h, "rate": r} for w, h, r in clips])
    assert lines == "3840 x 2160: 25/50\n1920 x 1080: 100"


@pytest.fixture
def feet(engine: Page) -> Iterator[None]:
    """Somebody who thinks in feet, Fahrenheit, angles and lux, by a clock of twelve hours."""
    engine.evaluate("""() => {
        const { PLAIN, setHabits } = domain.habits;
        setHabits({ ...PLAIN, lengths: "feet", temperatures: "fahrenheit", clock: "12h", mains_hz: 60,
                    shutters: "angle", light: "lux" });
    }""")
    yield
    engine.evaluate("() => domain.habits.setHabits(domain.habits.PLAIN)")


@pytest.mark.parametrize(
    ("language", "twelve", "lengths", "clock", "mains"),
    [("en-US", True, "feet", "12h", 60), ("en-GB", False, "metres", "24h", 50), ("pt-BR", False, "metres", "24h", 60),
     ("nb", False, "metres", "24h", 50), ("en-AU", True, "metres", "12h", 50)],
)  # fmt: skip
def test_habits_are_guessed_from_the_browser(
    call: Call, language: str, twelve: bool, lengths: str, clock: str, mains: int
) -> None:
    found = call("habits.likely", language, twelve)
    assert (found["lengths"], found["clock"], found["mains_hz"]) == (lengths, clock, mains)


def test_what_is_shown_and_typed_by_habit_comes_back(call: Call, feet: None) -> None:
    assert call("habits.shown", "m", "3.048") == "10" and call("habits.unitShown", "m") == "ft"
    assert call("habits.sent", "m", "10") == "10 ft" and call("habits.shown", "m", "10 ft") == "10"
    assert call("habits.sent", "m", "3 m") == "3 m" and call("habits.shown", "m", "3 m") == "3 m"
    assert call("habits.shown", "°C", "-10") == "14" and call("habits.sent", "°C", "−4") == "−4 °F"
    assert call("habits.sent", "m", "far") == "far" and call("habits.shown", "stops", "2") == "2"
    assert call("fields.rangeOf", {"kind": "number", "unit": "m", "least": 0, "most": 60}) == "0–197 ft"
    assert call("habits.metres", 0.5) == "1.64 ft"


def test_words_of_the_service_are_told_by_habit(call: Call, feet: None) -> None:
    words = {"why": ["rated for 10\u202fm, at -10\u202f°C"], "hour": "at \u206020:15", "name": "Housing 60 m", "m": 10}
    told = {"why": ["rated for 32.8 ft, at 14 °F"], "hour": "at 8:15 pm", "name": "Housing 60 m", "m": 10}
    assert call("habits.heard", words) == told


def test_without_habits_answers_stay_as_they_are(call: Call) -> None:
    answer = {"why": "rated for 10\u202fm"}
    assert call("habits.heard", answer) == answer
    assert call("format.level", 9.12) == "9.1 EV" and call("day.clock", 810) == "13:30"


def test_light_clock_and_shutter_by_habit(call: Call, feet: None) -> None:
    assert call("format.level", 9) == "1.3 klx" and call("format.levelUnit") == "Light"
    clocks = [call("day.clock", minute) for minute in (0, 570, 720, 810, 1439)]
    assert clocks == ["12 am", "9:30 am", "12 pm", "1:30 pm", "11:59 pm"]
    meant = [call("day.minuteOf", text) for text in (*clocks, "13:30", "1 pm", "13 pm")]
    assert meant == [0, 570, 720, 810, 1439, 810, 780, None]
    shutter = {"setting": "shutter", "value": "1/50", "text": "1/50 s"}
    rate = {"setting": "frame_rate", "value": "25", "text": "25"}
    assert call("habits.shutterOf", [shutter, rate]) == "180° (1/50 s)"
    assert call("habits.shutterOf", [shutter]) is None


def test_a_scene_begins_with_the_mains_of_where_one_films(call: Call, feet: None) -> None:
    started = call("brief.startOf", "low-light", False)
    assert started["mains_hz"] == 60 and started["delivery"]["timeline_rate"] == "30"
