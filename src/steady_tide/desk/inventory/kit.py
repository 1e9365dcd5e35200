"""The kit of an account: cameras and the bag as documents."""

from collections.abc import Sequence
from itertools import count
from uuid import UUID

from pydantic import TypeAdapter

from steady_tide.core.advice.plausibility import warnings
from steady_tide.core.advice.strengths import Strength
from steady_tide.core.errors import BadInput, Problem
from steady_tide.core.kit.bag import BagItem, Kit, problems_of_item
from steady_tide.core.kit.device import Device, checked
from steady_tide.core.kit.likely import Stated, modes_like
from steady_tide.desk.compute import planners
from steady_tide.desk.compute.planners import Planners
from steady_tide.desk.edits import joined
from steady_tide.desk.inventory.journal import Journal, delete_unused
from steady_tide.desk.inventory.templates import TEMPLATES, template
from steady_tide.desk.views import DeviceView, ProblemView
from steady_tide.formats.modes_csv import modes_from_csv
from steady_tide.formats.specification import understood
from steady_tide.store.errors import NotFound, Taken
from steady_tide.store.owned import Rows
from steady_tide.store.repositories import kit as kept
from steady_tide.store.repositories.setups import scenes_bringing
from steady_tide.store.tables import BagRow, DeviceRow

_item: TypeAdapter[BagItem] = TypeAdapter(BagItem)


class KitDesk:
    """One account's kit."""

    def __init__(self, rows: Rows) -> None:
        self.rows = rows
        self.journal = Journal(rows)

    def devices(self) -> list[DeviceView]:
        """Every camera as a choice, in the order it came in."""
        views = []
        for row in kept.devices(self.rows):
            device = Device.opened(row.document)
            views.append(
                DeviceView(id=row.id, key=device.key, name=device.name, kind=device.kind, modes=len(device.modes))
            )
        return views

    def device(self, device_id: UUID) -> Device:
        """One camera's document."""
        return Device.opened(self.rows.get(DeviceRow, device_id).document)

    def bag(self) -> list[BagItem]:
        """Everything in the bag."""
        return [_item.validate_python(row.document) for row in kept.bag(self.rows)]

    def kit(self) -> Kit:
        """The whole kit as one document. Raises BadInput while there is no camera in it."""
        devices = [self.device(view.id) for view in self.devices()]
        if not devices:
            raise BadInput([Problem(("devices",), "there is no camera in the kit yet")])
        return Kit(devices=devices, bag=self.bag())

    def warnings(self, device_id: UUID) -> list[ProblemView]:
        """What looks like a slip in a camera's document."""
        found = warnings(self.device(device_id))
        return [ProblemView(path=list(problem.path), message=problem.message) for problem in found]

    def strengths(self, device_id: UUID, asked: Planners) -> list[Strength]:
        """What a camera is good at, with this bag."""
        return asked.ask(planners.strong, self.device(device_id), self.bag())

    def replace(self, device_id: UUID, device: Device, *, before: Device | None = None) -> Device:
        """Put another document in a camera's place. Raises Taken when its key is another's.

        before: what an edit began with; what was changed elsewhere since is kept beside. Raises Stale where both
        changed the same.
        """
        with self.journal.change(f"editing {device.name}"):
            row = self.rows.get(DeviceRow, device_id, lock=True)
            made = checked(Device.read(joined(before, device, Device.opened(row.document))))
            other = kept.device_called(self.rows, made.key)
            if other is not None and other.id != device_id:
                raise Taken(f"{made.key} is the key of another camera in your kit")
            row.key, row.document, row.document_version = made.key, made.plain(), made.version
        return made

    def replace_modes(self, device_id: UUID, table: str) -> Device:
        """Put another mode table, as CSV, into a camera's document."""
        before = self.device(device_id)
        after = Device.read({**before.plain(), "modes": modes_from_csv(table)})
        return self.replace(device_id, checked(after), before=before)

    def take_specification(
        self, device_id: UUID, text: str, *, beside: bool = False, without: Sequence[str] = ()
    ) -> Device:
        """Put modes as a maker states them into a camera's document. Raises BadInput where none is understood.

        beside: its own modes stay, and only what is new is added. without: keys of what is understood and left out.
        """
        before = self.device(device_id)
        modes = [mode for mode in understood(text).modes if mode.key not in without]
        if not modes:
            words = "no line has both a size and a rate; write them as 4K 16:9: 24/25/30/50/60"
            raise BadInput([Problem(("text",), words)])
        stated = [Stated(one.resolution, one.frame_shape, one.width_px, one.height_px, one.rates) for one in modes]
        after = Device.read({**before.plain(), "modes": modes_like(before, stated, beside=beside)})
        return self.replace(device_id, checked(after), before=before)

    def put_several(self, items: Sequence[BagItem]) -> list[BagItem]:
        """Add several things to the bag as one change; what is there by its key is left as it is."""
        there = {item.key for item in self.bag()}
        new = [item for item in items if item.key not in there]
        with self.journal.change(f"adding {len(new)} things"):
            self._put_new(new)
        return self.bag()

    def _put_new(self, items: Sequence[BagItem]) -> None:
        last = max((row.position for row in kept.bag(self.rows)), default=-1)
        for at, item in enumerate(items, start=1):
            if problems := list(problems_of_item(item)):
                raise BadInput(problems)
            self.rows.add(BagRow(key=item.key, position=last + at, document=item.plain()))

    def delete(self, device_id: UUID) -> None:
        """Remove a camera. Raises Taken while scenes use it."""
        name = self.rows.get(DeviceRow, device_id).document["name"]
        with self.journal.change(f"deleting {name}"):
            row = self.rows.get(DeviceRow, device_id, lock=True)
            delete_unused(self.rows, row)

    def copy(self, device_id: UUID) -> DeviceView:
        """A copy of a camera under a name and key of its own, to start another description from."""
        device = self.device(device_id)
        with self.journal.change(f"copying {device.name}"):
            return self._add_another(device)

    def from_template(self, key: str) -> DeviceView:
        """A new camera from a template. Raises NotFound for an unknown key."""
        if key not in TEMPLATES:
            raise NotFound(f"there is no such template; there are {', '.join(TEMPLATES)}")
        device = template(key)
        with self.journal.change(f"a new camera: {device.name}"):
            return self._add_another(device)

    def take_shared(self, devices: Sequence[Device], bag: Sequence[BagItem]) -> list[DeviceView]:
        """Take in what somebody shows, beside what is there: cameras under keys of their own, things not had yet."""
        with self.journal.change("taking in what was shared"):
            made = [self._add_another(device) for device in devices]
            there = {item.key for item in self.bag()}
            self._put_new([item for item in bag if item.key not in there])
        return made

    def _add_another(self, device: Device) -> DeviceView:
        """The device under its own key and name, or with a number where the kit has it already."""
        document = device.plain()
        views = self.devices()
        keys, names = {view.key for view in views}, {view.name for view in views}
        if document["key"] in keys or document["name"] in names:
            key, name = document["key"][:50], document["name"][:110]
            free = (n for n in count(2) if f"{key}-{n}" not in keys and f"{name} ({n})" not in names)
            number = next(free)
            document["key"], document["name"] = f"{key}-{number}", f"{name} ({number})"
        ids = self.take_in(Kit(devices=[checked(Device.read(document))]))
        return next(view for view in self.devices() if view.id == ids[document["key"]])

    def put_item(self, item: BagItem, *, before: BagItem | None = None) -> list[BagItem]:
        """Add an item to the bag, or replace the one with its key. Raises BadInput when it makes no sense.

        before: as for a camera.
        """
        word = "adding" if kept.item_called(self.rows, item.key) is None else "changing"
        with self.journal.change(f"{word} {item.label}"):
            rows = kept.bag(self.rows)
            row = next((row for row in rows if row.key == item.key), None)
            now = None if row is None else _item.validate_python(row.document)
            made = item if now is None else _item.validate_python(joined(before, item, now))
            if problems := list(problems_of_item(made)):
                raise BadInput(problems)
            if row is None:
                last = max((row.position for row in rows), default=-1)
                self.rows.add(BagRow(key=made.key, position=last + 1, document=made.plain()))
            else:
                row.document = made.plain()
        return self.bag()

    def uses(self, key: str) -> list[str]:
        """The names of scenes whose sets bring a thing of the bag, as they were planned last."""
        return scenes_bringing(self.rows, key)

    def drop_item(self, key: str) -> list[BagItem]:
        """Take an item out of the bag. Raises NotFound when it is not in it."""
        row = kept.item_called(self.rows, key)
        if row is None:
            raise NotFound("there is no such thing in the bag")
        with self.journal.change(f"taking out {row.document['label']}"):
            self.rows.delete(row)
        return self.bag()

    def bring_in(self, kit: Kit) -> None:
        """Take in a kit document as one step that can be undone."""
        with self.journal.change("bringing in a document"):
            self.take_in(kit)

    def take_in(self, kit: Kit) -> dict[str, UUID]:
        """Add or replace everything of a checked kit document; returns the ids of its cameras by key."""
        known = {row.key: row for row in kept.devices(self.rows)}
        last, new = max((row.position for row in known.values()), default=-1), []
        for device in kit.devices:
            if (row := known.get(device.key)) is not None:
                row.document, row.document_version = device.plain(), device.version
                continue
            plain = device.plain()
            row = DeviceRow(key=device.key, position=last + 1, document=plain, document_version=device.version)
            known[device.key], last = row, last + 1
            new.append(row)
        self.rows.add_all(new)
        bag = {row.key: row for row in kept.bag(self.rows)}
        things = []
        for position, item in enumerate(kit.bag):
            if item.key in bag:
                bag[item.key].document = item.plain()
            else:
                things.append(BagRow(key=item.key, position=position, document=item.plain()))
        self.rows.add_all(things)
        return {device.key: known[device.key].id for device in kit.devices}
