"""The kit: cameras to choose from, and their documents."""

from uuid import UUID

from fastapi import APIRouter

from steady_tide.api.context import RowsOf
from steady_tide.api.problems import RESPONSES
from steady_tide.core.kit.bag import Kit, checked_kit
from steady_tide.core.kit.device import Device
from steady_tide.desk.kit import KitDesk
from steady_tide.desk.views import DeviceView

router = APIRouter(prefix="/api/kit", tags=["kit"], responses=RESPONSES)


@router.get("/devices")
def devices(rows: RowsOf) -> list[DeviceView]:
    """Every camera of the kit."""
    return KitDesk(rows).devices()


@router.get("/devices/{device_id}")
def device(rows: RowsOf, device_id: UUID) -> Device:
    """One camera's whole document."""
    return KitDesk(rows).device(device_id)


@router.put("")
def take_in(rows: RowsOf, kit: Kit) -> list[DeviceView]:
    """Add or replace the cameras and filters of a kit document."""
    desk = KitDesk(rows)
    desk.take_in(checked_kit(kit))
    return desk.devices()
