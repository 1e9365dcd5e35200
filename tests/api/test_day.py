"""The day of a shoot over HTTP: its light, its windows, scenes moved in time, places and zones."""

from typing import Any

import pytest
from starlette.testclient import TestClient

from steady_tide.demo.load import demo_scenes
from steady_tide.desk.day import filming
from tests.media.test_still import a_still
from tests.service import add_scene, join, with_kit
from tests.situations import KIT, SCENES

HALLIN = {"name": "A day out", "day": "2026-09-26", "latitude_deg": 58.30, "longitude_deg": 6.60, "cloud_okta": 2}


def a_day(client: TestClient, *names: str, **facts: Any) -> tuple[str, list[str]]:
    """A shoot in Hallin Sound with scenes; its id and theirs."""
    first = add_scene(client, SCENES[names[0]])
    shoot = first["shoot_id"]
    assert client.put(f"/api/shoots/{shoot}", json={**HALLIN, **facts}).status_code == 200
    device = first["setups"][0]["device_id"]
    ids = [first["id"]]
    for name in names[1:]:
        body = {"name": name, "brief": SCENES[name], "device_ids": [device]}
        ids.append(client.post(f"/api/shoots/{shoot}/scenes", json=body).json()["id"])
    return shoot, ids


def test_a_day_has_its_light_its_events_and_its_windows(creator: TestClient) -> None:
    shoot, _ = a_day(creator, "The pilot gig", "Lantern market")
    day = creator.get(f"/api/shoots/{shoot}/day").json()
    assert (day["zone"], day["minutes"], len(day["sky"])) == ("Europe/Oslo", 1440, 145)
    assert [event["kind"] for event in day["events"]] == ["dawn", "sunrise", "noon", "sunset", "dusk"]
    sunrise = next(event["at"] for event in day["events"] if event["kind"] == "sunrise")
    assert sunrise.startswith("2026-09-26T07:2") and sunrise.endswith("+02:00")
    gig, market = day["scenes"]
    assert gig["follows_sky"] and not market["follows_sky"]
    assert min(gig["curve"]) < 0 and max(gig["curve"]) > 12
    assert len(set(market["curve"])) == 1
    camera = gig["cameras"][0]
    morning, noon = 615, 13 * 60
    for minute in (morning, noon, 5 * 60):
        held = camera["low_ev100"] <= gig["curve"][minute // 10] <= camera["high_ev100"]
        assert held == any(window["start"] < minute < window["end"] for window in camera["steady"]), minute
    assert any(window["start"] < morning < window["end"] for window in camera["steady"])
    assert all(
        camera["low_ev100"] - 0.3 <= gig["curve"][w["start"] // 10 + 1] for w in camera["steady"] if w["start"] < 1430
    )


def test_a_scene_moved_into_the_evening_loses_its_light(creator: TestClient) -> None:
    shoot, (gig,) = a_day(creator, "The pilot gig")
    morning = creator.put(f"/api/scenes/{gig}/filming", json={"starts": 600, "ends": 660}).json()["scenes"][0]
    assert morning["cameras"][0]["leaves"] == [] and morning["cameras"][0]["steady_minutes"] == 60
    dusk = creator.put(f"/api/scenes/{gig}/filming", json={"starts": 1080, "ends": 1200}).json()["scenes"][0]
    (leaving,) = dusk["cameras"][0]["leaves"]
    assert leaving["side"] == "dark" and 1080 <= leaving["minute"] <= 1200 and leaving["end"] in ("dark", "noise")
    assert dusk["cameras"][0]["steady_minutes"] < 120
    back = creator.post(f"/api/scenes/{gig}/undo")
    assert back.status_code == 200
    assert creator.get(f"/api/shoots/{shoot}/day").json()["scenes"][0]["starts"] is None, "dragging is one step"


@pytest.mark.parametrize(
    ("time", "path"),
    [
        ({"starts": 600}, ["ends"]),
        ({"starts": 600, "ends": 600}, ["ends"]),
        ({"starts": 2000, "ends": 2100}, ["starts"]),
        ({"starts": -1, "ends": 5}, ["starts"]),
        ({"starts": "noon", "ends": 5}, ["starts"]),
    ],
)  # fmt: skip
def test_times_that_cannot_be_are_refused_beside_their_field(
    creator: TestClient, time: dict[str, Any], path: list[str]
) -> None:
    _, (gig,) = a_day(creator, "The pilot gig")
    answer = creator.put(f"/api/scenes/{gig}/filming", json=time)
    assert answer.status_code == 422 and path in [error["path"] for error in answer.json()["errors"]]


def test_a_day_needs_a_place_and_a_day(creator: TestClient, app: Any) -> None:
    shoot, _ = a_day(creator, "The pilot gig", latitude_deg=None, longitude_deg=None)
    answer = creator.get(f"/api/shoots/{shoot}/day")
    assert answer.status_code == 422 and "say where" in answer.json()["errors"][0]["message"]
    off = creator.put(f"/api/shoots/{shoot}", json={**HALLIN, "latitude_deg": 95})
    assert off.status_code == 422 and off.json()["errors"][0]["path"] == ["latitude_deg"]
    assert join(app).get(f"/api/shoots/{shoot}/day").status_code == 404


ZONES = [
    (78.22, 15.65, "Arctic/Longyearbyen"),
    (-33.87, 151.21, "Australia/Sydney"),
    (0, -30, "Etc/GMT+2"),
]


@pytest.mark.parametrize(("latitude", "longitude", "zone"), ZONES)
def test_the_zone_comes_from_the_place(creator: TestClient, latitude: float, longitude: float, zone: str) -> None:
    shoot, _ = a_day(creator, "The pilot gig", latitude_deg=latitude, longitude_deg=longitude)
    assert creator.get(f"/api/shoots/{shoot}/day").json()["zone"] == zone


def test_polar_days_and_nights_are_said(creator: TestClient) -> None:
    far = {"latitude_deg": 78.22, "longitude_deg": 15.65}
    shoot, _ = a_day(creator, "The pilot gig", **far, day="2026-06-21")
    assert creator.get(f"/api/shoots/{shoot}/day").json()["polar"] == "day"
    creator.put(f"/api/shoots/{shoot}", json={**HALLIN, **far, "day": "2026-12-21"})
    night = creator.get(f"/api/shoots/{shoot}/day").json()
    assert night["polar"] == "night" and night["golden"] == []


@pytest.mark.parametrize(("day", "minutes"), [("2026-03-29", 1380), ("2026-10-25", 1500)])
def test_days_on_which_the_clocks_change(creator: TestClient, day: str, minutes: int) -> None:
    shoot, _ = a_day(creator, "The pilot gig", day=day)
    assert creator.get(f"/api/shoots/{shoot}/day").json()["minutes"] == minutes


UNDER = {**SCENES["Under the rafts"], "light": {"kind": "sky"}}
OPEN = {**SCENES["The pilot gig"], "light": {"kind": "sky"}, "aim": {"heading_deg": 0.0}}


def sky_day(
    client: TestClient, *briefs: dict[str, Any], times: tuple[tuple[int, int], ...] = ()
) -> tuple[str, list[str]]:
    """A shoot with scenes under its sky, filmed at the times given."""
    first = add_scene(client, briefs[0])
    shoot, device = first["shoot_id"], first["setups"][0]["device_id"]
    assert client.put(f"/api/shoots/{shoot}", json=HALLIN).status_code == 200
    ids = [first["id"]]
    for brief in briefs[1:]:
        body = {"name": "Another", "brief": brief, "device_ids": [device]}
        ids.append(client.post(f"/api/shoots/{shoot}/scenes", json=body).json()["id"])
    for scene, (starts, ends) in zip(ids, times, strict=False):
        assert client.put(f"/api/scenes/{scene}/filming", json={"starts": starts, "ends": ends}).status_code == 200
    return shoot, ids


def test_a_scene_under_the_sky_is_planned_for_its_hour(creator: TestClient) -> None:
    _, (gig,) = sky_day(creator, OPEN)
    noon = creator.put(f"/api/scenes/{gig}/filming", json={"starts": 780, "ends": 840}).json()["scenes"][0]
    bench = creator.get(f"/api/scenes/{gig}").json()["setups"][0]["outcome"]
    assert bench["light"]["source"].startswith("sky, cloud 2/8")
    dusk = creator.put(f"/api/scenes/{gig}/filming", json={"starts": 1150, "ends": 1180}).json()["scenes"][0]
    after = creator.get(f"/api/scenes/{gig}").json()["setups"][0]["outcome"]
    assert bench["light"]["ev100"] - after["light"]["ev100"] > 4
    assert noon["cameras"][0]["headline"] != dusk["cameras"][0]["headline"], "the set is another one"
    assert creator.get(f"/api/setups/{noon['cameras'][0]['setup_id']}/card").json()["outcome"] == after


def test_light_by_place_takes_a_place(creator: TestClient) -> None:
    scene = add_scene(creator, OPEN)
    (setup,) = scene["setups"]
    assert setup["outcome"]["outcome"] == "refused"
    assert "where and on which day" in setup["outcome"]["problems"][0]["message"]


def test_turning_the_lens_changes_light_side_and_shadow(creator: TestClient) -> None:
    _, (gig,) = sky_day(creator, OPEN, times=((780, 820),))

    def turned(heading: float) -> dict[str, Any]:
        answer = creator.put(f"/api/scenes/{gig}/filming", json={"heading_deg": heading, "tilt_deg": 10})
        found: dict[str, Any] = answer.json()["scenes"][0]
        return found

    front, back = turned(5.0), turned(185.0)
    assert {span["facing"] for span in front["heading"]["facing"]} == {"front"}
    assert {span["facing"] for span in back["heading"]["facing"]} == {"back"}
    assert front["curve"][80] - back["curve"][80] > 1 and front["curve"][5] == back["curve"][5]
    assert front["heading"]["shadow_minutes"] > 0 and back["heading"]["shadow_minutes"] == 0
    gone = creator.put(f"/api/scenes/{gig}/filming", json={"heading_deg": None}).json()["scenes"][0]
    assert gone["aim"] is None and "Say where the lens looks" in gone["heading"]["words"]


def test_deeper_is_darker_and_told_by_colour(creator: TestClient) -> None:
    _, (dive,) = sky_day(creator, UNDER, times=((600, 660),))

    def at(depth: float, **more: Any) -> dict[str, Any]:
        body = {"depth_m": depth, "shallowest_m": depth - 0.5, **more}
        found: dict[str, Any] = creator.put(f"/api/scenes/{dive}/filming", json=body).json()["scenes"][0]
        return found

    shallow, deep = at(2), at(9.5)
    assert shallow["curve"][63] - deep["curve"][63] > 2
    assert shallow["water"]["under"]["best_filter"] == "magenta" and deep["water"]["under"]["verdict"] == "lamp"
    assert shallow["water"]["under"]["lamps"][0]["within_m"] > 0
    assert len(shallow["water"]["depths"]["ev100"]) == 41
    blue = at(4, colour="blue")
    assert blue["water"]["under"]["water"] == "tropical blue" and blue["water"]["under"]["best_filter"].endswith("red")
    assert creator.post(f"/api/scenes/{dive}/undo").status_code == 200


def test_a_lamp_under_water_lights_the_day_too(creator: TestClient) -> None:
    water = {**UNDER["water"], "depth_m": 9, "shallowest_m": 8}
    lit = {**UNDER, "subject_distance_m": 0.5, "water": {**water, "lamp": True}}
    shoot, _ = sky_day(
        creator, {**UNDER, "subject_distance_m": 0.5, "water": water}, lit, times=((600, 660), (700, 760))
    )
    dark, bright = creator.get(f"/api/shoots/{shoot}/day").json()["scenes"]
    assert bright["curve"][63] > dark["curve"][63] + 0.3 and "with Dive lamp" in bright["light"]
    assert bright["curve"][5] > 5, "the lamp shines at night too"
    night = {"starts": 1380, "ends": 1430}
    id_ = bright["id"]
    day = creator.put(f"/api/scenes/{id_}/filming", json=night).json()
    assert day["scenes"][1]["cameras"][0]["leaves"] == [], "planned for the lamp, and shown with it"
    assert min(day["scenes"][1]["water"]["depths"]["ev100"]) > 5


def test_the_weather_changes_everything_under_it(creator: TestClient) -> None:
    shoot, _ = sky_day(creator, OPEN, SCENES["Lantern market"], times=((700, 760), (1200, 1260)))
    clear = creator.put(f"/api/shoots/{shoot}/cloud", json={"cloud_okta": 0}).json()
    grey = creator.put(f"/api/shoots/{shoot}/cloud", json={"cloud_okta": 8}).json()
    assert clear["sky"][72] - grey["sky"][72] == pytest.approx(2.0, abs=0.05)
    assert clear["scenes"][1]["curve"] == grey["scenes"][1]["curve"], "lamps do not mind"
    assert clear["scenes"][0]["uncertainty_stops"] < grey["scenes"][0]["uncertainty_stops"]
    assert creator.put(f"/api/shoots/{shoot}/cloud", json={"cloud_okta": 9}).status_code == 422


@pytest.mark.parametrize(
    ("body", "field"),
    [
        ({"heading_deg": 360}, "heading_deg"),
        ({"heading_deg": "east"}, "heading_deg"),
        ({"tilt_deg": 120}, "tilt_deg"),
        ({"height_m": 0}, "height_m"),
        ({"shade_stops": 20}, "shade_stops"),
        ({"ground": "lava"}, "ground"),
        ({"reachable": "perhaps"}, "reachable"),
        ({"depth_m": 4}, "depth_m"),
        ({"profile": [{"minute": 0, "depth_m": -3}]}, "depth_m"),
        ({"starts": 1200, "ends": 3000}, "ends"),
        ({"spot": "x" * 99}, "spot"),
        ({"colour": "pink"}, "colour"),
    ],
)
def test_what_cannot_be_meant_is_refused_beside_its_field(
    creator: TestClient, body: dict[str, Any], field: str
) -> None:
    _, (gig,) = sky_day(creator, OPEN)
    answer = creator.put(f"/api/scenes/{gig}/filming", json=body)
    assert answer.status_code == 422 and answer.json()["errors"][0]["path"][-1] == field, answer.text


def test_named_light_has_no_shade_to_change(creator: TestClient) -> None:
    _, (market,) = sky_day(creator, SCENES["Lantern market"])
    answer = creator.put(f"/api/scenes/{market}/filming", json={"shade_stops": 1})
    assert answer.status_code == 422 and "on the bench first" in answer.json()["errors"][0]["message"]


def test_a_reading_bends_the_day_and_its_sets(creator: TestClient) -> None:
    shoot, (gig, dive) = sky_day(creator, OPEN, UNDER, times=((700, 760), (800, 860)))
    model = creator.get(f"/api/shoots/{shoot}/day").json()
    reading = {"minute": 730, "measured": {"how": "settings", "iso": 100, "f_number": 4, "shutter_s": "1/125"}}
    day = creator.post(f"/api/shoots/{shoot}/readings", json=reading).json()
    (told,) = day["readings"]
    assert told["ev100"] == pytest.approx(10.97, abs=0.01) and told["words"] == "ISO 100, f/4, 1/125 s"
    assert day["sky"][73] == pytest.approx(told["ev100"], abs=0.01)
    assert told["over_model_stops"] == pytest.approx(told["ev100"] - model["sky"][73], abs=0.02)
    for before, after in zip(model["scenes"], day["scenes"], strict=True):
        assert after["curve"][78] < before["curve"][78] and after["uncertainty_stops"] <= before["uncertainty_stops"]
    subject = {"minute": 730, "scene_id": gig, "measured": {"how": "lux", "lux": 2.5 * 2**9}}
    day = creator.post(f"/api/shoots/{shoot}/readings", json=subject).json()
    assert day["scenes"][0]["curve"][73] == pytest.approx(9.0, abs=0.01)
    assert "bent by your reading" in creator.get(f"/api/scenes/{gig}").json()["setups"][0]["outcome"]["light"]["source"]
    for one in day["readings"]:
        day = creator.delete(f"/api/shoots/{shoot}/readings/{one['id']}").json()
    assert day["readings"] == [] and day["sky"] == model["sky"]
    assert creator.get(f"/api/scenes/{dive}").status_code == 200


@pytest.mark.parametrize(
    ("body", "field"),
    [
        ({"minute": 5000, "measured": {"how": "lux", "lux": 5}}, "minute"),
        ({"minute": 600, "measured": {"how": "lux", "lux": "bright"}}, "lux"),
        ({"minute": 600, "measured": {"how": "lux", "lux": 0}}, "lux"),
        ({"minute": 600, "measured": {"how": "settings", "f_number": 2.8, "shutter_s": "fast"}}, "shutter_s"),
        ({"minute": 600, "measured": {"how": "guess"}}, "measured"),
    ],
)
def test_readings_that_say_nothing_are_refused(creator: TestClient, body: dict[str, Any], field: str) -> None:
    shoot, _ = sky_day(creator, OPEN)
    answer = creator.post(f"/api/shoots/{shoot}/readings", json=body)
    assert answer.status_code == 422 and answer.json()["errors"][0]["path"][-1] == field, answer.text


def test_a_dive_log_becomes_the_depths_of_a_scene(creator: TestClient) -> None:
    _, (dive, gig) = sky_day(creator, UNDER, OPEN, times=((600, 660),))
    day = creator.put(f"/api/scenes/{dive}/dive", json={"text": "minute,depth\n0,0\n10,6\n55,2\n"}).json()
    water = day["scenes"][0]["water"]
    assert (water["shallowest_m"], water["depth_m"], len(water["profile"])) == (0, 6, 3)
    curve = day["scenes"][0]["curve"]
    assert curve[60] > curve[61] < curve[65]
    bomb = '<!DOCTYPE u [<!ENTITY a "a">]><uddf>&a;</uddf>'
    refused = creator.put(f"/api/scenes/{dive}/dive", json={"text": bomb})
    assert refused.status_code == 422 and "entities" in refused.json()["errors"][0]["message"]
    dry = creator.put(f"/api/scenes/{gig}/dive", json={"text": "0,0\n10,6\n"})
    assert dry.status_code == 422 and "under water" in dry.json()["errors"][0]["message"]
    drawn = {"profile": [{"minute": 0, "depth_m": 1}, {"minute": 30, "depth_m": 8}]}
    day = creator.put(f"/api/scenes/{dive}/filming", json=drawn).json()
    assert day["scenes"][0]["water"]["depth_m"] == 8
    day = creator.put(f"/api/scenes/{dive}/filming", json={"profile": []}).json()
    assert day["scenes"][0]["water"]["profile"] == []


def test_a_planned_depth_beyond_the_rating_is_refused_on_the_bench(creator: TestClient) -> None:
    _, (dive,) = sky_day(creator, UNDER, times=((600, 660),))
    log = "minute,depth\n0,0\n10,59\n30,5\n"
    creator.put(f"/api/scenes/{dive}/filming", json={"depth_m": 5})
    day = creator.put(f"/api/scenes/{dive}/dive", json={"text": log.replace("59", "59.5")}).json()
    assert day["scenes"][0]["cameras"], "the housing of the bag goes to 60 m"
    deeper = creator.put(f"/api/scenes/{dive}/dive", json={"text": log.replace("59", "75")})
    assert deeper.status_code == 422


def test_changes_come_with_their_times_and_what_skipping_costs(creator: TestClient) -> None:
    light = {"kind": "lamps", "lamps": [{"given": "class", "lamp_class": "P2"}], "with_sky": True, "shade_stops": 1}
    dusk = {**SCENES["Lantern market"], "light": light}
    shoot, _ = sky_day(creator, dusk, times=((1110, 1290),))
    swaps = creator.get(f"/api/shoots/{shoot}/day").json()["swaps"]
    assert swaps[0]["kind"] == "start"
    off = next(one for one in swaps if one["while_filming"])
    assert (off["kind"] == "filter" and off["after"] == "none") or off["after"] == "bare lens"
    assert 1110 < off["minute"] < 1290 and "too dark" in off["skipped"] and off["reachable"] == "by-hand"
    kept = creator.put(f"/api/scenes/{off['scene_id']}/filming", json={"reachable": "not-at-all"}).json()
    assert not any(one["while_filming"] for one in kept["swaps"])


def test_a_change_on_a_dive_says_how_deep_it_is_made(creator: TestClient) -> None:
    fast = {
        **UNDER,
        "reachable": "by-hand",
        "water": {**UNDER["water"], "depth_m": 9, "shallowest_m": 0.5, "colour": "murky"},
    }
    shoot, (dive,) = sky_day(creator, fast, times=((660, 720),))
    setup = creator.get(f"/api/scenes/{dive}").json()["setups"][0]["id"]
    for setting in ("iso_floor", "iso_ceiling"):
        assert creator.put(f"/api/setups/{setup}/pins/{setting}", json={"value": 400}).status_code == 200
    drawn = [{"minute": m, "depth_m": d} for m, d in ((0, 0.5), (20, 0.5), (40, 9), (60, 9))]
    day = creator.put(f"/api/scenes/{dive}/filming", json={"profile": drawn}).json()
    made = [one for one in day["swaps"] if one["while_filming"]]
    assert made, day["swaps"]
    for one in made:
        depth = 0.5 + 8.5 * min(max(one["minute"] - 660 - 20, 0), 20) / 20
        assert abs(one["depth_m"] - depth) <= 0.25
        calendar = creator.get(f"/api/shoots/{shoot}/day.ics").text.replace("\r\n ", "")
        assert f"about {one['depth_m']:g} m down" in calendar
    assert all(one["depth_m"] is None for one in day["swaps"] if not one["while_filming"])


@pytest.mark.parametrize(("slots", "presets"), [(2, ["preset 2"]), (1, [])])
def test_where_a_set_ends_a_second_one_is_planned_for_a_free_slot(
    creator: TestClient, slots: int, presets: list[str]
) -> None:
    kit = KIT.plain()
    for device in kit["devices"]:
        device["preset_slots"] = slots if device["key"] == "kittiwake-d1" else device["preset_slots"]
    assert creator.put("/api/kit", json=kit).status_code == 200
    rafts = next(one for one in demo_scenes() if one["name"] == "Rafts from above")
    scene = add_scene(creator, {**rafts["brief"], **rafts["on_the_day"]}, "kittiwake-d1")
    assert creator.put(f"/api/shoots/{scene['shoot_id']}", json={**HALLIN, "day": "2026-09-19"}).status_code == 200
    school = f"/api/setups/{scene['setups'][0]['id']}/school"
    assert creator.put(school, json={"school": "darkroom"}).status_code == 200
    day = creator.put(f"/api/scenes/{scene['id']}/filming", json={"starts": 440, "ends": 720}).json()
    told = [one["after"] for one in day["swaps"] if one["kind"] == "preset"]
    assert [words.split(":")[0] for words in told] == presets
    assert all("as preset 1, but shutter 1/" in words for words in told)
    camera = day["scenes"][0]["cameras"][0]
    assert camera["minutes_out"] == 0 if presets else camera["minutes_out"] > 30
    assert (camera["second"] is not None) == bool(presets)
    if camera["second"]:
        assert camera["second"]["slot"] == 2 and 440 <= camera["second"]["begins"] <= 720
        lines = {one["setting"]: one["text"] for one in camera["second"]["lines"]}
        assert lines["shutter"].startswith("1/") and f"shutter {lines['shutter']}" in told[0]
    calendar = creator.get(f"/api/shoots/{scene['shoot_id']}/day.ics").text.replace("\r\n ", "").replace("\\,", ",")
    assert all(words in calendar for words in told)


def test_an_order_is_proposed_and_times_are_taken_together(creator: TestClient) -> None:
    shoot, (gig, dive) = sky_day(creator, OPEN, UNDER, times=((60, 120), (90, 150)))
    found = creator.get(f"/api/shoots/{shoot}/order").json()
    assert found["moves"] and found["minutes_out"] < found["minutes_out_before"]
    times = [{key: move[key] for key in ("scene_id", "starts", "ends")} for move in found["moves"]]
    day = creator.put(f"/api/shoots/{shoot}/times", json={"times": times}).json()
    assert {one["id"]: one["starts"] for one in day["scenes"]} == {one["scene_id"]: one["starts"] for one in times}
    assert creator.get(f"/api/shoots/{shoot}/order").json()["moves"] == []
    fixed = creator.put(f"/api/scenes/{gig}/filming", json={"fixed": True, "starts": 60, "ends": 120, "spot": "far"})
    assert fixed.json()["scenes"][0]["fixed"] and fixed.json()["scenes"][0]["spot"] == "far"
    assert gig not in [move["scene_id"] for move in creator.get(f"/api/shoots/{shoot}/order").json()["moves"]]
    other, (stranger,) = sky_day(creator, OPEN)
    mixed = {
        "times": [{"scene_id": stranger, "starts": 600, "ends": 660}, {"scene_id": dive, "starts": 600, "ends": 660}]
    }
    assert creator.put(f"/api/shoots/{other}/times", json=mixed).status_code == 422
    assert creator.get(f"/api/shoots/{other}/day").json()["scenes"][0]["starts"] is None, "all or none"


def test_a_scene_may_run_past_midnight(creator: TestClient) -> None:
    shoot, (sky,) = sky_day(creator, SCENES["Sky over the sheds"], times=((1320, 1800),))
    day = creator.get(f"/api/shoots/{shoot}/day").json()
    assert day["minutes"] == 1800 and len(day["sky"]) == 181 and day["scenes"][0]["ends"] == 1800
    assert creator.put(f"/api/scenes/{sky}/filming", json={"starts": 1320, "ends": 2600}).status_code == 422


def test_the_clock_of_a_day_on_which_it_changes(creator: TestClient) -> None:
    shoot, _ = sky_day(creator, OPEN)
    creator.put(f"/api/shoots/{shoot}", json={**HALLIN, "day": "2026-03-29"})
    assert creator.get(f"/api/shoots/{shoot}/day").json()["jump"] == {"minute": 120, "by": 60}
    creator.put(f"/api/shoots/{shoot}", json={**HALLIN, "day": "2026-10-25"})
    assert creator.get(f"/api/shoots/{shoot}/day").json()["jump"] == {"minute": 180, "by": -60}
    table = creator.get(f"/api/shoots/{shoot}/day.csv").text.splitlines()
    assert sum(line.startswith("2026-10-25T02:") for line in table) == 12, "the hour between two and three comes twice"


def test_the_day_is_taken_along_in_three_files(creator: TestClient) -> None:
    shoot, _ = sky_day(creator, OPEN, UNDER, times=((700, 760), (800, 860)))
    for ending, media, begins in (
        ("pdf", "application/pdf", b"%PDF"),
        ("ics", "text/calendar", b"BEGIN:VCALENDAR"),
        ("csv", "text/csv", b"time,sky"),
    ):
        answer = creator.get(f"/api/shoots/{shoot}/day.{ending}")
        assert answer.status_code == 200 and answer.content.startswith(begins), answer.text[:200]
        assert answer.headers["content-type"].startswith(media)
        assert answer.headers["content-disposition"] == f"attachment; filename=day.{ending}"
    assert b"Charge" in creator.get(f"/api/shoots/{shoot}/day.ics").content


def test_nobody_else_reaches_a_day(creator: TestClient, app: Any) -> None:
    shoot, (gig,) = sky_day(creator, OPEN, times=((700, 760),))
    day = creator.post(
        f"/api/shoots/{shoot}/readings", json={"minute": 700, "measured": {"how": "ev", "ev100": 9}}
    ).json()
    reading = day["readings"][0]["id"]
    place = creator.post("/api/places", json={"name": "Hallin", "latitude_deg": 58.3, "longitude_deg": 6.6}).json()
    stranger = join(app)
    tries = [
        stranger.get(f"/api/shoots/{shoot}/day"),
        stranger.put(f"/api/scenes/{gig}/filming", json={"starts": 0, "ends": 60}),
        stranger.put(f"/api/shoots/{shoot}/cloud", json={"cloud_okta": 8}),
        stranger.put(f"/api/shoots/{shoot}/times", json={"times": [{"scene_id": gig, "starts": 0, "ends": 60}]}),
        stranger.get(f"/api/shoots/{shoot}/order"),
        stranger.post(f"/api/shoots/{shoot}/readings", json={"minute": 700, "measured": {"how": "ev", "ev100": 3}}),
        stranger.post(f"/api/shoots/{shoot}/cards?minute=7", content=a_still()),
        stranger.delete(f"/api/shoots/{shoot}/readings/{reading}"),
        stranger.put(f"/api/scenes/{gig}/dive", json={"text": "0,0\n5,5\n"}),
        *(stranger.get(f"/api/shoots/{shoot}/day.{ending}") for ending in ("pdf", "ics", "csv")),
        stranger.delete(f"/api/places/{place['id']}"),
    ]
    assert [answer.status_code for answer in tries] == [404] * len(tries)
    assert stranger.get("/api/places").json() == []
    own = add_scene(with_kit(stranger), OPEN)["shoot_id"]
    mixed = {"minute": 700, "scene_id": gig, "measured": {"how": "ev", "ev100": 3}}
    assert stranger.post(f"/api/shoots/{own}/readings", json=mixed).status_code == 404
    after = creator.get(f"/api/shoots/{shoot}/day").json()
    assert after["readings"] == day["readings"] and after["scenes"][0]["starts"] == 700


def test_own_places_are_kept_by_name(creator: TestClient) -> None:
    hallin = {"name": "  Hallin Sound ", "latitude_deg": 58.3, "longitude_deg": 6.6}
    made = creator.post("/api/places", json=hallin)
    assert made.status_code == 201 and made.json()["name"] == "Hallin Sound" and made.json()["zone"] == "Europe/Oslo"
    assert creator.post("/api/places", json=hallin).status_code == 409
    wrong = creator.post("/api/places", json={"name": "", "latitude_deg": 99, "longitude_deg": "x"})
    assert {error["path"][0] for error in wrong.json()["errors"]} == {"name", "latitude_deg", "longitude_deg"}
    assert [place["name"] for place in creator.get("/api/places").json()] == ["Hallin Sound"]
    assert creator.delete(f"/api/places/{made.json()['id']}").status_code == 204
    assert creator.get("/api/places").json() == []


def test_a_shoot_keeps_so_many_readings(creator: TestClient, monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(filming, "MOST_READINGS", 1)
    shoot, _ = sky_day(creator, OPEN)
    reading = {"minute": 600, "measured": {"how": "ev", "ev100": 9}}
    assert creator.post(f"/api/shoots/{shoot}/readings", json=reading).status_code == 201
    again = creator.post(f"/api/shoots/{shoot}/readings", json=reading)
    assert again.status_code == 422 and "remove some" in again.json()["errors"][0]["message"]
