"""People as locust plays them: some read a short list, some pull a slider on the bench. Run by `load.py`."""

import os
from itertools import count
from uuid import uuid4

from locust import HttpUser, constant, task

from steady_tide.demo.load import demo_kit, demo_scenes

PASSWORD = "a long enough secret"
BRIEF = next(scene["brief"] for scene in demo_scenes() if scene["brief"]["scenario"] == "motion")
KIT = demo_kit().plain()
PAUSE_S = float(os.environ.get("TIDE_PAUSE_S", "0"))


class Person(HttpUser):
    """Somebody with an account."""

    abstract = True

    def on_start(self) -> None:
        """Make the account; wait where the service is busy."""
        new = {"email": f"{uuid4().hex}@example.invalid", "name": "Somebody", "password": PASSWORD}
        for _ in range(400):
            with self.client.post("/api/session/accounts", json=new, name="join", catch_response=True) as answer:
                answer.success()
            if answer.status_code == 201:
                return


class Reader(Person):
    """Looks at a short list."""

    fixed_count = int(os.environ.get("TIDE_READERS", "0"))
    wait_time = constant(PAUSE_S)

    @task
    def read(self) -> None:
        """The places of the account: none."""
        self.client.get("/api/places", name="read")


class Planner(Person):
    """Pulls the minutes of a scene, without a pause."""

    fixed_count = int(os.environ.get("TIDE_PLANNERS", "0"))
    wait_time = constant(0)

    def on_start(self) -> None:
        """Make a scene to plan."""
        super().on_start()
        self.steps = count(1)
        self.sent("PUT", "/api/kit", KIT)
        shoot = self.sent("POST", "/api/shoots", {"name": "A day"})["id"]
        device = self.sent("GET", "/api/kit/devices", None)[0]["id"]
        scene = {"name": "A scene", "brief": BRIEF, "device_ids": [device]}
        self.scene = self.sent("POST", f"/api/shoots/{shoot}/scenes", scene)["id"]

    def sent(self, method: str, where: str, body: object) -> dict | list:  # type: ignore[type-arg]
        """An answer, asked for until it comes."""
        while True:
            with self.client.request(method, where, json=body, name="begin", catch_response=True) as answer:
                answer.success()
            if answer.status_code < 300:
                return answer.json()

    @task
    def pull(self) -> None:
        """The same scene, a little longer."""
        brief = {**BRIEF, "minutes": next(self.steps) % 50 + 1}
        self.client.put(f"/api/scenes/{self.scene}", json={"label": "minutes", "brief": brief}, name="plan")
