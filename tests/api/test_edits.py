"""Two windows edit one thing: different fields are both kept, the same field is asked about, nothing is lost."""

from concurrent.futures import ThreadPoolExecutor
from typing import Any

import pytest
from starlette.testclient import TestClient

from tests.service import a_browser, add_scene
from tests.situations import SCENES

BRIEF = SCENES["Lantern market"]


def stored_device(creator: TestClient) -> tuple[str, dict[str, Any]]:
    device_id = creator.get("/api/kit/devices").json()[0]["id"]
    return f"/api/kit/devices/{device_id}", creator.get(f"/api/kit/devices/{device_id}").json()


def test_briefs_of_two_windows_are_joined(creator: TestClient) -> None:
    scene = add_scene(creator, BRIEF)
    where, before = f"/api/scenes/{scene['id']}", scene["brief"]
    creator.put(where, json={"label": "there", "brief": {**before, "minutes": 33}, "before": before})
    answer = creator.put(where, json={"label": "here", "brief": {**before, "subject_distance_m": 7}, "before": before})
    assert answer.status_code == 200
    assert (answer.json()["brief"]["minutes"], answer.json()["brief"]["subject_distance_m"]) == (33, 7)


def test_the_same_field_of_a_brief_is_asked_about_with_both_versions(creator: TestClient) -> None:
    scene = add_scene(creator, BRIEF)
    where, before = f"/api/scenes/{scene['id']}", scene["brief"]
    theirs = {**before, "minutes": 33, "temperature_c": 3}
    creator.put(where, json={"label": "there", "brief": theirs, "before": before})
    answer = creator.put(where, json={"label": "here", "brief": {**before, "minutes": 44}, "before": before})
    told = answer.json()
    assert answer.status_code == 409 and told["errors"][0]["path"] == ["brief", "minutes"]
    assert "elsewhere this became 33; here it is 44" in told["errors"][0]["message"]
    assert told["theirs"]["minutes"] == 33 and (told["joined"]["minutes"], told["joined"]["temperature_c"]) == (44, 3)
    kept = creator.put(where, json={"label": "both", "brief": told["joined"], "before": told["theirs"]}).json()
    assert (kept["brief"]["minutes"], kept["brief"]["temperature_c"]) == (44, 3)


def test_a_camera_edited_in_two_windows_keeps_both_edits(creator: TestClient) -> None:
    where, before = stored_device(creator)
    first = {**before, "name": "Named there"}
    assert creator.patch(where, json={"before": before, "after": first}).status_code == 200
    kept = creator.patch(where, json={"before": before, "after": {**before, "preset_slots": 4}}).json()
    assert (kept["name"], kept["preset_slots"]) == ("Named there", 4)
    clash = creator.patch(where, json={"before": before, "after": {**before, "name": "Named here"}})
    assert clash.status_code == 409 and clash.json()["errors"][0]["path"] == ["name"]
    assert creator.get(where).json()["name"] == "Named there"


def test_edits_that_make_no_sense_together_are_refused(creator: TestClient) -> None:
    where, before = stored_device(creator)
    views = before["views"]
    fewer = {**before, "modes": [{**mode, "views": [views[0]["key"]]} for mode in before["modes"]], "views": views[:1]}
    again = {**before, "views": [views[0], {**views[1], "label": "Kept here"}, *views[2:]]}
    assert creator.patch(where, json={"before": before, "after": fewer}).status_code == 200
    assert creator.patch(where, json={"before": before, "after": again}).status_code == 409


def test_things_of_the_bag_and_shoots_and_schools_are_joined_too(creator: TestClient) -> None:
    item = next(one for one in creator.get("/api/kit/bag").json() if one["kind"] == "nd")
    creator.patch("/api/kit/bag", json={"before": item, "after": {**item, "label": "Named there"}})
    bag = creator.patch("/api/kit/bag", json={"before": item, "after": {**item, "flaw": "a scratch"}}).json()
    kept = next(one for one in bag if one["key"] == item["key"])
    assert (kept["label"], kept["flaw"]) == ("Named there", "a scratch")

    shoot = creator.post("/api/shoots", json={"name": "A day"}).json()["id"]
    before = {"name": "A day"}
    creator.put(f"/api/shoots/{shoot}", json={"name": "A day", "place": "quay", "before": before})
    told = creator.put(f"/api/shoots/{shoot}", json={"name": "Another day", "before": before}).json()
    assert (told["name"], told["place"]) == ("Another day", "quay")
    clash = creator.put(f"/api/shoots/{shoot}", json={"name": "A third", "before": before})
    assert clash.status_code == 409 and clash.json()["errors"][0]["path"] == ["name"]

    stance = creator.get("/api/schools").json()[0]["stance"]
    mine = {**stance, "name": "Mine"}
    school = {"stance": mine, "line": "as it was"}
    key = creator.post("/api/schools", json=school).json()["key"]
    creator.put(f"/api/schools/{key}", json={**school, "line": "changed there", "before": school})
    louder = {**school, "stance": {**mine, "name": "Mine, louder"}, "before": school}
    told = creator.put(f"/api/schools/{key}", json=louder).json()
    assert (told["name"], told["line"]) == ("Mine, louder", "changed there")


def test_what_does_not_say_on_what_it_was_made_takes_nobodys_place(creator: TestClient) -> None:
    scene = add_scene(creator, BRIEF)
    where, brief = f"/api/scenes/{scene['id']}", {**scene["brief"], "minutes": 33}
    refused = creator.put(where, json={"label": "here", "brief": brief})
    assert refused.status_code == 422 and "before, or the revision" in refused.text
    both = [creator.put(where, json={"label": "x", "brief": brief, "revision": scene["revision"]}) for _ in range(2)]
    assert [one.status_code for one in both] == [200, 409], "the second is told"
    device, document = stored_device(creator)
    assert creator.put(device, json=document).status_code == 405
    school = {"stance": {**creator.get("/api/schools").json()[0]["stance"], "name": "Mine"}, "line": ""}
    key = creator.post("/api/schools", json=school).json()["key"]
    assert creator.put(f"/api/schools/{key}", json=school).status_code == 422


# Races: each write with itself.


Call = tuple[str, str, dict[str, Any]]


def at_once(creator: TestClient, calls: list[Call]) -> list[Any]:
    """The same creator in as many windows, all at the same moment."""

    def window(call: Call) -> Any:
        other = a_browser(creator.app)
        other.cookies.update(creator.cookies)
        method, where, body = call
        return other.request(method, where, json=body)

    with ThreadPoolExecutor(len(calls)) as windows:
        return list(windows.map(window, calls))


def test_weights_set_at_once_are_all_kept(creator: TestClient) -> None:
    keys = [rule["key"] for rule in creator.get("/api/rules").json()][:12]
    answers = at_once(creator, [("PUT", f"/api/rules/{key}", {"weight": 3.5}) for key in keys])
    assert {answer.status_code for answer in answers} == {200}
    own = {rule["key"]: rule["own"] for rule in creator.get("/api/rules").json()}
    assert [own[key] for key in keys] == [3.5] * 12


def test_schools_saved_at_once_are_all_kept(creator: TestClient) -> None:
    stance = creator.get("/api/schools").json()[0]["stance"]
    bodies = [{"stance": {**stance, "name": f"Mine {number}"}} for number in range(8)]
    answers = at_once(creator, [("POST", "/api/schools", body) for body in bodies])
    assert {answer.status_code for answer in answers} == {201}
    names = {school["name"] for school in creator.get("/api/schools").json()}
    assert names >= {f"Mine {number}" for number in range(8)}


def test_edits_of_one_camera_at_once_are_all_kept(creator: TestClient) -> None:
    where, before = stored_device(creator)
    changes: list[dict[str, Any]] = [{"name": "Renamed"}, {"preset_slots": 5}, {"depth_rating_m": 17}]
    bodies = [{"before": before, "after": {**before, **change}} for change in changes]
    answers = at_once(creator, [("PATCH", where, body) for body in bodies])
    assert {answer.status_code for answer in answers} == {200}
    assert {name: creator.get(where).json()[name] for change in changes for name in change} == {
        name: value for change in changes for name, value in change.items()
    }


def test_the_same_thing_put_into_the_bag_at_once_is_there_once(creator: TestClient) -> None:
    item = {**next(one for one in creator.get("/api/kit/bag").json() if one["kind"] == "nd"), "key": "nd-new"}
    answers = at_once(creator, [("PUT", "/api/kit/bag", item)] * 6)
    assert {answer.status_code for answer in answers} == {200}
    assert [one["key"] for one in creator.get("/api/kit/bag").json()].count("nd-new") == 1


def test_a_card_confirmed_in_several_windows_is_dialled_in_once(creator: TestClient) -> None:
    scene = add_scene(creator, BRIEF)
    setup = scene["setups"][0]
    where = f"/api/setups/{setup['id']}/card/confirm"
    answers = at_once(creator, [("POST", where, {"revision": scene["revision"]})] * 4)
    assert {answer.status_code for answer in answers} == {200}
    slots = creator.get(f"/api/kit/devices/{setup['device_id']}/dialled").json()
    settings = [value["setting"] for slot in slots for value in slot["values"]]
    assert settings and len(settings) == len(set(settings))


@pytest.mark.parametrize("turn", range(3))
def test_scenes_moved_in_opposite_orders_do_not_lock_each_other_out(creator: TestClient, turn: int) -> None:
    place = {"latitude_deg": 58.3, "longitude_deg": 6.6, "day": "2026-09-19"}
    shoot = creator.post("/api/shoots", json={"name": "A day", **place}).json()["id"]
    device = creator.get("/api/kit/devices").json()[0]["id"]
    scenes = [
        creator.post(
            f"/api/shoots/{shoot}/scenes", json={"name": name, "brief": BRIEF, "device_ids": [device]}
        ).json()["id"]
        for name in ("one", "two")
    ]  # fmt: skip
    orders = [scenes, scenes[::-1]]
    bodies = [
        {"times": [{"scene_id": one, "starts": 600 + 10 * turn, "ends": 660 + 10 * turn} for one in order]}
        for order in orders
    ]
    answers = at_once(creator, [("PUT", f"/api/shoots/{shoot}/times", body) for body in bodies * 2])
    assert {answer.status_code for answer in answers} == {200}


def test_what_is_wrong_in_an_edit_is_told_where_people_see_it(creator: TestClient) -> None:
    where, before = stored_device(creator)
    wrong = creator.patch(where, json={"before": before, "after": {**before, "preset_slots": "many"}})
    assert wrong.status_code == 422 and wrong.json()["errors"][0]["path"] == ["preset_slots"]
    item = next(one for one in creator.get("/api/kit/bag").json() if one["kind"] == "nd")
    wrong = creator.patch("/api/kit/bag", json={"before": item, "after": {**item, "stops": "a lot"}})
    assert wrong.json()["errors"][0]["path"] == ["stops"]


def test_a_mode_table_brought_in_leaves_the_rest_as_it_was_changed_meanwhile(creator: TestClient) -> None:
    where, before = stored_device(creator)
    table = creator.get(f"{where}/modes").text
    calls: list[Call] = [("PUT", f"{where}/modes", {"csv": table})] * 2
    calls.append(("PATCH", where, {"before": before, "after": {**before, "name": "Renamed"}}))
    assert {answer.status_code for answer in at_once(creator, calls)} == {200}
    assert creator.get(where).json()["name"] == "Renamed"
