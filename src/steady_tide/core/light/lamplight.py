"""Lamps that light a scene: by the class of a road or room, by lumens, or by lux at a metre; several mixed."""

from collections.abc import Sequence
from typing import Annotated, Final, Literal, NamedTuple

from pydantic import AfterValidator, Field

from steady_tide.core.light.lamps import lux_at_1_m
from steady_tide.core.quantities import mired
from steady_tide.core.typed import Typed


class LampClass(NamedTuple):
    """A published lighting class: words, illuminance on the subject [lx], half width of what it may mean [stops]."""

    label: str
    lux: float
    uncertainty_stops: float


LAMP_CLASSES: Final[dict[str, LampClass]] = {
    "P6": LampClass("Footpath, P6", 2.0, 0.8),
    "P5": LampClass("Quiet lane, P5", 3.0, 0.8),
    "P4": LampClass("Housing street, P4", 5.0, 0.8),
    "P3": LampClass("Street, P3", 7.5, 0.7),
    "P2": LampClass("Busy street, P2", 10.0, 0.7),
    "P1": LampClass("Town centre on foot, P1", 15.0, 0.7),
    "M4": LampClass("Main road, M4", 11.0, 0.8),
    "M3": LampClass("Main road, M3", 15.0, 0.8),
    "M1": LampClass("Motorway, M1", 29.0, 0.8),
    "home": LampClass("Room at home", 100.0, 0.7),
    "shop": LampClass("Shop or workshop", 300.0, 0.6),
    "office": LampClass("Office or kitchen", 500.0, 0.5),
}
"""Average maintained illuminance [EN-13201] of P classes, M classes by their luminance over 0.07 cd/m2 a lux;
rooms by EN 12464-1 and practice."""
FLUX_UNCERTAINTY: Final = 0.5
METERED_UNCERTAINTY: Final = 0.3
"""**Assumed** half widths of a lamp by its lumens and beam, and by a measured lux [stops]."""
MIXED_MIRED: Final = 40.0
"""Lamps further apart in colour than this look mixed [mired]. **Assumed**."""
COUNTS_SHARE: Final = 0.1
"""A lamp that gives less than this share of the light does not make it mixed. **Assumed**."""


def _known_class(key: str) -> str:
    if key not in LAMP_CLASSES:
        raise ValueError(f"no such class; known are {', '.join(LAMP_CLASSES)}")
    return key


class LampSource(Typed):
    """A lamp, or lamps of one kind. A class holds where it is; lumens and lux fall off with the distance."""

    given: Literal["class", "lumens", "lux"] = "lux"
    lamp_class: Annotated[str, AfterValidator(_known_class)] = "P2"
    lumens: float = Field(default=800, ge=0.001, le=1_000_000)
    beam_deg: float = Field(default=120, ge=0.1, le=360)
    lux_at_1_m: float = Field(default=300, ge=0.00001, le=10_000_000, description="Measured a metre away [lx].")
    distance_m: float = Field(default=2, ge=0.05, le=500, description="Lamp to subject [m].")
    kelvin: float = Field(default=3000, ge=1500, le=20000)
    ripple: float = Field(default=0.3, ge=0, le=1, description="Depth of its flicker: 0 steady, 1 on and off.")
    on_mains: bool = Field(default=True, description="Whether it ripples with the mains.")

    @property
    def lux(self) -> float:
        """Illuminance on the subject [lx]."""
        if self.given == "class":
            return LAMP_CLASSES[self.lamp_class].lux
        at_1_m = self.lux_at_1_m if self.given == "lux" else lux_at_1_m(lumens=self.lumens, beam_deg=self.beam_deg)
        return at_1_m / self.distance_m**2

    @property
    def uncertainty_stops(self) -> float:
        """Half width of what it may really give [stops]."""
        if self.given == "class":
            return LAMP_CLASSES[self.lamp_class].uncertainty_stops
        return FLUX_UNCERTAINTY if self.given == "lumens" else METERED_UNCERTAINTY


class Lit(NamedTuple):
    """What lamps give together: illuminance [lx], its uncertainty [stops], colour [K], whether the colours are
    mixed, and the depth of their ripple on the mains [0, 1]."""

    lux: float
    uncertainty_stops: float
    kelvin: float
    mixed: bool
    ripple: float


def lit_by(lamps: Sequence[LampSource]) -> Lit:
    """Several lamps together. Colour and ripple weigh by light; colours are mixed in mired."""
    total = sum(lamp.lux for lamp in lamps)
    share = [lamp.lux / total for lamp in lamps]
    counting = [mired(lamp.kelvin) for lamp, part in zip(lamps, share, strict=True) if part >= COUNTS_SHARE]
    pairs = list(zip(lamps, share, strict=True))
    return Lit(
        lux=total,
        uncertainty_stops=sum(part * lamp.uncertainty_stops for lamp, part in pairs),
        kelvin=1e6 / sum(part * mired(lamp.kelvin) for lamp, part in pairs),
        mixed=max(counting) - min(counting) > MIXED_MIRED,
        ripple=sum(part * lamp.ripple for lamp, part in pairs if lamp.on_mains),
    )
