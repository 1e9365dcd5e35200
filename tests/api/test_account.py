"""One's own account, and those of a service that people run."""

import io
import json
import subprocess
import sys
import zipfile
from collections.abc import Callable
from concurrent.futures import ThreadPoolExecutor
from datetime import UTC, datetime, timedelta
from typing import Any
from uuid import uuid4

import pytest
from starlette.testclient import TestClient

from steady_tide.api.app import create_app
from steady_tide.api.context import Service
from steady_tide.demo.load import demo_kit
from steady_tide.desk.accounts import authentication
from steady_tide.desk.archive.archive import Archives
from steady_tide.storage import Files
from steady_tide.store.database import Database
from steady_tide.work.worker import Worker
from tests.api.test_statements import counted
from tests.service import a_browser, add_scene, bring_in, join, with_kit
from tests.situations import SCENES

SECRET = "a long enough secret"
OTHER = "quite another long secret"


def another_browser(app: Any, email: str, password: str = SECRET) -> TestClient:
    client = a_browser(app)
    assert client.post("/api/session", json={"email": email, "password": password}).status_code == 200
    return client


def email_of(client: TestClient) -> str:
    email: str = client.get("/api/session").json()["email"]
    return email


def test_another_password_signs_every_other_browser_out(app: Any) -> None:
    mine = join(app)
    other = another_browser(app, email_of(mine))
    assert len(mine.get("/api/account").json()["signed_in"]) == 2
    wrong = mine.put("/api/account/password", json={"old": "no", "password": OTHER})
    assert wrong.status_code == 422 and wrong.json()["errors"][0]["path"] == ["old"]
    kept = mine.put("/api/account/password", json={"old": SECRET, "password": OTHER})
    assert [one["here"] for one in kept.json()["signed_in"]] == [True]
    assert other.get("/api/account").status_code == 401 and mine.get("/api/account").status_code == 200
    another_browser(app, email_of(mine), OTHER)


@pytest.mark.parametrize("weak", ["password123", "1234567890", "qwertyuiop", "steady tide", "short"])
def test_passwords_that_are_soon_guessed_are_refused_in_words(visitor: TestClient, weak: str) -> None:
    answer = visitor.post(
        "/api/session/accounts", json={"email": "weak@example.invalid", "name": "Weak", "password": weak}
    )
    assert answer.status_code == 422 and answer.json()["errors"][0]["path"] == ["password"]


def test_browsers_are_signed_out_one_by_one_or_all_but_this(app: Any) -> None:
    mine = join(app)
    first, second = another_browser(app, email_of(mine)), another_browser(app, email_of(mine))
    sessions = mine.get("/api/account").json()["signed_in"]
    gone = next(one["id"] for one in sessions if not one["here"])
    assert len(mine.delete(f"/api/account/sessions/{gone}").json()["signed_in"]) == 2
    assert len(mine.delete("/api/account/sessions").json()["signed_in"]) == 1
    assert {first.get("/api/account").status_code, second.get("/api/account").status_code} == {401}
    assert mine.delete(f"/api/account/sessions/{gone}").status_code == 200, "one that is gone is no error"


def test_nobody_signs_another_out(app: Any) -> None:
    mine, stranger = join(app), join(app)
    session = mine.get("/api/account").json()["signed_in"][0]["id"]
    stranger.delete(f"/api/account/sessions/{session}")
    assert mine.get("/api/account").status_code == 200


def test_leaving_takes_a_week_and_can_be_regretted(app: Any, service: Service) -> None:
    mine, other = join(app), join(app)
    assert mine.post("/api/account/leave", json={"password": "no"}).status_code == 422
    goes = datetime.fromisoformat(mine.post("/api/account/leave", json={"password": SECRET}).json()["goes_at"])
    assert timedelta(days=6, hours=23) < goes - datetime.now(UTC) <= timedelta(days=7)
    assert mine.get("/api/session").json()["goes_at"] is not None
    assert mine.post("/api/account/stay").json()["goes_at"] is None
    mine.post("/api/account/leave", json={"password": SECRET})
    service.worker.tidy(datetime.now(UTC) + timedelta(days=6))
    assert mine.get("/api/account").status_code == 200
    service.worker.tidy(datetime.now(UTC) + timedelta(days=8))
    assert mine.get("/api/account").status_code == 401 and other.get("/api/account").status_code == 200


def test_everything_goes_out_and_comes_in_elsewhere(app: Any, do_jobs: Callable[[], None]) -> None:
    mine = with_kit(join(app))
    scene = add_scene(mine, SCENES["Lantern market"])
    shoot = scene["shoot_id"]
    setup = scene["setups"][0]["id"]
    facts = {"name": "A day", "latitude_deg": 58, "longitude_deg": 6, "day": "2026-09-19"}
    mine.put(f"/api/shoots/{shoot}", json=facts)
    mine.put(f"/api/setups/{setup}/pins/frame_rate", json={"value": "50"})
    reading = {"minute": 600, "scene_id": scene["id"], "measured": {"how": "lux", "lux": 120}}
    assert mine.post(f"/api/shoots/{shoot}/readings", json=reading).status_code == 201
    mine.put("/api/rules/noise.dark", json={"weight": 4})
    stance = {**mine.get("/api/schools").json()[0]["stance"], "name": "Mine"}
    key = mine.post("/api/schools", json={"stance": stance, "line": "so be it"}).json()["key"]
    mine.put(f"/api/setups/{setup}/school", json={"school": key})
    mine.post("/api/places", json={"name": "The quay", "latitude_deg": 58, "longitude_deg": 6})
    revision = mine.get(f"/api/scenes/{scene['id']}").json()["revision"]
    mine.post(f"/api/setups/{setup}/card/confirm", json={"revision": revision})
    mine.post(f"/api/shoots/{shoot}/shots/start", json={"scene_id": scene["id"], "subject": "Lanterns"})
    mine.post(f"/api/shoots/{shoot}/shots", json={"shot": {"subject": "Nowhere yet"}})
    mine.put(f"/api/shoots/{shoot}/ready/ticks", json={"key": "lens", "done": True})
    mine.put(f"/api/shoots/{shoot}/ready/lines/{uuid4()}", json={"text": "Ask the harbour master"})
    mine.put("/api/kit/stock/a4-cold", json={"number": 2, "state": "in-use"})
    mine.put("/api/account/upkeep", json={"copies": 3})
    archive = mine.get("/api/account/archive")
    assert archive.headers["content-type"] == "application/zip"
    names = zipfile.ZipFile(io.BytesIO(archive.content)).namelist()
    assert names == ["README.txt", "account.json", "kit.json"]

    other = join(app)
    assert bring_in(other, archive.content, do_jobs)["state"] == "done"
    again = other.get("/api/account/archive").content
    with zipfile.ZipFile(io.BytesIO(archive.content)) as out, zipfile.ZipFile(io.BytesIO(again)) as back:
        assert [out.read(name) for name in names] == [back.read(name) for name in names]
    listed = [(client, client.get("/api/shoots").json()[0]["id"]) for client in (other, mine)]
    copied, own = (client.get(f"/api/shoots/{shoot_id}").json() for client, shoot_id in listed)
    assert copied["scenes"][0]["setups"][0]["headline"] == own["scenes"][0]["setups"][0]["headline"]
    shots = other.get(f"/api/shoots/{copied['id']}/shots").json()["shots"]
    assert [one["scene_name"] for one in shots] == ["A scene"] * 3 + [None]
    ready = other.get(f"/api/shoots/{copied['id']}/ready").json()
    assert [one["text"] for one in ready["own"]] == ["Ask the harbour master"]
    assert next(one for one in ready["checks"] if one["key"] == "lens")["done"]
    assert other.get("/api/account/upkeep").json()["copies"] == 3


def a_year(shoots: int, scenes: int) -> bytes:
    """An archive of so many shoots with so many scenes each, of one camera."""
    kit = json.loads(demo_kit().model_dump_json())
    setup, brief = {"device": "skarv-a4", "slot": 1}, SCENES["Lantern market"]
    told = [
        {
            "name": f"Day {number}",
            "scenes": [{"name": f"Scene {at}", "brief": brief, "setups": [setup]} for at in range(scenes)],
        }
        for number in range(shoots)
    ]
    return zipped(account_json=json.dumps({"shoots": told}).encode(), kit_json=json.dumps(kit).encode())


def test_a_year_is_brought_in_by_a_job_in_batches_that_tells_how_far_it_is(
    app: Any, service: Service, do_jobs: Callable[[], None], monkeypatch: pytest.MonkeyPatch
) -> None:
    mine = with_kit(join(app))
    progress: list[float] = []
    monkeypatch.setattr(Worker, "_told", lambda worker, turn, share: progress.append(share))
    with counted(service) as statements:
        assert bring_in(mine, a_year(40, 10), do_jobs)["state"] == "done"
    assert len(mine.get("/api/shoots", params={"most": 100}).json()) == 40
    assert len(statements) < 40 * 10, "a few for each shoot, none for each scene"
    assert progress == sorted(progress) and len(progress) > 40
    with counted(service) as fewer:
        assert bring_in(mine, a_year(10, 10), do_jobs)["state"] == "done"
    assert len(statements) - len(fewer) <= 30 * 8, "a shoot costs the same, however many scenes it has"


def test_what_is_called_off_while_it_is_brought_in_leaves_nothing(
    app: Any, do_jobs: Callable[[], None], monkeypatch: pytest.MonkeyPatch
) -> None:
    mine = with_kit(join(app))
    whole = Archives.bring_in

    def called_off(archives: Archives, *given: Any) -> None:
        whole(archives, *given)
        assert mine.delete(f"/api/jobs/{one['id']}").json()["state"] == "cancelled"

    monkeypatch.setattr(Archives, "bring_in", called_off)
    data, headers = a_year(2, 3), {"Content-Type": "application/zip"}
    one = mine.post("/api/account/archive", content=data, headers=headers).json()
    do_jobs()
    assert mine.get(f"/api/jobs/{one['id']}").json()["state"] == "cancelled"
    assert mine.get("/api/shoots").json() == []


def zipped(**files: bytes) -> bytes:
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as folder:
        for name, content in files.items():
            folder.writestr(name.replace("_json", ".json"), content)
    return out.getvalue()


@pytest.mark.parametrize(
    ("data", "words"),
    [
        (b"no zip", "no archive"),
        (zipped(kit_json=b"{}"), "no account.json"),
        (zipped(account_json=b"{"), "no JSON"),
        (zipped(account_json=b"[" * 100_000), "no JSON"),
        (zipped(account_json=b" " * 31_000_000), "too large"),
        (zipped(account_json=b'{"shoots": 3}'), "write a list"),
        (
            zipped(account_json=b'{"shoots": [{"name": "x", "scenes": [{"name": "y", "brief": {"scenario": "motion", '
                   b'"light": {"kind": "ev", "ev100": 9}}, "setups": [{"device": "none"}]}]}]}'),
            "no camera none",
        ),
        (zipped(account_json=b'{"weights": {"gold": 1}}'), "no such price"),
        (zipped(account_json=b'{"dialled": [{"device": "a", "slot": 1, "values": {"gold": "1"}}]}'), "one of"),
        (
            zipped(account_json=b'{"shoots": [{"name": "x", "scenes": [{"name": "y", "starts": 700, "ends": 600, '
                   b'"brief": {"scenario": "motion", "light": {"kind": "ev", "ev100": 9}}}]}]}'),
            "minutes after the start",
        ),
        (zipped(account_json=b'{"shoots": [{"name": "' + b"x" * 150 + b'"}]}'), "at most 120"),
    ],
    ids=["zip", "account", "json", "deep", "bomb", "shape", "camera", "price", "setting", "times", "name"],
)  # fmt: skip
def test_what_is_no_archive_is_refused_in_words_and_changes_nothing(
    app: Any, data: bytes, words: str, do_jobs: Callable[[], None]
) -> None:
    mine = join(app)
    job = bring_in(mine, data, do_jobs)
    assert job["state"] == "refused" and words in job["problems"][0]["message"]
    assert mine.get("/api/shoots").json() == []


# Who may come in.


def a_service(database: Database, files: Files, address: str = "203.0.113.9", **wanted: Any) -> TestClient:
    """A service set up otherwise, and a browser that comes to it from an address elsewhere."""
    service = Service(database, files, web=None, works=False, hosts=frozenset({"testserver"}), **wanted)
    return a_browser(create_app(service), address)


def test_a_password_costs_what_the_standard_asks_for() -> None:
    command = (
        "from steady_tide.desk.accounts.authentication import HASHER as h; print(h.time_cost, h.memory_cost, h.type)"
    )
    told = subprocess.run([sys.executable, "-c", command], capture_output=True, text=True, check=True).stdout.split()
    passes, memory_kib = int(told[0]), int(told[1])
    assert passes >= 3 and memory_kib >= 64 * 1024 and told[2] == "Type.ID", "RFC 9106, the second recommended option"


def test_many_guesses_at_once_are_not_many_guesses(database: Database, files: Files, app: Any) -> None:
    email = email_of(join(app))
    guesser = a_service(database, files)

    def guess(number: int) -> int:
        return guesser.post("/api/session", json={"email": email, "password": f"guess {number}"}).status_code

    with ThreadPoolExecutor(12) as threads:
        told = list(threads.map(guess, range(24)))
    assert told.count(422) == authentication.FAILURES_ALLOWED and set(told) <= {422, 429, 503}
    another_browser(app, email)  # the owner comes in from elsewhere


def test_one_address_tries_only_so_many_accounts(
    database: Database, files: Files, monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.setattr(authentication, "FAILURES_FROM_ONE", 3)
    guesser = a_service(database, files, "203.0.113.11")
    told = [
        guesser.post("/api/session", json={"email": f"{n}@spray.invalid", "password": "guess"}).status_code
        for n in range(8)
    ]
    assert told[-1] == 429


def test_one_address_makes_only_so_many_accounts(
    database: Database, files: Files, monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.setattr(authentication, "JOINED_FROM_ONE", 2)
    service = a_service(database, files, "203.0.113.10")
    made = [
        service.post(
            "/api/session/accounts", json={"email": f"{n}@many.invalid", "name": "N", "password": SECRET}
        ).status_code
        for n in range(3)
    ]
    assert made == [201, 201, 429]


def test_registration_is_open_by_invitation_or_closed(database: Database, files: Files) -> None:
    new = {"email": "asked@example.invalid", "name": "Asked", "password": SECRET}
    closed = a_service(database, files, registration="closed")
    assert closed.get("/api/session").json()["registration"] == "closed"
    assert closed.post("/api/session/accounts", json=new).status_code == 422
    invited = a_service(database, files, registration="invited")
    refused = invited.post("/api/session/accounts", json={**new, "invitation": "made up"})
    assert refused.json()["errors"][0]["path"] == ["invitation"]
    with database.session() as session:
        token = authentication.invite(session)
    assert invited.post("/api/session/accounts", json={**new, "invitation": token}).status_code == 201
    again = invited.post("/api/session/accounts", json={**new, "email": "b@example.invalid", "invitation": token})
    assert again.status_code == 422, "an invitation is for one"


def test_behind_https_cookies_are_secure_and_browsers_are_told_to_stay(database: Database, files: Files) -> None:
    service = a_service(database, files, https=True)
    joined = service.post(
        "/api/session/accounts", json={"email": "https@example.invalid", "name": "H", "password": SECRET}
    )
    assert "secure" in joined.headers["set-cookie"].lower()
    assert joined.headers["strict-transport-security"].startswith("max-age=")


@pytest.mark.parametrize("broken", ["[::1", "[", "]:80", "a b", "%00", "::::"])
def test_names_and_origins_that_are_none_are_turned_away_in_words(visitor: TestClient, broken: str) -> None:
    assert visitor.get("/api/health", headers={"Host": broken}).status_code == 421
    answer = visitor.post("/api/shoots", json={"name": "x"}, headers={"Origin": f"http://{broken}"})
    assert answer.status_code == 403 and answer.json()["detail"]


@pytest.mark.parametrize(
    ("host", "status"), [("elsewhere.invalid", 421), ("localhost:80", 200), ("192.0.2.7", 200), ("testserver", 200)]
)
def test_the_service_answers_to_its_own_names_only(visitor: TestClient, host: str, status: int) -> None:
    assert visitor.get("/api/health", headers={"Host": host}).status_code == status


def test_every_answer_carries_the_safety_headers(
    app: Any, visitor: TestClient, monkeypatch: pytest.MonkeyPatch
) -> None:
    def broken(*_: Any) -> None:
        raise ZeroDivisionError

    monkeypatch.setattr("steady_tide.api.routes.places.Places", broken)
    answers = [
        join(app).get("/api/places"),
        visitor.get("/api/nothing"),
        visitor.get("/api/shoots"),
        visitor.post("/api/shoots", content=b"x" * 1_500_000),
        visitor.get("/api/health", headers={"Host": "elsewhere.invalid"}),
    ]
    assert [answer.status_code for answer in answers] == [503, 404, 401, 413, 421]
    for answer in answers:
        assert answer.headers["x-content-type-options"] == "nosniff" and answer.headers["x-request-id"]
        assert "ZeroDivision" not in answer.text


def test_readiness_says_what_is_wrong(visitor: TestClient, files: Files) -> None:
    assert visitor.get("/api/ready").json() == {"ready": True, "wrong": []}
    gone = a_service(Database("postgresql://nobody@127.0.0.1:1/none", wait_s=0.1), files)
    told = gone.get("/api/ready")
    assert told.status_code == 503 and "database" in told.json()["wrong"][0]
    assert gone.get("/api/health").status_code == 200
    assert gone.get("/api/places").status_code == 401 or gone.get("/api/places").status_code == 503
