"""What all documents share: frozen models with a kind and a version, and errors in words.

A document is described once, here in the core; from it come the API, the stored JSON, the
published JSON Schemas, the TypeScript types and the files people exchange.
"""

from collections.abc import Callable, Iterable, Mapping
from decimal import Decimal
from fractions import Fraction
from typing import Annotated, Any, ClassVar, Self

from pydantic import (
    BaseModel,
    BeforeValidator,
    ConfigDict,
    GetJsonSchemaHandler,
    PlainSerializer,
    ValidationError,
    WithJsonSchema,
)
from pydantic.json_schema import JsonSchemaValue
from pydantic_core import CoreSchema

from steady_tide.core.errors import BadInput, Problem
from steady_tide.core.exact import exact
from steady_tide.core.units import unit_of

FIRST_VERSION = 1
Upgrade = Callable[[dict[str, Any]], dict[str, Any]]


class Part(BaseModel):
    """A piece of a document: immutable, and with no room for misspelt fields."""

    model_config = ConfigDict(frozen=True, extra="forbid", allow_inf_nan=False)
    upgrades: ClassVar[Mapping[int, Upgrade]] = {}
    """By version: how a document of it becomes one of the next, as plain data. Kept for ever."""

    @classmethod
    def read(cls, data: object) -> Self:
        """Validate plain data. Raises BadInput naming every field that is wrong."""
        try:
            return cls.model_validate(data)
        except ValidationError as error:
            raise BadInput(problems_of(error.errors(include_url=False), data)) from error

    @classmethod
    def opened(cls, stored: Mapping[str, Any]) -> Self:
        """A document as it was kept or published, of this or any older version, brought up step by step.

        A newer version of a kind of document says in `upgrades` how the one before it becomes it.
        """
        data = dict(stored)
        while (step := cls.upgrades.get(data.get("version", FIRST_VERSION))) is not None:
            data = step(data)
        return cls.model_validate(data)

    @classmethod
    def __get_pydantic_json_schema__(cls, schema: CoreSchema, handler: GetJsonSchemaHandler) -> JsonSchemaValue:
        """The schema of this piece; numbers say their unit, as their names do."""
        made = handler(schema)
        for name, field in handler.resolve_ref_schema(made).get("properties", {}).items():
            if (unit := unit_of(name)) is not None and _counts(field):
                field["unit"] = unit
        return made

    def plain(self) -> dict[str, Any]:
        """The document as JSON-ready data; `read` of it gives an equal document."""
        return self.model_dump(mode="json")


def _counts(field: Mapping[str, Any]) -> bool:
    """Whether a field holds a number, several, or none."""
    inside = [field, *field.get("anyOf", ()), field.get("items", {})]
    return any(named in ("number", "integer") for one in inside for named in _types(one))


def _types(schema: Mapping[str, Any]) -> list[str]:
    found = schema.get("type", [])
    return [found] if isinstance(found, str) else found


def _rational(value: object) -> Fraction:
    fraction = exact(value)
    if fraction <= 0:
        raise ValueError("it has to be above 0")
    if fraction > 100_000 or fraction < Fraction(1, 1_000_000):
        raise ValueError("it lies beyond anything a camera does")
    return fraction.limit_denominator(1_000_000)


Rational = Annotated[
    Fraction,
    BeforeValidator(_rational),
    PlainSerializer(str, return_type=str),
    WithJsonSchema(
        {
            "type": ["string", "number"],
            "pattern": r"^[0-9]+(\.[0-9]+)?(/[0-9]+)?$",
            "exclusiveMinimum": 0,
            "description": "A positive number, exact: 25, 1/50 or 24000/1001.",
            "examples": ["25", "1/50", "24000/1001"],
        }
    ),
]
"""A positive rational: frame rates [1/s] and shutter times [s] are kept exact."""

_WORDS = {
    "missing": "this is missing",
    "extra_forbidden": "this field is not known here; check the spelling",
    "greater_than": "it has to be above {gt}",
    "greater_than_equal": "it has to be at least {ge}",
    "less_than": "it has to be below {lt}",
    "less_than_equal": "it can be at most {le}",
    "float_parsing": "write a number",
    "float_type": "write a number",
    "finite_number": "write a finite number",
    "int_parsing": "write a whole number",
    "int_type": "write a whole number",
    "int_from_float": "write a whole number",
    "bool_type": "write true or false",
    "bool_parsing": "write true or false",
    "string_type": "write text",
    "string_too_short": "write at least {min_length} characters",
    "string_too_long": "write at most {max_length} characters",
    "string_pattern_mismatch": "only small letters, digits and hyphens are accepted",
    "too_short": "at least {min_length} are needed",
    "too_long": "at most {max_length} are accepted",
    "literal_error": "it has to be one of {expected}",
    "enum": "it has to be one of {expected}",
    "list_type": "write a list",
    "tuple_type": "write a list",
    "dict_type": "write named fields",
    "model_type": "write named fields",
    "model_attributes_type": "write named fields",
    "union_tag_invalid": "its `{discriminator}` has to be one of {expected_tags}",
    "union_tag_not_found": "its `{discriminator}` is missing",
    "uuid_parsing": "write an id: 32 digits and letters a to f, in five groups",
    "uuid_type": "write an id: 32 digits and letters a to f, in five groups",
    "datetime_parsing": "write a moment: 2026-09-19T18:30:00+02:00",
    "datetime_from_date_parsing": "write a moment: 2026-09-19T18:30:00+02:00",
    "datetime_type": "write a moment: 2026-09-19T18:30:00+02:00",
    "timezone_aware": "say of which zone the moment is: 2026-09-19T18:30:00+02:00",
    "json_invalid": "this is not valid JSON: {error}",
}


def _plain_text(value: object) -> str:
    if isinstance(value, float):
        return f"{value:g}" if "e" not in f"{value:g}" else f"{Decimal(str(value)):f}"
    return str(value).replace("'", "")


def _path(location: tuple[str | int, ...], data: object) -> tuple[str | int, ...]:
    """A location as the writer of the document sees it, without the tags of alternatives in between."""
    path: list[str | int] = []
    node = data
    for index, part in enumerate(location):
        last = index == len(location) - 1
        inside = part in node if isinstance(node, Mapping) else isinstance(node, list) and isinstance(part, int)
        if inside and (last or isinstance(node[part], Mapping | list)):  # type: ignore[index]
            path.append(part)
            node = node[part]  # type: ignore[index]
        elif last and not (isinstance(part, str) and "[" in part):
            path.append(part)
    return tuple(path)


def problems_of(errors: Iterable[Any], data: object) -> list[Problem]:
    """Pydantic's errors about `data` in the words of this product, without type jargon."""
    problems = []
    for error in errors:
        context: Mapping[str, object] = error.get("ctx") or {}
        clean = {key: _plain_text(value) for key, value in context.items()}
        template = _WORDS.get(error["type"])
        message = template.format(**clean) if template else error["msg"].removeprefix("Value error, ")
        problems.append(Problem(_path(error["loc"], data), message))
    return problems
