"""Publish the document formats: JSON Schemas, and examples."""

from pathlib import Path
from typing import Any

from steady_tide.formats.documents import PUBLISHED, schema, write_json


def publish(folder: Path, examples: dict[str, Any]) -> list[Path]:
    """Write a schema for every document and the given examples; returns the files written."""
    (folder / "examples").mkdir(parents=True, exist_ok=True)
    written = []
    for name, kind in PUBLISHED.items():
        written.append(folder / f"{name}.schema.json")
        write_json(written[-1], schema(kind))
    for name, data in examples.items():
        written.append(folder / "examples" / name)
        write_json(written[-1], data)
    return written
