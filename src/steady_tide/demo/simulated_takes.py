"""A developer's chore: the simulated camera films the made-up shoot, as its clips tell. What it makes is shipped."""

from collections.abc import Mapping
from datetime import UTC, datetime, time, timedelta
from pathlib import Path
from uuid import UUID
from zoneinfo import ZoneInfo

from steady_tide.core.footage.causes import codec_of
from steady_tide.core.footage.expected_recording import recorded
from steady_tide.core.kit.settings import Setting, Value
from steady_tide.core.picture.shot import Shot
from steady_tide.core.plan.physics.space import Spaces
from steady_tide.demo.footage import Story, setup_of
from steady_tide.demo.load import DAY
from steady_tide.desk.footage.comparing import Comparing
from steady_tide.desk.workplace import Workplace
from steady_tide.media.camera import Recording, Truth, shoot
from steady_tide.media.plates import plate
from steady_tide.store.tables import ShootRow


def film(at: Workplace, shoot_id: UUID, story: Story, to: Path) -> Truth:
    """Film one clip with the set of its camera on its scene, but for what was dialled in otherwise.

    Raises LookupError where that camera has no set there.
    """
    comparing = Comparing(at)
    one = comparing.set_of(setup_of(at.rows, shoot_id, story), None)
    if one is None:
        raise LookupError(f"{story.device} has no set for {story.scene}")
    values = {**one.values, **{Setting(name): value for name, value in story.dial.items()}}
    shot = _shaken(recorded(Spaces(), one.problem, values, one.light, one.plate).shot, story.shakes)
    over = comparing.planner.skies.over(at.rows.get(ShootRow, shoot_id))
    zone = ZoneInfo("UTC" if over is None else over.sky.zone)
    return shoot(plate(shot.plate), shot, story.happening, _recording(values, story, zone), to)


def _shaken(shot: Shot, times: float) -> Shot:
    """A shot by somebody who shakes so many times as much as is taken for the way of carrying."""
    motion = shot.motion
    told = {"shake_rad_s": times * motion.shake_rad_s, "jitter_rad_s": times * motion.jitter_rad_s}
    return shot.model_copy(update={"motion": motion.model_copy(update=told)})


def _recording(values: Mapping[Setting, Value], story: Story, zone: ZoneInfo) -> Recording:
    begun = datetime.combine(DAY, time(), zone) + timedelta(minutes=story.minute)
    return Recording.read(
        {
            "codec": codec_of(str(values[Setting.CODEC])),
            "bit_depth": int(values[Setting.BIT_DEPTH]),
            "rate": str(values[Setting.FRAME_RATE]),
            "mbit_s": story.mbit_s,
            "made_at": begun.astimezone(UTC).isoformat(),
            "timecode": f"{begun:%H:%M:%S}:00",
        }
    )
