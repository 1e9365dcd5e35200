"""Words of messages, made in one place in Python: for papers, calendars, plain text and lists.

The catalogue is Fluent (`words/*.ftl`), read by its own library; what a quantity looks like is decided here, by its
unit and the reader's habits. The browser does the same from the same files (`web/src/domain/wording.ts`); a test holds
the two to the same words.
"""

from collections.abc import Callable, Iterable, Mapping
from functools import cache
from importlib.resources import files
from typing import Any, Final

from fluent.runtime import FluentBundle, FluentResource
from fluent.runtime.types import FluentType, fluent_number

from steady_tide.core.habits import METRES_PER_FOOT, Habits
from steady_tide.core.message import Amount, Argument, Message, Told
from steady_tide.core.quantities import shutter_text

LOCALE: Final = "en-GB"
SYMBOLS: Final[Mapping[str, str]] = {
    "degC": " °C", "stops": "", "deg": "°", "deg/s": "°/s", "share": " %", "fps": " fps", "EV": " EV", "times": "×",
    "ratio": "",
}  # fmt: skip
"""What stands after a number, where that is not its unit after a space."""
MINUS: Final = "−"


def _figures(value: float, digits: int | None) -> str:
    """A number by decimals, or to three figures; with a true minus sign."""
    text = f"{float(f'{value:.3g}'):g}" if digits is None and abs(value) < 1000 else f"{value:.{digits or 0}f}"
    return text.replace("-", MINUS)


def clock_text(minutes: float, clock: str) -> str:
    """A time of the day [minutes after midnight], as somebody reads it."""
    hours, rest = divmod(round(minutes) % 1440, 60)
    if clock == "24h":
        return f"{hours:02d}:{rest:02d}"
    return f"{hours % 12 or 12}{f':{rest:02d}' if rest else ''} {'am' if hours < 12 else 'pm'}"


def amount_text(amount: Amount, habits: Habits) -> str:
    """A quantity with its unit, as somebody reads it."""
    value, unit = amount.value, amount.unit
    if unit == "shutter":
        return f"{shutter_text(value)} s"
    if unit == "clock":
        return clock_text(value, habits.clock)
    if unit == "m" and habits.lengths == "feet":
        return f"{_figures(value / METRES_PER_FOOT, amount.digits)} ft"
    if unit == "degC" and habits.temperatures == "fahrenheit":
        return f"{_figures(32.0 + 1.8 * value, 0)} °F"
    shown = 100.0 * value if unit == "share" else value
    sign = "+" if amount.signed and round(shown, amount.digits or 0) > 0 else ""
    return f"{sign}{_figures(shown, amount.digits)}{SYMBOLS.get(unit, f' {unit}')}"


class _Text(FluentType):
    """A text that is ready."""

    def __init__(self, text: str) -> None:
        self.text = text

    def format(self, locale: Any) -> str:
        """The text."""
        return self.text


class _Several(_Text):
    """Texts that the catalogue joins."""

    def __init__(self, each: list[str]) -> None:
        super().__init__("".join(each))
        self.each = each


def _joined(by: str) -> Callable[[Any], _Text]:
    return lambda several: _Text(by.join(several.each if isinstance(several, _Several) else [str(several)]))


def _sentence(told: Any) -> _Text:
    text = told.text if isinstance(told, _Text) else str(told)
    return _Text(f"{text[:1].upper()}{text[1:].rstrip('.')}.")


FUNCTIONS: Final[dict[str, Callable[[Any], FluentType]]] = {
    "SPACED": _joined(" "),
    "LISTED": _joined(", "),
    "CLAUSES": _joined("; "),
    "SENTENCE": _sentence,
}


def catalogue() -> dict[str, str]:
    """The files of the catalogue by name."""
    folder = files("steady_tide.words")
    found = sorted(one.name for one in folder.iterdir() if one.name.endswith(".ftl"))
    return {name: folder.joinpath(name).read_text(encoding="utf-8") for name in found}


@cache
def _bundle() -> FluentBundle:
    bundle = FluentBundle([LOCALE], functions=FUNCTIONS, use_isolating=False)
    for text in catalogue().values():
        bundle.add_resource(FluentResource(text))
    return bundle


def worded(told: Told, habits: Habits | None = None) -> str:
    """What is told in words, as somebody reads it. Raises KeyError for a key or an argument that is not there."""
    bundle, by = _bundle(), habits or Habits()
    if isinstance(told, str):
        return told
    pattern = bundle.get_message(told.key).value
    if pattern is None:
        raise KeyError(told.key)
    text, errors = bundle.format_pattern(pattern, {name: _given(value, by) for name, value in told.args.items()})
    if errors:
        raise KeyError(f"{told.key}: {errors[0]}")
    return str(text)


def all_worded(told: Iterable[Told], habits: Habits | None = None) -> list[str]:
    """Several messages in words."""
    return [worded(one, habits) for one in told]


def _given(value: Argument, habits: Habits) -> Any:
    if isinstance(value, list):
        return _Several([str(_plain(one, habits)) for one in value])
    if isinstance(value, str):
        return value
    return fluent_number(value, useGrouping=False) if isinstance(value, int | float) else _Text(_plain(value, habits))


def _plain(value: Any, habits: Habits) -> str:
    if isinstance(value, Amount):
        return amount_text(value, habits)
    return worded(value, habits) if isinstance(value, Message | str) else str(value)
