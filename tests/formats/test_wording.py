"""Messages in words: quantities as their reader has them, and a catalogue in which every key that is said stands."""

import ast as python
import re
from pathlib import Path
from typing import NamedTuple, get_args

import pytest
from fluent.syntax import FluentParser, ast
from fluent.syntax.visitor import Visitor

from steady_tide.core.document import Part
from steady_tide.core.exposure.reach import EndKind
from steady_tide.core.habits import Habits
from steady_tide.core.kit.bag import Carried, ColourFilter
from steady_tide.core.message import (
    Amount,
    degrees_c,
    frame_rate,
    metres,
    number,
    say,
    sentence,
    share,
    shutter,
    stops,
    together,
)
from steady_tide.core.plan.account.plan import Assumption, Caution, Practice
from steady_tide.core.plan.prices.exposure import CONTROL_KINDS
from steady_tide.core.plan.problem.brief import Delivery, Scenario, Water
from steady_tide.core.plan.problem.stance import Stance
from steady_tide.desk.day.days import PHASES
from steady_tide.formats.wording import amount_text, catalogue, worded
from steady_tide.settings import PROJECT

FEET = Habits(lengths="feet", temperatures="fahrenheit", clock="12h")


def kinds_of(part: type[Part], field: str, before: str) -> list[str]:
    """The keys that are made of a field's values."""
    return [f"{before}-{value}" for value in get_args(part.model_fields[field].annotation)]


MADE_OF_KINDS = {
    *(f"caution-{kind}" for kind in get_args(Caution)),
    *(f"practice-{kind}" for kind in get_args(Practice)),
    *(f"assumed-{kind}" for kind in get_args(Assumption)),
    *(f"answer-{how}" for how in ("short", "over", "off")),
    *(f"hangs-{how}" for how in ("dearer", "cheaper")),
    *(f"end-{end}" for end in get_args(EndKind)),
    *(f"cause-{end}" for end in get_args(EndKind)),
    *(f"way-{carried}" for carried in get_args(Carried)),
    *(f"filmed-{scenario}" for scenario in (*get_args(Scenario), "point-of-view")),
    *(f"control-{kind}" for kind in CONTROL_KINDS),
    *(f"phase-{name}" for _, name in PHASES),
    *kinds_of(Stance, "finish", "finish"),
    *kinds_of(Delivery, "edited_on", "machine"),
    *kinds_of(Water, "port", "port"),
    *kinds_of(Water, "colour", "water"),
    *kinds_of(ColourFilter, "tint", "tint"),
    *(set(kinds_of(Stance, "white_look", "balance-look")) - {"balance-look-neutral"}),
}  # fmt: skip


class Found(Visitor):
    """The messages of a file, and the messages that those name."""

    def __init__(self) -> None:
        self.keys: set[str] = set()
        self.named: set[str] = set()

    def visit_Message(self, node: ast.Message) -> None:  # noqa: N802
        self.keys.add(node.id.name)
        self.generic_visit(node)

    def visit_MessageReference(self, node: ast.MessageReference) -> None:  # noqa: N802
        self.named.add(node.id.name)

    def visit_Junk(self, node: ast.Junk) -> None:  # noqa: N802
        raise AssertionError(f"not Fluent: {node.content}")


def read() -> Found:
    found = Found()
    for text in catalogue().values():
        found.visit(FluentParser().parse(text))
    return found


@pytest.mark.parametrize(
    ("amount", "plain", "feet"),
    [
        (metres(12), "12 m", "39.4 ft"),
        (metres(0.35), "0.35 m", "1.15 ft"),
        (degrees_c(-4.5), "−4.5 °C", "24 °F"),
        (shutter(1 / 50), "1/50 s", "1/50 s"),
        (shutter(2.0), "2 s", "2 s"),
        (share(0.15), "15 %", "15 %"),
        (number(1215, "clock"), "20:15", "8:15 pm"),
        (number(0, "clock"), "00:00", "12 am"),
        (number(1.25, "stops", 1), "1.2", "1.2"),
        (number(20, "deg/s"), "20°/s", "20°/s"),
        (number(5500, "K"), "5500 K", "5500 K"),
        (number(1.5, "times"), "1.5×", "1.5×"),
        (stops(0.25), "+0.2", "+0.2"),
        (stops(-0.04), "0.0", "0.0"),
        (frame_rate(29.97), "29.97 fps", "29.97 fps"),
        (frame_rate(0.2), "0.2 fps", "0.2 fps"),
        (frame_rate(25), "25 fps", "25 fps"),
    ],
)  # fmt: skip
def test_a_quantity_is_told_with_its_unit_as_its_reader_has_it(amount: Amount, plain: str, feet: str) -> None:
    assert (amount_text(amount, Habits()), amount_text(amount, FEET)) == (plain, feet)


def test_words_are_made_of_facts_all_the_way_down() -> None:
    facts = {"deepest": metres(12), "device": "Skarv A2", "rated": "yes", "bare": metres(10)}
    near = [say("caution-near", label="Housing", reason=say("unfit-depth", rated=metres(5), planned=metres(12)))]
    told = worded(say("caution-no-housing", near=near, **facts), FEET)
    assert told.startswith("No housing in the bag for 39.4 ft: Skarv A2 is bare to 32.8 ft.")
    assert told.endswith("Housing: rated for 16.4 ft, 39.4 ft planned.")
    assert worded(say("assumed-meter-habit", count=1)) == "Its meter is assumed to expose 1 stop bright."
    assert worded(say("assumed-meter-habit", count=0.5)) == "Its meter is assumed to expose 0.5 stops bright."
    assert worded(say("price-iso-within", ceiling=12800, limit=3200)) == "up to ISO 12800, your limit is 3200"
    assert worded(sentence(say("for-light-moving"))) == "The light moves; a lock would leave it behind."
    assert worded(together([say("caution-wildlife"), "Mind the edge."])).endswith("wildlife. Mind the edge.")


def test_what_the_catalogue_does_not_have_is_an_error() -> None:
    for wrong in (say("no-such-key"), say("caution-near", label="A"), say("assumed-shake")):
        with pytest.raises((KeyError, LookupError)):
            worded(wrong)


class Said(NamedTuple):
    """What a module says: keys written out, patterns of keys that are made, and every other text in it."""

    keys: set[str]
    patterns: set[str]
    texts: set[str]


def said_in(code: str) -> Said:
    """What a module says: by `say`, and by objections, whose keys are made of their prices' where they name none."""
    said = Said(set(), set(), set())
    for node in python.walk(python.parse(code)):
        if isinstance(node, python.Constant) and isinstance(node.value, str):
            said.texts.add(node.value)
        if not isinstance(node, python.Call):
            continue
        name = getattr(node.func, "id", getattr(node.func, "attr", ""))
        texts = [one.value for one in node.args if isinstance(one, python.Constant) and isinstance(one.value, str)]
        if name == "say" and isinstance(node.args[0], python.Constant):
            said.keys.update(texts[:1])
        elif name == "say" and isinstance(node.args[0], python.JoinedStr):
            parts = [one.value if isinstance(one, python.Constant) else ".*" for one in node.args[0].values]
            said.patterns.add("".join(map(str, parts)))
        elif name in ("against", "Objection") and texts:
            whole = len(node.args) - (1 if name == "Objection" or getattr(node.args[0], "id", "") == "prices" else 0)
            said.keys.update(texts[1:] if whole > 1 else [f"against-{texts[0].replace('.', '-')}"])
    return said


def test_every_key_that_is_said_stands_in_the_catalogue_and_every_one_there_is_said() -> None:
    found = read()
    modules = [path.read_text(encoding="utf-8") for path in Path(PROJECT / "src/steady_tide").rglob("*.py")]
    all_said = [said_in(text) for text in modules if "core.message import" in text or "class Message(" in text]
    keys = set().union(*(one.keys for one in all_said), MADE_OF_KINDS) - {""}
    assert keys <= found.keys, keys - found.keys
    patterns = set().union(*(one.patterns for one in all_said))
    assert [one for one in patterns if not any(re.fullmatch(one, key) for key in found.keys)] == []
    texts = set().union(*(one.texts for one in all_said))
    unsaid = found.keys - keys - texts - found.named
    assert {key for key in unsaid if not any(re.fullmatch(one, key) for one in patterns)} == set()
