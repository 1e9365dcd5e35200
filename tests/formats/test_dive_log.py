"""Dive logs in: UDDF and CSV as they come, and files that are wrong, huge or hostile."""

import pytest

from steady_tide.core.errors import BadInput
from steady_tide.formats import dive_log
from steady_tide.formats.dive_log import dive_points


def uddf(*samples: tuple[float, float], space: str = ' xmlns="urn:example:uddf"') -> str:
    """A UDDF file with one dive; samples in seconds and metres."""
    points = "".join(
        f"<waypoint><depth>{depth}</depth><divetime>{second}</divetime></waypoint>" for second, depth in samples
    )
    dive = f"<dive><samples>{points}</samples></dive>"
    return f'<?xml version="1.0"?><uddf{space} version="3.2.1"><profiledata>{dive}</profiledata></uddf>'


def pairs(text: str) -> list[tuple[float, float]]:
    return [(round(point.minute, 3), round(point.depth_m, 3)) for point in dive_points(text)]


@pytest.mark.parametrize("space", ["", ' xmlns="urn:example:uddf"'])
def test_uddf_gives_seconds_and_metres(space: str) -> None:
    assert pairs(uddf((0, 0), (90, 4.5), (1200, 2), space=space)) == [(0, 0), (1.5, 4.5), (20, 2)]


def test_of_several_dives_the_longest_is_taken() -> None:
    two = uddf((0, 0), (60, 9)).replace("</profiledata>", uddf((0, 1), (900, 5), (1800, 1)).split("<profiledata>")[1])
    two = two.split("</uddf>")[0].replace("</profiledata>", "") + "</profiledata></uddf>"
    assert pairs(two) == [(0, 1), (15, 5), (30, 1)]


def test_waypoints_without_a_depth_are_passed_over() -> None:
    log = uddf((0, 0), (60, 3)).replace("<samples>", "<samples><waypoint><divetime>30</divetime></waypoint>")
    assert len(pairs(log)) == 2


@pytest.mark.parametrize(
    ("text", "expected"),
    [
        ("minute,depth\n0,0\n5,6.5\n20,4\n", [(0, 0), (5, 6.5), (20, 4)]),
        ("\ufeffTime (s);Depth (m)\n0;0\n300;6,5\n", [(0, 0), (5, 6.5)]),
        ("time_s\tdepth_m\n60\t1\n120\t3\n", [(0, 1), (1, 3)]),
        ("time,depth_ft,temp\n0:00,0,14\n2:30,20,13\n", [(0, 0), (2.5, 6.096)]),
        ("0,0\n5,6\n", [(0, 0), (5, 6)]),
        ("depth,time\n3,10\n1,2\n", [(0, 1), (8, 3)]),
    ],
)
def test_tables_of_time_and_depth(text: str, expected: list[tuple[float, float]]) -> None:
    assert pairs(text) == expected


BOMB = (
    '<?xml version="1.0"?><!DOCTYPE u [<!ENTITY a "aaaaaaaaaa"><!ENTITY b "&a;&a;&a;&a;&a;&a;&a;&a;&a;&a;">'
    '<!ENTITY c "&b;&b;&b;&b;&b;&b;&b;&b;&b;&b;">]><uddf>&c;</uddf>'
)
OUTSIDE = '<!DOCTYPE u [<!ENTITY x SYSTEM "file:///etc/hostname">]><uddf>&x;</uddf>'
REMOTE = '<!DOCTYPE uddf SYSTEM "http://192.0.2.1/x.dtd"><uddf/>'


@pytest.mark.parametrize(
    ("text", "words"),
    [
        (BOMB, "entities"),
        (OUTSIDE, "entities"),
        (REMOTE, "document type"),
        ("<uddf><profiledata>", "well-formed"),
        ("<svg><dive/></svg>", "no UDDF"),
        (uddf(), "no dive with samples"),
        (uddf((0, 0)), "at least two samples"),
        (uddf((0, 0), (60, 900)), "is no depth"),
        (uddf((0, 0), (60, float("nan"))), "is no number"),
        (uddf((0, 0), (90_000, 4)), "lasts over 600 minutes"),
        (uddf((5, 1), (5, 2)), "all samples are at one time"),
        (uddf((0, 0), (60, 3)).replace("<depth>3", "<depth>three"), "“three” is no number"),
        ("", "empty"),
        ("just one column\n1\n", "two columns"),
        ("a,b\n1,2\n", "name a column of time and one of depth"),
        ("time,depth\n0,0\nsoon,4\n", "row 3"),
        ("time,depth\n0,0\n5\n", "row 3 has no value"),
        ("time,depth\n0,0\n5,inf\n", "is no number"),
        ("time,depth\x00\n0,0", "no text file"),
        ("x" * (dive_log.LARGEST_CHARACTERS + 1), "larger than 3 million"),
        ("time,depth\n" + "0,0\n" * (dive_log.MOST_SAMPLES + 5), "at most 100000 samples"),
    ],
)  # fmt: skip
def test_what_is_no_dive_is_refused_in_words(text: str, words: str) -> None:
    with pytest.raises(BadInput) as caught:
        dive_points(text)
    (problem,) = caught.value.problems
    assert problem.path == ("file",) and words in problem.message


def test_a_great_many_waypoints_are_refused(monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(dive_log, "MOST_SAMPLES", 50)
    with pytest.raises(BadInput, match="at most 50 samples"):
        dive_points(uddf(*((float(second), 3.0) for second in range(60))))


@pytest.mark.parametrize("inside", ["dive", "repetitiongroup"])
def test_elements_within_elements_without_end_are_refused_before_they_are_read(inside: str) -> None:
    nested = f"<{inside}>" * 20_000 + f"</{inside}>" * 20_000
    with pytest.raises(BadInput, match="more deeply"):
        dive_points(f"<uddf><profiledata>{nested}</profiledata></uddf>")


def test_many_dives_share_the_most_samples_a_log_may_hold(monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(dive_log, "MOST_SAMPLES", 50)
    one = "<dive>" + "<waypoint><depth>3</depth><divetime>60</divetime></waypoint>" * 30 + "</dive>"
    with pytest.raises(BadInput, match="at most 50 samples"):
        dive_points(f"<uddf><profiledata>{one}{one}</profiledata></uddf>")
