"""People as `year.py` plays them: each plans and notes on a shoot of their own, of an account with a year of work.

What was acknowledged is remembered and looked for at the end; every answer is counted by what it said.
"""

import random
import time
from collections import Counter
from collections.abc import Callable
from dataclasses import dataclass, field
from datetime import UTC, datetime, timedelta
from threading import Event, Lock
from typing import Any
from uuid import uuid4

import httpx2

PATIENCE_S = 60.0
"""How long an answer is waited for; what takes longer counts as not reached."""
NOT_YET = (503, 507)
"""What is told as waiting: not yet, and a disk without room."""
UNFORESEEN = "went wrong that should not have"
"""Said where something happened that nobody foresaw; that is no waiting."""


@dataclass
class Told:
    """What all people were answered, together. wrong: answers that must not be, with what was asked."""

    statuses: Counter[str] = field(default_factory=Counter)
    wrong: list[str] = field(default_factory=list)
    slowest_s: dict[str, float] = field(default_factory=dict)
    lock: Lock = field(default_factory=Lock)

    def note(self, act: str, status: int | None, seconds: float, words: str) -> None:
        """Count an answer; None where nobody was reached."""
        kind = "not reached" if status is None else "not yet" if status in NOT_YET else str(status)
        with self.lock:
            self.statuses[kind] += 1
            self.slowest_s[act] = max(seconds, self.slowest_s.get(act, 0.0))
            waits = status in NOT_YET and "detail" in words and UNFORESEEN not in words
            if status is not None and not waits and (status >= 500 or status in (400, 404, 422)):
                self.wrong.append(f"{act}: {status} {words[:200]}")


@dataclass
class Person:
    """One browser of an account: its shoot, its scene, and what it was told is kept."""

    address: str
    cookies: dict[str, str]
    shoot: str
    scene: str
    setup: str
    told: Told
    chance: random.Random
    places: list[str] = field(default_factory=list)
    takes: list[str] = field(default_factory=list)
    brief: dict[str, Any] = field(default_factory=dict)
    unsure: set[float] = field(default_factory=set)
    """Minutes that were sent and not acknowledged since those that were: either may stand."""

    def live(self, stop: Event, pause_s: float) -> None:
        """Do one thing after another until it is over."""
        acts = {
            self.list_shoots: 3, self.open_shoot: 3, self.open_scene: 4, self.edit: 4, self.card: 3, self.note_take: 5,
            self.add_place: 2, self.logbook: 2, self.ready: 2, self.day: 1, self.before: 1, self.picture: 1,
        }  # fmt: skip
        with httpx2.Client(base_url=self.address, cookies=self.cookies, timeout=PATIENCE_S) as client:
            self.client = client
            while not stop.is_set():
                (act,) = self.chance.choices(list(acts), weights=list(acts.values()))
                act()
                stop.wait(self.chance.uniform(0.2, 2.0) * pause_s)

    def asked(self, act: str, method: str, path: str, **given: Any) -> Any:
        """An answer, or None where it is not one yet."""
        begun = time.monotonic()
        try:
            answer = self.client.request(method, path, **given)
        except httpx2.HTTPError:
            self.told.note(act, None, time.monotonic() - begun, "")
            return None
        words = answer.text if answer.status_code >= 400 else ""
        self.told.note(act, answer.status_code, time.monotonic() - begun, words)
        return answer if answer.status_code < 300 else None

    def list_shoots(self) -> None:
        """The first page."""
        self.asked("shoots", "GET", "/api/shoots")

    def open_shoot(self) -> None:
        """One's shoot, as a page that asks again while something waits."""
        self.asked("shoot", "GET", f"/api/shoots/{self.shoot}", params={"within_s": 1})

    def open_scene(self) -> None:
        """The bench; it is what an edit begins with."""
        if (answer := self.asked("bench", "GET", f"/api/scenes/{self.scene}")) is not None:
            self.brief = answer.json()["brief"]

    def edit(self) -> None:
        """Film longer or shorter; sent again as the page does, until it is kept or the browser gives up."""
        if not self.brief:
            return self.open_scene()
        minutes = float(self.chance.randrange(1, 59))
        edit = {"label": "minutes", "brief": {**self.brief, "minutes": minutes}, "before": self.brief}
        answer = self.asked("edit", "PUT", f"/api/scenes/{self.scene}", json=edit)
        if answer is None:
            self.unsure.add(minutes)
        else:
            self.brief, self.unsure = answer.json()["brief"], set()

    def card(self) -> None:
        """What to dial in."""
        self.asked("card", "GET", f"/api/setups/{self.setup}/card")

    def note_take(self) -> None:
        """A take, as a phone sends it."""
        at = datetime.now(UTC) - timedelta(seconds=self.chance.randrange(600))
        name = str(uuid4())
        entry = {"kind": "take", "id": name, "at": at.isoformat(), "scene": self.scene, "setup": self.setup, "ev100": 8}
        body = {"client": name[:8], "entries": [entry], "now": datetime.now(UTC).isoformat()}
        if self.asked("take", "POST", f"/api/shoots/{self.shoot}/entries", json=body) is not None:
            self.takes.append(name)

    def add_place(self) -> None:
        """Somewhere to film."""
        name = uuid4().hex
        body = {"name": name, "latitude_deg": 58, "longitude_deg": 6}
        if self.asked("place", "POST", "/api/places", json=body) is not None:
            self.places.append(name)

    def logbook(self) -> None:
        """The latest takes."""
        self.asked("logbook", "GET", "/api/logbook")

    def ready(self) -> None:
        """What to pack and to check."""
        self.asked("ready", "GET", f"/api/shoots/{self.shoot}/ready")

    def day(self) -> None:
        """The shoot on its day."""
        self.asked("pack", "GET", f"/api/shoots/{self.shoot}/pack")

    def before(self) -> None:
        """How such a set did."""
        self.asked("before", "GET", f"/api/setups/{self.setup}/before")

    def picture(self) -> None:
        """What the set takes, and its pixels."""
        made = self.asked("picture", "POST", f"/api/setups/{self.setup}/pictures", json={"wishes": [{}]})
        if made is not None and (word := made.json()[0].get("shot")):
            self.asked("pixels", "GET", f"/api/pictures/{word}.jpg", params={"width_px": 320})

    def lost(self, get: Callable[[str], Any]) -> list[str]:
        """What was acknowledged and is not there. get: asks for a path until it is answered."""
        there = {one["name"] for one in get("/api/places")}
        found = [f"place {name}" for name in self.places if name not in there]
        noted = {one["id"] for one in get(f"/api/shoots/{self.shoot}/entries")}
        found += [f"take {name}" for name in self.takes if name not in noted]
        if self.brief:
            now = get(f"/api/scenes/{self.scene}")["brief"]["minutes"]
            if now != self.brief["minutes"] and now not in self.unsure:
                found.append(f"minutes of {self.scene}: {self.brief['minutes']} was kept, {now} is there")
        return found
