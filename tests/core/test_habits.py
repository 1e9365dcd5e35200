"""Words told by somebody's habits; what is kept stays in SI units."""

import re
from datetime import date

import pytest
from hypothesis import given
from hypothesis import strategies as st

from steady_tide.core.habits import THIN, Habits, celsius, hour, metres, spoken
from steady_tide.formats.agenda import AgendaSwap, by_habits
from steady_tide.formats.plan_text import plan_text
from tests.situations import MANUAL, planned
from tests.situations import brief as demo_brief

FEET = Habits(lengths="feet", temperatures="fahrenheit")


@pytest.mark.parametrize(
    ("words", "plain", "other"),
    [
        (
            f"rated for {metres(10)}, {metres(12.5)} planned",
            "rated for 10 m, 12.5 m planned",
            "rated for 32.8 ft, 41 ft planned",
        ),
        (f"1.2 W at {celsius(-10)}", "1.2 W at -10 °C", "1.2 W at 14 °F"),
        (f"no deeper than {metres(30)}; 5 m/s", "no deeper than 30 m; 5 m/s", "no deeper than 98.4 ft; 5 m/s"),
        (f"highest at {hour('20:15')}", "highest at 20:15", "highest at 20:15"),
        ("Housing to 60 m, 20 min", "Housing to 60 m, 20 min", "Housing to 60 m, 20 min"),
    ],
)
def test_words_are_told_by_habit_and_names_stay(words: str, plain: str, other: str) -> None:
    assert spoken(words, Habits()) == plain
    assert spoken(words, FEET) == other


@given(st.text())
def test_what_carries_no_mark_is_never_touched(text: str) -> None:
    if "\u202f" not in text:
        assert spoken(text, FEET) == text


def test_the_terminal_reads_plain_spaces() -> None:
    plan = planned(demo_brief("The smoked jar"), MANUAL)
    assert any(THIN in figure.text for figure in plan.figures)
    told = plan_text(plan)
    assert THIN not in told and re.search(r"Sharp from +\d[\d.]* m to", told) and " m m" not in told


def test_an_agenda_is_told_whole() -> None:
    swap = AgendaSwap("a", date(2026, 1, 1), date(2026, 1, 1), "glass", f"about {metres(9)} down", "", False)
    assert by_habits([swap], FEET)[0].where == "about 29.5 ft down"
    assert by_habits((swap,), Habits())[0].at == swap.at
