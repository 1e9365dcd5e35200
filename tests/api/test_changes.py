"""Whoever waits for a job is told when something became of it: one question that is held open, of one's own jobs."""

import asyncio
import time
from concurrent.futures import ThreadPoolExecutor
from typing import Any

from starlette.testclient import TestClient
from starlette.types import Receive, Scope, Send

from steady_tide.api.context import Service
from steady_tide.api.guards.guard import Guard
from tests.api.test_account import a_year
from tests.service import a_browser, bring_in, join


def changes(client: TestClient, **asked: Any) -> str:
    answer = client.get("/api/jobs/changes", params=asked)
    assert answer.status_code == 200, answer.text
    return str(answer.json()["mark"])


def begun(client: TestClient) -> None:
    headers = {"Content-Type": "application/zip"}
    assert client.post("/api/account/archive", content=b"none", headers=headers).status_code == 202


def test_the_first_question_is_answered_at_once_and_the_next_when_something_changed(app: Any) -> None:
    mine, other = join(app), join(app)
    mark = changes(mine)
    assert changes(mine, seen=mark, within_s=0.1) == mark, "nothing became of anything"
    with ThreadPoolExecutor(1) as thread:
        waiting = thread.submit(changes, mine, seen=mark, within_s=20)
        begun(other)
        time.sleep(0.2)
        assert not waiting.done(), "what others do is no change of mine"
        begun(mine)
        assert waiting.result() != mark


def test_each_step_of_a_job_is_a_change(app: Any, do_jobs: Any) -> None:
    mine = join(app)
    marks = [changes(mine)]
    begun(mine)
    marks.append(changes(mine))
    do_jobs()
    marks.append(changes(mine))
    bring_in(mine, a_year(1, 1), do_jobs)
    marks.append(changes(mine))
    assert len(set(marks)) == len(marks)


def test_a_service_that_stops_keeps_nobody_waiting(app: Any, service: Service) -> None:
    mine = join(app)
    mark = changes(mine)
    service.ending.set()
    try:
        assert changes(mine, seen=mark, within_s=20) == mark
    finally:
        service.ending.clear()


def test_what_is_cut_short_as_the_service_stops_is_not_yet(service: Service) -> None:
    async def cut_short(scope: Scope, receive: Receive, send: Send) -> None:
        raise asyncio.CancelledError

    browser = a_browser(Guard(cut_short, service=service, routes=[]))
    service.ending.set()
    try:
        answer = browser.get("/api/places")
    finally:
        service.ending.clear()
    assert answer.status_code == 503 and "being restarted" in answer.json()["detail"] and answer.headers["Retry-After"]


def test_who_is_not_signed_in_is_told_so_and_odd_questions_are_refused(visitor: TestClient, app: Any) -> None:
    assert visitor.get("/api/jobs/changes").status_code == 401
    mine = join(app)
    for odd in ({"within_s": 1e9}, {"within_s": -1}, {"seen": "x" * 1000}):
        assert mine.get("/api/jobs/changes", params=odd).status_code == 422
