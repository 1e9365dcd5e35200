"""Plain cameras to start a description from: made up, ordinary, and complete."""

import json
from functools import cache
from importlib import resources
from typing import Final

from steady_tide.core.kit.device import Device, checked

TEMPLATES: Final = ("action-camera", "phone-built-in", "phone-manual", "drone")


@cache
def template(key: str) -> Device:
    """The template with a key of TEMPLATES."""
    text = resources.files("steady_tide.desk.inventory.templates").joinpath(f"{key}.json").read_text(encoding="utf-8")
    return checked(Device.read(json.loads(text)))
