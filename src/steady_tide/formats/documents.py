"""Documents as JSON files: read with errors in words, written so that people can read them."""

import json
from pathlib import Path
from typing import Any, TypeVar

from steady_tide.core.document import Part
from steady_tide.core.errors import BadInput, Problem
from steady_tide.core.field.logbook import Logbook
from steady_tide.core.kit.bag import Kit, checked_kit
from steady_tide.core.kit.device import Device, checked
from steady_tide.core.plan.account.plan import Conflict, Plan
from steady_tide.core.plan.problem.brief import Brief
from steady_tide.core.plan.problem.stance import Stance

Document = TypeVar("Document", bound=Part)
LARGEST_FILE_BYTES = 5_000_000

PUBLISHED: dict[str, type[Part]] = {
    "brief": Brief,
    "stance": Stance,
    "device": Device,
    "kit": Kit,
    "plan": Plan,
    "conflict": Conflict,
    "logbook": Logbook,
}
"""Every document people exchange, by the name of its schema."""


def read_json(path: Path) -> Any:
    """Plain data of a JSON file. Raises BadInput when it is missing, too large or not JSON."""
    try:
        if path.stat().st_size > LARGEST_FILE_BYTES:
            raise BadInput([Problem((), f"{path.name} is larger than {LARGEST_FILE_BYTES // 1_000_000} MB")])
        return json.loads(path.read_text(encoding="utf-8"))
    except OSError as error:
        raise BadInput([Problem((), f"{path} cannot be read: {error.strerror or error}")]) from error
    except RecursionError as error:
        raise BadInput([Problem((), f"{path.name} is nested too deeply")]) from error
    except ValueError as error:
        raise BadInput([Problem((), f"{path.name} is not valid JSON: {error}")]) from error


def read_document(path: Path, kind: type[Document]) -> Document:
    """A document of one kind from a file, fully checked."""
    return check(kind.read(read_json(path)))


def check(document: Document) -> Document:
    """The document itself, or BadInput when its parts do not fit together."""
    if isinstance(document, Device):
        checked(document)
    if isinstance(document, Kit):
        checked_kit(document)
    return document


def schema(kind: type[Part]) -> dict[str, Any]:
    """The published JSON Schema (draft 2020-12) of a document."""
    made = kind.model_json_schema(mode="validation")
    return {"$schema": "https://json-schema.org/draft/2020-12/schema", **made}


def write_json(path: Path, data: object) -> None:
    """Write data as JSON that people can read, ending in a newline."""
    path.write_text(json.dumps(data, indent=2, ensure_ascii=False) + "\n", encoding="utf-8")
