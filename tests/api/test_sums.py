"""Quick sums over HTTP."""

from typing import Any

from starlette.testclient import TestClient


def test_a_sum_is_answered_and_what_is_none_is_not(app: Any) -> None:
    client = TestClient(app)
    sums = client.get("/api/vocabulary").json()["sums"]
    assert len(sums) > 10
    for text in sums:
        answer = client.get("/api/vocabulary/sum", params={"text": text})
        assert answer.status_code == 200 and answer.json()["words"], text
    assert client.get("/api/vocabulary/sum", params={"text": "Lantern market"}).json() is None


def test_numbers_that_cannot_be_meant_are_refused_in_words(app: Any) -> None:
    client = TestClient(app)
    for text in ("0 lux", "ev 400", "1/0 at 25", "9" * 81):
        answer = client.get("/api/vocabulary/sum", params={"text": text})
        assert answer.status_code == 422 and answer.json()["detail"], text
