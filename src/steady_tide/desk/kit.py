"""The kit of an account: cameras and filters as documents."""

from uuid import UUID

from steady_tide.core.kit.bag import Kit
from steady_tide.core.kit.device import Device
from steady_tide.desk.views import DeviceView
from steady_tide.store.owned import Rows
from steady_tide.store.tables import DeviceRow, FilterRow


class KitDesk:
    """One account's kit."""

    def __init__(self, rows: Rows) -> None:
        self.rows = rows

    def devices(self) -> list[DeviceView]:
        """Every camera as a choice, in the order it came in."""
        views = []
        for row in self.rows.all(self.rows.query(DeviceRow).order_by(DeviceRow.created_at, DeviceRow.key)):
            device = Device.model_validate(row.document)
            views.append(
                DeviceView(id=row.id, key=device.key, name=device.name, kind=device.kind, modes=len(device.modes))
            )
        return views

    def device(self, device_id: UUID) -> Device:
        """One camera's document."""
        return Device.model_validate(self.rows.get(DeviceRow, device_id).document)

    def take_in(self, kit: Kit) -> dict[str, UUID]:
        """Add or replace everything of a checked kit document; returns the ids of its cameras by key."""
        known = {row.key: row for row in self.rows.all(self.rows.query(DeviceRow))}
        ids = {}
        for device in kit.devices:
            row = known.get(device.key)
            if row is None:
                row = self.rows.add(DeviceRow(key=device.key, document=device.plain(), document_version=device.version))
            else:
                row.document, row.document_version = device.plain(), device.version
            ids[device.key] = row.id
        bag = {row.key: row for row in self.rows.all(self.rows.query(FilterRow))}
        for position, item in enumerate(kit.filters):
            if item.key in bag:
                bag[item.key].document = item.plain()
            else:
                self.rows.add(FilterRow(key=item.key, position=position, document=item.plain()))
        return ids
