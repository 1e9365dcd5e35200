"""The mode table as CSV: exact there and back, and hostile tables refused in words, quickly."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from steady_tide.core.errors import BadInput
from steady_tide.core.kit.device import Device
from steady_tide.core.kit.recording import Mode
from steady_tide.formats.modes_csv import COLUMNS, modes_from_csv, modes_to_csv
from tests.situations import A4, KIT

KEYS = st.from_regex(r"[a-z0-9]{1,8}(-[a-z0-9]{1,6})?", fullmatch=True)
MODES = st.builds(
    Mode,
    frame_shape=st.sampled_from(["16:9", "4:3", "8:7", "9:16"]),
    resolution=st.text(
        st.characters(categories=["L", "N", "P", "Zs"], exclude_characters="\r\n"), min_size=1, max_size=20
    )
    .map(str.strip)
    .filter(bool),
    width_px=st.integers(1, 20_000),
    height_px=st.integers(1, 20_000),
    rate=st.fractions(min_value=1, max_value=1000, max_denominator=1001),
    views=st.lists(KEYS, min_size=1, max_size=4),
    stabilisation=st.lists(KEYS, min_size=1, max_size=4),
    bit_rates=st.dictionaries(KEYS, st.lists(st.integers(1, 20_000), min_size=1, max_size=3), min_size=1, max_size=3),
    photosite_share=st.floats(0.01, 1),
    low_light_tuned=st.booleans(),
    draw_w=st.floats(0.1, 60),
)


@pytest.mark.parametrize("device", KIT.devices, ids=lambda device: device.key)
def test_demo_tables_go_there_and_back(device: Device) -> None:
    document = device.plain()
    document["modes"] = modes_from_csv(modes_to_csv(device.modes))
    assert Device.read(document) == device


@given(st.lists(MODES, min_size=1, max_size=5))
def test_any_table_goes_there_and_back(modes: list[Mode]) -> None:
    assert [Mode.read(row) for row in modes_from_csv(modes_to_csv(modes))] == modes


@pytest.mark.parametrize("delimiter", [";", "\t"])
def test_what_spreadsheets_make_of_it_is_read_too(delimiter: str) -> None:
    text = modes_to_csv(A4.modes[:3]).replace(",", delimiter).replace("\n", "\r\n")
    assert [Mode.read(row) for row in modes_from_csv("\ufeff" + text + "\r\n")] == A4.modes[:3]


HEAD = ",".join(COLUMNS)
ROW = "16:9,4K,3840,2160,25,wide,off,hevc:60,,,,1,no,4,video,,"


@pytest.mark.parametrize(
    ("text", "said"),
    [
        ("", "has to name the columns"),
        ("a,b\n1,2", "missing: frame_shape"),
        (f"{HEAD}\n16:9,4K", "modes[0]: this row has 2 columns"),
        (f"{HEAD}\n{ROW.replace('hevc:60', 'hevc 60')}", "modes[0].bit_rates: write them as codec:60/120"),
        (f"{HEAD}\n{ROW.replace('hevc:60', 'hevc:many')}", "modes[0].bit_rates"),
        (f"{HEAD}\n{ROW.replace(',off,', ',low:much,')}", "modes[0].stabilisation: write a crop as a share"),
        (f"{HEAD}\n{ROW.replace(',,,', ',hevc 8,,')}", "modes[0].bit_depths: write them as codec:8/10"),
        (HEAD + "\n" + (ROW + "\n") * 2001, "at most 2000 modes"),
        (f"{HEAD}\n{',' * 900_000}", "no mode in it"),
        (HEAD, "no mode in it"),
        ("x" * 1_000_001, "at most a million characters"),
        ("\0", "not a text table"),
        (f'{HEAD}\n"open', "not a table"),
        (f"{HEAD}\n{'=cmd()' * 20_000}", "columns"),
    ],
)
def test_tables_that_cannot_be_meant_are_refused(text: str, said: str) -> None:
    with pytest.raises(BadInput) as error:
        modes_from_csv(text)
    assert said in str(error.value)


def test_a_wrong_cell_is_named_by_row_and_column() -> None:
    document = A4.plain()
    document["modes"] = modes_from_csv(f"{HEAD}\n{ROW}\n{ROW.replace('2160', 'tall')}")
    with pytest.raises(BadInput) as error:
        Device.read(document)
    assert str(error.value) == "modes[1].height_px: write a whole number"


def test_columns_of_older_tables_may_be_missing() -> None:
    short = [c for c in COLUMNS if c not in ("bit_depths", "profiles", "readout", "kind", "still_mb", "readout_ms")]
    rows = modes_from_csv(",".join(short) + "\n16:9,4K,3840,2160,25,wide,off low:0.06,hevc:60,1,no,4")
    mode = Mode.read(rows[0])
    assert (mode.readout, mode.profiles, mode.bit_depths) == (None, [], {})
    assert mode.crops == {"low": 0.06} and mode.stabilisation == ["off", "low"]
