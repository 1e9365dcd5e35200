"""A day put together to be taken along: for the calendar, a table, the printed sheet."""

from collections.abc import Iterable, Mapping, Sequence
from datetime import UTC, datetime
from uuid import UUID

from steady_tide.core.day.timeline import Sky, Window
from steady_tide.core.habits import metres
from steady_tide.core.plan.account.plan import Brought, Plan
from steady_tide.core.plan.problem.glasses import NO_FILTER
from steady_tide.desk.accounts.habits import habits_of
from steady_tide.desk.day.days import Days, ScheduledScene
from steady_tide.desk.day.views import CameraDay, DayView, SceneDay, SwapView
from steady_tide.desk.workplace import Workplace
from steady_tide.formats.agenda import Agenda, AgendaCamera, AgendaRow, AgendaScene, AgendaSwap, Span, by_habits
from steady_tide.store.tables import ShootRow

KINDS = {"filter": "filter", "iso": "ISO", "preset": "preset"}


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
    agenda = Agenda(
        key=str(shoot.id),
        name=shoot.name,
        place=shoot.place,
        zone=view.zone,
        day=shoot.day,
        made_at=datetime.now(UTC),
        sky=_sky_words(view),
        rows=_rows(view, sky),
        scenes=[_scene(scheduled, scene, sky, plans) for scheduled, scene in timed],
        swaps=[_swap(swap, sky, index) for index, swap in enumerate(view.swaps) if swap.kind != "start"],
        begin=[
            f"{swap.after} on {swap.device_name} for {swap.scene_name}"
            for swap in view.swaps
            if swap.kind == "start" and swap.glass != NO_FILTER
        ],
        charge=_charge(plans),
    )
    return by_habits(agenda, habits_of(at.rows))


def _sky_words(view: DayView) -> list[str]:
    names = {"dawn": "first light", "noon": "sun highest", "dusk": "last light"}
    told = [f"{names.get(event.kind, event.kind)} {event.at:%H:%M}" for event in view.events]
    polar = {"day": "the sun stays up all day", "night": "the sun stays down all day"}
    return [
        *([polar[view.polar]] if view.polar else []),
        *told,
        f"sun up to {view.highest_deg:.0f}°",
        view.moon_words,
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


def _scene(scheduled: ScheduledScene, scene: SceneDay, sky: Sky, plans: Mapping[str, Plan]) -> AgendaScene:
    leaving = sorted((gone.minute, gone.words) for camera in scene.cameras for gone in camera.leaves)
    verdict = "Steady all through: nothing needs touching."
    if not scene.cameras:
        verdict = "; ".join(scene.unplanned) or "No camera."
    elif leaving:
        verdict = f"From {sky.told(leaving[0][0])} {leaving[0][1]}."
    told = [f"{scene.light}, ± {scene.uncertainty_stops:.1f} stops"]
    if scene.heading is not None:
        told.append(scene.heading.words)
        shadows = [f"{sky.told(shadow.start)} to {sky.told(shadow.end)}" for shadow in scene.heading.shadows]
        told += [f"The {scene.heading.shadow_of}'s shadow lies in the frame {', '.join(shadows)}."] if shadows else []
    if scene.water is not None:
        told.append(scene.water.under.words)
    own = [plans[camera.key] for camera in scheduled.scene.sets]
    return AgendaScene(
        key=str(scene.id),
        name=scene.name,
        spot=scene.spot,
        span=_span(sky, scene.starts or 0, scene.ends or 0),
        verdict=verdict,
        steady=bool(scene.cameras) and not leaving,
        told=told,
        cameras=[_camera(camera, sky, plans[str(camera.setup_id)].bring) for camera in scene.cameras],
        cautions=list(dict.fromkeys(words for plan in own for words in plan.cautions)),
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


def _swap(swap: SwapView, sky: Sky, index: int) -> AgendaSwap:
    deep = f", about {metres(swap.depth_m)} down" if swap.depth_m is not None else ""
    where = f"while filming {swap.scene_name}{deep}" if swap.while_filming else f"before {swap.scene_name}"
    return AgendaSwap(
        key=f"{swap.setup_id}-swap-{index}",
        at=sky.clock(swap.minute),
        earliest=sky.clock(swap.earliest),
        what=f"{swap.device_name}: {swap.after} instead of {swap.before}",
        where=where,
        skipped=swap.skipped,
        while_filming=swap.while_filming,
    )


def _charge(plans: Mapping[str, Plan]) -> list[str]:
    """The cells that the plans bring, the most any scene asks of each; and the memory cards to empty."""
    if not any(plan.brought for plan in plans.values()):
        return []
    most: dict[str, Brought] = {}
    for thing in (thing for plan in plans.values() for thing in plan.brought if thing.kind == "cell"):
        most[thing.key] = max(most.get(thing.key, thing), thing, key=lambda kept: kept.count)
    cells = ", ".join(f"{thing.count} × {thing.label}" for thing in most.values())
    return [f"Charge {cells}" if cells else "Charge every battery", "Copy and empty the memory cards"]
