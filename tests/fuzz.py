"""Calls made up from the service's own description, and what every answer has to keep. Also for `bench/fuzz.py`."""

import json
from collections.abc import Iterator, Mapping
from typing import Any

import jsonschema
import schemathesis
from hypothesis import HealthCheck, Phase, given, seed, settings
from hypothesis import strategies as st
from starlette.testclient import TestClient

EXAMPLES = 8
"""Calls of one operation with one seed, by night and again by day."""
NEVER = {"session_leave", "account_leave", "account_change_password"}
"""Operations after which the caller is somebody else."""


@schemathesis.serializer("application/zip")
def _bytes(_: Any, value: Any) -> Any:
    """Archives are sent as the bytes they are."""
    return value


class Fuzz:
    """A service called as its description allows, and a little beyond."""

    def __init__(self, client: TestClient, ids: Mapping[str, str]) -> None:
        self.client, self.ids = client, ids
        self.described: dict[str, Any] = client.app.openapi()  # type: ignore[attr-defined]
        self.schema = schemathesis.openapi.from_dict(self.described)
        self.calls = 0

    def operations(self) -> list[Any]:
        """Every operation that may be called again and again."""
        found = [result.ok() for result in self.schema.get_all_operations()]
        return [one for one in found if one.definition.raw["operationId"] not in NEVER]

    def wrongs(self, operation: Any, *, examples: int, chance: int) -> Iterator[dict[str, Any]]:
        """Calls of one operation whose answer breaks a promise. chance: the seed."""
        found: list[dict[str, Any]] = []

        @seed(chance)
        @settings(
            max_examples=examples, deadline=None, database=None, derandomize=False, phases=[Phase.generate],
            suppress_health_check=list(HealthCheck),
        )  # fmt: skip
        @given(operation.as_strategy(), st.data())
        def call(case: Any, data: st.DataObject) -> None:
            wrong = self._called(operation, case, data)
            if wrong is not None:
                found.append(wrong)

        call()
        yield from found

    def _called(self, operation: Any, case: Any, data: st.DataObject) -> dict[str, Any] | None:
        known = {name: self.ids[name] for name in case.path_parameters or {} if name in self.ids}
        case.path_parameters = {**(case.path_parameters or {}), **(known if data.draw(st.integers(0, 3)) else {})}
        body = case.body if case.media_type else None
        sent: dict[str, Any] = {"params": {name: str(value) for name, value in (case.query or {}).items()}}
        if isinstance(body, bytes):
            sent["content"] = body[:100_000]
        elif case.media_type == "application/json":
            sent["content"] = json.dumps(body, default=str)
        headers = {"Content-Type": case.media_type} if case.media_type else {}
        answer = self.client.request(case.method, case.formatted_path, headers=headers, **sent)
        self.calls += 1
        wrong = self._wrong(operation, answer)
        if wrong is None:
            return None
        return {"method": case.method, "path": case.formatted_path, "body": str(sent.get("content"))[:2000], **wrong}

    def _wrong(self, operation: Any, answer: Any) -> dict[str, Any] | None:
        told = {"status": answer.status_code, "answer": answer.text[:500]}
        if answer.status_code >= 500:
            return {"wrong": "a server error", **told}
        responses = operation.definition.raw["responses"]
        described = responses.get(str(answer.status_code))
        if described is None:
            return {"wrong": "a status it does not describe", **told}
        kind = answer.headers.get("content-type", "").split(";")[0]
        if kind.endswith("json") and answer.content:
            where = ["paths", operation.path, operation.method, "responses", str(answer.status_code), "content", kind]
            pointer = "/".join(part.replace("~", "~0").replace("/", "~1") for part in where)
            schema = {**self.described, "$ref": f"#/{pointer}/schema"}
            if kind not in described.get("content", {}):
                return {"wrong": f"{kind}, which it does not describe", **told}
            if "schema" not in described["content"][kind]:
                return None
            error = next(jsonschema.Draft202012Validator(schema).iter_errors(answer.json()), None)
            if error is not None:
                return {"wrong": f"against its schema: {error.message[:300]}", **told}
        return None
