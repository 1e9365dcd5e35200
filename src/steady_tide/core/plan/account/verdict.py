"""Whether a set holds the light that is expected, as far as that light is known. The one place that says so."""

from typing import Final, Literal

from steady_tide.core.thresholds import threshold

Verdict = Literal["steady", "likely", "uncertain", "not"]
SLACK_STOPS: Final = threshold("reach.slack")
"""Light beyond a mark by less than this still counts as held."""


def verdict_of(beyond_stops: float, uncertainty_stops: float) -> Verdict:
    """What to make of light beyond the marks by so much, less than nothing within, known to ± so much [stops].

    Steady: also where the light is as far off as it may be. Likely: as it is named. Uncertain: beyond by less than is
    known; a reading settles it. Not: beyond by more.
    """
    if beyond_stops > max(uncertainty_stops, SLACK_STOPS):
        return "not"
    if beyond_stops > SLACK_STOPS:
        return "uncertain"
    return "likely" if beyond_stops > SLACK_STOPS - uncertainty_stops else "steady"


def holds(verdict: Verdict) -> bool:
    """Whether the light is held as it is named."""
    return verdict in ("steady", "likely")
