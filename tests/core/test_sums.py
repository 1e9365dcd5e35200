"""Quick sums against published figures and by hand."""

import pytest

from steady_tide.core.advice.sums import SUMS, quick_sum
from steady_tide.core.errors import OutOfRange


@pytest.mark.parametrize(
    ("text", "value", "words"),
    [
        ("1/50 at 25", 180.0, "180°"),
        ("1/50s @ 25 fps", 180.0, "180°"),
        ("1/10 at 25", 900.0, "longer than a frame at 25 fps lasts"),
        ("180° at 25", 0.02, "1/50 s"),
        ("172.8 deg at 24", 0.02, "1/50 s"),
        ("ND 16", 4.0, "4 stops, density 1.2, as an ND16"),
        ("nd16 + nd4", 6.0, "6 stops, density 1.8, as an ND64"),
        ("density 0.9", 2.99, "3 stops, about an ND8"),
        ("4 stops", 16.0, "16 times the light; a filter ND16, density 1.2"),
        ("ev 12", 10240.0, "10.2 klx"),
        ("EV −2", 0.625, "0.625 lx"),
        ("500 lux", 7.644, "EV 7.6 at ISO 100"),
        ("f/2.8 1/50 ISO 100", 8.615, "right for EV 8.6, 980 lx"),
        ("iso 100 to 1600", 4.0, "4 stops up"),
        ("f/2.8 to f/4", -1.03, "1 stop less light"),
        ("1/50 to 1/200", -2.0, "2 stops less light"),
        ("120 on 25", 4.8, "slowed 4.8 times"),
        ("12 on 24", 0.5, "2 times as fast"),
        ("60 mbit for 45 min", 20.25, "20.2 GB"),
        ("100 Mbit/s 2 hours", 90.0, "90 GB"),
        ("64 gb at 60 mbit", 142.2, "2 h 22 min"),
        ("5600k to 3200k", 133.9, "+134 mired"),
        ("1,000 lux", 8.644, "EV 8.6 at ISO 100"),
        ("0,5 lux", -2.322, "EV −2.3 at ISO 100"),
        ("f/2,8, 1/50, iso 100", 8.615, "right for EV 8.6, 980 lx"),
        ("f/2,8 to f/4", -1.03, "1 stop less light"),
    ],
)
def test_sums_as_people_write_them(text: str, value: float, words: str) -> None:
    answer = quick_sum(text)
    assert answer is not None
    assert answer.value == pytest.approx(value, rel=5e-3) and answer.words == words


def test_every_form_understands_its_example_first() -> None:
    for one in SUMS:
        answer = quick_sum(one.example)
        assert answer is not None, one.example
        met = one.form.fullmatch(one.example)
        assert met is not None and answer == one.work(*met.groups()), one.example


@pytest.mark.parametrize("text", ["", "Lantern market", "25", "nd", "1/0 apples", "iso", "½", "4" * 200])
def test_what_is_no_sum_is_left_alone(text: str) -> None:
    assert quick_sum(text) is None


@pytest.mark.parametrize(
    "text",
    ["1/0 at 25", "0 lux", "99999999 lux", "ev 400", "nd0", "nd 0.5", "900 deg at 25", "45 stops", "120 on 0",
     "180 deg at 0", "0 k to 3200 k", "64 gb at 0 mbit", "1/50 to 1/0"],
)  # fmt: skip
def test_numbers_that_cannot_be_meant_are_told(text: str) -> None:
    with pytest.raises(OutOfRange):
        quick_sum(text)
