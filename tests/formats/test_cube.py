"""Look-up tables out and in; hostile ones refused in words."""

import numpy as np
import pytest
from hypothesis import given
from hypothesis import strategies as st

from steady_tide.core.errors import BadInput
from steady_tide.core.picture.tone import to_standard
from steady_tide.formats.cube import SIZES, cube_text, read_cube
from tests.situations import A4


@pytest.mark.parametrize("size", SIZES)
def test_a_table_comes_back_and_holds_the_look(size: int) -> None:
    profile = next(one for one in A4.profiles if one.curve == "log")
    points = read_cube(cube_text(lambda codes: to_standard(profile, codes), size=size, title="To standard"))
    assert points.shape == (size, size, size, 3)
    steps = np.linspace(0.0, 1.0, size)
    assert points[0, 0, :, 0] == pytest.approx(to_standard(profile, steps), abs=1e-6), "red runs first"
    assert points[0, :, 0, 1] == pytest.approx(to_standard(profile, steps), abs=1e-6)
    assert points[:, 0, 0, 2] == pytest.approx(to_standard(profile, steps), abs=1e-6)


def test_what_others_write_is_read() -> None:
    lines = [f"{r} {g} {b}" for b in (0, 1) for g in (0, 1) for r in (0, 1)]
    text = "\n".join(
        ["# by hand", "", 'TITLE "x"', "DOMAIN_MIN 0.0 0 0", "DOMAIN_MAX 1 1.0 1", "LUT_3D_SIZE 2", *lines]
    )
    assert read_cube(text)[1, 0, 1].tolist() == [1.0, 0.0, 1.0]


@pytest.mark.parametrize(
    ("text", "words"),
    [
        ("", "LUT_3D_SIZE"),
        ("LUT_3D_SIZE 9999", "between 2 and 65"),
        ("LUT_3D_SIZE 2\n0 0 0", "has 1 lines, not 8"),
        ("LUT_3D_SIZE 2\n" + "0 0\n" * 8, "three numbers"),
        ("LUT_3D_SIZE 2\n" + "0 0 1e999\n" * 8, "three numbers"),
        ("LUT_1D_SIZE 4", "one dimension"),
        ("DOMAIN_MAX 4 4 4", "from 0 to 1"),
        ("<xml>", "not of a table"),
        ("LUT_3D_SIZE 2\n" + "0 0 0\n" * 300_000, "at most 65"),
    ],
)
def test_what_is_no_table_is_told(text: str, words: str) -> None:
    with pytest.raises(BadInput) as refused:
        read_cube(text)
    assert words in refused.value.problems[0].message


@given(st.text(max_size=200))
def test_any_text_is_refused_in_words(text: str) -> None:
    with pytest.raises(BadInput):
        read_cube(text)


def test_a_title_stays_one_line_and_odd_sizes_are_refused() -> None:
    text = cube_text(lambda codes: codes, size=17, title='a "b"\nLUT_3D_SIZE 99')
    assert text.splitlines()[0] == "TITLE \"a 'b' LUT_3D_SIZE 99\""
    with pytest.raises(BadInput, match="17, 33, 65"):
        cube_text(lambda codes: codes, size=20, title="x")
