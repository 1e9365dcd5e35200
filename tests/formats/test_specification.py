"""Pasted specification sheets of made-up cameras: what is understood, and what is left as it stands."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from steady_tide.formats.specification import SHAPES, Understood, understood

SHEETS: list[tuple[str, list[tuple[str, str, tuple[int, int], list[str]]], int]] = [
    ("4K 16:9: 24/25/30/50/60/100/120", [("4K", "16:9", (3840, 2160), ["24", "25", "30", "50", "60", "100", "120"])], 0),
    ("3840x2160 @ 60/50/30 fps", [("4K", "16:9", (3840, 2160), ["60", "50", "30"])], 0),
    ("2.7K (4:3) 120, 100 fps", [("2.7K", "4:3", (2704, 2028), ["120", "100"])], 0),
    ("1080p240", [("1080", "16:9", (1920, 1080), ["240"])], 0),
    ("5.3K 60fps\n5.3K 30fps", [("5.3K", "16:9", (5312, 2988), ["60", "30"])], 0),
    ("4K: 3840×2160@24/25/30/48/50/60fps", [("4K", "16:9", (3840, 2160), ["24", "25", "30", "48", "50", "60"])], 0),
    ("FHD: 1920×1080@120fps\nHD 1280x720@240fps", [("1080", "16:9", (1920, 1080), ["120"]), ("720", "16:9", (1280, 720), ["240"])], 0),
    ("UHD\t16:9\t24, 25, 29.97", [("4K", "16:9", (3840, 2160), ["24", "25", "30000/1001"])], 0),
    ("4K;9:16;30;60", [("4K", "9:16", (2160, 3840), ["30", "60"])], 0),
    ("5.3K 8:7 24/25/30 (wide lens only)", [("5.3K", "8:7", (5312, 4648), ["24", "25", "30"])], 0),
    ("• 4K up to 60 fps, 100 Mbps\n• Weight 153 g", [("4K", "16:9", (3840, 2160), ["60"])], 1),
    ("Slow motion: 1080p at 120 and 240 fps", [("1080", "16:9", (1920, 1080), ["120", "240"])], 0),
    ("2688 x 1512 | 24 | 25 | 30", [("2.7K", "16:9", (2688, 1512), ["24", "25", "30"])], 0),
    ("4K 23.976/59.94", [("4K", "16:9", (3840, 2160), ["24000/1001", "60000/1001"])], 0),
    ("Full HD 50/60\nISO 100-6400\n10 bit", [("1080", "16:9", (1920, 1080), ["50", "60"])], 2),
    ("1440p 4:3 @ 60", [("1440", "4:3", (2560, 1920), ["60"])], 0),
    ("Video: 4K 30fps EIS on, 12 min", [("4K", "16:9", (3840, 2160), ["30"])], 0),
    ("1:1 square 4K 30", [], 1),
    ("Photos 12 MP", [], 1),
    ("4K 60/30, 1080p 120/240", [("4K", "16:9", (3840, 2160), ["60", "30"]), ("1080", "16:9", (1920, 1080), ["120", "240"])], 0),
    ("4K30, 2.7K60 and 1080p120", [("4K", "16:9", (3840, 2160), ["30"]), ("2.7K", "16:9", (2704, 1520), ["60"]), ("1080", "16:9", (1920, 1080), ["120"])], 0),
    ("4K/2.7K/1080p at 25, 50", [("4K", "16:9", (3840, 2160), ["25", "50"]), ("2.7K", "16:9", (2704, 1520), ["25", "50"]), ("1080", "16:9", (1920, 1080), ["25", "50"])], 0),
    ("Runs 90 minutes at 4K30", [("4K", "16:9", (3840, 2160), ["30"])], 0),
    ("Up to 120 min of 1080p60", [("1080", "16:9", (1920, 1080), ["60"])], 0),
    ("5K photos, 30 in a burst", [], 1),
    ("5K photos; 4K video 25/50", [("4K", "16:9", (3840, 2160), ["25", "50"])], 0),
    ("4K time lapse 30 s", [], 1),
    ("3840x2160 24/25 | 1920x1080 50/100", [("4K", "16:9", (3840, 2160), ["24", "25"]), ("1080", "16:9", (1920, 1080), ["50", "100"])], 0),
    ("4K 16:9 60, 4K 4:3 30", [("4K", "16:9", (3840, 2160), ["60"]), ("4K", "4:3", (3840, 2880), ["30"])], 0),
    ("4K 3840 x 2160 60, 2.7K 2704x1520 120", [("4K", "16:9", (3840, 2160), ["60"]), ("2.7K", "16:9", (2704, 1520), ["120"])], 0),
    ("120 g, ISO 100-3200, 4K50", [("4K", "16:9", (3840, 2160), ["50"])], 0),
    ("4K30 with image stabilisation, 12 MP photos", [("4K", "16:9", (3840, 2160), ["30"])], 0),
    ("4K 25/50 raw, picture profiles", [("4K", "16:9", (3840, 2160), ["25", "50"])], 0),
    ("Photo: 5K, 30 a second", [], 1),
    ("4000 by 3000 at 50", [("4K", "4:3", (4000, 3000), ["50"])], 0),
]  # fmt: skip


@pytest.mark.parametrize(("text", "modes", "left"), SHEETS, ids=[text[:30] for text, _, _ in SHEETS])
def test_a_pasted_sheet_is_understood(
    text: str, modes: list[tuple[str, str, tuple[int, int], list[str]]], left: int
) -> None:
    found = understood(text)
    assert [(m.resolution, m.frame_shape, (m.width_px, m.height_px), m.rates) for m in found.modes] == modes
    assert len(found.left) == left


@given(st.text(max_size=600))
def test_whatever_is_pasted_is_read_or_left(text: str) -> None:
    found = understood(text)
    assert isinstance(found, Understood)
    assert all(mode.frame_shape in SHAPES and mode.rates and 0 < mode.width_px < 100_000 for mode in found.modes)


def test_every_mode_says_from_which_words_it_came() -> None:
    found = understood("4K 60/30, 1080p 120/240\nWeight 120 g\n1080p 50")
    assert [mode.said for mode in found.modes] == ["4K 60/30", "1080p 120/240 … 1080p 50"]
    assert found.left == ["Weight 120 g"]
