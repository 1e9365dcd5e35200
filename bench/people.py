"""People as locust plays them: some read a short list, some pull a slider on the bench. Run by `load.py`."""

import json
import os
from itertools import count, cycle
from pathlib import Path

from locust import HttpUser, constant, task

PEOPLE = cycle(json.loads(Path(os.environ["TIDE_PEOPLE"]).read_text()))
"""Accounts with a scene each, made before."""


class Person(HttpUser):
    """Somebody who is signed in."""

    abstract = True

    def on_start(self) -> None:
        """Be one of them."""
        self.me = next(PEOPLE)
        self.client.cookies.update(self.me["cookies"])


class Reader(Person):
    """Looks at a short list."""

    fixed_count = int(os.environ.get("TIDE_READERS", "0"))
    wait_time = constant(float(os.environ.get("TIDE_PAUSE_S", "0")))

    @task
    def read(self) -> None:
        """The places of the account: none."""
        self.client.get("/api/places", name="read")


class Planner(Person):
    """Pulls the minutes of a scene, without a pause."""

    fixed_count = int(os.environ.get("TIDE_PLANNERS", "0"))
    wait_time = constant(0)

    def on_start(self) -> None:
        """Begin with the first minute."""
        super().on_start()
        self.steps, self.brief = count(1), self.me["brief"]

    @task
    def pull(self) -> None:
        """The same scene, a little longer."""
        before, self.brief = self.brief, {**self.me["brief"], "minutes": next(self.steps) % 50 + 1}
        edit = {"label": "minutes", "brief": self.brief, "before": before}
        self.client.put(f"/api/scenes/{self.me['scene']}", json=edit, name="plan")
