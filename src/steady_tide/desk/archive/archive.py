"""Everything an account owns, taken out as an archive, and brought in again beside what is there."""

from collections.abc import Callable, Sequence
from dataclasses import asdict, fields
from uuid import UUID, uuid4

from steady_tide.core.errors import BadInput, Problem
from steady_tide.core.kit.bag import Kit
from steady_tide.core.light.reading import checked
from steady_tide.core.plan.prices.book import BOOK
from steady_tide.core.plan.problem.brief import Brief
from steady_tide.core.plan.problem.wishes import read_pins
from steady_tide.core.ready.checks import OWN_LINE
from steady_tide.desk.archive.footage import bring_shakes, clips_told, shakes_of
from steady_tide.desk.day.filming import filmed_times
from steady_tide.desk.field.logbook import Logbooks
from steady_tide.desk.inventory.kit import KitDesk
from steady_tide.desk.preferences.stances import Stances
from steady_tide.desk.preferences.upkeep import keep_upkeep, upkeep_of
from steady_tide.desk.ready.shots import ShotLists
from steady_tide.desk.ready.stock import Stock
from steady_tide.desk.records.dialled import Dialled
from steady_tide.desk.records.history import first_state
from steady_tide.desk.shoots.places import Places
from steady_tide.desk.shoots.shoots import ShootFacts
from steady_tide.desk.workplace import Workplace
from steady_tide.formats.archive import (
    Archive,
    KeptCheck,
    KeptPiece,
    KeptPlace,
    KeptReading,
    KeptScene,
    KeptSchool,
    KeptSetup,
    KeptShoot,
    KeptShot,
    KeptSlot,
    packed,
)
from steady_tide.store.errors import Taken
from steady_tide.store.repositories.kit import devices
from steady_tide.store.repositories.ready import checks_of
from steady_tide.store.repositories.setups import dialled, setups_of
from steady_tide.store.repositories.shoots import readings_of, scenes_of, shoots
from steady_tide.store.tables import CheckRow, ReadingRow, SceneRow, SetupRow, ShootRow


class Archives:
    """One account's archives."""

    def __init__(self, at: Workplace) -> None:
        self.at, self.rows = at, at.rows

    # Out.

    def taken_out(self) -> bytes:
        """The whole account as a zip of open formats."""
        keys = {row.id: row.key for row in devices(self.rows)}
        stances = Stances(self.rows)
        slots: dict[tuple[str, int], dict[str, str]] = {}
        for row in dialled(self.rows):
            slots.setdefault((keys[row.device_id], row.slot), {})[row.setting] = row.value
        archive = Archive(
            usual_school=stances.usual,
            weights=stances.weights,
            schools=[KeptSchool(key=one.key, line=one.line, stance=one.stance) for one in stances.schools() if one.own],
            places=[
                KeptPlace(name=one.name, latitude_deg=one.latitude_deg, longitude_deg=one.longitude_deg)
                for one in Places(self.rows).all()
            ],
            shoots=[self._shoot(row, keys) for row in shoots(self.rows)],
            dialled=[KeptSlot(device=key, slot=slot, values=values) for (key, slot), values in slots.items()],
            pieces=[
                KeptPiece(item=key, number=number, state=state)
                for (key, number), state in Stock(self.rows).states.items()
            ],
            upkeep=upkeep_of(self.rows),
            takes=Logbooks(self.at).takes(),
            shakes=shakes_of(self.rows),
        )
        return packed(archive, KitDesk(self.rows).kit() if keys else None, clips_told(self.rows, keys))

    def _shoot(self, row: ShootRow, keys: dict[UUID, str]) -> KeptShoot:
        scenes = scenes_of(self.rows, row.id)
        at = {scene.id: number for number, scene in enumerate(scenes)}
        numbers = {str(key): number for key, number in at.items()}
        return KeptShoot(
            **{one.name: getattr(row, one.name) for one in fields(ShootFacts)},
            scenes=[self._scene(scene, keys) for scene in scenes],
            readings=[
                KeptReading(
                    scene=at.get(one.scene_id) if one.scene_id else None,
                    minute=one.minute,
                    measured=one.measured,
                )
                for one in readings_of(self.rows, row.id)
            ],
            checks=[_kept(one) for one in checks_of(self.rows, row.id)],
            shots=[
                KeptShot(scene=numbers.get(shot.scene), shot=shot.model_copy(update={"scene": ""}))
                for shot in ShotLists(self.at).shots(row.id)
            ],
        )

    def _scene(self, scene: SceneRow, keys: dict[UUID, str]) -> KeptScene:
        return KeptScene(
            name=scene.name,
            brief=Brief.opened(scene.brief),
            starts=scene.starts,
            ends=scene.ends,
            spot=scene.spot,
            fixed=scene.fixed,
            setups=[
                KeptSetup(device=keys[one.device_id], school=one.school, slot=one.slot, pins=one.pins)
                for one in setups_of(self.rows, scene.id)
            ],
        )

    # In.

    def bring_in(self, archive: Archive, kit: Kit | None, told: Callable[[float], None] = lambda share: None) -> None:
        """Take an archive in: cameras and things replace those of the same key, all else is added.

        told: is told the share that is done [0, 1]. Raises BadInput in words where its parts do not belong together;
        then nothing is to be kept.
        """
        if kit is not None:
            KitDesk(self.rows).bring_in(kit)
        ids = {row.key: row.id for row in devices(self.rows)}
        schools = self._taste(archive)
        for place in archive.places:
            try:
                Places(self.rows).add(**place.model_dump())
            except Taken:
                continue
        for number, shoot in enumerate(archive.shoots):
            self._bring_shoot(shoot, ids, schools, number)
            told((number + 1) / (len(archive.shoots) + 1))
        for slot in archive.dialled:
            if slot.device in ids:
                Dialled(self.rows).confirm(
                    ids[slot.device], slot.slot, {name.value: kept for name, kept in slot.values.items()}
                )

        self._bring_upkeep(archive)
        Logbooks(self.at).bring_in(archive.takes)
        bring_shakes(self.rows, archive.shakes)

    def _bring_upkeep(self, archive: Archive) -> None:
        """How cells and cards stand, and what budgets rest on."""
        if archive.upkeep is not None:
            keep_upkeep(self.rows, archive.upkeep)
        stock = Stock(self.rows)
        for piece in archive.pieces:
            stock.note(piece.item, piece.number, piece.state)

    def _taste(self, archive: Archive) -> dict[str, str]:
        """Own schools and weights; which key each school of the archive has here."""
        stances, found = Stances(self.rows), {}
        here = {school.name.lower(): school.key for school in stances.schools()}
        for school in archive.schools:
            name = school.stance.name.strip().lower()
            known = here.get(name)
            found[school.key] = known or stances.save(school.stance, line=school.line).key
        for key, weight in archive.weights.items():
            if key not in BOOK:
                words = "there is no such price here; was this made by a newer version?"
                raise BadInput([Problem(("weights", key), words)])
            stances.weigh(key, weight)
        return found

    def _bring_shoot(self, shoot: KeptShoot, ids: dict[str, UUID], schools: dict[str, str], number: int) -> None:
        facts = ShootFacts(**{one.name: getattr(shoot, one.name) for one in fields(ShootFacts)})
        row = self.rows.add(ShootRow(**{**asdict(facts), "school": schools.get(facts.school, facts.school)}))
        self._known(shoot, ids, number)
        scenes = [self._scene_row(row.id, position, scene) for position, scene in enumerate(shoot.scenes)]
        self.rows.add_all(scenes)
        setups = [
            [
                SetupRow(
                    id=uuid4(),
                    scene_id=scene.id,
                    device_id=ids[setup.device],
                    position=position,
                    slot=setup.slot,
                    school=schools.get(setup.school, setup.school),
                    pins=dict(setup.pins),
                )
                for position, setup in enumerate(told.setups)
            ]
            for scene, told in zip(scenes, shoot.scenes, strict=True)
        ]
        self.rows.add_all([setup for one in setups for setup in one])
        self.rows.add_all([first_state(scene, one) for scene, one in zip(scenes, setups, strict=True)])
        readings = []
        for reading in shoot.readings:
            checked(reading.measured)
            scene_id = scenes[reading.scene].id if reading.scene is not None and reading.scene < len(scenes) else None
            plain = reading.measured.plain()
            readings.append(ReadingRow(shoot_id=row.id, scene_id=scene_id, minute=reading.minute, measured=plain))
        self.rows.add_all(readings)
        self._bring_lists(row.id, shoot, [str(scene.id) for scene in scenes])

    def _known(self, shoot: KeptShoot, ids: dict[str, UUID], number: int) -> None:
        """Raises BadInput for a camera that is not there, or pins that are none."""
        for at, scene in enumerate(shoot.scenes):
            for setup in scene.setups:
                if setup.device not in ids:
                    path = ("shoots", number, "scenes", at)
                    raise BadInput([Problem(path, f"the kit of this archive has no camera {setup.device}")])
                read_pins(setup.pins)

    def _scene_row(self, shoot_id: UUID, position: int, scene: KeptScene) -> SceneRow:
        starts, ends = filmed_times(scene.starts, scene.ends)
        return SceneRow(
            id=uuid4(),
            shoot_id=shoot_id,
            position=position,
            name=scene.name,
            brief=scene.brief.plain(),
            revision=1,
            history_at=0,
            starts=starts,
            ends=ends,
            spot=scene.spot,
            fixed=scene.fixed,
        )

    def _bring_lists(self, shoot_id: UUID, shoot: KeptShoot, scenes: Sequence[str]) -> None:
        """What was ticked and added, and the shots. scenes: ids, in the order of the archive."""
        own = [one for one in shoot.checks if one.text is not None]
        ticked = {one.key: one for one in shoot.checks if one.text is None}
        self.rows.add_all(
            [
                CheckRow(
                    shoot_id=shoot_id,
                    key=check.key if check.text is None else f"{OWN_LINE}{uuid4()}",
                    text=check.text,
                    done=check.done,
                )
                for check in (*own, *ticked.values())
            ]
        )
        ids = dict(enumerate(scenes))
        shots = [
            one.shot.model_copy(update={"scene": "" if one.scene is None else ids.get(one.scene, "")})
            for one in shoot.shots
        ]
        ShotLists(self.at).put(shoot_id, shots)


def _kept(row: CheckRow) -> KeptCheck:
    """A tick as it is taken out; a line of one's own goes without its id."""
    return KeptCheck(key=row.key if row.text is None else OWN_LINE.strip(), text=row.text, done=row.done)
