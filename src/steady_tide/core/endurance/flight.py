"""What wind takes of a drone's flight."""

from typing import Final

from steady_tide.core.thresholds import threshold

LIMIT_M_S: Final = threshold("flight.limit")
"""Wind a small drone still flies in where its profile says nothing [m/s]. **Assumed**."""
AT_LIMIT: Final = threshold("flight.at-limit")
"""Power it takes more at that wind, growing with the wind's square. **Assumed**."""
FRESH_M_S: Final = threshold("flight.fresh")
"""Wind where a scene is only said to be windy [m/s]. **Assumed**."""


def wind_share(wind_m_s: float, *, limit_m_s: float | None) -> float:
    """Share of the flight in still air that is left in a wind, in (0, 1]: 1 / (1 + 0.5 (v / limit)^2). **Assumed**."""
    return 1.0 / (1.0 + AT_LIMIT * (wind_m_s / (limit_m_s or LIMIT_M_S)) ** 2)
