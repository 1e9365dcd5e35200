"""The simulated picture, step by step, against the figures it is made from."""

from dataclasses import replace
from typing import Any

import numpy as np
import pytest

from steady_tide.core.image.noise import signal_to_noise
from steady_tide.core.kit.settings import Setting, Value
from steady_tide.core.light.spectra import DAYLIGHT, channels
from steady_tide.core.light.water import daylight_under
from steady_tide.core.picture.colours import illuminant, rgb_of
from steady_tide.core.picture.develop import as_file, picture, recorded, rippled
from steady_tide.core.picture.plate import Patch, depth_codes, light_codes
from steady_tide.core.picture.scene import Moment, card_light, lens_light
from steady_tide.core.picture.shot import Finish, Flicker, Frame, Grain, Look, Motion, Shot, Water, water_over
from steady_tide.core.picture.taken import Light, Taken, plate_for, taken
from steady_tide.core.picture.tone import GREY, LUMINANCE, Curve
from steady_tide.core.picture.view import directions, window_of
from steady_tide.core.plan.physics.space import Spaces
from steady_tide.core.plan.problem.problem import PlanningProblem
from steady_tide.core.plan.problem.stance import SCHOOL_BY_KEY
from tests.plates import even_plate, plain_shot, square_layer
from tests.situations import A2, A4, BUILT_IN, D1, KIT, brief, planned

STANCE = SCHOOL_BY_KEY["even-keel"].stance
SPACES = Spaces()
PEEK = Look(peek=True)


def shot_of(device: Any, scene: str, light: Light | None = None, **pins: Any) -> Taken:
    """The shot of a planned set of the demo."""
    plan = planned(brief(scene), device, **pins)
    values: dict[Setting, Value] = {one.setting: one.value for one in plan.decisions}
    problem = PlanningProblem.of(brief(scene), device, stance=STANCE, bag=KIT.bag)
    return taken(SPACES, problem, values, light or Light())


def light_of(codes: Any, shot: Shot) -> Any:
    """Recorded light of code values, mid grey 1."""
    return Curve(shot.finish.curve, shot.finish.headroom_stops).decode(codes / 65535) / GREY


SETS: list[tuple[Any, str, dict[str, Any]]] = [
    (A4, "Lantern market", {}), (A4, "Under the rafts", {}), (A4, "The pilot gig", {}),
    (BUILT_IN, "Lantern market", {}), (D1, "Rafts from above", {}),
    (A2, "The pilot gig", {}), (A4, "The smoked jar", {}),
    (A4, "Lantern market", {"iso_ceiling": "800"}), (A4, "Lantern market", {"shutter": "1/100"}),
]  # fmt: skip


def snr(shot: Shot, electrons: float) -> float:
    """Of a delivered pixel by the noise model, from the electrons of a photosite."""
    grain = shot.grain
    sensor = A4.lenses[0].sensor.model_copy(update={"read_noise_e": grain.read_noise_e, "prnu": grain.prnu})
    return float(signal_to_noise(mean_electrons=electrons, photosites=grain.photosites, sensor=sensor))


def card_of(shot: Shot) -> Any:
    """What is recorded of a grey card held into a shot, pixel by pixel, (n, 3); mid grey 1."""
    light = lens_light(even_plate(), shot, Look(width_px=960, peek=True, card=True))
    side = round(0.11 * light.window.height)
    top, left = round(0.62 * light.window.height - side / 2), round(0.30 * light.window.width - side / 2)
    whole = light_of(recorded(light, shot), shot)
    return whole[top : top + side, left : left + side].reshape(-1, 3)


@pytest.mark.parametrize(("device", "scene", "pins"), SETS)
def test_a_card_follows_the_ledger_and_its_noise_the_model(device: Any, scene: str, pins: dict[str, Any]) -> None:
    expected, checked = shot_of(device, scene, **pins), 0
    for off in (-3.0, -1.0, 0.0, 1.0):
        made = shot_of(device, scene, Light(ev100=expected.figures.ev100 + off), **pins)
        plain = made.shot.finish.model_copy(update={"sharpening": 0.0, "smoothing": 0.0, "bit_depth": 12})
        shot = made.shot.model_copy(update={"finish": plain, "flicker": Flicker()})
        brightest = float(np.max(np.asarray(shot.gain) * card_light(shot)))
        if brightest * (1 + 4 / made.figures.snr_mid) > 2.0**plain.headroom_stops or made.figures.snr_mid < 4:
            continue  # What is cut off at white or black tells neither mean nor noise.
        checked += 1
        card = card_of(shot)
        means = card.mean(axis=0)
        assert np.log2(means @ LUMINANCE) == pytest.approx(made.figures.recorded_stops, abs=0.05)
        for mean, spread, electrons in zip(means, card.std(axis=0), shot.grain.electrons, strict=True):
            if (model := snr(shot, mean * electrons)) > 4:
                assert mean / spread == pytest.approx(model, rel=0.05)
    assert checked


def test_the_noise_of_a_balanced_picture_is_the_planners() -> None:
    made = shot_of(A4, "The pilot gig")
    electrons = np.asarray(made.shot.grain.electrons) * np.asarray(made.shot.gain)
    assert snr(made.shot, float(np.dot(electrons, LUMINANCE))) == pytest.approx(made.figures.snr_mid, rel=0.05)


def test_a_whole_picture_is_calmer_than_its_own_pixels_by_the_root_of_those_behind_one() -> None:
    grain = Grain(electrons=(200.0, 200.0, 200.0), read_noise_e=2.0, prnu=0.0, photosites=1.0)
    frame = Frame(width_px=3840, height_px=2160, projection="rectilinear", focal_px=1920.0)
    shot = plain_shot(grain=grain, frame=frame)
    spreads = [light_of(recorded(lens_light(even_plate(), shot, look), shot), shot).std() for look in (PEEK, Look())]
    assert spreads[0] / spreads[1] == pytest.approx(4.0, rel=0.05)


# View.


@pytest.mark.parametrize("projection", ["rectilinear", "fisheye"])
@pytest.mark.parametrize("port", [1.0, 1.34])
@pytest.mark.parametrize("azimuth", [-40.0, 12.0, 33.0])
def test_a_known_point_is_drawn_where_the_projection_puts_it(projection: Any, port: float, azimuth: float) -> None:
    frame = Frame(width_px=1920, height_px=1080, projection=projection, focal_px=900.0, port_index=port)
    plate = even_plate(0.01, marks={(azimuth, 0.0): 900.0})
    drawn = picture(plate, plain_shot(frame=frame), Look(width_px=960)).astype(float).sum(axis=2)
    in_air = np.degrees(np.arcsin(np.sin(np.radians(azimuth)) * port))
    radians = np.radians(in_air)
    wanted = 480 + 450.0 * (np.tan(radians) if projection == "rectilinear" else radians)
    if not 8 < wanted < 952:
        assert drawn.max() < 200
        return
    row, column = np.unravel_index(int(drawn.argmax()), drawn.shape)
    assert column == pytest.approx(wanted, abs=5) and row == pytest.approx(270, abs=5)


def test_the_middle_of_the_edge_sees_as_far_as_the_view_says() -> None:
    frame = Frame(width_px=1920, height_px=1080, projection="rectilinear", focal_px=960.0)
    toward = directions(frame, window_of(frame, Look()))
    assert float(np.degrees(toward.azimuth[270, -1])) == pytest.approx(45.0, abs=0.1)


# Motion.


def extent(profile: Any) -> float:
    """Width of what is brighter than half of its own highest [px]."""
    return float((np.asarray(profile) > np.max(profile) / 2).sum())


@pytest.mark.parametrize("length", [5.0, 12.0, 31.0])
def test_shake_smears_as_long_as_rate_times_shutter_times_focal_length(length: float) -> None:
    rate = length / (0.02 * 480.0)
    shot = plain_shot(motion=Motion(shutter_s=0.02, rate_hz=25.0, timeline_hz=25.0, shake_rad_s=rate))
    layer = square_layer("still", side_px=2)
    still, shaken = (
        lens_light(even_plate(0.01, layers=(layer,)), one, PEEK).light[..., 1] for one in (plain_shot(), shot)
    )
    column = int(still.sum(axis=0).argmax())
    own = extent(still[:, column])
    assert extent(shaken[:, column]) == pytest.approx(max(own, length), abs=1.0)
    assert shaken.sum() == pytest.approx(still.sum(), rel=0.01), "smearing takes no light away"


def test_the_subject_smears_across_and_what_is_carried_along_does_not() -> None:
    motion = Motion(shutter_s=0.02, rate_hz=25.0, timeline_hz=25.0, subject_rad_s=2.0, shake_rad_s=2.0)
    lengths = {}
    for moves in ("subject", "carried", "still"):
        plate = even_plate(0.01, layers=(square_layer(moves, side_px=4),))
        light = lens_light(plate, plain_shot(motion=motion), PEEK).light[..., 1]
        lengths[moves] = extent(light.max(axis=0)), extent(light.max(axis=1))
    wanted = 2.0 * 0.02 * 480.0
    assert lengths["subject"][0] == pytest.approx(wanted, abs=1.0)
    assert lengths["still"][0] < 8 and lengths["still"][1] == pytest.approx(wanted, abs=1.0)
    assert max(lengths["carried"]) < 8


def test_a_view_that_jumps_moves_what_it_sees_but_not_what_it_carries() -> None:
    for moves, shift in (("still", -0.02 * 480.0), ("carried", 0.0)):
        plate = even_plate(0.01, layers=(square_layer(moves),))
        at = [
            float(np.average(np.arange(960), weights=lens_light(plate, plain_shot(), PEEK, moment).light[270, :, 1]))
            for moment in (Moment(), Moment(right=-0.02))
        ]
        assert at[1] - at[0] == pytest.approx(shift, abs=1.0 if shift else 0.01) or moves == "still"


def test_what_crosses_leans_while_the_rows_are_read() -> None:
    motion = Motion(shutter_s=0.001, rate_hz=25.0, timeline_hz=25.0, subject_rad_s=3.0, readout_s=0.02)
    plate = even_plate(0.01, layers=(square_layer("subject", side_px=100),))
    light = lens_light(plate, plain_shot(motion=motion), PEEK).light[..., 1] > 1
    rows = np.flatnonzero(light.any(axis=1))
    edges = [float(np.flatnonzero(light[row])[0]) for row in (rows[2], rows[-3])]
    wanted = 3.0 * 0.02 * 480.0 * (rows[-3] - rows[2]) / 540.0
    assert edges[1] - edges[0] == pytest.approx(wanted, abs=1.5)


def test_a_layer_is_whole_across_the_rim_of_the_closer_look() -> None:
    layer = square_layer("still", light=4.0, side_px=120)
    size = (72, 128)
    close = Patch(
        (0, 0),
        light_codes(np.full((*size, 3), 4.0)),
        np.full(size, 255, dtype=np.uint8),
        depth_codes(np.full(size, 3.0)),
    )
    plate = even_plate(0.5, layers=(replace(layer, detail=close),))
    near = plain_shot(frame=Frame(width_px=1920, height_px=1080, projection="rectilinear", focal_px=3600.0))
    light = lens_light(plate, near, Look(width_px=960)).light[270, :, 1]
    # All that is seen lies within 32 degrees across, of which the patch of the map covers 15.
    assert light == pytest.approx(np.full(960, 4.0), rel=0.01)
    wide = plain_shot(frame=Frame(width_px=1920, height_px=1080, projection="rectilinear", focal_px=1300.0))
    covered = lens_light(plate, wide, Look(width_px=960)).light[270, :, 1] > 2
    assert covered[480] and covered.sum() == pytest.approx(2 * 650 * np.tan(np.radians(16)), abs=12)


# Lamps.


@pytest.mark.parametrize("shutter", ["1/200", "1/100", "1/50", "1/120"])
def test_bands_are_as_deep_as_the_sinc_says(shutter: str) -> None:
    made = shot_of(A4, "Lantern market", shutter=shutter) if shutter in ("1/200", "1/100", "1/50") else None
    seconds = 1 / float(shutter.split("/")[1])
    kept = abs(float(np.sinc(2 * 50 * seconds)))
    if made is not None:
        assert made.shot.flicker.kept == pytest.approx(kept * brief("Lantern market").level.ripple, abs=0.001)
    shot = plain_shot(
        flicker=Flicker(kept=kept, hz=100.0),
        motion=Motion(shutter_s=seconds, rate_hz=25.0, timeline_hz=25.0, readout_s=0.02),
    )
    rows = light_of(recorded(lens_light(even_plate(), shot, PEEK), shot), shot).mean(axis=(1, 2))
    assert (rows.max() - rows.min()) / (rows.max() + rows.min()) == pytest.approx(kept, abs=0.01)
    down = np.linspace(0, 1, 501, dtype=np.float32)[:, None]
    assert float(rippled(shot, down).max()) == pytest.approx(1 + kept, abs=0.001)


# Water and colour.


def test_red_falls_behind_in_water_as_its_spectrum_says() -> None:
    for depth in (2.0, 5.0, 12.0):
        made = shot_of(A4, "Under the rafts", Light(depth_m=depth), colour_filter="none")
        assert made.shot.water is not None and made.figures.red_left is not None
        here = made.shot.water.card_m
        near, far = water_over(made.shot.water, np.array([here, here + 1.0]))[0]
        around = 1.0 - np.asarray(made.shot.water.lamp)
        passed = [channels(daylight_under("3C", depth_m=depth, distance_m=away)) for away in (here, here + 1.0)]
        assert (far / near)[around == 1.0] == pytest.approx((passed[1] / passed[0])[around == 1.0], rel=0.03)
    lefts = [shot_of(A4, "Under the rafts", Light(depth_m=depth)).figures.red_left or 0.0 for depth in (2.0, 5.0, 12.0)]
    assert lefts == sorted(lefts, reverse=True)


@pytest.mark.parametrize("lamp", ["none", "dive-lamp"])
def test_a_lamp_lights_the_picture_only_where_the_set_has_one(lamp: str) -> None:
    plan = planned(brief("Under the rafts"), A4, lamp=lamp)
    made = shot_of(A4, "Under the rafts", lamp=lamp)
    assert made.shot.water is not None
    assert any(made.shot.water.lamp) == (lamp != "none")
    brighter = made.figures.ev100 - plan.light.ev100
    assert brighter == pytest.approx(0.0) if lamp == "none" else brighter > 0.1


def test_water_far_away_is_only_veil_and_none_of_it_at_no_distance() -> None:
    water = Water(card_m=1.0, path=(0.4, 0.1, 0.2), veil=(0.1, 0.5, 0.4))
    passes, veil = water_over(water, np.array([0.1, 1.0, 500.0]))
    assert passes[1] == pytest.approx([1.0, 1.0, 1.0]) and (passes[2] < 1e-6).all()
    assert veil[2] == pytest.approx([0.1, 0.5, 0.4]) and (veil[0] < 0.03).all()


def test_light_of_a_colour_is_white_when_balanced_for_it_and_blue_when_balanced_for_less() -> None:
    assert rgb_of(DAYLIGHT) == pytest.approx([1.0, 1.0, 1.0])
    red, _, blue = rgb_of(illuminant(3000.0))
    assert red > 1.5 and blue < 1.0
    mixed = rgb_of(illuminant(5600.0)) / rgb_of(illuminant(3200.0))
    assert mixed[2] > mixed[0]


# Finish.


def test_the_same_shot_is_the_same_file() -> None:
    plate, shot = even_plate(), plain_shot()
    files = {as_file(picture(plate, shot, Look(graded=True))) for _ in range(2)}
    assert len(files) == 1


def test_a_grade_makes_flat_material_look_as_plain_material_does() -> None:
    plate = even_plate(0.4)
    seen_by = {
        curve: picture(
            plate, plain_shot(finish=Finish(curve=curve, headroom_stops=4.0, bit_depth=12)), Look(graded=True)
        )
        for curve in ("log", "flat", "neutral")
    }
    levels = [float(image.mean()) for image in seen_by.values()]
    assert levels == pytest.approx([levels[0]] * 3, abs=1.0)


def test_few_bits_show_at_own_pixels_and_eight_bits_band_when_they_are_lifted() -> None:
    ramp = even_plate(1.0, marks={(x, y): 2.0 for x in np.arange(-3, 3, 0.4) for y in np.arange(-3, 3, 0.4)})
    plenty, few = (
        picture(
            ramp,
            plain_shot(finish=Finish(curve="neutral", headroom_stops=4.0, bit_depth=12, bits_per_pixel=bits)),
            PEEK,
        )
        for bits in (1.0, 0.01)
    )
    assert np.abs(plenty.astype(int) - few.astype(int)).max() > 10
    levels = {}
    for depth in (8, 12):
        shot = plain_shot(finish=Finish(curve="log", headroom_stops=6.0, bit_depth=depth))
        light = np.linspace(0.02, 0.4, 960, dtype=np.float32)[None, :, None] * np.ones((540, 1, 3), dtype=np.float32)
        base = lens_light(even_plate(), shot, PEEK)
        levels[depth] = len(np.unique(recorded(base._replace(light=light), shot)))
    assert levels[8] < levels[12] / 6


def test_every_kind_of_scene_has_something_like_it() -> None:
    assert plate_for(brief("Under the rafts")) == "ropes"
    assert plate_for(brief("Lantern market")) == "quay"
    assert plate_for(brief("Lantern market", carried="riding")) == "street"
    assert plate_for(brief("The smoked jar")) == "jar"
    assert plate_for(brief("Sky over the sheds")) == "sheds"
    assert plate_for(brief("Rafts from above")) == "farm"
    assert plate_for(brief("The pilot gig")) == "bow"
    assert plate_for(brief("The pilot gig", carried="helmet-on-snow")) == "slope"
    assert plate_for(brief("Talking on the quay")) == "seat"
