"""A line of JSON for each request: which, whose, how long; nothing of what anybody wrote."""

import json
import logging
from typing import Any

import pytest
from starlette.testclient import TestClient

from steady_tide.desk.planning import planner as planning
from tests.service import add_scene
from tests.situations import SCENES


def lines(caplog: pytest.LogCaptureFixture) -> list[dict[str, Any]]:
    return [json.loads(record.message) for record in caplog.records if record.name == "steady_tide.request"]


def test_a_request_is_told_with_its_route_its_account_and_its_time(
    creator: TestClient, caplog: pytest.LogCaptureFixture
) -> None:
    caplog.set_level(logging.INFO, "steady_tide.request")
    answer = creator.get("/api/kit/devices")
    (line,) = (one for one in lines(caplog) if one["request"] == answer.headers["X-Request-Id"])
    assert (line["method"], line["route"], line["status"]) == ("GET", "/api/kit/devices", 200)
    assert line["account"] and line["statements"] >= 2
    assert 0 < line["database_ms"] <= line["ms"] and "slow" not in line


def test_the_line_of_a_refused_request_names_nobody(visitor: TestClient, caplog: pytest.LogCaptureFixture) -> None:
    caplog.set_level(logging.INFO, "steady_tide.request")
    answer = visitor.get("/api/shoots")
    assert answer.status_code == 401
    (line,) = (one for one in lines(caplog) if one["request"] == answer.headers["X-Request-Id"])
    assert line["status"] == 401 and line["account"] is None


def test_a_slow_plan_says_what_made_it_slow(
    creator: TestClient, caplog: pytest.LogCaptureFixture, monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.setattr(planning, "SLOW_S", 0.0)
    caplog.set_level(logging.INFO, "steady_tide.request")
    add_scene(creator, {**SCENES["Lantern market"], "minutes": 41.5})  # one that no other test planned
    made = next(line for line in lines(caplog) if line["route"].endswith("/scenes"))
    (slow,) = made["slow"]
    assert slow["modes"] > 10 and slow["plan_ms"] >= 0
    assert "Lantern" not in json.dumps(made)
