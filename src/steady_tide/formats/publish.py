"""Publish the document formats: JSON Schemas."""

from pathlib import Path

from steady_tide.formats.documents import PUBLISHED, schema, write_json


def publish(folder: Path) -> list[Path]:
    """Write a schema for every document; returns the files written."""
    folder.mkdir(parents=True, exist_ok=True)
    written = []
    for name, kind in PUBLISHED.items():
        path = folder / f"{name}.schema.json"
        write_json(path, schema(kind))
        written.append(path)
    return written
