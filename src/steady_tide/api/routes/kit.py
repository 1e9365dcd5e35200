"""The kit: cameras and their mode tables, the bag, and both as documents."""

from typing import Annotated
from uuid import UUID

from fastapi import APIRouter, Body, Path, Response
from pydantic import BaseModel, ConfigDict, Field

from steady_tide.api.context import PageOf, RowsOf
from steady_tide.api.downloads import download
from steady_tide.api.guards.bodies import MB, largest
from steady_tide.api.guards.problems import RESPONSES
from steady_tide.core.advice.assumed import Mattering
from steady_tide.core.advice.ordinary import ordinary_bag
from steady_tide.core.advice.strengths import Strength
from steady_tide.core.kit.bag import BagItem, Kit, checked_kit
from steady_tide.core.kit.device import Device, checked
from steady_tide.desk.bench.advice import Advice
from steady_tide.desk.inventory.journal import Journal, KitHistory
from steady_tide.desk.inventory.kit import KitDesk
from steady_tide.desk.records.dialled import Dialled
from steady_tide.desk.views import DeviceView, ProblemView, SlotView
from steady_tide.formats.modes_csv import modes_to_csv
from steady_tide.formats.specification import Understood, understood

router = APIRouter(prefix="/api/kit", tags=["kit"], responses=RESPONSES)
LARGEST_KIT = 5 * MB


class ModeTable(BaseModel):
    """A mode table as CSV text."""

    model_config = ConfigDict(extra="forbid")
    csv: str


class Pasted(BaseModel):
    """A pasted text."""

    model_config = ConfigDict(extra="forbid")
    text: Annotated[str, Field(max_length=60_000)]


class PastedModes(Pasted):
    """A pasted specification. beside: the modes that are there stay, and only new ones are added.

    without: sizes that are understood and left out, as "4K 16:9".
    """

    beside: bool = False
    without: Annotated[list[Annotated[str, Field(max_length=40)]], Field(max_length=400)] = []


class Several(BaseModel):
    """Things that are put into the bag together."""

    model_config = ConfigDict(extra="forbid")
    items: Annotated[list[BagItem], Field(min_length=1, max_length=60)]


class DeviceEdit(BaseModel):
    """A camera's document as an edit began with it, and as it shall be."""

    model_config = ConfigDict(extra="forbid")
    before: Device
    after: Device


class ItemEdit(BaseModel):
    """A thing of the bag as an edit began with it, and as it shall be."""

    model_config = ConfigDict(extra="forbid")
    before: BagItem
    after: BagItem


@router.get("")
def kit(rows: RowsOf) -> Kit:
    """The whole kit as one document."""
    return KitDesk(rows).kit()


@router.put("", openapi_extra=largest(LARGEST_KIT))
def take_in(rows: RowsOf, kit: Kit) -> list[DeviceView]:
    """Add or replace the cameras and bag items of a kit document."""
    desk = KitDesk(rows)
    desk.bring_in(checked_kit(kit))
    return desk.devices()


@router.get("/history")
def history(rows: RowsOf) -> KitHistory:
    """What undo and redo of the kit would do."""
    return Journal(rows).view()


@router.post("/undo")
def undo(rows: RowsOf) -> KitHistory:
    """Take the last change of the kit back."""
    return Journal(rows).undo()


@router.post("/redo")
def redo(rows: RowsOf) -> KitHistory:
    """Make the last change taken back again."""
    return Journal(rows).redo()


@router.post("/devices/from/{template}", status_code=201)
def from_template(rows: RowsOf, template: str) -> DeviceView:
    """A new camera from a template of the vocabulary."""
    return KitDesk(rows).from_template(template)


@router.get("/bag")
def bag(rows: RowsOf) -> list[BagItem]:
    """Everything in the bag."""
    return KitDesk(rows).bag()


@router.put("/bag")
def put_item(rows: RowsOf, item: Annotated[BagItem, Body()]) -> list[BagItem]:
    """Add an item to the bag, or replace the one with its key."""
    return KitDesk(rows).put_item(item)


@router.patch("/bag")
def edit_item(rows: RowsOf, change: ItemEdit) -> list[BagItem]:
    """Change a thing of the bag, beside what was changed of it elsewhere meanwhile."""
    return KitDesk(rows).put_item(change.after, before=change.before)


@router.get("/bag/{key}/uses")
def uses(rows: RowsOf, key: str) -> list[str]:
    """The scenes whose sets bring a thing of the bag, by name."""
    return KitDesk(rows).uses(key)


@router.delete("/bag/{key}")
def drop_item(rows: RowsOf, key: str) -> list[BagItem]:
    """Take an item out of the bag."""
    return KitDesk(rows).drop_item(key)


@router.get("/devices")
def devices(rows: RowsOf) -> list[DeviceView]:
    """Every camera of the kit."""
    return KitDesk(rows).devices()


@router.get("/devices/{device_id}")
def device(rows: RowsOf, device_id: UUID) -> Device:
    """One camera's whole document."""
    return KitDesk(rows).device(device_id)


@router.patch("/devices/{device_id}")
def edit(rows: RowsOf, device_id: UUID, change: DeviceEdit) -> Device:
    """Change a camera's document; what was changed elsewhere meanwhile is kept beside, or told where both clash."""
    return KitDesk(rows).replace(device_id, checked(change.after), before=change.before)


@router.post("/devices/{device_id}/copy", status_code=201)
def copy(rows: RowsOf, device_id: UUID) -> DeviceView:
    """A copy of a camera, to start another description from."""
    return KitDesk(rows).copy(device_id)


@router.delete("/devices/{device_id}", status_code=204)
def delete(rows: RowsOf, device_id: UUID) -> None:
    """Remove a camera no scene uses."""
    KitDesk(rows).delete(device_id)


@router.get("/devices/{device_id}/dialled")
def dialled(rows: RowsOf, device_id: UUID) -> list[SlotView]:
    """What is known to be on a camera now, by preset slot."""
    return Dialled(rows).slots(device_id, KitDesk(rows).device(device_id))


@router.delete("/devices/{device_id}/dialled/{slot}")
def forget(rows: RowsOf, device_id: UUID, slot: Annotated[int, Path(ge=1, le=50)]) -> list[SlotView]:
    """Say that a slot is not known any more."""
    device = KitDesk(rows).device(device_id)
    Dialled(rows).forget(device_id, slot)
    return Dialled(rows).slots(device_id, device)


@router.get("/devices/{device_id}/strengths")
def strengths(at: PageOf, device_id: UUID) -> list[Strength]:
    """What a camera is good at, by the planner."""
    return KitDesk(at.rows).strengths(device_id, at.shared.planners)


@router.get("/devices/{device_id}/mattering")
def mattering(at: PageOf, device_id: UUID) -> list[Mattering]:
    """What knowing each figure that is assumed of a camera would change on its scenes, most first."""
    return Advice(at).mattering(device_id)


@router.get("/devices/{device_id}/warnings")
def warnings(rows: RowsOf, device_id: UUID) -> list[ProblemView]:
    """What looks like a slip in a camera's document; nothing is refused for it."""
    return KitDesk(rows).warnings(device_id)


@router.get("/devices/{device_id}/modes", response_class=Response, responses={200: {"content": {"text/csv": {}}}})
def modes(rows: RowsOf, device_id: UUID) -> Response:
    """A camera's mode table as CSV."""
    device = KitDesk(rows).device(device_id)
    return download(modes_to_csv(device.modes), "text/csv", f"{device.key}-modes.csv")


@router.put("/devices/{device_id}/modes")
def replace_modes(rows: RowsOf, device_id: UUID, table: ModeTable) -> Device:
    """Put another mode table, as CSV, into a camera."""
    return KitDesk(rows).replace_modes(device_id, table.csv)


@router.post("/specification")
def read_specification(rows: RowsOf, pasted: Pasted) -> Understood:
    """What is understood of pasted lines of a specification; nothing is changed."""
    return understood(pasted.text)


@router.put("/devices/{device_id}/specification")
def take_specification(rows: RowsOf, device_id: UUID, pasted: PastedModes) -> Device:
    """Put the modes of a pasted specification into a camera, or beside those it has."""
    return KitDesk(rows).take_specification(device_id, pasted.text, beside=pasted.beside, without=pasted.without)


@router.get("/devices/{device_id}/ordinary")
def ordinary(rows: RowsOf, device_id: UUID) -> list[BagItem]:
    """Usual things for a camera, to be ticked."""
    return ordinary_bag(KitDesk(rows).device(device_id))


@router.post("/bag/several")
def put_several(rows: RowsOf, several: Several) -> list[BagItem]:
    """Put several things into the bag as one change."""
    return KitDesk(rows).put_several(several.items)
