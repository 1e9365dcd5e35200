"""What forms need to know of the fields of documents, told by their schemas: kind, unit, range, choices, start."""

from collections.abc import Iterator, Mapping
from typing import Any, Final

from pydantic import TypeAdapter

from steady_tide.core.kit.bag import BagItem
from steady_tide.core.kit.device import Device
from steady_tide.core.light.reading import Measured
from steady_tide.core.plan.problem.brief import Brief
from steady_tide.core.quick.table import AskedSum
from steady_tide.core.ready.shots import WantedShot
from steady_tide.core.ready.upkeep import Upkeep

Schema = Mapping[str, Any]
BOUNDS: Final = {"minimum": "least", "exclusiveMinimum": "above", "maximum": "most", "exclusiveMaximum": "below"}
KINDS: Final = {"number": "number", "integer": "number", "boolean": "flag", "string": "text"}
LISTS: Final = {"number": "numbers", "text": "words"}


def forms() -> dict[str, dict[str, dict[str, Any]]]:
    """Facts of everything that is typed into forms, by document."""
    documents = {
        "brief": Brief,
        "device": Device,
        "item": BagItem,
        "reading": Measured,
        "upkeep": Upkeep,
        "shot": WantedShot,
        "sum": AskedSum,
    }
    return {name: facts_of(document) for name, document in documents.items()}


def facts_of(document: Any) -> dict[str, dict[str, Any]]:
    """Facts by path: "water.depth_m", "light[lux].lux" within a choice of kinds, "modes[].rate" within a list."""
    schema = TypeAdapter(document).json_schema(mode="validation")
    return dict(_walk(schema, schema.get("$defs", {}), ""))


def _walk(schema: Schema, defs: Mapping[str, Schema], path: str) -> Iterator[tuple[str, dict[str, Any]]]:
    node, nullable = _resolved(schema, defs)
    if "discriminator" in node:
        for tag, reference in node["discriminator"]["mapping"].items():
            yield from _walk({"$ref": reference}, defs, f"{path}[{tag}]")
    elif "properties" in node:
        for name, inside in node["properties"].items():
            yield from _walk(inside, defs, f"{path}.{name}" if path else name)
    elif node.get("type") == "array" and _is_group(node.get("items", {}), defs):
        yield from _walk(node["items"], defs, f"{path}[]")
    else:
        around = {key: value for key, value in schema.items() if not (nullable and key == "anyOf")}
        yield path, _fact({**around, **node}, defs, nullable=nullable)


def _resolved(schema: Schema, defs: Mapping[str, Schema]) -> tuple[Schema, bool]:
    """What a schema refers to, and whether it may be left empty."""
    branches = [one for one in schema.get("anyOf", []) if one.get("type") != "null"]
    nullable = len(branches) < len(schema.get("anyOf", []))
    node: Schema = branches[0] if nullable and len(branches) == 1 else schema
    while "$ref" in node:
        node = {**defs[node["$ref"].rsplit("/", 1)[1]], **{key: value for key, value in node.items() if key != "$ref"}}
    return node, nullable


def _is_group(schema: Schema, defs: Mapping[str, Schema]) -> bool:
    node, _ = _resolved(schema, defs)
    return "properties" in node or "discriminator" in node


def _fact(node: Schema, defs: Mapping[str, Schema], *, nullable: bool) -> dict[str, Any]:
    fact: dict[str, Any] = {"kind": _kind(node, defs)}
    choices = node.get("enum") or ([node["const"]] if "const" in node else None)
    if choices:
        fact["choices"] = list(choices)
    if "unit" in node:
        fact["unit"] = node["unit"]
    fact |= {ours: node[theirs] for theirs, ours in BOUNDS.items() if theirs in node}
    start = node.get("default")
    if start is None and fact["kind"] == "number":
        start = next(iter(node.get("examples", [])), None)
    if start is not None:
        fact["start"] = start
    if nullable:
        fact["optional"] = True
    return fact


def _kind(node: Schema, defs: Mapping[str, Schema]) -> str:
    if node.get("format") == "date":
        return "date"
    if "anyOf" in node or isinstance(node.get("type"), list):
        return "rational"
    if node.get("type") == "array":
        items, _ = _resolved(node.get("items", {}), defs)
        return LISTS.get(_kind(items, defs), "words")
    if node.get("type") == "object":
        return "map"
    return KINDS.get(node.get("type", ""), "text")
