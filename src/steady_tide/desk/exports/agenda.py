"""A day put together to be taken along: for the calendar, a table, the printed sheet."""

from collections.abc import Iterable, Mapping, Sequence
from datetime import UTC, datetime
from typing import Final
from uuid import UUID

from steady_tide.core.day.timeline import Sky, Window
from steady_tide.core.exposure.reach import ending
from steady_tide.core.habits import Habits
from steady_tide.core.message import Message, Told, metres, once, say
from steady_tide.core.plan.account.plan import Plan
from steady_tide.core.plan.problem.glasses import NO_FILTER
from steady_tide.core.quantities import counted
from steady_tide.core.ready.budget import CameraBudget, pauses_words
from steady_tide.core.ready.checks import Packed
from steady_tide.desk.day.days import Days
from steady_tide.desk.day.views import CameraDay, DayView, SceneDay, SwapView
from steady_tide.desk.planning.schedule import ScheduledScene
from steady_tide.desk.preferences.habits import habits_of
from steady_tide.desk.ready.getting_ready import GettingReady, ReadyView
from steady_tide.desk.ready.shots import ShotLists, ShotView
from steady_tide.desk.workplace import Workplace
from steady_tide.formats.agenda import (
    Agenda,
    AgendaCamera,
    AgendaList,
    AgendaPiece,
    AgendaRow,
    AgendaScene,
    AgendaShot,
    AgendaSwap,
    Span,
)
from steady_tide.formats.wording import all_worded, worded
from steady_tide.store.tables import ShootRow

MARKS: Final = ("must_have", "once_only", "slow", "reverse", "slow_start")


def agenda_of(at: Workplace, shoot_id: UUID) -> Agenda:
    """A shoot's day as an agenda. Raises BadInput while it has no place or no day."""
    days = Days(at)
    shoot = at.rows.get(ShootRow, shoot_id)
    view, scenes = days.told(shoot)
    assert shoot.day is not None, "a day that is told has a date"
    sky = days.around(shoot).sky
    timed = [
        (scheduled, scene) for scheduled, scene in zip(scenes, view.scenes, strict=True) if scene.starts is not None
    ]
    plans = {key: plan for scheduled in scenes for key, plan in days.plans(scheduled).items()}
    timed.sort(key=lambda pair: pair[1].starts or 0)
    ready, shots = GettingReady(at).view(shoot_id), ShotLists(at).view(shoot_id)
    # Hours on paper stand on a clock of 24, as its columns do.
    habits = habits_of(at.rows).model_copy(update={"clock": "24h"})
    return Agenda(
        key=str(shoot.id),
        name=shoot.name,
        place=shoot.place,
        zone=view.zone,
        day=shoot.day,
        made_at=datetime.now(UTC),
        sky=_sky_words(view, habits),
        rows=_rows(view, sky),
        scenes=[_scene(scheduled, scene, sky, plans, habits) for scheduled, scene in timed],
        swaps=[_swap(swap, sky, index, habits) for index, swap in enumerate(view.swaps) if swap.kind != "start"],
        begin=[
            f"{swap.after} on {swap.device_name} for {swap.scene_name}"
            for swap in view.swaps
            if swap.kind == "start" and swap.glass != NO_FILTER
        ],
        charge=_charge(ready, plans, habits),
        pieces=pieces_told(view, sky),
        power=[_power(camera) for camera in view.budget.cameras],
        lists=lists_of(ready, habits),
        shots=[_shot(one) for one in shots.shots],
        coverage=shots.coverage.words,
    )


def _sky_words(view: DayView, habits: Habits) -> list[str]:
    names = {"dawn": "first light", "noon": "sun highest", "dusk": "last light"}
    told = [f"{names.get(event.kind, event.kind)} {event.at:%H:%M}" for event in view.events]
    polar = {"day": "the sun stays up all day", "night": "the sun stays down all day"}
    return [
        *([polar[view.polar]] if view.polar else []),
        *told,
        f"sun up to {view.highest_deg:.0f}°",
        worded(view.moon, habits),
        f"cloud {view.cloud_okta:g}/8",
    ]


def _rows(view: DayView, sky: Sky) -> list[AgendaRow]:
    columns = (view.sky, view.sky_uncertainty, view.sun_deg, view.sun_azimuth_deg, view.moon_deg)
    return [
        AgendaRow(sky.clock(index * view.step_minutes), *values)
        for index, values in enumerate(zip(*columns, strict=True))
    ]


def _span(sky: Sky, start: float, end: float) -> Span:
    return sky.clock(start), sky.clock(end)


def _scene(
    scheduled: ScheduledScene, scene: SceneDay, sky: Sky, plans: Mapping[str, Plan], habits: Habits
) -> AgendaScene:
    left = [gone for camera in scene.cameras for gone in camera.leaves]
    leaving = sorted((gone.minute, worded(ending(gone.end), habits)) for gone in left)
    verdict = "Steady all through: nothing needs touching."
    if not scene.cameras:
        verdict = "; ".join(scene.unplanned) or "No camera."
    elif leaving:
        verdict = f"From {sky.told(leaving[0][0])} {leaving[0][1]}."
        if all(camera.verdict != "not" for camera in scene.cameras):
            verdict += " By less than the light is known to: a reading would tell."
    told = [f"{scene.light}, ± {scene.uncertainty_stops:.1f} stops"]
    if scene.heading is not None:
        told.append(scene.heading.words)
        shadows = [f"{sky.told(shadow.start)} to {sky.told(shadow.end)}" for shadow in scene.heading.shadows]
        told += [f"The {scene.heading.shadow_of}'s shadow lies in the frame {', '.join(shadows)}."] if shadows else []
    if scene.water is not None:
        told.append(worded(scene.water.under.told, habits))
    own = [plans[camera.key] for camera in scheduled.scene.sets]
    unsafe = all_worded(once(told for plan in own for told in plan.alerts), habits)
    return AgendaScene(
        key=str(scene.id),
        name=scene.name,
        spot=scene.spot,
        span=_span(sky, scene.starts or 0, scene.ends or 0),
        verdict=" ".join([*unsafe, verdict]),
        steady=bool(scene.cameras) and not leaving and not unsafe,
        told=told,
        cameras=[
            _camera(camera, sky, all_worded(plans[str(camera.setup_id)].bring, habits)) for camera in scene.cameras
        ],
        cautions=all_worded(once(one.told for plan in own for one in plan.cautions), habits),
        levels=scene.curve,
    )


def _camera(camera: CameraDay, sky: Sky, bring: Sequence[str]) -> AgendaCamera:
    def spans(windows: Iterable[Window]) -> list[Span]:
        return [_span(sky, window.start, window.end) for window in windows]

    return AgendaCamera(
        device=camera.device_name,
        headline=camera.headline,
        low_ev100=camera.low_ev100,
        high_ev100=camera.high_ev100,
        steady=spans(camera.steady),
        bring=bring,
    )


def swap_where(swap: SwapView) -> Message:
    """When a swap is made: while a scene is filmed, how deep then, or before it."""
    if not swap.while_filming:
        return say("swap-before", scene=swap.scene_name)
    if swap.depth_m is None:
        return say("swap-while", scene=swap.scene_name)
    return say("swap-while-down", scene=swap.scene_name, depth=metres(swap.depth_m))


def _swap(swap: SwapView, sky: Sky, index: int, habits: Habits) -> AgendaSwap:
    return AgendaSwap(
        key=f"{swap.setup_id}-swap-{index}",
        at=sky.clock(swap.minute),
        earliest=sky.clock(swap.earliest),
        what=f"{swap.device_name}: {swap.after} instead of {swap.before}",
        where=worded(swap_where(swap), habits),
        skipped=swap.skipped,
        while_filming=swap.while_filming,
    )


def _charge(ready: ReadyView, plans: Mapping[str, Plan], habits: Habits) -> list[str]:
    """What goes on the chargers, when that has to begin, and the memory cards to empty."""
    if not any(plan.brought for plan in plans.values()):
        return []
    charged = (one for one in ready.checks if one.group == "power" and one.key.startswith("charge"))
    power = all_worded((one.told for one in charged), habits)
    rounds = [
        f"{turn.charger_label}, {'first' if turn.round == 1 else 'then'}: {turn.cell_label}, no. {turn.number}"
        for turn in ready.charging.turns
    ]
    begin = [f"Begin charging by {ready.begin:%a %H:%M}"] if ready.begin is not None else []
    return [*(power or ["Charge every battery"]), *begin, *rounds, "Copy and empty the memory cards"]


def pieces_told(view: DayView, sky: Sky) -> list[AgendaPiece]:
    """Cells and cards that go in after the first, and what is short, by time."""
    names = {str(scene.id): scene.name for scene in view.scenes}
    found = []
    for camera in view.budget.cameras:
        for kind, gone_in in (("cell", camera.cells), ("card", camera.cards)):
            found += [
                (one.minute, camera.camera_name, kind, f"{one.label}, no. {one.number}", one.scene, one.while_filming)
                for one in gone_in
                if not one.first
            ]
    found += [(one.minute, one.camera_name, "short", one.words, one.scene, True) for one in view.budget.short]
    return [
        AgendaPiece(
            key=f"{view.shoot_id}-{kind}-{index}",
            at=sky.clock(round(minute)),
            camera=camera,
            kind=kind,
            what=what,
            where=f"{'while filming' if filming else 'before'} {names[scene]}",
            while_filming=filming,
            scene=scene,
        )
        for index, (minute, camera, kind, what, scene, filming) in enumerate(sorted(found))
    ]


def _power(camera: CameraBudget) -> str:
    """What one camera takes, in a line."""
    cells = f"{camera.cells_used} of {counted(camera.cells_there, 'cell')}"
    rests = "; ".join(pauses_words(rests) for rests in camera.rests)
    told = f"{camera.camera_name}: {cells}; {camera.gb:.0f} GB, {camera.copy_minutes:.0f} min to copy"
    return f"{told}; {rests}" if rests else told


def lists_of(ready: ReadyView, habits: Habits) -> list[AgendaList]:
    """What to pack and do, with one's own lines."""
    packing = [(one.done, worded(packed_told(one), habits)) for one in ready.packing]
    checks = [(one.done, worded(one.told, habits)) for one in ready.checks]
    own = [(one.done, one.text) for one in ready.own]
    lists = (("To pack", packing), ("To do", checks), ("Your own", own))
    return [AgendaList(name, lines) for name, lines in lists if lines]


def packed_told(one: Packed) -> Told:
    """A thing to pack, with how many of it where there are several."""
    return say("bring-counted", count=one.count, label=one.label) if one.count > 1 else one.label


def _shot(one: ShotView) -> AgendaShot:
    shot = one.shot
    marks = [name.replace("_", " ") for name in MARKS if getattr(shot, name)]
    parts = [shot.size, shot.angle.replace("-", " "), f"{shot.hold_s:g} s", shot.movement]
    return AgendaShot(
        subject=shot.subject,
        line=", ".join(part for part in parts if part),
        scene=one.scene_name or "",
        marks=", ".join(marks),
        done=shot.done,
    )
