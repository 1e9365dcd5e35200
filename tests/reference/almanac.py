"""Sun positions and times by another method: NREL's Solar Position Algorithm [REDA-2004], through pvlib 0.16.

Made by:
    import pandas as pd, pvlib
    s = pvlib.solarposition.spa_python(pd.DatetimeIndex([time]), latitude, longitude, pressure=0)
    s.elevation, s.azimuth
    pvlib.solarposition.sun_rise_set_transit_spa(pd.DatetimeIndex([day]).tz_localize(zone), latitude, longitude)
"""

SUN_TOLERANCE_DEG = 0.1
WORKED = ((39.742476, -105.1786), "2003-10-17T12:30:30-07:00", 39.872, 194.340)
"""The example printed with the algorithm: altitude without refraction, and azimuth [REDA-2004, appendix A.5]."""
# (latitude, longitude), time, altitude and azimuth [degrees], without refraction.
SUN = [
    WORKED,
    ((58.30, 6.60), "2026-09-26T08:00:00+00:00", 18.033, 124.922),
    ((58.30, 6.60), "2026-09-26T16:30:00+00:00", 5.925, 257.527),
    ((-33.87, 151.21), "2026-12-21T02:00:00+00:00", 79.453, 351.217),
    ((0.0, 0.0), "2026-03-20T12:00:00+00:00", 88.14, 91.4),
    ((78.22, 15.65), "2026-06-21T23:00:00+00:00", 11.654, 0.16),
    ((-77.85, 166.67), "2026-12-31T12:00:00+00:00", 11.262, 193.184),
    ((40.71, -74.01), "2026-07-04T14:00:00+00:00", 48.249, 101.248),
]
MINUTE_TOLERANCE_S = 60
# (latitude, longitude), zone, day, sunrise, sunset on the local clock; None where the sun stays up or down.
RISE_AND_SET = [
    ((58.30, 6.60), "Europe/Oslo", "2026-09-26", "07:26:48", "19:21:48"),
    ((-33.87, 151.21), "Australia/Sydney", "2026-12-21", "05:41:06", "20:05:24"),
    ((40.71, -74.01), "America/New_York", "2026-07-04", "05:30:15", "20:30:45"),
    ((0.0, -78.5), "America/Guayaquil", "2026-03-20", "06:18:06", "18:24:37"),
    ((69.65, 18.96), "Europe/Oslo", "2026-09-26", "06:39:23", "18:29:32"),
    ((78.22, 15.65), "Arctic/Longyearbyen", "2026-06-21", None, None),
    ((-77.85, 166.67), "Antarctica/McMurdo", "2026-06-21", None, None),
]
OBLIQUITY_DEG = 23.44
# Beginning of the seasons as almanacs print it for 2026; the sun's height at the north pole is its declination then.
SEASONS = [
    ("2026-03-20T14:46:00+00:00", 0.0),
    ("2026-06-21T08:24:00+00:00", OBLIQUITY_DEG),
    ("2026-09-23T00:05:00+00:00", 0.0),
    ("2026-12-21T20:50:00+00:00", -OBLIQUITY_DEG),
]
