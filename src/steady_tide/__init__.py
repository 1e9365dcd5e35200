"""Steady Tide: camera settings that hold for the light you will meet."""

__version__ = "0.1.0"
