"""Cards: what to dial into a camera, in the order of its menu, against what is on it now."""

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import UTC, datetime
from typing import Literal
from uuid import UUID

from steady_tide.core.errors import BadInput, Problem
from steady_tide.core.kit.device import Device
from steady_tide.core.kit.settings import SETTINGS, Setting
from steady_tide.core.picture.colours import card_colour
from steady_tide.core.picture.taken import Light
from steady_tide.core.picture.tone import neutral, to_standard
from steady_tide.core.plan.account.plan import Decision, Plan
from steady_tide.desk.compute import planners
from steady_tide.desk.planning.planner import Planner
from steady_tide.desk.records.dialled import Dialled, value_text
from steady_tide.desk.records.slots import Slots
from steady_tide.desk.views import CardLine, CardView, Outcome, Trial
from steady_tide.desk.workplace import Workplace
from steady_tide.formats.cube import cube_text
from steady_tide.store.errors import Stale
from steady_tide.store.repositories.setups import ticks_of, ticks_on
from steady_tide.store.tables import ReadBackRow, SceneRow, SetupRow, ShootRow


def on_card(plan: Plan, device: Device) -> list[Decision]:
    """What of a plan stands on a card: what is fitted first, then in the order of the camera's menu."""
    order = {entry.setting: index for index, entry in enumerate(device.menu)}
    fitted = [one for one in plan.decisions if SETTINGS[one.setting].by_hand and one.value != "none"]
    menu = [one for one in plan.decisions if one.setting in order]
    return [*fitted, *sorted(menu, key=lambda one: order[one.setting])]


@dataclass(frozen=True)
class _Card:
    """What a card is written from."""

    setup: SetupRow
    scene: SceneRow
    device: Device
    school: str
    outcome: Outcome

    @property
    def plan(self) -> Plan | None:
        return self.outcome if isinstance(self.outcome, Plan) else None

    @property
    def decisions(self) -> list[Decision]:
        return on_card(self.plan, self.device) if self.plan is not None else []

    def decision(self, setting: str) -> Decision | None:
        return next((one for one in self.decisions if one.setting == setting), None)


class Cards:
    """One account's cards."""

    def __init__(self, at: Workplace) -> None:
        self.at = at
        self.rows = at.rows
        self.dialled = Dialled(at.rows)
        self._read: dict[UUID, dict[str, str]] = {}

    def read_ticks(self, setup_ids: Sequence[UUID]) -> None:
        """Read what was ticked on several cards at once."""
        self._read = {setup_id: {} for setup_id in setup_ids}
        for row in ticks_on(self.rows, setup_ids):
            self._read[row.setup_id][row.setting] = row.value

    def card(self, setup_id: UUID) -> CardView:
        """The card of a camera on a scene."""
        return self._told(self._planned(setup_id))

    def _planned(self, setup_id: UUID) -> _Card:
        """A card before it is written: its plan and what that was made from."""
        setup = self.rows.get(SetupRow, setup_id)
        scene = self.rows.get(SceneRow, setup.scene_id)
        planner = Planner.of(self.at)
        outcome = planner.outcome(setup, planner.lit_brief(scene))
        return _Card(setup, scene, planner.device(setup.device_id), planner.applied_school(setup).name, outcome)

    def _told(self, one: _Card) -> CardView:
        setup, scene, plan = one.setup, one.scene, one.plan
        return CardView(
            setup_id=setup.id,
            scene_id=scene.id,
            shoot_id=scene.shoot_id,
            scene_name=scene.name,
            shoot_name=self.rows.get(ShootRow, scene.shoot_id).name,
            device_name=one.device.name,
            school_name=one.school,
            slot=setup.slot,
            dial_after=Slots(self.rows).after(setup, scene.shoot_id, plan),
            slots=one.device.preset_slots,
            outcome=one.outcome,
            lines=self.lines(setup, one.device, plan) if plan else [],
            trials=[Trial.model_validate(told) for told in setup.trials],
            made_from=f"rules {plan.rules_version}, profile {plan.profile_digest}" if plan else "",
            revision=scene.revision,
        )

    def test(self, setup_id: UUID, trials: Sequence[Trial]) -> CardView:
        """Mark sets to be tested for real; those marked before are forgotten."""
        setup = self.rows.get(SetupRow, setup_id, lock=True)
        setup.trials = [trial.model_dump() for trial in trials]
        self.rows.flush()
        return self.card(setup_id)

    def look(self, setup_id: UUID, *, size: int, to: Literal["standard", "correction"]) -> tuple[str, str]:
        """A table of colours for a set, as a `.cube` file, and the key of its colour profile.

        to: the standard look, or within the profile, with what light, water and white balance left of a cast taken
        off grey. Raises BadInput while there is no set, or for a size that no table has.
        """
        setup = self.rows.get(SetupRow, setup_id)
        card = self.card(setup_id)
        if not isinstance(card.outcome, Plan):
            raise BadInput([Problem(("set",), "there is no set yet; settle it on the bench first")])
        values = {decision.setting: decision.value for decision in card.outcome.decisions}
        planner = Planner.of(self.at)
        device = planner.device(setup.device_id)
        profile = next(one for one in device.profiles if one.key == values[Setting.COLOUR_PROFILE])
        if to == "standard":
            title = f"{device.name}, {profile.label}, to a standard look"
            return cube_text(lambda codes: to_standard(profile, codes), size=size, title=title), profile.key
        brief = planner.lit_brief(self.rows.get(SceneRow, setup.scene_id))
        problem = planner.inputs(setup, brief).problem
        shot = self.at.shared.planners.ask(planners.shot, problem, values, Light(), None).shot
        title = f"{device.name}, {profile.label}, {card.scene_name}: grey made neutral"
        return cube_text(lambda codes: neutral(profile, codes, card_colour(shot)), size=size, title=title), profile.key

    def lines(self, setup: SetupRow, device: Device, plan: Plan) -> list[CardLine]:
        """The lines of a card: what is fitted first, then in the order of the camera's menu."""
        ticked = self._read.get(setup.id)
        if ticked is None:
            ticked = {row.setting: row.value for row in self._ticks(setup.id)}
        now = self.dialled.slot(setup.device_id, setup.slot)
        lines = []
        for decision in on_card(plan, device):
            on_camera = now.get(decision.setting.value)
            assumed = on_camera if on_camera is not None else str(decision.default)
            lines.append(
                CardLine(
                    decision=decision,
                    now=value_text(decision, on_camera) if on_camera is not None else None,
                    now_value=on_camera,
                    changed=assumed != str(decision.value),
                    read_back=ticked.get(decision.setting.value) == str(decision.value),
                )
            )
        return lines

    def _ticks(self, setup_id: UUID) -> list[ReadBackRow]:
        return ticks_of(self.rows, setup_id)

    def tick(self, setup_id: UUID, setting: str, *, value: str, read_back: bool) -> CardView:
        """Note that a value was read back from the camera, or take the note back.

        A value read back is on the camera: it is noted as dialled in. Raises BadInput when
        the card says another value by now: nobody ticks what changed.
        """
        setup = self.rows.get(SetupRow, setup_id, lock=True)
        card = self._planned(setup_id)
        decision = card.decision(setting)
        if decision is None:
            raise BadInput([Problem(("setting",), "this card has no such line")])
        if str(decision.value) != value:
            raise BadInput([Problem(("value",), f"the card says {decision.text} now; read it again")])
        self._set_tick(setup_id, setting, value if read_back else None)
        if read_back:
            self.dialled.confirm(setup.device_id, setup.slot, {setting: value})
        self.rows.flush()
        return self._told(card)

    def _set_tick(self, setup_id: UUID, setting: str, value: str | None) -> None:
        """What is said last holds, also of what was said in the field and comes in later."""
        kept, now = {row.setting: row for row in self._ticks(setup_id)}.get(setting), datetime.now(UTC)
        if kept is not None:
            kept.value, kept.said_at = value or "", now
        elif value is not None:
            self.rows.add(ReadBackRow(setup_id=setup_id, setting=setting, value=value, said_at=now))

    def confirm(self, setup_id: UUID, *, revision: int) -> CardView:
        """Note the whole card as dialled in. Raises Stale when the scene changed since the card was shown."""
        setup = self.rows.get(SetupRow, setup_id, lock=True)
        card = self._planned(setup_id)
        if card.scene.revision != revision:
            raise Stale("the scene has changed since this card was shown; look at it again")
        values = {decision.setting.value: str(decision.value) for decision in card.decisions}
        for setting, value in values.items():
            self._set_tick(setup_id, setting, value)
        self.dialled.confirm(setup.device_id, setup.slot, values)
        self.rows.flush()
        return self._told(card)

    def choose_slot(self, setup_id: UUID, slot: int) -> CardView:
        """Put the card on another preset slot of its camera; ticks were for the old one."""
        setup = self.rows.get(SetupRow, setup_id, lock=True)
        slots = Planner.of(self.at).device(setup.device_id).preset_slots
        if not 1 <= slot <= slots:
            raise BadInput([Problem(("slot",), f"this camera has slots 1 to {slots}")])
        setup.slot = slot
        return self.clear(setup_id)

    def clear(self, setup_id: UUID) -> CardView:
        """Take all ticks back, before the next dialling in; what is on the camera stays known."""
        self.rows.get(SetupRow, setup_id, lock=True)
        for row in self._ticks(setup_id):
            self._set_tick(setup_id, row.setting, None)
        self.rows.flush()
        return self.card(setup_id)
