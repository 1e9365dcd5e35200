"""Mode tables, descriptions of cameras and things of the bag, as the interface reads and writes them."""

from typing import Any

import pytest
from playwright.sync_api import Page
from pydantic import TypeAdapter

from steady_tide.core.kit.bag import BagItem
from steady_tide.core.kit.body import Battery, ColourProfile, IsoScale, WhiteBalance
from steady_tide.core.kit.device import Device
from steady_tide.core.kit.optics import Lens, StabilisationLevel, View
from steady_tide.core.kit.recording import Codec, Mode
from steady_tide.desk.inventory.templates import TEMPLATES, template
from steady_tide.formats.modes_csv import COLUMNS, modes_to_csv
from tests.situations import A4, KIT
from tests.web.conftest import Call


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
