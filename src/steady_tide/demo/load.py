"""Load the demo creator, kit and shoot into a database, once."""

import json
from datetime import date, timedelta
from importlib import resources
from typing import Any, Final
from uuid import UUID, uuid5

from steady_tide.core.kit.bag import Kit, checked_kit
from steady_tide.core.light.almanac import Place
from steady_tide.core.plan.problem.brief import Brief
from steady_tide.core.ready.shots import WantedShot
from steady_tide.desk.accounts.authentication import create_account, find_account
from steady_tide.desk.bench.bench import Bench, Camera
from steady_tide.desk.inventory.kit import KitDesk
from steady_tide.desk.ready.shots import ShotLists
from steady_tide.desk.records.dialled import Dialled
from steady_tide.desk.shoots.shoots import ShootFacts, Shoots
from steady_tide.desk.workplace import Shared, Workplace
from steady_tide.store.database import Session
from steady_tide.store.owned import Rows
from steady_tide.store.tables import Account, ShootRow

EMAIL = "ro@hallin.invalid"
NAME = "Ro Vantongeren"
DAY: Final = date(2026, 9, 19)
AHEAD: Final = timedelta(days=7)
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
    fill(Workplace(Rows(session, account.id), Shared()), DAY)
    return account


def fill(at: Workplace, day: date, *, named: UUID | None = None) -> UUID:
    """Put the made-up kit and shoot into an account, on a day; the shoot's id. Times keep their place in daylight."""
    devices = KitDesk(at.rows).take_in(demo_kit())
    facts = ShootFacts(**{**data("scenes.json")["shoot"], "day": day})
    shoot = Shoots(at).add(facts, named=named)
    bench, scenes = Bench(at), {}
    for scene in demo_scenes():
        cameras = [
            Camera(devices[camera["device"]], camera["school"], camera.get("pins", {}), camera.get("slot"))
            for camera in scene["cameras"]
        ]
        brief = Brief.read({**scene["brief"], **scene["on_the_day"]})
        starts, ends = (_moved(at, minute, day) for minute in scene["time"])
        schedule = {"starts": starts, "ends": ends, "spot": scene["spot"], "fixed": scene["fixed"]}
        made = bench.put_scene(shoot.id, name=scene["name"], brief=brief, cameras=cameras, schedule=schedule)
        scenes[scene["name"]] = str(made.id)
    wanted = [WantedShot.read({**one, "scene": scenes[one["scene"]]}) for one in data("scenes.json")["shots"]]
    ShotLists(at).put(shoot.id, wanted)
    for left in data("scenes.json")["dialled"]:
        Dialled(at.rows).confirm(devices[left["device"]], left["slot"], left["values"])
    return shoot.id


def made_up_id(account_id: UUID) -> UUID:
    """What the copy of the made-up shoot is called in an account."""
    return uuid5(account_id, "the made-up shoot")


def made_up(rows: Rows) -> UUID | None:
    """The copy of the made-up shoot in an account, if there is one."""
    row = rows.made(ShootRow, made_up_id(rows.account_id))
    return None if row is None else row.id


def look_around(at: Workplace) -> UUID:
    """A copy of the made-up shoot in an account, a week ahead; the one that is there already. Its id."""
    named = made_up_id(at.rows.account_id)
    if at.rows.made(ShootRow, named) is None:
        fill(at, date.today() + AHEAD, named=named)
    return named


def throw_away(at: Workplace) -> None:
    """Take the copy out again: the shoot, and of the kit what is still as it was made up."""
    Shoots(at).delete(made_up_id(at.rows.account_id))
    desk, kit = KitDesk(at.rows), demo_kit()
    made_up = {device.key: device for device in kit.devices}
    for view in desk.devices():
        if made_up.get(view.key) == desk.device(view.id):
            desk.delete(view.id)
    things = {item.key: item for item in kit.bag}
    for item in desk.bag():
        if things.get(item.key) == item:
            desk.drop_item(item.key)


def _moved(at: Workplace, minute: int, day: date) -> int:
    """A minute of the demo's own day on another: in the same part of the daylight, or as long after it."""
    if day == DAY:
        return minute
    (rise, set_), (other_rise, other_set) = (_daylight(at, one) for one in (DAY, day))
    if minute <= rise:
        return minute
    if minute <= set_:
        return round(other_rise + (minute - rise) / (set_ - rise) * (other_set - other_rise))
    return minute - set_ + other_set


def _daylight(at: Workplace, day: date) -> tuple[int, int]:
    """First and last minute with the sun over the horizon at the made-up place."""
    shoot = data("scenes.json")["shoot"]
    sky = at.shared.heavens.sky(Place(shoot["latitude_deg"], shoot["longitude_deg"]), day)
    up = sky.minutes[sky.sun_deg > 0.0]
    return int(up[0]), int(up[-1])
