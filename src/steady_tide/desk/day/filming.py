"""Changing a day: when, where, which way and how deep scenes are filmed, the weather, what was measured, the order."""

from collections.abc import Mapping, Sequence
from typing import Annotated, Any
from uuid import UUID

from pydantic import Field, StringConstraints

from steady_tide.core.day.dive import with_profile
from steady_tide.core.day.order import MOST_SCENES, Suggestion, suggestion
from steady_tide.core.errors import BadInput, Problem
from steady_tide.core.light.daylight import Ground
from steady_tide.core.light.level import LampLight, SkyLight, SunLight
from steady_tide.core.light.reading import Measured, checked
from steady_tide.core.plan.problem.brief import Brief, DivePoint, Reachable
from steady_tide.core.typed import Typed
from steady_tide.desk.compute.heavens import NIGHT_MINUTES
from steady_tide.desk.day.days import Days
from steady_tide.desk.day.views import DayView, MoveView, OrderView
from steady_tide.desk.records.history import History
from steady_tide.desk.workplace import Workplace
from steady_tide.store.repositories.shoots import readings_of
from steady_tide.store.tables import ReadingRow, SceneRow, ShootRow

LATEST_MINUTE = 1500
LAST_END = LATEST_MINUTE + NIGHT_MINUTES - 60
SHORTEST_MINUTES = 5
MOST_READINGS = 200


class Filming(Typed):
    """What can be changed of a scene on its day; only the fields that are given change. Times in minutes."""

    starts: int | None = Field(default=None, ge=0, le=3000)
    ends: int | None = Field(default=None, ge=0, le=3000)
    spot: Annotated[str, StringConstraints(strip_whitespace=True, max_length=60)] = ""
    fixed: bool = False
    heading_deg: float | None = Field(default=None, ge=0, lt=360)
    tilt_deg: float = Field(default=0, ge=-90, le=90)
    height_m: float = Field(default=1.6, ge=0.001, le=500)
    reachable: Reachable | None = None
    shade_stops: float = Field(default=0, ge=0, le=8)
    ground: Ground = "plain"
    depth_m: float = Field(default=5, ge=0.01, le=60)
    shallowest_m: float = Field(default=0.5, ge=0, le=60)
    colour: str = "green"
    profile: Annotated[list[DivePoint], Field(max_length=200)] = []


TIME = ("starts", "ends")
AIM = ("heading_deg", "tilt_deg", "height_m")
SKY = ("shade_stops", "ground")
WATER = ("depth_m", "shallowest_m", "colour", "profile")


class FilmingDesk:
    """One account's changes to its days. Every answer is the whole day anew."""

    def __init__(self, at: Workplace) -> None:
        self.at = at
        self.rows = at.rows

    def day(self, shoot_id: UUID) -> DayView:
        """The day as it stands now."""
        self.rows.flush()
        return Days(self.at).day(shoot_id)

    def film(self, scene_id: UUID, filming: Filming) -> DayView:
        """Change when, where, which way or how deep a scene is filmed. One step to undo."""
        scene = self.rows.get(SceneRow, scene_id, lock=True)
        self._film(scene, filming)
        return self.day(scene.shoot_id)

    def _film(self, scene: SceneRow, filming: Filming) -> None:
        given = {name: getattr(filming, name) for name in filming.model_fields_set}
        if any(name in given for name in TIME):
            scene.starts, scene.ends = filmed_times(filming.starts, filming.ends)
        scene.spot, scene.fixed = given.get("spot", scene.spot), given.get("fixed", scene.fixed)
        brief = _with_filming(Brief.opened(scene.brief), given)
        if any(name in given for name in TIME):
            brief = _lapsing(brief, scene)
        scene.brief = brief.plain()
        History(self.rows, scene).keep(_label(given))

    def film_all(self, shoot_id: UUID, times: Sequence[tuple[UUID, int, int]]) -> DayView:
        """Give several scenes of a shoot their times at once; all or none."""
        # Two windows that give several scenes their times take them in one order.
        for scene_id, starts, ends in sorted(times):
            scene = self.rows.get(SceneRow, scene_id, lock=True)
            if scene.shoot_id != shoot_id:
                raise BadInput([Problem(("times",), "one of these scenes is not on this shoot")])
            self._film(scene, Filming(starts=starts, ends=ends))
        return self.day(shoot_id)

    def cloud(self, shoot_id: UUID, okta: float) -> DayView:
        """Change the cloud over a shoot [okta]."""
        self.rows.get(ShootRow, shoot_id, lock=True).cloud_okta = okta
        return self.day(shoot_id)

    def measure(
        self, shoot_id: UUID, *, scene_id: UUID | None, minute: int, measured: Measured, named: UUID | None = None
    ) -> DayView:
        """Keep a reading, once; the day bent through it."""
        if self.rows.made(ReadingRow, named) is None:
            self.keep_reading(shoot_id, scene_id=scene_id, minute=minute, measured=measured, named=named)
        return self.day(shoot_id)

    def may_measure(self, shoot_id: UUID, *, scene_id: UUID | None, minute: int) -> None:
        """Raises BadInput or NotFound where a reading could not be kept."""
        shoot = self.rows.get(ShootRow, shoot_id, lock=True)
        if scene_id is not None and self.rows.get(SceneRow, scene_id).shoot_id != shoot.id:
            raise BadInput([Problem(("scene_id",), "this scene is not on this shoot")])
        if not 0 <= minute <= LAST_END:
            raise BadInput([Problem(("minute",), "it lies within the day and the night after it")])
        if len(readings_of(self.rows, shoot.id)) >= MOST_READINGS:
            raise BadInput([Problem(("measured",), f"a shoot keeps {MOST_READINGS} readings; remove some first")])

    def keep_reading(
        self, shoot_id: UUID, *, scene_id: UUID | None, minute: int, measured: Measured, named: UUID | None = None
    ) -> None:
        """Keep a reading: of the open sky, or on the subject of a scene; from then on it bends the model."""
        self.may_measure(shoot_id, scene_id=scene_id, minute=minute)
        checked(measured)
        plain = measured.plain()
        reading = ReadingRow(shoot_id=shoot_id, scene_id=scene_id, minute=minute, measured=plain)
        self.rows.add(reading, named=named)

    def forget(self, shoot_id: UUID, reading_id: UUID) -> DayView:
        """Remove a reading, if it is there; the model holds again."""
        shoot = self.rows.get(ShootRow, shoot_id, lock=True)
        reading = self.rows.made(ReadingRow, reading_id)
        if reading is not None and reading.shoot_id == shoot.id:
            self.rows.delete(reading)
        return self.day(shoot.id)

    def dived(self, scene_id: UUID, points: Sequence[DivePoint]) -> DayView:
        """Take the depths of a dive log for a scene under water."""
        scene = self.rows.get(SceneRow, scene_id, lock=True)
        brief = Brief.opened(scene.brief)
        if brief.water is None:
            raise BadInput([Problem(("file",), "only a scene under water takes a dive profile")])
        scene.brief = brief.model_copy(update={"water": with_profile(brief.water, points)}).plain()
        History(self.rows, scene).keep("dive profile")
        return self.day(scene.shoot_id)

    def order(self, shoot_id: UUID) -> OrderView:
        """A better order of the timed scenes, as a suggestion; nothing is changed."""
        shoot = self.rows.get(ShootRow, shoot_id)
        timed = [one for one in Days(self.at).scheduled(shoot) if one.scene.timed is not None]
        if len(timed) > MOST_SCENES:
            words = f"{len(timed)} scenes have a time; an order is proposed for {MOST_SCENES} at most."
            return _no_order(words)
        found = suggestion([one.scene.movable for one in timed], travel_minutes=shoot.travel_minutes)
        if found is None:
            return _no_order("No other order keeps more of the day within its marks.")
        return _order_view(found, {one.scene.key: one.row for one in timed})


def filmed_times(starts: int | None, ends: int | None) -> tuple[int | None, int | None]:
    """When a scene is filmed [minutes], or that it is not said. Raises BadInput for what no day has."""
    if (starts is None) != (ends is None):
        raise BadInput([Problem(("ends",), "give a start and an end, or neither")])
    if starts is None or ends is None:
        return None, None
    if starts >= LATEST_MINUTE:
        raise BadInput([Problem(("starts",), "it lies within the day")])
    if ends - starts < SHORTEST_MINUTES:
        raise BadInput([Problem(("ends",), f"it lies at least {SHORTEST_MINUTES} minutes after the start")])
    if ends > LAST_END:
        raise BadInput([Problem(("ends",), "it lies before noon of the next day")])
    return starts, ends


def _lapsing(brief: Brief, scene: SceneRow) -> Brief:
    """A scene at intervals runs for as long as it is filmed."""
    if brief.lapse is None or not brief.at_intervals or scene.starts is None or scene.ends is None:
        return brief
    lapse = brief.lapse.model_copy(update={"hours": round((scene.ends - scene.starts) / 60.0, 3)})
    return brief.model_copy(update={"lapse": lapse})


def _with_filming(brief: Brief, given: Mapping[str, Any]) -> Brief:
    """A brief with what changed of its aim, its sky and its water."""
    changed: dict[str, Any] = {}
    aim = {name: given[name] for name in AIM if name in given}
    if aim.get("heading_deg", 0) is None:
        changed["aim"] = None
    elif aim:
        changed["aim"] = {**(brief.aim.plain() if brief.aim else {"heading_deg": 0.0}), **aim}
    if "reachable" in given:
        changed["reachable"] = given["reachable"]
    sky = {name: given[name] for name in SKY if name in given}
    if sky:
        if not isinstance(brief.light, SkyLight | SunLight | LampLight):
            told = "its light is stated by name or reading; take the light of place and time on the bench first"
            raise BadInput([Problem((next(iter(sky)),), told)])
        changed["light"] = {**brief.light.plain(), **sky}
    water = {name: given[name] for name in WATER if name in given}
    if water:
        changed["water"] = _watered(brief, water)
    return Brief.read({**brief.plain(), **changed}) if changed else brief


def _watered(brief: Brief, water: Mapping[str, Any]) -> dict[str, Any]:
    if brief.water is None:
        raise BadInput([Problem((next(iter(water)),), "this scene is not under water")])
    merged = brief.water.model_copy(update={k: v for k, v in water.items() if k != "profile"})
    if water.get("profile"):
        return with_profile(merged, water["profile"]).plain()
    kept = {} if "profile" in water or "depth_m" in water else {"profile": brief.water.plain()["profile"]}
    return {**merged.plain(), "profile": [], **kept}


def _label(given: Mapping[str, Any]) -> str:
    names = {
        "time of filming": TIME, "heading": AIM, "light": SKY, "depth": WATER,
        "spot": ("spot",), "fixed time": ("fixed",), "reach": ("reachable",),
    }  # fmt: skip
    return next((label for label, fields in names.items() if any(name in given for name in fields)), "the day")


def _no_order(words: str) -> OrderView:
    return OrderView(
        words=words, moves=[], minutes_out_before=0, minutes_out=0, worst_stops_before=0, worst_stops=0,
        travel_minutes_before=0, travel_minutes=0,
    )  # fmt: skip


def _order_view(suggested: Suggestion, scenes: Mapping[str, SceneRow]) -> OrderView:
    kept = [scenes[key].name for key in suggested.order]
    return OrderView(
        words=", then ".join(kept),
        moves=[
            MoveView(
                scene_id=UUID(move.scene),
                name=scenes[move.scene].name,
                starts=move.starts,
                ends=move.ends,
                starts_before=scenes[move.scene].starts or 0,
                ends_before=scenes[move.scene].ends or 0,
            )
            for move in suggested.moves
        ],
        **suggested.model_dump(exclude={"moves", "order"}),
    )
