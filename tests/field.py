"""Entries of the field for the tests: one at a time, and as several phones may make them."""

from datetime import UTC, datetime, timedelta
from typing import Any, get_args
from uuid import UUID, uuid4

from hypothesis import strategies as st

from steady_tide.core.field.entries import FAULTS, Verdict

NOON = datetime(2026, 9, 19, 10, tzinfo=UTC)
SCENES = [str(UUID(int=number)) for number in (101, 102)]
SETUP = str(UUID(int=201))
TAKES = [str(UUID(int=number)) for number in (1, 2, 3)]
NOTES = [str(UUID(int=number)) for number in (11, 12)]


def noted(kind: str, minutes: float = 0, *, named: str | None = None, **fields: Any) -> dict[str, Any]:
    """An entry some minutes after noon, as it is sent."""
    at = (NOON + timedelta(minutes=minutes)).isoformat()
    return {"kind": kind, "id": named or str(uuid4()), "at": at, **fields}


def _kind(
    kind: str, ids: st.SearchStrategy[str], **fields: st.SearchStrategy[Any]
) -> st.SearchStrategy[dict[str, Any]]:
    # Few moments, so that many things are said at the same one.
    at = st.integers(0, 3).map(lambda minutes: (NOON + timedelta(minutes=minutes)).isoformat())
    return st.fixed_dictionaries({"kind": st.just(kind), "id": ids, "at": at, **fields})


def acts(
    *, setup: str = SETUP, shot: str = SCENES[1], scenes: list[str] | None = None
) -> st.SearchStrategy[dict[str, Any]]:
    """Anything that a phone notes."""
    new, yes, take = st.uuids().map(str), st.booleans(), st.sampled_from(TAKES)
    scene, values = st.sampled_from(scenes or SCENES), st.sampled_from(["1/50", "1/100"])
    return st.one_of(
        _kind("take", take, scene=scene),
        _kind("take-gone", new, take=take, gone=yes),
        _kind("verdict", new, take=take, verdict=st.sampled_from([*get_args(Verdict), None])),
        _kind("fault", new, take=take, fault=st.sampled_from(FAULTS[:2]), there=yes),
        _kind("note", st.sampled_from(NOTES), about=st.sampled_from([*TAKES, SCENES[0]]), text=st.sampled_from("ab")),
        _kind("note-gone", new, note=st.sampled_from(NOTES), gone=yes),
        _kind("check", new, key=st.sampled_from(["lens", "dark"]), done=yes),
        _kind("shot", new, shot=st.just(shot), done=yes),
        _kind("read-back", new, setup=st.just(setup), setting=st.just("shutter"), value=values, read_back=yes),
    )


def three_phones(**where: Any) -> st.SearchStrategy[list[list[dict[str, Any]]]]:
    """What three phones noted, each in its order; an id means one entry, whoever made it."""
    return st.lists(st.lists(acts(**where), max_size=7), min_size=3, max_size=3).map(_each_id_once)


def _each_id_once(phones: list[list[dict[str, Any]]]) -> list[list[dict[str, Any]]]:
    known: dict[str, dict[str, Any]] = {}
    return [[known.setdefault(entry["id"], entry) for entry in phone] for phone in phones]
