"""Every consideration by itself: worked by hand where it is a sum, by direction where it is a weight."""

from typing import Any

import numpy as np
import pytest

from steady_tide.core.kit.bag import BagItem, NdFilter
from steady_tide.core.kit.device import Device
from steady_tide.core.plan.physics.figures import ExposureFigures, FrameFigures, Sets
from steady_tide.core.plan.physics.scene_space import SceneSpace
from steady_tide.core.plan.physics.space import DeviceSpace, Frames
from steady_tide.core.plan.prices import OF_RECORDINGS, OF_SETS
from steady_tide.core.plan.prices.book import Prices
from steady_tide.core.plan.prices.consideration import Consideration, single
from steady_tide.core.plan.prices.picture import battery_minutes
from steady_tide.core.plan.prices.recording import RecordingChoice
from steady_tide.core.plan.problem.stance import Stance
from steady_tide.formats.wording import worded
from tests.situations import A4, BUILT_IN, KIT, MANUAL, brief, situation_of

SUN = {"kind": "ev", "ev100": 15}


def told(consideration: Consideration[Any, Any], sets: Sets) -> str:
    """What a consideration says of the first of some sets, in words."""
    return worded(consideration.told(sets.situation, *(single(figure) for figure in consideration.figures(sets))))


def point(
    scene: str = "The pilot gig",
    *,
    device: Device = A4,
    mode: tuple[str, str, str] = ("16:9", "4K", "25"),
    view: str = "wide",
    level: str = "off",
    shutter: str = "1/50",
    nd: str = "none",
    iso: tuple[float, float] = (100, 100),
    stance: dict[str, Any] | None = None,
    bag: list[BagItem] | None = None,
    f_number: float | None = None,
    **changes: Any,
) -> Sets:
    """One set, named as people name it."""
    held = KIT.bag if bag is None else bag
    situation = situation_of(brief(scene, **changes), Stance(**(stance or {})), device, held)
    space = SceneSpace(situation, DeviceSpace(situation.given.camera))
    f_number = f_number or device.lenses[0].f_number
    modes = [i for i, m in enumerate(device.modes) if (m.frame_shape, m.resolution, str(m.rate)) == mode]
    seen = next(v for v in device.views if v.key == view)
    own = space.device.lenses[seen.lens].apertures
    numbers = (
        modes[0],
        [v.key for v in device.views].index(view),
        [s.key for s in device.stabilisation].index(level),
        space.device.apertures.index(f_number),
        [(way.lens.key, way.f_number) for way in space.device.passages].index(
            (seen.lens, f_number if f_number in own else own[0])
        ),
    )
    frames = Frames(*(np.array([number]) for number in numbers))
    exposures = ExposureFigures(
        space,
        passage=frames.passage,
        shutter=np.array([-1 if shutter == "auto" else [str(s) for s in device.shutters].index(shutter)]),
        glass=np.array([[g.key for g in situation.given.glasses].index(nd)]),
        floor=np.array([float(iso[0])]),
        ceiling=np.array([float(iso[1])]),
        rate=space.device.rate_of_mode[frames.mode],
        bias=0.0,
    )
    return Sets(FrameFigures(space, frames), exposures)


def price(key: str, sets: Sets) -> float:
    over = {"frame": sets.frames, "exposure": sets.exposures, "meeting": sets.meeting}
    return single(OF_SETS[key].price(over[OF_SETS[key].scope], Prices({})))


EXPOSURES = [("1/50", "none", (100, 800)), ("auto", "nd16", (100, 100)), ("1/3840", "none", (400, 6400))]


@pytest.mark.parametrize("consideration", OF_SETS.values(), ids=lambda c: c.key)
def test_every_consideration_is_a_finite_price_with_a_fact_and_a_source(consideration: Any) -> None:
    for scene in ("The pilot gig", "Lantern market", "Under the rafts", "The smoked jar"):
        for shutter, nd, iso in (
            ("1/50", "none", (100, 800)),
            ("auto", "nd16", (100, 100)),
            ("1/3840", "none", (400, 6400)),
        ):
            sets = point(scene, shutter=shutter, nd=nd, iso=iso)
            cost = price(consideration.key, sets)
            assert np.isfinite(cost) and cost >= 0
            assert told(consideration, sets)
    assert consideration.row.source and consideration.about


# Exposure.


def test_on_the_aim_costs_nothing_and_over_it_costs_more_than_under() -> None:
    # f/2.5, 1/50, ISO 100 expose log2(6.25 * 50) = 8.288; the lens takes 0.15.
    aimed = float(np.log2(2.5**2 * 50)) + 0.15
    exact = {"kind": "ev", "ev100": aimed}
    still = {"falls_stops": 0, "rises_stops": 0}
    assert price("off-aim", point(light=exact, **still)) == pytest.approx(0)
    over = price("off-aim", point(light={**exact, "ev100": aimed + 2}, **still))
    under = price("off-aim", point(light={**exact, "ev100": aimed - 2}, **still))
    assert over > under > 1.5


def test_the_look_is_free_at_180_degrees_and_longer_is_dearer_than_shorter() -> None:
    assert price("motion-look", point(shutter="1/50")) == pytest.approx(0)
    shorter, longer = price("motion-look", point(shutter="1/100")), price("motion-look", point(shutter="1/25"))
    assert longer > 2 * shorter > 0


def test_the_look_is_worth_what_the_stance_says() -> None:
    costs = [
        price("motion-look", point(shutter="1/960", stance={"filtering": f}))
        for f in ("always-nd", "nd-when-needed", "bare-lens")
    ]
    assert costs == sorted(costs, reverse=True) and costs[0] > 2 * costs[2]


def test_to_freeze_a_drop_a_short_shutter_is_wanted() -> None:
    frozen = {"frozen": True}
    assert price("motion-look", point(shutter="1/960", **frozen)) < 0.1
    assert price("motion-look", point(shutter="1/50", **frozen)) > 4


@pytest.mark.parametrize(
    ("ceiling", "limit"), [("clean", 800), ("balanced", 1600), ("bright", 3200), ("whatever", 6400)]
)
def test_iso_beyond_the_limit_of_the_stance_costs_by_the_stop(ceiling: str, limit: int) -> None:
    dark = {"light": {"kind": "ev", "ev100": -3}, "stance": {"noise_ceiling": ceiling}}
    assert price("iso-over-taste", point(iso=(100, limit), **dark)) == pytest.approx(0)
    if limit < 6400:
        beyond = price("iso-over-taste", point(iso=(100, 2 * limit), **dark))
        assert beyond == pytest.approx(1.6 + 0.35)


def test_a_ceiling_is_a_guard_rail() -> None:
    sunny = {"light": SUN, "falls_stops": 0}
    assert price("iso-guard", point(iso=(100, 1600), **sunny)) == 0, "at the limit, whether it moves or not"
    assert price("iso-guard", point(iso=(100, 400), **sunny)) == pytest.approx(0.1 * 2)
    assert price("iso-guard", point(iso=(100, 100), **sunny)) == 0, "what is locked has none"
    floating = [price("iso-guard", point(shutter="auto", iso=(100, top), **sunny)) for top in (100, 400, 800, 3200)]
    assert floating == pytest.approx([0.2, 0, 0, 0.2]), "two or three stops, and not over the limit"
    automatic = {"stance": {"exposure_control": "automatic"}, **sunny}
    assert price("iso-guard", point(shutter="auto", iso=(100, 1600), **automatic)) == 0


STACKING: list[BagItem] = [
    item.model_copy(update={"stackable": True}) if isinstance(item, NdFilter) else item for item in KIT.bag
]


def test_glass_costs_by_the_filter_by_the_stack_and_by_its_flaws() -> None:
    bare, single, stack = (price("glass", point(nd=nd, bag=STACKING)) for nd in ("none", "nd16", "nd4+nd32"))
    # 0.2 a filter, 0.6 for the second, 0.03 a stop: 4 stops, 2 + 5.
    assert (bare, single, stack) == (pytest.approx(0), pytest.approx(0.32), pytest.approx(1.21))
    flawed = [f.model_copy(update={"flaw": "cast"}) if f.key == "nd16" else f for f in KIT.bag]
    assert price("glass-trouble", point(nd="nd16", bag=flawed)) == pytest.approx(1.2)
    assert price("glass-trouble", point(nd="nd16")) == pytest.approx(0.0)
    assert price("glass", point(nd="nd16", stance={"filtering": "bare-lens"})) > single


def test_a_flaw_of_the_long_lens_shows_there_only_and_stacks_show_in_wide_views() -> None:
    flaw = {"flaw": "bands", "flaw_in": "long-lens"}
    bag = [f.model_copy(update=flaw) if f.key == "nd16" else f for f in KIT.bag]
    assert price("glass-trouble", point(nd="nd16", bag=bag, view="narrow")) == pytest.approx(1.2)
    assert price("glass-trouble", point(nd="nd16", bag=bag, view="wide")) == pytest.approx(0.0)
    # A stack: nothing at 50 degrees, 28/40 of its worst at 118.
    assert price("glass-trouble", point(nd="nd4+nd32", bag=STACKING, view="narrow")) == pytest.approx(0.0)
    assert price("glass-trouble", point(nd="nd4+nd32", bag=STACKING, view="wide")) == pytest.approx(1.2 * 28 / 40)


def test_diffraction_counts_from_two_delivered_pixels() -> None:
    lens = A4.lenses[0].model_copy(update={"f_numbers": [2.5, 11.0, 16.0]})
    stopped = A4.model_copy(update={"lenses": [lens]})
    open_, small, smallest = (point(device=stopped, f_number=f) for f in (2.5, 11.0, 16.0))
    assert single(smallest.frames.airy_px) / single(small.frames.airy_px) == pytest.approx(16 / 11)
    # Airy diameter 2.44 · 0.55 um · 16 = 21.5 um.
    pitch_um = 2.44 * 0.55 * 16 / single(smallest.frames.airy_px)
    assert pitch_um == pytest.approx(6.236 * 1000 * 0.94 / 3840 * 3840 / 1920, rel=0.01)
    assert price("diffraction", open_) == 0
    assert price("diffraction", smallest) - price("diffraction", small) == pytest.approx(2.0 * np.log2(16 / 11))


def test_nd_is_never_worth_iso() -> None:
    dim = {"light": {"kind": "ev", "ev100": 8}, "falls_stops": 0}
    assert price("nd-buys-noise", point(nd="nd16", iso=(100, 3200), **dim)) > 2
    assert price("nd-buys-noise", point(nd="none", iso=(100, 3200), **dim)) == pytest.approx(0)
    assert price("nd-buys-noise", point(nd="nd16", iso=(100, 100), **dim)) == pytest.approx(0)


@pytest.mark.parametrize(
    ("wanted", "shutter", "iso"),
    [
        ("locked", "1/50", (100, 100)),
        ("floating-iso", "1/50", (100, 3200)),
        ("floating-shutter", "auto", (100, 100)),
        ("automatic", "auto", (100, 3200)),
    ],
)
def test_each_way_of_control_is_free_for_those_who_want_it(wanted: str, shutter: str, iso: tuple[float, float]) -> None:
    ways = [(way, ends) for way in ("1/50", "auto") for ends in ((100.0, 100.0), (100.0, 3200.0))]
    costs = {
        (way, ends): price("control", point(shutter=way, iso=ends, stance={"exposure_control": wanted}))
        for way, ends in ways
    }
    assert costs[(shutter, iso)] == 0
    assert all(cost > 0 for way, cost in costs.items() if way != (shutter, iso))


def test_fixing_everything_is_no_fault_while_the_light_stays() -> None:
    fixed = {"shutter": "1/50", "iso": (100, 100)}
    assert price("control", point(falls_stops=0, rises_stops=0, **fixed)) == pytest.approx(0)
    assert price("control", point(falls_stops=3, rises_stops=0, **fixed)) == pytest.approx(0.4)


def test_flicker_counts_by_lamps_only() -> None:
    assert price("flicker", point("Lantern market", shutter="1/50")) == pytest.approx(0, abs=1e-9)
    # 1/60 at 50 Hz keeps |sinc(100/60)| of the ripple.
    kept = 4 * abs(np.sinc(100 / 60))
    thirty = point("Lantern market", shutter="1/60", mode=("16:9", "4K", "30"))
    assert price("flicker", thirty) == pytest.approx(kept)
    # At 25 frames a second it beats at 0 Hz: every frame has the same light, and a band at most.
    assert price("flicker", point("Lantern market", shutter="1/60")) == pytest.approx(0.15 * kept)
    assert price("flicker", point("The pilot gig", shutter="1/60", light=SUN)) == 0


# Movement.


def test_smear_halves_with_the_shutter_and_electronic_levels_do_not_touch_it() -> None:
    long, short = point(shutter="1/50"), point(shutter="1/100")
    assert single(long.smear_px) == pytest.approx(2 * single(short.smear_px))
    uncropped, steadied = point(level="off"), point(level="strong")
    # A crop enlarges what is left: 18 % less width makes the same smear 1 / 0.82 as long.
    assert single(steadied.smear_px) == pytest.approx(single(uncropped.smear_px) / 0.82)


def test_a_lens_that_moves_takes_blur_inside_the_frame_too() -> None:
    still = {"device": MANUAL, "view": "standard", "iso": (50, 800), "mode": ("16:9", "4K", "25")}
    off, moving = point(level="off", **still), point(level="standard", **still)
    assert single(moving.smear_px) == pytest.approx(single(off.smear_px) * (1 - 0.8) / 0.9)


def test_steadied_smear_is_worse_than_smear_that_moves_with_the_picture() -> None:
    assert price("smear", point(level="standard", carried="riding")) > 1.7 * price(
        "smear", point(level="off", carried="riding")
    )


def test_shake_between_frames_falls_with_the_level_and_rises_with_the_way_of_carrying() -> None:
    by_level = [price("unsteady", point(level=level)) for level in ("off", "low", "standard", "strong", "strongest")]
    assert by_level == sorted(by_level, reverse=True)
    by_carrying = [
        price("unsteady", point(carried=c)) for c in ("tripod", "gimbal", "tray", "standing", "walking", "riding")
    ]
    assert by_carrying == sorted(by_carrying)


@pytest.mark.parametrize(
    ("carried", "steadying"), [("tripod", "in-camera"), ("riding", "in-post"), ("walking", "support")]
)
def test_stabilising_in_the_camera_is_a_fault_where_something_else_steadies(carried: str, steadying: str) -> None:
    stance = {"steadying": steadying}
    assert price("camera-steadied", point(level="off", carried=carried, stance=stance)) == 0
    assert price("camera-steadied", point(level="standard", carried=carried, stance=stance)) > 1
    assert price("camera-steadied", point(level="standard", carried="riding")) == 0


@pytest.mark.parametrize(
    ("rate", "slowed", "missing", "unused"), [("25", 1, 0, 0), ("50", 1, 0, 2.0), ("50", 4, 3.2, 0), ("100", 4, 0, 0)]
)
def test_frames_wanted_and_frames_nobody_needs(rate: str, slowed: float, missing: float, unused: float) -> None:
    block = point(
        mode=("16:9", "1080", rate), shutter="1/240", delivery={"slowed": slowed}, stance={"tempo": "real-time"}
    )
    assert price("slow-motion", block) == pytest.approx(missing)
    assert price("rate-unused", block) == pytest.approx(unused)


@pytest.mark.parametrize(
    ("rate", "timeline", "even"), [("25", "25", True), ("50", "25", True), ("30", "25", False), ("60", "30", True)]
)
def test_only_whole_multiples_of_the_timeline_move_evenly(rate: str, timeline: str, even: bool) -> None:
    block = point(mode=("16:9", "1080", rate), shutter="1/100", delivery={"timeline_rate": timeline})
    assert (price("judder", block) == 0) is even


# Picture.


def test_noise_falls_with_light_and_with_photosites_and_iso_does_not_matter() -> None:
    lights = [price("noise", point("Lantern market", light={"kind": "ev", "ev100": ev})) for ev in (-2, 0, 2, 4, 9)]
    assert lights == sorted(lights, reverse=True) and lights[-1] == 0
    assert price("noise", point("Lantern market", iso=(100, 100))) == pytest.approx(
        price("noise", point("Lantern market", iso=(3200, 3200)))
    )
    assert price("noise", point("Lantern market", view="narrow")) > price(
        "noise", point("Lantern market", view="widest")
    )


def _read_as(readout: str) -> Device:
    return A4.model_copy(update={"modes": [mode.model_copy(update={"readout": readout}) for mode in A4.modes]})


def test_pixels_are_counted_after_every_crop_in_the_worst_shape() -> None:
    # 4K for a 1920 film: 2; the strong level gives up 18 %; 9:16 in a 16:9 frame has 2160 * 9/16 = 1215 of 1080.
    assert single(point().frames.have_over_need) == pytest.approx(1215 / 1080)
    wide_only = {"delivery": {"shapes": ["16:9"]}}
    assert single(point(**wide_only).frames.have_over_need) == pytest.approx(2.0)
    # 5568 photosites of which 94 % are read stand behind 3840 pixels: the strong level has them to spare.
    assert single(point(level="strong", **wide_only).frames.have_over_need) == pytest.approx(2.0)
    binned = _read_as("binned")
    assert single(point(device=binned, level="strong", **wide_only).frames.have_over_need) == pytest.approx(2 * 0.82)
    soft = A4.model_copy(update={"lenses": [A4.lenses[0].model_copy(update={"resolves_px": 3000})]})
    assert single(point(device=soft, **wide_only).frames.have_over_need) == pytest.approx(2 * 3000 / 3840 * 0.94)
    cropped = {"delivery": {"shapes": ["16:9"], "crop_room": 0.5}}
    assert single(point(**cropped).frames.have_over_need) == pytest.approx(1.0)
    assert price("pixels-missing", point(mode=("16:9", "1080", "25"), **cropped)) == pytest.approx(2.0)


@pytest.mark.parametrize(("stance", "small", "large"), [("just-enough", "1080", "5.2K"), ("highest", "5.2K", "1080")])
def test_how_many_pixels_are_wanted_is_a_stance(stance: str, small: str, large: str) -> None:
    def cost(size: str) -> float:
        block = point(mode=("16:9", size, "25"), stance={"resolution": stance}, delivery={"shapes": ["16:9"]})
        return price("pixels-missing", block) + price("pixels-wish", block) + price("pixels-spare", block)

    assert cost(small) < cost(large)


def test_a_flat_port_brings_everything_nearer() -> None:
    flat = point("Under the rafts", water={"port": "flat"})
    dome = point("Under the rafts", water={"port": "dome"})
    assert single(flat.frames.focal_px) == pytest.approx(1.34 * single(dome.frames.focal_px))
    # Half angle 59: sin 59 / 1.34 = 0.63968, arcsin = 39.77 degrees.
    assert "118° across (80° behind the flat port)" in told(OF_SETS["view"], flat)
    assert "behind" not in told(OF_SETS["view"], dome)


def test_closer_than_a_lens_focuses_is_dear() -> None:
    jar = {"device": MANUAL, "iso": (50, 800), "mode": ("16:9", "4K", "25"), "scene": "The smoked jar"}
    near = {key: value for key, value in jar.items() if key != "scene"}
    assert price("focus", point("The smoked jar", view="telephoto", subject_distance_m=0.4, **near)) == 4
    assert price("focus", point("The smoked jar", view="standard", subject_distance_m=0.4, **near)) == 0


def test_low_light_tuning_counts_in_the_dark_only() -> None:
    untuned = {"mode": ("16:9", "5.2K", "25")}
    assert price("untuned", point("Lantern market", **untuned)) == pytest.approx(0.5)
    assert price("untuned", point("Lantern market")) == 0
    assert price("untuned", point("The pilot gig", light=SUN, **untuned)) == 0


def test_cold_and_hard_modes_cost_battery() -> None:
    def minutes(**changes: Any) -> float:
        return single(battery_minutes(point(bag=[], **changes).frames))

    assert minutes(temperature_c=20) == pytest.approx(60 * 6.8 / A4.modes[18].draw_w, rel=0.3)
    # At 0 °C the table leaves 0.68, and it cuts out with 12 % of that still in it.
    assert minutes(temperature_c=0) == pytest.approx(0.68 * 0.88 * minutes(temperature_c=20))
    assert minutes(temperature_c=20, level="strongest") < minutes(temperature_c=20)
    assert price("power", point(minutes=120, temperature_c=-10)) > price("power", point(minutes=20, temperature_c=20))


def test_heat_is_a_matter_of_phones_in_warm_air_and_never_of_water() -> None:
    hot = {
        "carried": "standing",
        "windy": False,
        "device": BUILT_IN,
        "view": "standard",
        "shutter": "auto",
        "iso": (50, 6400),
        "mode": ("16:9", "4K", "60"),
    }
    assert price("heat", point(temperature_c=35, minutes=60, **hot)) > 0
    assert price("heat", point(temperature_c=35, minutes=3, **hot)) == 0
    assert price("heat", point(temperature_c=35, minutes=60, **{**hot, "carried": "riding"})) == 0
    assert price("heat", point("Under the rafts", temperature_c=35, minutes=300)) == 0


# Recording.


def recorded(
    key: str, *, codec: str, depth: int, mbit: int, device: Device = A4, rate: str = "25", **stance: Any
) -> float:
    situation = situation_of(brief("The pilot gig"), Stance(**stance), device, ())
    space = DeviceSpace(situation.given.camera)
    rows = space.recordings
    codecs = [c.key for c in device.codecs]
    wanted = next(
        row
        for row in range(len(rows.mode))
        if (codecs[rows.codec[row]], rows.depth[row], rows.mbit_s[row]) == (codec, depth, mbit)
        and str(device.modes[rows.mode[row]].rate) == rate
        and device.modes[rows.mode[row]].resolution == "4K"
        and device.modes[rows.mode[row]].frame_shape == "16:9"
    )
    return single(
        OF_RECORDINGS[key].price(RecordingChoice(situation, space, rows.take(np.array([wanted]))), Prices({}))
    )


def test_depth_is_worth_what_the_finish_says() -> None:
    eight = {
        finish: recorded("depth", codec="hevc", depth=8, mbit=60, finish=finish)
        for finish in ("grade", "light-touch", "straight")
    }
    assert eight["grade"] > eight["light-touch"] > eight["straight"] == 0
    assert recorded("depth", codec="hevc", depth=10, mbit=60, finish="grade") < 0.1


def test_a_newer_codec_does_more_with_its_bits_and_is_heavier_to_edit() -> None:
    # 100 Mbit/s of H.264 and 60 of H.265, which does 1.8 times as much with each: about even.
    old, new = recorded("bits", codec="avc", depth=8, mbit=100), recorded("bits", codec="hevc", depth=8, mbit=60)
    assert old == pytest.approx(new, abs=0.1)
    assert recorded("editing", codec="hevc", depth=8, mbit=60) > recorded("editing", codec="avc", depth=8, mbit=100)


def test_intra_frame_at_a_high_rate_needs_a_drive_and_a_fast_card() -> None:
    phone = {"device": MANUAL, "codec": "intra", "depth": 10}
    assert recorded("drive", rate="25", mbit=700, **phone) == 0
    assert recorded("drive", rate="60", mbit=1400, **phone) == 2.0
    # 700 Mbit/s is 87.5 MB/s, with a quarter 109; the phone's storage sustains 400, a 100 MB/s one does not.
    assert recorded("card-speed", rate="25", mbit=700, **phone) == 0
    slow = MANUAL.model_copy(update={"card_mb_s": 100.0})
    assert recorded("card-speed", rate="25", mbit=700, **{**phone, "device": slow}) == 4.0


@pytest.mark.parametrize(("full_well_e", "held"), [(20_000.0, 3.2), (3_430.0, 2.0), (1_715.0, 1.0)])
def test_no_profile_holds_more_than_the_wells(full_well_e: float, held: float) -> None:
    """At ISO 100 mid grey of the A4 is 10/100 lx s · 11 000 · 1.12² · 0.62 = 856 electrons."""
    sensor = A4.lenses[0].sensor.model_copy(update={"full_well_e": full_well_e})
    camera = A4.model_copy(update={"lenses": [A4.lenses[0].model_copy(update={"sensor": sensor})]})
    neutral = next(profile for profile in camera.profiles if profile.key == "neutral")
    given = situation_of(brief("The pilot gig"), Stance(), camera, KIT.bag).given
    assert given.headroom_stops(neutral) == pytest.approx(held, abs=0.01)
