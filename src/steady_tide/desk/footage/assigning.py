"""Finding the scene, camera and take of a clip."""

from datetime import datetime, timedelta
from typing import Final
from zoneinfo import ZoneInfo

from steady_tide.core.errors import BadInput
from steady_tide.core.footage.assign import Assigned, Possible, assign, looked_at, without_look
from steady_tide.core.footage.causes import codec_of, cost, otherwise
from steady_tide.core.footage.comparison import measured_signs
from steady_tide.core.footage.expected import expected, scene_under
from steady_tide.core.footage.expected_recording import recorded
from steady_tide.core.kit.settings import Setting
from steady_tide.core.plan.physics.space import Spaces
from steady_tide.core.reading.reading import Reading
from steady_tide.desk.footage.comparing import Comparing, Set
from steady_tide.desk.workplace import Workplace
from steady_tide.store.repositories.setups import setups_of
from steady_tide.store.repositories.shoots import scenes_of, shoots
from steady_tide.store.tables import SceneRow, SetupRow, ShootRow

NEAR: Final = timedelta(days=2)
"""Shoots this near to a clip are looked at where nobody says which it is of."""
MOST_SHOOTS: Final = 3
MOST_POSSIBLE: Final = 60
NO_SUCH_SET: Final = 4
"""Facts that are taken to be otherwise where a camera has no such set any more."""
LOOKS_OTHERWISE: Final = 100.0
"""Squares that such a set is taken to look otherwise by."""


def facts_off(spaces: Spaces, sets: list[Set], reading: Reading) -> list[int]:
    """For each set: how many facts of the file it would have otherwise."""
    found = []
    for one in sets:
        try:
            base = recorded(spaces, one.problem, one.values, one.light, one.plate)
        except BadInput:
            found.append(NO_SUCH_SET)
            continue
        codec = codec_of(str(one.values[Setting.CODEC]))
        found.append(len(otherwise(reading.facts, base.shot, one.values, codec)))
    return found


def looks(spaces: Spaces, sets: list[Set], prices: list[float], reading: Reading) -> list[float]:
    """For each set that may be the likeliest: squares of how the signs differ. prices: by time and facts."""
    from steady_tide.media.plates import plate

    def look(at: int) -> float:
        one = sets[at]
        try:
            base = recorded(spaces, one.problem, one.values, one.light, one.plate)
        except BadInput:
            return LOOKS_OTHERWISE
        scene = scene_under(plate(one.plate), base.shot)
        return cost(measured_signs(reading, base.shot, scene), expected(base.shot, scene))

    return looked_at(prices, look)


class Assigning:
    """Assigns one account's clips."""

    def __init__(self, at: Workplace, comparing: Comparing) -> None:
        self.at = at
        self.rows = at.rows
        self.comparing = comparing

    def assign(self, shoot_id: object, reading: Reading) -> tuple[ShootRow, Assigned] | None:
        """The likeliest scene, camera and take of a clip, within its shoot where that is known."""
        found: list[tuple[ShootRow, SceneRow, SetupRow, Set]] = []
        for shoot in self._shoots(shoot_id, reading):
            for scene in scenes_of(self.rows, shoot.id):
                for setup in setups_of(self.rows, scene.id):
                    if len(found) < MOST_POSSIBLE and (one := self.comparing.set_of(setup, None)) is not None:
                        found.append((shoot, scene, setup, one))
        if not found:
            return None
        made, seconds, sets = reading.facts.made_at, reading.facts.seconds, [one for *_, one in found]
        wrong = self.at.shared.planners.ask(facts_off, sets, reading)
        possible = [
            self._possible(shoot, scene, setup, count)
            for (shoot, scene, setup, _), count in zip(found, wrong, strict=True)
        ]
        prices = [without_look(made, seconds, one) for one in possible]
        seen = self.at.shared.planners.ask(looks, sets, prices, reading)
        possible = [one._replace(look=look) for one, look in zip(possible, seen, strict=True)]
        best = assign(made, seconds, possible)
        if best is None:
            return None
        return next(shoot for shoot, _, setup, _ in found if setup.id == best.setup), best

    def _shoots(self, shoot_id: object, reading: Reading) -> list[ShootRow]:
        every = shoots(self.rows)
        if shoot_id is not None:
            return [one for one in every if one.id == shoot_id]
        made = reading.facts.made_at
        near = [one for one in every if made and one.day and abs(one.day - made.date()) <= NEAR]
        return near[:MOST_SHOOTS]

    def _possible(self, shoot: ShootRow, scene: SceneRow, setup: SetupRow, wrong: int) -> Possible:
        starts, ends = self._planned(shoot, scene)
        takes = [(take.id, take.at) for take in self.comparing.takes(shoot.id) if take.setup == setup.id]
        return Possible(scene.id, setup.id, starts, ends, takes, wrong, look=0.0)

    def _planned(self, shoot: ShootRow, scene: SceneRow) -> tuple[datetime | None, datetime | None]:
        """When a scene is planned, where that is known."""
        if shoot.day is None or scene.starts is None or scene.ends is None:
            return None, None
        over = self.comparing.planner.skies.over(shoot)
        if over is None:
            return None, None
        midnight = datetime.combine(shoot.day, datetime.min.time(), ZoneInfo(over.sky.zone))
        return midnight + timedelta(minutes=scene.starts), midnight + timedelta(minutes=scene.ends)
