"""The pure code of the interface: words, geometry, fields, tables. Run as it ships, in a browser's engine."""

from typing import Any, get_args

import pytest
from playwright.sync_api import Page

from tests.situations import KIT
from tests.situations import brief as demo_brief
from tests.web.conftest import Call


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
    ("light", "text"),
    [
        (LIGHT, "0.7 stops to spare"),
        ({**LIGHT, "dark": 6.0}, "1.3 stops short in the darkest light"),
        ({**LIGHT, "bright": 12.4}, "0.6 stops over in the brightest light"),
        ({**LIGHT, "dark": 6.3, "bright": 12.8},
         "1.0 stops short in the darkest light, 1.0 stops over in the brightest light"),
        ({**LIGHT, "dark": 8.3, "bright": 10.0}, "1.0 stop to spare"),
        ({**LIGHT, "bright": 11.83}, "0.0 stops to spare"),
    ],
)  # fmt: skip
def test_the_margin_is_told(call: Call, light: dict[str, float], text: str) -> None:
    assert call("tide.margin", light, MARKS) == text


@pytest.mark.parametrize(
    ("verdict", "hangs"), [("steady", False), ("likely", True), ("uncertain", True), ("not", False)]
)
def test_how_well_the_light_is_known_is_told_where_the_verdict_hangs_on_it(
    call: Call, verdict: str, hangs: bool
) -> None:
    told = call("verdicts.marginTold", verdict, "0.4 stops to spare", 1)
    assert told == ("0.4 stops to spare; the light is known to ± 1.0" if hangs else "0.4 stops to spare")


# The brief.


def test_fields_are_read_and_written_by_path_without_touching_the_rest(call: Call) -> None:
    tree = {"light": {"kind": "lux", "lux": 5}, "minutes": 3}
    assert call("brief.read", tree, "light.lux") == 5
    assert call("brief.read", tree, "water.depth_m") is None
    assert call("brief.write", tree, "light.lux", "7") == {"light": {"kind": "lux", "lux": "7"}, "minutes": 3}
    assert call("brief.write", tree, "water.depth_m", 4)["water"] == {"depth_m": 4}


@pytest.mark.parametrize(
    ("path", "text", "sent"), [("minutes", " 12 ", "12"), ("wind_m_s", " ", None), ("minutes", "", "")]
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
    assert call("fields.rangeOf", call("fields.briefFact", "name", "sky")) == ""
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
