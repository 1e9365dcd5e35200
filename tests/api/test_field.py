"""The field by the service: a shoot taken along, entries that come home in any order, links, the logbook."""

import json
from collections.abc import Callable
from datetime import UTC, datetime, timedelta
from typing import Any
from uuid import uuid4

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st
from sqlalchemy import update
from starlette.testclient import TestClient

from steady_tide.desk.field.links import AN_HOUR, OPENED
from steady_tide.desk.kit.sharing import TRIES
from steady_tide.desk.records.access import hash_of
from steady_tide.store.database import Database
from steady_tide.store.tables import AttemptRow, ShareRow
from tests.field import noted, three_phones
from tests.service import a_browser, add_scene, bring_in, join, with_kit
from tests.situations import SCENES

PLACED = {"name": "Rope", "latitude_deg": 58.3, "longitude_deg": 6.6, "day": "2026-09-19"}


@pytest.fixture
def mine(app: Any) -> TestClient:
    return with_kit(join(app))


def timed(client: TestClient, name: str = "The pilot gig", starts: int = 600, ends: int = 660) -> dict[str, Any]:
    """A demo scene at a time of a placed shoot."""
    scene = add_scene(client, SCENES[name])
    client.put(f"/api/shoots/{scene['shoot_id']}", json=PLACED)
    client.put(f"/api/scenes/{scene['id']}/filming", json={"starts": starts, "ends": ends})
    return scene


def pack(client: TestClient, shoot: str, **asked: Any) -> dict[str, Any]:
    answer = client.get(f"/api/shoots/{shoot}/pack", params=asked)
    assert answer.status_code == 200, answer.text
    return dict(answer.json())


def send(client: TestClient, shoot: str, *entries: dict[str, Any], now: datetime | None = None) -> dict[str, Any]:
    body = {"client": "phone-1", "now": (now or datetime.now(UTC)).isoformat(), "entries": list(entries)}
    answer = client.post(f"/api/shoots/{shoot}/entries", json=body)
    assert answer.status_code == 200, answer.text
    return dict(answer.json())


def ago(minutes: float) -> str:
    return (datetime.now(UTC) - timedelta(minutes=minutes)).isoformat()


# Taken along.


def test_a_shoot_is_packed_whole(mine: TestClient) -> None:
    scene = timed(mine)
    shoot = scene["shoot_id"]
    mine.post(f"/api/shoots/{shoot}/shots/start", json={"scene_id": scene["id"], "subject": "Oars"})
    packed = pack(mine, shoot)
    assert packed["may"] == "all" and packed["waiting"] == 0 and packed["zone"] == "Europe/Oslo"
    (told,) = packed["scenes"]
    assert told["starts_at"] == "2026-09-19T10:00:00+02:00" and told["ends_at"] == "2026-09-19T11:00:00+02:00"
    assert told["curve_from"] == "2026-09-19T09:00:00+02:00"
    assert len(told["curve"]) == 180 // told["curve_step_minutes"] + 1
    (camera,) = told["cameras"]
    card = mine.get(f"/api/setups/{camera['setup_id']}/card").json()
    assert [(one["setting"], one["text"]) for one in camera["lines"]] == [
        (one["decision"]["setting"], one["decision"]["text"]) for one in card["lines"]
    ]
    assert {one["key"] for one in camera["fallbacks"]} >= {
        f"{way}-{n}" for way in ("darker", "brighter") for n in (1, 2, 3)
    }
    picture = camera["fallbacks"][0]["picture"]
    assert mine.get(f"/api/pictures/{picture}.jpg", params={"width_px": 64}).status_code == 200
    assert [one["shot"]["subject"] for one in packed["shots"]] == ["Oars"] * 3
    moments = [one["at"] for one in packed["coming"]]
    assert moments == sorted(moments) and {"scene", "over", "sky"} <= {one["kind"] for one in packed["coming"]}
    assert packed["cautions"] and packed["checks"]
    again = pack(mine, shoot)
    assert {**again, "made_at": packed["made_at"]} == packed and again["made_at"] > packed["made_at"]
    assert len(json.dumps(packed)) < 100_000


def test_what_is_not_worked_out_in_time_is_told_as_waiting(mine: TestClient) -> None:
    shoot = add_scene(mine, {**SCENES["The pilot gig"], "minutes": 7.25})["shoot_id"]
    first = pack(mine, shoot, within_s=0)
    assert first["waiting"] == 1 and first["scenes"][0]["cameras"][0]["fallbacks"] == []
    assert pack(mine, shoot)["waiting"] == 0
    assert pack(mine, shoot, within_s=0)["waiting"] == 0, "it is kept"


def test_a_shoot_without_a_day_or_a_camera_is_packed_too(mine: TestClient) -> None:
    shoot = mine.post("/api/shoots", json={"name": "Empty"}).json()["id"]
    assert pack(mine, shoot)["scenes"] == []
    bare = add_scene(mine, SCENES["The smoked jar"])
    packed = pack(mine, bare["shoot_id"])
    assert packed["scenes"][0]["starts_at"] is None and packed["scenes"][0]["curve"] == [] and packed["coming"] == []
    stars = add_scene(mine, SCENES["Sky over the sheds"], "kittiwake-d1")
    (camera,) = pack(mine, stars["shoot_id"])["scenes"][0]["cameras"]
    assert "takes no frames at intervals" in camera["refused"] and camera["lines"] == []


# Come home.


def test_what_was_noted_is_kept_once_and_done(mine: TestClient) -> None:
    scene = timed(mine)
    shoot, setup = scene["shoot_id"], scene["setups"][0]["id"]
    mine.post(f"/api/shoots/{shoot}/shots/start", json={"scene_id": scene["id"], "subject": "Oars"})
    packed = pack(mine, shoot)
    line = next(one for one in packed["scenes"][0]["cameras"][0]["lines"] if not one["by_hand"])
    check, shot = packed["checks"][0]["key"], packed["shots"][0]["id"]
    entries = [
        noted("take", scene=scene["id"], setup=setup, shot=shot, ev100=11.5, light_from="modelled"),
        noted("check", key=check, done=True), noted("shot", shot=shot, done=True),
        noted("read-back", setup=setup, setting=line["setting"], value=str(line["value"]), read_back=True),
    ]  # fmt: skip
    entries = [{**one, "at": ago(-one_at)} for one_at, one in enumerate(entries, start=-9)]
    for _ in range(2):
        told = send(mine, shoot, *entries)
        assert (
            set(told["kept"]) == {one["id"] for one in entries} and told["refused"] == [] and told["clock_off_s"] == 0
        )
    assert [one["id"] for one in mine.get(f"/api/shoots/{shoot}/entries").json()] == [one["id"] for one in entries]
    ready = mine.get(f"/api/shoots/{shoot}/ready").json()
    ticked = {one["key"]: one["done"] for one in ready["checks"]} | {
        one["tick"]: one["done"] for one in ready["packing"]
    }
    assert ticked[check] is True
    (listed, *_) = mine.get(f"/api/shoots/{shoot}/shots").json()["shots"]
    assert listed["shot"]["done"] is True and (listed["takes"], listed["kept"]) == (1, 0)
    card = mine.get(f"/api/setups/{setup}/card").json()
    assert next(one for one in card["lines"] if one["decision"]["setting"] == line["setting"])["read_back"] is True
    again = next(
        one for one in pack(mine, shoot)["scenes"][0]["cameras"][0]["lines"] if one["setting"] == line["setting"]
    )
    assert again["now_value"] == str(line["value"]) and again["read_back"]


def test_the_laptop_and_the_phone_agree_on_who_said_it_last(mine: TestClient) -> None:
    scene = timed(mine)
    shoot, setup = scene["shoot_id"], scene["setups"][0]["id"]
    packed = pack(mine, shoot)
    key = packed["checks"][0]["key"]
    line = next(one for one in packed["scenes"][0]["cameras"][0]["lines"] if not one["by_hand"])
    value = str(line["value"])

    def done() -> bool:
        return bool(next(one["done"] for one in pack(mine, shoot)["checks"] if one["key"] == key))

    def read_back() -> bool:
        lines = pack(mine, shoot)["scenes"][0]["cameras"][0]["lines"]
        return any(one["read_back"] for one in lines if one["setting"] == line["setting"])

    mine.put(f"/api/shoots/{shoot}/ready/ticks", json={"key": key, "done": False})
    mine.put(f"/api/setups/{setup}/card/{line['setting']}", json={"value": value, "read_back": True})
    mine.put(f"/api/setups/{setup}/card/{line['setting']}", json={"value": value, "read_back": False})
    early = [
        {**noted("check", key=key, done=True), "at": ago(5)},
        {**noted("read-back", setup=setup, setting=line["setting"], value=value, read_back=True), "at": ago(5)},
    ]
    told = send(mine, shoot, *early)
    assert len(told["gave_way"]) == 2 and all("that holds" in words for words in told["gave_way"])
    assert not done() and not read_back(), "what was said on the laptop later holds, though the phone's came after it"
    late = [
        {**noted("check", key=key, done=True), "at": ago(-1 / 60)},
        {**noted("read-back", setup=setup, setting=line["setting"], value=value, read_back=True), "at": ago(-1 / 60)},
    ]
    send(mine, shoot, *late, now=datetime.now(UTC) + timedelta(seconds=2))
    assert done() and read_back()


@settings(max_examples=15)
@given(three_phones(), st.randoms(use_true_random=False))
def test_three_phones_leave_one_state_in_the_database(app: Any, phones: Any, chance: Any) -> None:
    """The same entries by two ways of sending them, to two shoots alike: what stands is the same."""
    mine = SHARED.setdefault("client", with_kit(join(app)))
    ends = []
    for _ in range(2):
        scene = add_scene(mine, SCENES["The smoked jar"])
        shoot, setup = scene["shoot_id"], scene["setups"][0]["id"]
        own: dict[str, str] = {}
        waiting = [[_moved(one, own, setup) for one in phone] for phone in phones]
        while any(waiting):
            phone = chance.choice([one for one in waiting if one])
            batch = phone[: chance.randint(1, len(phone))]
            told = send(mine, shoot, *batch)
            assert len(told["kept"]) == len({one["id"] for one in batch}), told
            if chance.random() < 0.7:  # else the answer is lost, and all of it is sent again
                del phone[: len(batch)]
            elif chance.random() < 0.5:
                send(mine, shoot, *batch)
                del phone[: len(batch)]
        ends.append(_standing(mine, shoot, setup, own))
    assert ends[0] == ends[1]


SHARED: dict[str, TestClient] = {}


def _moved(entry: dict[str, Any], own: dict[str, str], setup: str) -> dict[str, Any]:
    """An entry for one shoot: ids are told apart from those of another, and the camera is its own."""
    moved = {**entry}
    for name in ("id", "take", "note", "about"):
        if name in moved:
            moved[name] = own.setdefault(entry[name], str(uuid4()))
    return {**moved, "setup": setup} if entry["kind"] == "read-back" else moved


def _standing(client: TestClient, shoot: str, setup: str, own: dict[str, str]) -> Any:
    """What stands on a shoot, under the ids as they were before `_moved`."""
    packed, before = pack(client, shoot, within_s=0), {new: old for old, new in own.items()}
    entries = [
        {key: before.get(str(value), value) for key, value in one.items() if key != "setup"}
        for one in packed["entries"]
    ]
    shutter = [
        one
        for one in client.get(f"/api/setups/{setup}/card").json()["lines"]
        if one["decision"]["setting"] == "shutter"
    ]
    rows = client.get(f"/api/shoots/{shoot}/ready").json()
    return (
        sorted(entries, key=lambda one: (one["at"], one["id"])),
        [(one["read_back"], one["now"]) for one in shutter],
        {one["key"]: one["done"] for one in rows["checks"] if one["key"] in ("lens", "dark")},
    )


def test_a_verdict_that_another_phone_overruled_is_told(mine: TestClient) -> None:
    scene = timed(mine)
    shoot, take = scene["shoot_id"], noted("take", scene=scene["id"])
    send(mine, shoot, take)
    later = {**noted("verdict", take=take["id"], verdict="no"), "at": ago(1)}
    body = {"client": "another", "now": ago(0), "entries": [later]}
    assert mine.post(f"/api/shoots/{shoot}/entries", json=body).json()["gave_way"] == []
    told = send(mine, shoot, {**noted("verdict", take=take["id"], verdict="keep"), "at": ago(5)})
    assert told["gave_way"] == ["A take you judged “keep” was judged “no” later; that holds."]
    again = send(mine, shoot, {**noted("verdict", take=take["id"], verdict="no"), "at": ago(4)})
    assert again["gave_way"] == [], "the same said twice is no conflict"


def test_a_wrong_entry_stops_no_other_and_is_told(mine: TestClient, app: Any) -> None:
    scene = timed(mine)
    good, wrong = noted("take", scene=scene["id"]), noted("take", scene="here")
    zero = noted("note", about=scene["id"], text="a\x00b")
    told = send(mine, scene["shoot_id"], wrong, good, {"kind": "song"}, zero)
    assert told["kept"] == [good["id"]]
    assert [one["id"] for one in told["refused"]] == [wrong["id"], "", zero["id"]] and told["refused"][0][
        "message"
    ].startswith("scene")
    other = with_kit(join(app))
    theirs = timed(other)
    stolen = {**noted("take", scene=theirs["id"]), "id": good["id"]}
    assert [one["id"] for one in send(other, theirs["shoot_id"], stolen)["refused"]] == [good["id"]]
    assert other.get(f"/api/shoots/{theirs['shoot_id']}/entries").json() == []
    assert len(mine.get(f"/api/shoots/{scene['shoot_id']}/entries").json()) == 1


def test_nothing_of_another_account_is_touched_by_an_entry(mine: TestClient, app: Any) -> None:
    other = with_kit(join(app))
    theirs, ours = timed(other), timed(mine)
    setup = theirs["setups"][0]["id"]
    before = other.get(f"/api/setups/{setup}/card").json()
    line = next(one for one in before["lines"] if one["changed"])
    setting, value = line["decision"]["setting"], str(line["decision"]["value"])
    told = send(mine, ours["shoot_id"], noted("read-back", setup=setup, setting=setting, value=value, read_back=True))
    assert len(told["kept"]) == 1, "kept, as it may be of something deleted"
    assert other.get(f"/api/setups/{setup}/card").json() == before


def test_a_clock_that_is_an_hour_off_is_told_and_its_entries_moved(mine: TestClient) -> None:
    scene = timed(mine)
    hour, now = timedelta(hours=1), datetime.now(UTC)
    take = {**noted("take", scene=scene["id"]), "at": (now + hour - timedelta(minutes=10)).isoformat()}
    told = send(mine, scene["shoot_id"], take, now=now + hour)
    assert told["clock_off_s"] == pytest.approx(3600, abs=5)
    (kept,) = mine.get(f"/api/shoots/{scene['shoot_id']}/entries").json()
    assert datetime.fromisoformat(kept["at"]) == pytest.approx(now - timedelta(minutes=10), abs=timedelta(seconds=5))


def test_a_reading_bends_the_day_and_is_planned_anew(mine: TestClient) -> None:
    now = datetime.now(UTC)
    scene = timed(mine)
    shoot, setup = scene["shoot_id"], scene["setups"][0]["id"]
    mine.put(f"/api/shoots/{shoot}", json={**PLACED, "day": now.date().isoformat()})
    camera = pack(mine, shoot)["scenes"][0]["cameras"][0]
    dim = next(one for one in camera["fallbacks"] if one["key"] == "darker-2")
    told = [{"setting": one["setting"], "value": one["value"], "text": one["text"]} for one in dim["changes"]]
    light = noted(
        "light", scene=scene["id"], setup=setup, measured={"how": "ev", "ev100": dim["ev100"]}, ev100=dim["ev100"],
        answer=dim["key"], told=told,
    )  # fmt: skip
    eye = noted("light", scene=scene["id"], setup=setup, ev100=dim["ev100"], answer=dim["key"], told=[])
    sent = send(mine, shoot, {**light, "at": now.isoformat()}, {**eye, "at": now.isoformat()})
    assert len(sent["kept"]) == 2
    (reading,) = mine.get(f"/api/shoots/{shoot}/day").json()["readings"]
    assert reading["id"] == light["id"] and reading["ev100"] == dim["ev100"], "what was seen by eye is no reading"
    anew = {one["entry"]: one for one in pack(mine, shoot)["scenes"][0]["cameras"][0]["replanned"]}
    assert set(anew) == {light["id"], eye["id"]}
    assert anew[eye["id"]]["told"] == "the set as planned" and anew[eye["id"]]["differs"], (
        "another set is asked for there"
    )
    send(mine, shoot, {**light, "at": now.isoformat()})
    assert len(mine.get(f"/api/shoots/{shoot}/day").json()["readings"]) == 1
    absurd = {**light, "id": str(uuid4()), "at": now.isoformat(), "measured": {"how": "lux", "lux": 1e-5}}
    assert send(mine, shoot, absurd)["refused"] == []
    assert mine.get(f"/api/shoots/{shoot}/day").status_code == 200


def test_the_entries_go_and_come_back_with_their_shoot(mine: TestClient) -> None:
    scene = timed(mine)
    shoot = scene["shoot_id"]
    send(mine, shoot, noted("take", scene=scene["id"]))
    mine.delete(f"/api/shoots/{shoot}")
    answer = mine.post(f"/api/shoots/{shoot}/entries", json={"client": "a", "now": ago(0), "entries": []})
    assert answer.status_code == 404, "the phone keeps what it has, and says so"
    (gone,) = mine.get("/api/removed").json()
    mine.post(f"/api/removed/{gone['id']}/back")
    assert len(mine.get(f"/api/shoots/{shoot}/entries").json()) == 1


# Links.


def link_to(owner: TestClient, shoot: str, **wish: Any) -> dict[str, Any]:
    answer = owner.post(f"/api/shoots/{shoot}/links", json=wish)
    assert answer.status_code == 201, answer.text
    return dict(answer.json())


def counted(helper: TestClient, token: str, *entries: dict[str, Any]) -> Any:
    return helper.post(f"/api/with/{token}/entries", json={"client": "helper", "now": ago(0), "entries": list(entries)})


def test_a_helper_looks_and_where_they_may_counts_takes(mine: TestClient, visitor: TestClient) -> None:
    scene = timed(mine)
    shoot = scene["shoot_id"]
    looks, counts = link_to(mine, shoot), link_to(mine, shoot, counts=True, days=2)
    seen = visitor.get(f"/api/with/{looks['token']}/pack").json()
    assert seen["may"] == "look" and seen["scenes"][0]["cameras"][0]["lines"] and "@" not in json.dumps(seen)
    assert counted(visitor, looks["token"], noted("take", scene=scene["id"])).status_code == 404
    assert visitor.get(f"/api/with/{counts['token']}/pack").json()["may"] == "count"
    told = counted(
        visitor, counts["token"], noted("take", scene=scene["id"]), noted("check", key="charge", done=True)
    ).json()
    assert len(told["kept"]) == 1 and "no more" in told["refused"][0]["message"]
    assert [one["kind"] for one in mine.get(f"/api/shoots/{shoot}/entries").json()] == ["take"]
    assert {one["counts"] for one in mine.get(f"/api/shoots/{shoot}/links").json()} == {True, False}


def test_links_that_are_closed_expired_guessed_or_to_something_else_open_nothing(
    mine: TestClient, visitor: TestClient, app: Any, database: Database
) -> None:
    scene = timed(mine)
    shoot = scene["shoot_id"]
    closed, over = link_to(mine, shoot, counts=True), link_to(mine, shoot, counts=True)
    kit = mine.post("/api/shares", json={"kind": "bag"}).json()
    stranger = with_kit(join(app))
    assert stranger.get(f"/api/shoots/{shoot}/links").status_code == 404
    assert stranger.delete(f"/api/shoots/{shoot}/links/{closed['id']}").status_code == 404
    assert mine.delete(f"/api/shoots/{shoot}/links/{closed['id']}").status_code == 204
    with database.session() as session:
        past = datetime.now(UTC) - timedelta(seconds=1)
        session.execute(update(ShareRow).where(ShareRow.token_hash == hash_of(over["token"])).values(expires_at=past))
    for token in (closed["token"], over["token"], "guessed", kit["token"]):
        assert visitor.get(f"/api/with/{token}/pack").status_code == 404
        assert counted(visitor, token, noted("take", scene=scene["id"])).status_code == 404
    open_one = link_to(mine, shoot)
    assert visitor.get(f"/api/shared/{open_one['token']}").status_code == 404, "it shows no bag"
    assert stranger.post(f"/api/shared/{open_one['token']}/take").status_code == 404
    assert [one["kind"] for one in mine.get("/api/shares").json()] == ["bag"]
    mine.delete(f"/api/shoots/{shoot}")
    assert visitor.get(f"/api/with/{open_one['token']}/pack").status_code == 404


def test_entries_come_a_part_at_a_time_and_only_what_is_new(
    mine: TestClient, visitor: TestClient, monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.setattr("steady_tide.desk.records.noted.AT_ONCE", 4)
    scene = timed(mine)
    shoot = scene["shoot_id"]
    link = link_to(mine, shoot, counts=True)
    own = [noted("take", index, scene=scene["id"]) for index in range(6)]
    theirs = [noted("take", 10 + index, scene=scene["id"]) for index in range(3)]
    send(mine, shoot, *own)
    counted(visitor, link["token"], *theirs)

    def part(known: str | None = None) -> dict[str, Any]:
        asked = {"known": known} if known else {}
        return dict(mine.get(f"/api/shoots/{shoot}/noted", params=asked).json())

    def ids(told: dict[str, Any]) -> list[str]:
        return [one["id"] for one in told["entries"]]

    first = pack(mine, shoot, within_s=0)
    assert (len(first["entries"]), first["entries_anew"], first["entries_more"]) == (4, True, True)
    second = part(first["entries_mark"])
    assert (len(second["entries"]), second["entries_anew"], second["entries_more"]) == (4, False, True)
    third = part(second["entries_mark"])
    assert (len(third["entries"]), third["entries_anew"], third["entries_more"]) == (1, False, False)
    assert sorted(ids(first) + ids(second) + ids(third)) == sorted(one["id"] for one in own + theirs)

    nothing = pack(mine, shoot, within_s=0, known=third["entries_mark"])
    assert (nothing["entries"], nothing["entries_mark"], nothing["entries_anew"]) == ([], third["entries_mark"], False)
    # Noted earlier than all, kept later: it is what is new.
    late = noted("take", -5, scene=scene["id"])
    send(mine, shoot, late)
    assert ids(part(third["entries_mark"])) == [late["id"]]
    helped = visitor.get(f"/api/with/{link['token']}/noted", params={"known": third["entries_mark"]}).json()
    assert ids(helped) == [late["id"]] and not helped["entries_anew"]

    mine.delete(f"/api/shoots/{shoot}/links/{link['id']}/entries")
    again = part(third["entries_mark"])
    assert again["entries_anew"] and ids(again) == [one["id"] for one in own[:4]], "what went is not kept by phones"


@pytest.mark.parametrize("known", ["", "1", "1.", "-1.2", "1.2.3", "x.y", "1." + "9" * 30])
def test_a_mark_that_is_none_is_refused(mine: TestClient, known: str) -> None:
    shoot = timed(mine)["shoot_id"]
    for path in ("noted", "pack"):
        assert mine.get(f"/api/shoots/{shoot}/{path}", params={"known": known}).status_code == 422
    assert mine.get(f"/api/shoots/{shoot}/noted", params={"known": "7." + "9" * 18}).json()["entries_anew"]


def test_what_was_noted_on_a_shoot_is_told_to_nobody_else(mine: TestClient, app: Any) -> None:
    shoot = timed(mine)["shoot_id"]
    assert with_kit(join(app)).get(f"/api/shoots/{shoot}/noted").status_code == 404


def test_guessing_and_using_a_link_all_the_time_are_told_to_wait(
    mine: TestClient, app: Any, database: Database
) -> None:
    far = a_browser(app, address="203.0.113.77")
    assert [far.get(f"/api/with/guess-{n}/pack").status_code for n in range(TRIES + 1)][-1] == 429
    shoot = timed(mine)["shoot_id"]
    link = link_to(mine, shoot)
    near = a_browser(app, address="203.0.113.78")
    with database.session() as session:
        session.add_all(AttemptRow(kind=OPENED, email=link["id"], address="203.0.113.9") for _ in range(AN_HOUR))
    assert near.get(f"/api/with/{link['token']}/pack").status_code == 429
    assert near.get(f"/api/with/{link_to(mine, shoot)['token']}/pack").status_code == 200, "another one opens"


# The logbook.


def test_the_logbook_tells_takes_and_how_a_set_did_before(mine: TestClient) -> None:
    scene = timed(mine)
    shoot, setup = scene["shoot_id"], scene["setups"][0]["id"]
    assert mine.get(f"/api/setups/{setup}/before").json() is None
    camera = pack(mine, shoot)["scenes"][0]["cameras"][0]
    values = [{"setting": one["setting"], "value": one["value"], "text": one["text"]} for one in camera["lines"]]
    take = noted(
        "take", scene=scene["id"], setup=setup, set=values, ev100=camera["ev100"], light_from="measured", seconds=11
    )
    said = [
        noted("verdict", 1, take=take["id"], verdict="no"),
        noted("fault", 1, take=take["id"], fault="dark", there=True),
        noted("note", 2, about=take["id"], text="=cloud"),
    ]  # fmt: skip
    send(mine, shoot, take, *said)
    (logged,) = mine.get("/api/logbook").json()["takes"]
    assert (logged["scene"], logged["scenario"], logged["camera"]) == ("A scene", "motion", "skarv-a4")
    assert (logged["verdict"], logged["faults"], logged["notes"]) == ("no", ["dark"], ["=cloud"])
    assert len(logged["set"]) == len(values)
    before = mine.get(f"/api/setups/{setup}/before").json()
    assert before["alike"]["no"] == before["with_set"]["no"] == 1 and "1 too dark" in before["words"]
    header, line = mine.get("/api/logbook.csv").text.strip().splitlines()
    assert header.startswith("time,shoot,scene") and "no,dark" in line and "'=cloud" in line


def test_a_logbook_is_taken_out_and_brought_in_once(mine: TestClient, app: Any) -> None:
    scene = timed(mine)
    send(mine, scene["shoot_id"], noted("take", scene=scene["id"], setup=scene["setups"][0]["id"], ev100=12))
    book = mine.get("/api/logbook.json").json()
    other = with_kit(join(app))
    assert other.put("/api/logbook", json=book).json() == {"new": 1, "of": 1}
    assert other.put("/api/logbook", json=book).json() == {"new": 0, "of": 1}
    assert other.get("/api/logbook").json() == mine.get("/api/logbook").json()
    assert mine.put("/api/logbook", json=book).json() == {"new": 0, "of": 1}, "it was counted here"
    wrong = other.put("/api/logbook", json={**book, "takes": [{"id": "x"}]})
    assert wrong.status_code == 422 and wrong.json()["errors"][0]["path"][:2] == ["takes", 0]


def test_the_logbook_goes_along_in_the_archive_and_outlives_its_shoot(
    mine: TestClient, app: Any, do_jobs: Callable[[], None]
) -> None:
    scene = timed(mine)
    send(mine, scene["shoot_id"], noted("take", scene=scene["id"], ev100=12))
    archive = mine.get("/api/account/archive").content
    other = join(app)
    assert bring_in(other, archive, do_jobs)["state"] == "done"
    assert other.get("/api/logbook").json() == mine.get("/api/logbook").json()
    book = mine.get("/api/logbook.json").json()
    mine.delete(f"/api/shoots/{scene['shoot_id']}")
    assert mine.get("/api/logbook").json()["takes"] == []
    mine.put("/api/logbook", json=book)
    assert len(mine.get("/api/logbook").json()["takes"]) == 1
