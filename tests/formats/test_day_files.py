"""A day taken along: calendar, table and sheet, read back by other programs' rules."""

import csv
import io
from datetime import UTC, date, datetime, timedelta
from typing import Any
from zoneinfo import ZoneInfo

import pytest
from icalendar import Calendar

from steady_tide.formats.agenda import (
    Agenda,
    AgendaCamera,
    AgendaList,
    AgendaPiece,
    AgendaRow,
    AgendaScene,
    AgendaShot,
    AgendaSwap,
)
from steady_tide.formats.calendar import day_calendar
from steady_tide.formats.day_csv import SKY_COLUMNS, day_to_csv
from steady_tide.formats.day_sheet import day_html, day_pdf, tide_of
from steady_tide.formats.plain import one_line, safe, unguarded
from steady_tide.formats.qr import qr_svg
from steady_tide.formats.ready_csv import lists_to_csv, pieces_to_csv

OSLO = ZoneInfo("Europe/Oslo")
MIDNIGHT = datetime(2026, 9, 19, tzinfo=OSLO)


def at(minute: int) -> datetime:
    return MIDNIGHT + timedelta(minutes=minute)


def scene(**changes: Any) -> AgendaScene:
    camera = AgendaCamera("Skarv A4", "4K · 25 fps", 2.0, 8.0, [(at(0), at(650))], ["Tripod", "ND 8"])
    facts: dict[str, Any] = {
        "key": "s1",
        "name": "Quay, early",
        "spot": "quay",
        "span": (at(600), at(700)),
        "verdict": "From 10:50 too bright.",
        "steady": False,
        "told": ["Side light, 20° high."],
        "cameras": [camera],
        "cautions": ["Mind the edge."],
        "levels": [5.0 + index / 20 for index in range(145)],
    }
    return AgendaScene(**{**facts, **changes})


def agenda(**changes: Any) -> Agenda:
    rows = [AgendaRow(at(10 * index), 3.0 + index / 20, 0.6, 10.0, 120.0, -5.0) for index in range(145)]
    swap = AgendaSwap(
        "w1", at(650), at(640), "Skarv A4: bare lens instead of ND 8", "while filming Quay", "1.0 stops too dark", True
    )
    facts: dict[str, Any] = {
        "key": "d1", "name": "A day; out, maybe", "place": "Hallin Sound", "zone": "Europe/Oslo",
        "day": date(2026, 9, 19),
        "made_at": datetime(2026, 9, 1, tzinfo=UTC), "sky": ["sunrise 07:11"], "rows": rows, "scenes": [scene()],
        "swaps": [swap], "begin": ["ND 8 on Skarv A4"], "charge": ["Charge 2 × A4 cell"],
        "pieces": [
            AgendaPiece("p0", at(620), "Skarv A4", "cell", "A4 cell, no. 2", "while filming Quay", True, "s1"),
            AgendaPiece("p1", at(690), "Skarv A4", "short", "no cell is left for 10 min", "while filming", True, "s1"),
            AgendaPiece("p2", at(590), "Skarv A4", "card", "=Card, no. 2", "before Quay", False, "s1"),
        ],
        "power": ["Skarv A4: 2 of 2 cells; 30 GB"],
        "lists": [AgendaList("To pack", [(True, "Tripod"), (False, "=ND 8")])],
        "shots": [AgendaShot("Oars", "detail, low, 8 s", "Quay, early", "once only", False)],
        "coverage": "Oars: no medium.",
    }  # fmt: skip
    return Agenda(**{**facts, **changes})


def test_the_calendar_holds_scenes_windows_changes_and_the_evening_before() -> None:
    calendar = Calendar.from_ical(day_calendar(agenda()))
    events = {str(event["uid"]): event for event in calendar.walk("VEVENT")}
    assert set(events) == {
        f"{key}@steady-tide" for key in ("s1", "s1-steady-0", "w1", "d1-charge", "p0", "p1", "p2")
    }  # fmt: skip
    assert "A4 cell, no. 2" in events["p0@steady-tide"]["summary"]
    filmed = events["s1@steady-tide"]
    assert filmed["dtstart"].dt == at(600).astimezone(UTC) and filmed["dtend"].dt == at(700).astimezone(UTC)
    assert "Bring: Tripod, ND 8" in filmed["description"] and "Mind the edge." in filmed["description"]
    assert events["s1-steady-0@steady-tide"]["dtend"].dt == at(650).astimezone(UTC)
    assert "From 10:40 on. If it is skipped: 1.0 stops too dark" in events["w1@steady-tide"]["description"]
    evening = events["d1-charge@steady-tide"]["dtstart"].dt.astimezone(OSLO)
    assert (evening.date(), evening.hour) == (date(2026, 9, 18), 20)
    assert len(calendar.walk("VALARM")) == 5, "a change between scenes needs none"


def test_a_second_import_replaces_the_first() -> None:
    first, second = (Calendar.from_ical(day_calendar(agenda())) for _ in range(2))
    assert [str(e["uid"]) for e in first.walk("VEVENT")] == [str(e["uid"]) for e in second.walk("VEVENT")]


def test_a_day_without_scenes_is_a_calendar_too() -> None:
    empty = agenda(scenes=[], swaps=[], charge=[], pieces=[])
    assert Calendar.from_ical(day_calendar(empty)).walk("VEVENT") == []


def test_a_window_that_holds_the_whole_scene_is_not_said_again() -> None:
    camera = AgendaCamera("A4", "4K", 2.0, 8.0, [(at(0), at(1440))], [])
    calendar = Calendar.from_ical(day_calendar(agenda(scenes=[scene(cameras=[camera])])))
    assert not any("steady" in str(event["uid"]).split("@")[0] for event in calendar.walk("VEVENT"))


def test_the_table_has_a_row_a_step_and_a_column_a_scene() -> None:
    rows = list(csv.reader(io.StringIO(day_to_csv(agenda()))))
    assert rows[0] == [*SKY_COLUMNS, "Quay, early ev100"] and len(rows) == 146
    assert rows[61][0] == "2026-09-19T10:00+02:00" and float(rows[61][-1]) == pytest.approx(8.0)


def test_no_name_is_taken_for_a_formula() -> None:
    rows = list(csv.reader(io.StringIO(day_to_csv(agenda(scenes=[scene(name="=SUM(A1)")])))))
    assert rows[0][-1] == "'=SUM(A1) ev100"


def test_what_was_typed_is_escaped_on_the_sheet() -> None:
    html = day_html(agenda(name="<script>x</script>", scenes=[scene(name='<img src="http://192.0.2.1/x.png">')]))
    assert "<script>" not in html and "<img" not in html and "&lt;script&gt;" in html


def test_the_sheet_says_all_of_it() -> None:
    html = day_html(agenda())
    for words in (
        "10:00 to 11:40",
        "Quay, early",
        "From 10:50",
        "bare lens instead of ND 8",
        "Charge 2 × A4 cell",
        "Mind",
        "10:20",
        "no cell is left for 10 min",
        "2 of 2 cells",
        '<span class="box">×</span> Tripod',
        '<span class="box"></span> =ND 8',
        "<b>Oars</b> detail, low, 8 s",
        "once only",
        "Oars: no medium.",
    ):
        assert words in html
    assert "No scene has a time yet" in day_html(agenda(scenes=[]))


def test_the_sheet_is_a_pdf() -> None:
    data = day_pdf(agenda())
    assert data.startswith(b"%PDF-") and data.rstrip().endswith(b"%%EOF") and len(data) > 10_000
    assert b"Archivo" in data or len(data) > 20_000, "the shipped font is in it"


def test_the_sheet_carries_a_code_where_it_shall() -> None:
    assert "On a helper" not in day_html(agenda())
    assert (
        "<svg" in (told := day_html(agenda(), code=qr_svg("https://tide.invalid/with/abc"))) and "On a helper" in told
    )
    assert day_pdf(agenda(), code=qr_svg("https://tide.invalid/with/abc")).startswith(b"%PDF")


def test_the_diagram_of_the_sheet_lies_in_its_plot() -> None:
    drawn = tide_of(agenda())
    (one,) = drawn["scenes"]
    assert 0 < one["x"] < drawn["width"] and one["light"].startswith("M")
    top, height = one["marks"][0]
    assert top >= 0 and top + height <= drawn["height"]
    assert [text for _, text in drawn["hours"]][:2] == ["00:00", "03:00"]


BROKEN = "A day\r\nBEGIN:VEVENT\u2028\u202eback"


def test_no_name_breaks_the_lines_of_a_calendar() -> None:
    made = day_calendar(agenda(name=BROKEN, place=BROKEN, charge=[BROKEN], scenes=[scene(name=BROKEN, spot=BROKEN)]))
    calendar = Calendar.from_ical(made)
    assert str(calendar["x-wr-calname"]) == "A day BEGIN:VEVENT back"
    assert len(calendar.walk("VEVENT")) == made.count(b"\r\nBEGIN:VEVENT")
    assert all(line.count(b"\r") == 0 and b"\n" not in line for line in made.split(b"\r\n"))


@pytest.mark.parametrize("name", ["＝SUM(A1)", "\u202e=1+1", " @cmd", "\t=1", "－2", "-2"])
def test_no_cell_is_a_formula_in_any_width_or_direction(name: str) -> None:
    assert safe(name).startswith("'") and "\u202e" not in safe(name)
    assert unguarded(safe(name)) == one_line(name)


def test_lists_and_pieces_are_tables() -> None:
    rows = list(csv.reader(io.StringIO(lists_to_csv(agenda().lists))))
    assert rows == [["list", "done", "what"], ["To pack", "yes", "Tripod"], ["To pack", "no", "'=ND 8"]]
    pieces = list(csv.reader(io.StringIO(pieces_to_csv(agenda()))))
    assert pieces[1] == ["2026-09-19T10:20+02:00", "Skarv A4", "cell", "A4 cell, no. 2", "while filming Quay"]
    assert pieces[3][3] == "'=Card, no. 2" and len(pieces) == 4
