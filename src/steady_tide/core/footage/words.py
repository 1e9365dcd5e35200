"""Words about clips: signs as people read them, causes, and what to do. Nothing decides by reading them."""

from collections.abc import Sequence
from typing import TYPE_CHECKING, Final

from steady_tide.core.footage.causes import Cause, Planned, text_of
from steady_tide.core.footage.signs import LEAST_SHAKE_DEG_S, LEAST_SMEAR_PX, TABLE, Name
from steady_tide.core.kit.settings import SETTINGS, Setting
from steady_tide.core.quantities import counted, shutter_text, signed

if TYPE_CHECKING:
    from steady_tide.core.footage.comparison import RecordedSetting, SignAgainst

WAYS: Final = {
    "tripod": "standing on a tripod", "gimbal": "carried on a gimbal", "tray": "carried on a tray",
    "standing": "held standing", "swimming": "carried swimming", "walking": "carried walking",
    "riding": "carried riding",
    "helmet-on-snow": "worn on a helmet on snow",
}  # fmt: skip


CLEAN: Final = -8.5
"""Of less noise [stops under its light] nobody sees anything."""


def sign(name: Name, value: float) -> str:
    """A sign as people read it."""
    match name:
        case "smear":
            px = LEAST_SMEAR_PX * 2.0**value
            text = f"{px:.0f} px" if px > LEAST_SMEAR_PX * 1.05 else "none to see"
        case "shake":
            rate = LEAST_SHAKE_DEG_S * 2.0**value
            text = f"{rate:.1f} °/s" if rate > LEAST_SHAKE_DEG_S * 1.05 else "none to see"
        case "noise":
            text = f"{2.0**-value:.0f} to 1" if value > CLEAN else "none to see"
        case "ripple":
            text = f"{100.0 * value:.0f} %" if value >= 0.005 else "none"
        case "jumps" | "doubled":
            text = f"{value:.0f}" if value >= 0.5 else "none"
        case "drift" | "colour_drift":
            text = f"{value:.1f} stops"
        case _:
            text = f"{signed(round(value, 1))} stops"
    return text


def spread(name: Name, value: float, by: float) -> str:
    """How far a sign may be off, as people read it."""
    if name in ("smear", "shake", "noise"):
        return f"within a factor of {2.0**by:.1f}"
    return f"±{100.0 * by:.0f} %" if name == "ripple" else f"±{by:.1f}"


def value(planned: Planned, setting: Setting) -> str:
    """A planned value in words."""
    return text_of(planned.problem, setting, planned.values[setting])


SEEN: Final[dict[Name, tuple[str, str]]] = {
    "level": ("too bright", "too dark"),
    "red": ("too red", "short of red"),
    "blue": ("too blue", "short of blue"),
    "noise": ("noisier", "cleaner"),
    "smear": ("smeared", "sharper than a film usually is"),
    "shake": ("shaky", "steadier"),
    "ripple": ("flickering", "steady"),
    "drift": ("drifting in exposure", "steady"),
    "colour_drift": ("drifting in colour", "steady"),
    "jumps": ("jumping in exposure", "steady"),
    "doubled": ("stuttering", "even"),
}


def answer(signs: "Sequence[SignAgainst]", facts: "Sequence[RecordedSetting]", causes: Sequence[Cause]) -> str:
    """What a clip is, in a sentence."""
    wrong = [one for one in facts if not one.same]
    off = sorted((one for one in signs if not one.within), key=lambda one: -abs(one.off))
    if not wrong and not off:
        return "As planned."
    parts = [SEEN[one.name][0 if one.off > 0 else 1] for one in off[:3]]
    told = [_and(parts).capitalize()] if parts else []
    told += [f"{one.label.lower()} {one.recorded} instead of {one.planned}" for one in wrong[:2]]
    return "; ".join(told) + "."


def _and(parts: Sequence[str]) -> str:
    return parts[0] if len(parts) == 1 else ", ".join(parts[:-1]) + " and " + parts[-1]


def cause(of: Cause, planned: Planned) -> tuple[Cause, str, str]:
    """A cause with why it is likely, and what to do about it."""
    signs = "; ".join(_shown(one.name, one.seen, one.planned) for one in of.signs[:3])
    why, advice = _why(of, planned)
    return of, f"{why}{': ' + signs if signs else ''}."[:300], advice[:300]


def _shown(name: Name, seen: float, planned: float) -> str:
    return f"{TABLE[name].label.lower()} {sign(name, seen)}, expected {sign(name, planned)}"


HAPPENED: Final[dict[str, tuple[str, str]]] = {
    "colour-drift": (
        "The colour went its own way while filming, as an automatic white balance does",
        "Lock the white balance to a Kelvin value before the take.",
    ),
    "exposure-drift": (
        "The light on it changed while filming, or the camera's exposure followed it",
        "Lock the exposure where the light is constant; else let the set hold a wider range.",
    ),
    "jumps": ("The exposure jumped while filming", "Lock shutter and ISO, or narrow the ISO range."),
    "doubled": (
        "Frames stand twice: the card or the camera did not keep up",
        "Format the card in the camera, take a faster one, or a lower bit rate.",
    ),
}


def _why(of: Cause, planned: Planned) -> tuple[str, str]:
    if of.kind == "setting":
        return _of_setting(of, planned)
    if of.kind == "carried":
        was = WAYS[planned.problem.brief.carried]
        return (
            f"It moved as if {WAYS[of.carried]}; planned {was}",
            "Say so in the scene, and the set is planned for it; or support the camera.",
        )
    if of.kind == "light":
        assert of.stops is not None
        more = "more" if of.stops > 0 else "less"
        return (
            f"About {counted(abs(of.stops), 'stop')} {more} light than planned",
            "Measure it on the spot, or open the scene's light to more change.",
        )
    return HAPPENED[of.kind]


def _of_setting(of: Cause, planned: Planned) -> tuple[str, str]:
    assert of.setting is not None
    name = SETTINGS[of.setting]
    if of.setting is Setting.ND_FILTER:
        fitted = "no ND filter" if of.value == "none" else of.text
        meant = "none" if str(planned.values[of.setting]) == "none" else of.planned_text
        return f"As with {fitted}; planned {meant}", "Check the filter on the read-back card before rolling."
    exposed = ""
    if of.setting in (Setting.ISO_CEILING, Setting.ISO_FLOOR, Setting.SHUTTER) and of.shutter_s and of.iso:
        exposed = f" (about {shutter_text(of.shutter_s)} s, ISO {of.iso:.0f})"
    return (
        f"As with {name.in_text_before(of.text)}{exposed}; planned {of.planned_text}",
        f"Read the {name.in_text} back before the take, or make what was dialled the scene's own.",
    )
