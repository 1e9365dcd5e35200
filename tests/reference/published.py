"""Published values the core has to meet, with source and tolerance."""

# (EV at ISO 100, illuminance [lx], luminance [cd/m2]); ISO 2720 with C = 250, K = 12.5. Exact.
EXPOSURE_VALUES = [(15.0, 81_920.0, 4096.0), (0.0, 2.5, 0.125), (8.0, 640.0, 32.0)]

# Sun altitude [degrees], horizontal illuminance [lx] under a clear sky; USNO Circular 171. Within 0.3 stop.
CLEAR_SKY = [
    (-18.0, 6.5e-4), (-12.0, 8.3e-3), (-6.0, 3.4), (-0.8, 450.0), (0.0, 730.0), (5.0, 4_800.0),
    (10.0, 10_900.0), (20.0, 27_000.0), (30.0, 47_000.0), (45.0, 76_000.0), (60.0, 102_000.0), (90.0, 124_000.0),
]  # fmt: skip
CLEAR_SKY_TOLERANCE_STOPS = 0.3

# Cover [okta], transmission; 1 - 0.75 (n/8)^3.4, Kasten and Czeplak 1980. Worked by hand to four figures.
CLOUD = [(0.0, 1.0), (4.0, 0.9290), (8.0, 0.25)]

# Nominal ND factor, stops; log2 of the factor. Density, stops; D / 0.30103 (ISO 5 densities). Within 0.01.
ND_FACTORS = [(8, 3.0), (16, 4.0), (32, 5.0), (64, 6.0)]
ND_DENSITIES = [(0.3, 0.9966), (0.9, 2.9897), (1.8, 5.9795)]

# Mains [Hz], shutters [s] that average the ripple of its lamps away: whole multiples of 1 / (2 f).
CLEAN_SHUTTERS = [(50.0, (1 / 100, 1 / 50, 1 / 25)), (60.0, (1 / 120, 1 / 60, 1 / 30))]

# Mbit/s, GB an hour: 0.45 each.
GB_PER_HOUR = [(60.0, 27.0), (120.0, 54.0), (400.0, 180.0)]
