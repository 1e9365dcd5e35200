"""Messages in words: quantities as their reader has them, and a catalogue in which every key that is said stands."""

import re
from pathlib import Path
from typing import get_args

import pytest
from fluent.syntax import FluentParser, ast
from fluent.syntax.visitor import Visitor

from steady_tide.core.exposure.reach import EndKind
from steady_tide.core.habits import Habits
from steady_tide.core.message import Amount, degrees_c, metres, number, say, share, shutter, together
from steady_tide.core.plan.account.plan import Assumption, Caution, Practice
from steady_tide.formats.wording import amount_text, catalogue, worded
from steady_tide.settings import PROJECT

FEET = Habits(lengths="feet", temperatures="fahrenheit", clock="12h")
MADE_OF_KINDS = {
    *(f"caution-{kind}" for kind in get_args(Caution)),
    *(f"practice-{kind}" for kind in get_args(Practice)),
    *(f"assumed-{kind}" for kind in get_args(Assumption)),
    *(f"answer-{how}" for how in ("short", "over", "off")),
    *(f"hangs-{how}" for how in ("dearer", "cheaper")),
    *(f"end-{end}" for end in get_args(EndKind)),
    *(f"cause-{end}" for end in get_args(EndKind)),
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
    ],
)  # fmt: skip
def test_a_quantity_is_told_with_its_unit_as_its_reader_has_it(amount: Amount, plain: str, feet: str) -> None:
    assert (amount_text(amount, Habits()), amount_text(amount, FEET)) == (plain, feet)


def test_words_are_made_of_facts_all_the_way_down() -> None:
    facts = {"deepest": metres(12), "device": "Skarv A2", "rated": "yes", "bare": metres(10)}
    near = [say("caution-near", label="Housing", reason="rated for 5\u202fm")]
    told = worded(say("caution-no-housing", near=near, **facts), FEET)
    assert told.startswith("No housing in the bag for 39.4 ft: Skarv A2 is bare to 32.8 ft.")
    assert told.endswith("Housing: rated for 16.4 ft.")
    assert worded(say("assumed-meter-habit", count=1)) == "Its meter is assumed to expose 1 stop bright."
    assert worded(say("assumed-meter-habit", count=0.5)) == "Its meter is assumed to expose 0.5 stops bright."
    assert worded(together([say("caution-wildlife"), "Mind the edge."])).endswith("wildlife. Mind the edge.")


def test_what_the_catalogue_does_not_have_is_an_error() -> None:
    for wrong in (say("no-such-key"), say("caution-near", label="A"), say("assumed-shake")):
        with pytest.raises((KeyError, LookupError)):
            worded(wrong)


def test_every_key_that_is_said_stands_in_the_catalogue_and_every_one_there_is_said() -> None:
    found = read()
    modules = [path.read_text(encoding="utf-8") for path in Path(PROJECT / "src/steady_tide").rglob("*.py")]
    code = "".join(text for text in modules if "core.message import" in text or "class Message(" in text)
    said = set(re.findall(r'\bsay\(\s*"([a-z0-9-]+)"', code)) | {"verbatim"} | MADE_OF_KINDS
    assert said <= found.keys, said - found.keys
    assert found.keys <= said | found.named, found.keys - said - found.named
