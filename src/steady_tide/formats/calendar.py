"""A day as iCalendar (RFC 5545): scenes, steady windows, changes with alarms, and what to charge the evening before."""

from collections.abc import Sequence
from datetime import UTC, datetime, time, timedelta
from typing import Final
from zoneinfo import ZoneInfo

from icalendar import Alarm, Calendar, Event

from steady_tide.formats.agenda import Agenda, AgendaPiece, AgendaScene, AgendaSwap
from steady_tide.formats.plain import one_line

ALARM_MINUTES: Final = 10
SWAP_MINUTES: Final = 5
CHARGE_AT: Final = time(20, 0)


def day_calendar(agenda: Agenda) -> bytes:
    """The day as an .ics file; the same ids every time, so that a second import replaces the first."""
    calendar = Calendar()
    calendar.add("prodid", "-//Steady Tide//day//EN")
    calendar.add("version", "2.0")
    calendar.add("x-wr-calname", one_line(agenda.name))
    for scene in agenda.scenes:
        calendar.add_component(_scene(scene, agenda))
        for index, (name, span) in enumerate(_windows(scene)):
            words = f"{name} holds without a touch: {scene.name}"
            calendar.add_component(_event(agenda, f"{scene.key}-steady-{index}", words, *span))
    for swap in agenda.swaps:
        calendar.add_component(_swap(swap, agenda))
    for piece in agenda.pieces:
        calendar.add_component(_piece(piece, agenda))
    if agenda.charge:
        calendar.add_component(_charge(agenda))
    return bytes(calendar.to_ical())


def _windows(scene: AgendaScene) -> list[tuple[str, tuple[datetime, datetime]]]:
    """Steady windows that touch the scene but do not hold all of it: where they hold all there is nothing to add."""
    found = []
    for camera in scene.cameras:
        for start, end in camera.steady:
            begins, ends = max(start, scene.span[0]), min(end, scene.span[1])
            if begins < ends and (begins, ends) != scene.span:
                found.append((camera.device, (begins, ends)))
    return found


def _event(agenda: Agenda, key: str, summary: str, start: datetime, end: datetime) -> Event:
    event = Event()
    event.add("uid", f"{key}@steady-tide")
    event.add("dtstamp", agenda.made_at.astimezone(UTC))
    event.add("dtstart", start.astimezone(UTC))
    event.add("dtend", end.astimezone(UTC))
    event.add("summary", one_line(summary))
    return event


def _lines(texts: Sequence[str]) -> str:
    return "\n".join(one_line(text) for text in texts)


def _alarm(minutes: int, words: str) -> Alarm:
    alarm = Alarm()
    alarm.add("action", "DISPLAY")
    alarm.add("description", one_line(words))
    alarm.add("trigger", timedelta(minutes=-minutes))
    return alarm


def _scene(scene: AgendaScene, agenda: Agenda) -> Event:
    event = _event(agenda, scene.key, scene.name, *scene.span)
    sets = [f"{camera.device}: {camera.headline}" for camera in scene.cameras]
    brought = dict.fromkeys(thing for camera in scene.cameras for thing in camera.bring)
    bring = [f"Bring: {', '.join(brought)}"] if brought else []
    event.add("description", _lines([scene.verdict, *sets, *bring, *scene.told, *scene.cautions]))
    event.add("location", one_line(", ".join(part for part in (scene.spot, agenda.place) if part)))
    event.add_component(_alarm(ALARM_MINUTES, scene.name))
    return event


def _swap(swap: AgendaSwap, agenda: Agenda) -> Event:
    event = _event(agenda, swap.key, swap.what, swap.at, swap.at + timedelta(minutes=SWAP_MINUTES))
    event.add(
        "description", one_line(f"{swap.where}. From {swap.earliest:%H:%M} on. If it is skipped: {swap.skipped}.")
    )
    event.add_component(_alarm(SWAP_MINUTES, swap.what))
    return event


def _piece(piece: AgendaPiece, agenda: Agenda) -> Event:
    words = f"{piece.camera}: {piece.what}"
    event = _event(agenda, piece.key, words, piece.at, piece.at + timedelta(minutes=SWAP_MINUTES))
    event.add("description", one_line(piece.where))
    if piece.while_filming or piece.kind == "short":
        event.add_component(_alarm(SWAP_MINUTES, words))
    return event


def _charge(agenda: Agenda) -> Event:
    evening = datetime.combine(agenda.day - timedelta(days=1), CHARGE_AT, tzinfo=ZoneInfo(agenda.zone))
    event = _event(agenda, f"{agenda.key}-charge", f"Charge and empty for {agenda.name}", evening,
                   evening + timedelta(minutes=30))  # fmt: skip
    event.add("description", _lines(agenda.charge))
    event.add_component(_alarm(0, f"Charge for {agenda.name}"))
    return event
