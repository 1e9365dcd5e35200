"""Dive profiles in: UDDF, the open dive-log format, and CSV of time and depth. Files are strangers'."""

import csv
import io
import re
from collections.abc import Sequence
from math import isfinite
from typing import Final, NoReturn
from xml.etree.ElementTree import Element, ParseError

from defusedxml import DefusedXmlException
from defusedxml.ElementTree import iterparse

from steady_tide.core.errors import BadInput, Problem
from steady_tide.core.plan.problem.brief import DivePoint

LARGEST_CHARACTERS: Final = 3_000_000
MOST_SAMPLES: Final = 100_000
DEEPEST_NESTING: Final = 40
LONGEST_MINUTES: Final = 600.0
DEEPEST_M: Final = 200.0
FEET: Final = 0.3048


def dive_points(text: str) -> list[DivePoint]:
    """The profile in a dive log: UDDF where it is XML, else CSV. Times from the first sample [min], depths [m].

    Raises BadInput in words for anything else, for bombs of entities, for what is too large or no dive.
    """
    if len(text) > LARGEST_CHARACTERS:
        _refuse(f"this file is larger than {LARGEST_CHARACTERS // 1_000_000} million characters")
    if "\0" in text:
        _refuse("this is no text file")
    samples = _from_uddf(text) if text.lstrip("\ufeff \t\r\n").startswith("<") else _from_csv(text)
    return _checked(samples)


def _refuse(message: str) -> NoReturn:
    raise BadInput([Problem(("file",), message)])


def _from_uddf(text: str) -> list[tuple[float, float]]:
    """Samples of the dive that lasts longest: (minutes, metres). UDDF gives seconds and metres."""
    try:
        dives = _dives(text.lstrip("\ufeff \t\r\n"))
    except DefusedXmlException:
        _refuse("this file defines entities or a document type, which a dive log has no need of; it is not read")
    except (ParseError, ValueError, LookupError) as error:
        _refuse(f"this is not well-formed XML: {error}")
    found = max(dives, key=lambda samples: samples[-1][0] if samples else -1.0, default=[])
    if not found:
        _refuse("there is no dive with samples of depth and time in this file")
    return found


def _dives(text: str) -> list[list[tuple[float, float]]]:
    """The samples of every dive, in order of time. Read element by element; a waypoint belongs to one dive."""
    dives: list[list[tuple[float, float]]] = []
    inside: list[str] = []
    values: dict[str, str] = {}
    samples = 0
    for event, node in iterparse(io.StringIO(text), events=("start", "end"), forbid_dtd=True):
        name = _name(node)
        if event == "start":
            inside.append(name)
            _check_nesting(inside)
            if name == "dive":
                dives.append([])
            continue
        inside.pop()
        if inside and inside[-1] == "waypoint":
            values[name] = (node.text or "").strip()
        elif name == "waypoint":
            if dives and "dive" in inside and "depth" in values and "divetime" in values:
                dives[-1].append((_number(values["divetime"], "divetime") / 60.0, _number(values["depth"], "depth")))
                samples += 1
            values = {}
        if samples > MOST_SAMPLES:
            _refuse(f"a dive log may hold at most {MOST_SAMPLES} samples")
        node.clear()
    return [sorted(dive) for dive in dives]


def _check_nesting(inside: Sequence[str]) -> None:
    if inside[0] != "uddf":
        _refuse(f"this is XML, but no UDDF: its first element is {inside[0][:40]}")
    if len(inside) > DEEPEST_NESTING or inside.count("dive") > 1:
        _refuse("its elements stand in one another more deeply than those of a dive log do")


def _name(node: Element) -> str:
    return str(node.tag).rsplit("}", 1)[-1]


def _number(text: str, what: str) -> float:
    try:
        value = float(text)
    except ValueError:
        _refuse(f"“{text[:30]}” is no number for {what}")
    if not isfinite(value):
        _refuse(f"“{text[:30]}” is no number for {what}")
    return value


def _from_csv(text: str) -> list[tuple[float, float]]:
    """Samples of a table with a column of time and one of depth; its head says seconds or feet where it means them."""
    lines = [line for line in text.lstrip("\ufeff").splitlines() if line.strip()]
    if not lines:
        _refuse("this file is empty")
    delimiter = max(";\t,", key=lines[0].count)
    try:
        rows = list(csv.reader(io.StringIO("\n".join(lines[: MOST_SAMPLES + 2])), delimiter=delimiter))
    except csv.Error as error:
        _refuse(f"this is no table: {error}")
    head = [cell.strip().lower() for cell in rows[0]]
    time, depth, headed = _columns(head)
    to_minutes = 1.0 / 60.0 if headed and re.search(r"\bs(ec|econds?)?\b|\(s\)|_s\b", head[time]) else 1.0
    to_metres = FEET if headed and re.search(r"f(ee)?t", head[depth]) else 1.0
    if len(lines) > MOST_SAMPLES + 1:
        _refuse(f"a dive has at most {MOST_SAMPLES} samples")
    found = []
    for number, row in enumerate(rows[1:] if headed else rows, start=2 if headed else 1):
        if len(row) <= max(time, depth):
            _refuse(f"row {number} has no value for both time and depth")
        found.append((_time(row[time], number) * to_minutes, _cell(row[depth], number) * to_metres))
    return sorted(found)


def _columns(head: Sequence[str]) -> tuple[int, int, bool]:
    """Which columns are time and depth, and whether there is a head at all."""
    if len(head) < 2:
        _refuse("two columns are needed: time and depth")
    if all(re.fullmatch(r"[-+\d.,:]*", cell) for cell in head):
        return 0, 1, False
    time = next((i for i, cell in enumerate(head) if re.search(r"time|minute|min\b|sec", cell)), None)
    depth = next((i for i, cell in enumerate(head) if "depth" in cell), None)
    if time is None or depth is None:
        _refuse("the first row has to name a column of time and one of depth")
    return time, depth, True


def _time(text: str, row: int) -> float:
    """Minutes, or minutes and seconds as 12:30."""
    minutes, colon, seconds = text.strip().partition(":")
    if not colon:
        return _cell(text, row)
    return _cell(minutes, row) + _cell(seconds, row) / 60.0


def _cell(text: str, row: int) -> float:
    return _number(text.strip().replace(",", "."), f"row {row}")


def _checked(samples: Sequence[tuple[float, float]]) -> list[DivePoint]:
    if len(samples) < 2:
        _refuse("a profile takes at least two samples")
    first = samples[0][0]
    for minute, depth in samples:
        if not -1.0 <= depth <= DEEPEST_M:
            _refuse(f"{depth:g} m is no depth this can be; are the units right?")
        if minute - first > LONGEST_MINUTES:
            _refuse(f"this dive lasts over {LONGEST_MINUTES:.0f} minutes; are the times in seconds?")
    if samples[-1][0] - first <= 0:
        _refuse("all samples are at one time")
    return [DivePoint(minute=minute - first, depth_m=max(depth, 0.0)) for minute, depth in samples]
