"""Shutter, ISO and filters against the light: arithmetic, automatic exposure, reach, flicker."""
