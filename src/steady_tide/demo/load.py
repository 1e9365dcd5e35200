"""Load the demo creator, kit and shoot into a database, once."""

import json
from datetime import date
from importlib import resources
from typing import Any

from steady_tide.core.kit.bag import Kit, checked_kit
from steady_tide.core.plan.problem.brief import Brief
from steady_tide.desk.accounts.entering import create_account, find_account
from steady_tide.desk.bench.bench import Bench, Camera
from steady_tide.desk.cards.dialled import Dialled
from steady_tide.desk.kit.kit import KitDesk
from steady_tide.desk.shoots.shoots import ShootFacts, Shoots
from steady_tide.desk.workplace import Shared, Workplace
from steady_tide.store.database import Session
from steady_tide.store.owned import Rows
from steady_tide.store.tables import Account

EMAIL = "ro@hallin.invalid"
NAME = "Ro Vantongeren"
DEVICES = ("skarv-a4", "lumme-8-built-in", "lumme-8-manual", "skarv-a2", "kittiwake-d1")


def data(name: str) -> Any:
    """A data file of the demo."""
    return json.loads(resources.files("steady_tide.demo").joinpath("data", name).read_text(encoding="utf-8"))


def demo_kit() -> Kit:
    """The demo kit as one document."""
    return checked_kit(Kit.read({"devices": [data(f"{key}.json") for key in DEVICES], **data("bag.json")}))


def demo_scenes() -> list[dict[str, Any]]:
    """The demo scenes: name, brief as it stands by itself, what the day makes of it, its cameras, time and spot."""
    scenes: list[dict[str, Any]] = data("scenes.json")["scenes"]
    return scenes


def load_demo(session: Session) -> Account:
    """The demo account, filled on first use; what was changed since is left alone."""
    account = find_account(session, EMAIL)
    if account is not None:
        return account
    account = create_account(session, email=EMAIL, name=NAME, password=None)
    rows = Rows(session, account.id)
    devices = KitDesk(rows).take_in(demo_kit())
    at = Workplace(rows, Shared())
    shoot = Shoots(at).add(ShootFacts(**{**data("scenes.json")["shoot"], "day": date(2026, 9, 19)}))
    bench = Bench(at)
    for scene in demo_scenes():
        cameras = [
            Camera(devices[camera["device"]], camera["school"], camera.get("pins", {}), camera.get("slot"))
            for camera in scene["cameras"]
        ]
        brief = Brief.read({**scene["brief"], **scene["on_the_day"]})
        starts, ends = scene["time"]
        schedule = {"starts": starts, "ends": ends, "spot": scene["spot"], "fixed": scene["fixed"]}
        bench.put_scene(shoot.id, name=scene["name"], brief=brief, cameras=cameras, schedule=schedule)
    for left in data("scenes.json")["dialled"]:
        Dialled(rows).confirm(devices[left["device"]], left["slot"], left["values"])
    return account
