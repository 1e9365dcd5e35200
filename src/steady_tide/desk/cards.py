"""Cards: what to dial into a camera, in the order of its menu, with read-back ticks."""

from uuid import UUID

from steady_tide.core.errors import BadInput, Problem
from steady_tide.core.kit.device import Device
from steady_tide.core.plan.brief import Brief
from steady_tide.core.plan.plan import Plan
from steady_tide.core.plan.stance import SCHOOL_BY_KEY
from steady_tide.desk.planning import Planner
from steady_tide.desk.views import CardLine, CardView
from steady_tide.store.owned import Rows
from steady_tide.store.tables import ReadBackRow, SceneRow, SetupRow, ShootRow


class Cards:
    """One account's cards."""

    def __init__(self, rows: Rows) -> None:
        self.rows = rows

    def card(self, setup_id: UUID) -> CardView:
        """The card of a camera on a scene."""
        setup = self.rows.get(SetupRow, setup_id)
        scene = self.rows.get(SceneRow, setup.scene_id)
        shoot = self.rows.get(ShootRow, scene.shoot_id)
        planner = Planner(self.rows)
        outcome = planner.outcome(setup, Brief.model_validate(scene.brief))
        device = planner.device(setup.device_id)
        plan = outcome if isinstance(outcome, Plan) else None
        return CardView(
            setup_id=setup.id,
            scene_id=scene.id,
            shoot_id=shoot.id,
            scene_name=scene.name,
            shoot_name=shoot.name,
            device_name=device.name,
            school_name=SCHOOL_BY_KEY[setup.school].name,
            outcome=outcome,
            lines=self._lines(setup, device, plan) if plan else [],
            made_from=f"rules {plan.rules_version}, profile {plan.profile_digest}" if plan else "",
        )

    def _lines(self, setup: SetupRow, device: Device, plan: Plan) -> list[CardLine]:
        ticked = {row.setting: row.value for row in self._ticks(setup.id)}
        order = {entry.setting: index for index, entry in enumerate(device.menu)}
        decided = [d for d in plan.decisions if d.setting in order or d.value != "none"]
        shown = [d for d in decided if d.setting in order or d.setting in ("nd_filter", "colour_filter")]
        shown.sort(key=lambda decision: order.get(decision.setting, -1))
        return [
            CardLine(
                decision=decision,
                changed=decision.default is None or str(decision.default) != str(decision.value),
                read_back=ticked.get(decision.setting.value) == str(decision.value),
            )
            for decision in shown
        ]

    def _ticks(self, setup_id: UUID) -> list[ReadBackRow]:
        return self.rows.all(self.rows.query(ReadBackRow).where(ReadBackRow.setup_id == setup_id))

    def tick(self, setup_id: UUID, setting: str, *, value: str, read_back: bool) -> CardView:
        """Note that a value was read back from the camera, or take the note back.

        Raises BadInput when the card says another value by now: nobody ticks what changed.
        """
        self.rows.get(SetupRow, setup_id, lock=True)
        card = self.card(setup_id)
        line = next((line for line in card.lines if line.decision.setting == setting), None)
        if line is None:
            raise BadInput([Problem(("setting",), "this card has no such line")])
        if str(line.decision.value) != value:
            raise BadInput([Problem(("value",), f"the card says {line.decision.text} now; read it again")])
        kept = {row.setting: row for row in self._ticks(setup_id)}.get(setting)
        if kept is not None:
            self.rows.delete(kept)
        if read_back:
            self.rows.add(ReadBackRow(setup_id=setup_id, setting=setting, value=value))
        return self.card(setup_id)

    def clear(self, setup_id: UUID) -> CardView:
        """Take all ticks back, before the next dialling in."""
        self.rows.get(SetupRow, setup_id, lock=True)
        for row in self._ticks(setup_id):
            self.rows.delete(row)
        return self.card(setup_id)
