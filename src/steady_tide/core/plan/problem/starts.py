"""What a brief of every kind of scene starts from: usual conditions, filled in until somebody says otherwise."""

from collections.abc import Mapping
from typing import Any, Final

from steady_tide.core.plan.problem.brief import Scenario

STARTS: Final[Mapping[Scenario, Mapping[str, Any]]] = {
    "underwater": {
        "scenario": "underwater", "light": {"kind": "condition", "condition": "water-green-shallow"},
        "falls_stops": 1.5, "rises_stops": 1, "carried": "tray", "subject_distance_m": 1, "subject_speed_m_s": 0.3,
        "sound_used": False, "water": {"depth_m": 7, "shallowest_m": 2, "colour": "green", "port": "flat"},
        "delivery": {"slowed": 2},
    },
    "low-light": {
        "scenario": "low-light", "light": {"kind": "condition", "condition": "lit-street"},
        "falls_stops": 1, "rises_stops": 1, "carried": "walking",
    },
    "motion": {
        "scenario": "motion", "light": {"kind": "condition", "condition": "sun"}, "falls_stops": 2,
        "carried": "riding", "subject_speed_m_s": 4, "subject_distance_m": 5, "windy": True,
    },
    "product": {
        "scenario": "product", "light": {"kind": "lux", "lux": 1500, "kelvin": 5600, "lamps": True},
        "falls_stops": 0, "rises_stops": 0, "carried": "tripod", "subject_speed_m_s": 0, "subject_distance_m": 0.4,
        "sound_used": False,
    },
    "talking": {
        "scenario": "talking", "light": {"kind": "condition", "condition": "bright-cloud"}, "carried": "walking",
        "subject_distance_m": 0.8, "subject_speed_m_s": 0.2,
    },
    "everyday": {
        "scenario": "everyday", "light": {"kind": "condition", "condition": "bright-cloud"}, "falls_stops": 1.5,
        "carried": "standing", "subject_distance_m": 4, "subject_speed_m_s": 1,
    },
    "scenic": {
        "scenario": "scenic", "light": {"kind": "condition", "condition": "sun"}, "falls_stops": 1,
        "carried": "tripod", "subject_distance_m": 60, "subject_speed_m_s": 0.5, "sound_used": False,
    },
    "drone": {
        "scenario": "drone", "light": {"kind": "condition", "condition": "sun"}, "falls_stops": 1.5,
        "carried": "gimbal", "subject_speed_m_s": 3, "subject_distance_m": 15, "minutes": 18, "sound_used": False,
    },
    "lapse": {
        "scenario": "lapse", "light": {"kind": "condition", "condition": "half-moon"}, "falls_stops": 2,
        "rises_stops": 1, "carried": "tripod", "subject_speed_m_s": 0, "subject_distance_m": 100,
        "sound_used": False, "lapse": {"interval_s": 20, "hours": 6, "stars": True, "external_power": True},
    },
}  # fmt: skip
