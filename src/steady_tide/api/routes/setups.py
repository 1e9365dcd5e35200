"""A camera on a scene: school, pins, card, read-back."""

from typing import Annotated, Literal
from uuid import UUID

from fastapi import APIRouter, Query, Response
from pydantic import BaseModel, ConfigDict, Field

from steady_tide.api.context import PageOf, PlainOf, WorkplaceOf
from steady_tide.api.downloads import download
from steady_tide.api.guards.problems import RESPONSES
from steady_tide.api.texts import Address
from steady_tide.core.advice.confidence import Dependence
from steady_tide.core.advice.helps import Help
from steady_tide.core.advice.whatif import WhatIf
from steady_tide.core.kit.settings import Value
from steady_tide.core.plan.account.plan import Conflict
from steady_tide.core.plan.problem.compatibility import Compatibility
from steady_tide.desk.bench.advice import Advice
from steady_tide.desk.bench.bench import Bench
from steady_tide.desk.bench.helping import ComeBy, Helping
from steady_tide.desk.cards.cards import Cards
from steady_tide.desk.views import CardView, SceneView, Trial
from steady_tide.formats.qr import qr_svg

router = APIRouter(prefix="/api/setups", tags=["setups"], responses=RESPONSES)

HelpKey = Annotated[str, Field(min_length=1, max_length=80)]
SettingName = Annotated[str, Field(min_length=1, max_length=40)]


class SchoolRequest(BaseModel):
    """The school to plan under."""

    model_config = ConfigDict(extra="forbid")
    school: Annotated[str, Field(max_length=60)]


class PinRequest(BaseModel):
    """A value to fix, or null to release it."""

    model_config = ConfigDict(extra="forbid")
    value: Annotated[str, Field(max_length=120)] | int | float | None


class WishRequest(BaseModel):
    """A value to try."""

    model_config = ConfigDict(extra="forbid")
    setting: SettingName
    value: Annotated[str, Field(max_length=120)] | int | float


class TakenRequest(BaseModel):
    """How a thing is come by."""

    model_config = ConfigDict(extra="forbid")
    come_by: ComeBy = "owned"


class TickRequest(BaseModel):
    """A value as it was read back from the camera."""

    model_config = ConfigDict(extra="forbid")
    value: Annotated[str, Field(max_length=120)]
    read_back: bool


class ConfirmRequest(BaseModel):
    """The revision of the scene whose card was seen."""

    model_config = ConfigDict(extra="forbid")
    revision: Annotated[int, Field(ge=0, le=2_000_000_000)]


class TrialRequest(BaseModel):
    """A set to be tested for real."""

    model_config = ConfigDict(extra="forbid")
    label: Annotated[str, Field(min_length=1, max_length=120)]
    values: dict[SettingName, Annotated[str, Field(max_length=200)]] = Field(default={}, max_length=50)


class TrialsRequest(BaseModel):
    """At most two of them."""

    model_config = ConfigDict(extra="forbid")
    trials: Annotated[list[TrialRequest], Field(max_length=2)]


class SlotRequest(BaseModel):
    """A preset slot of the camera."""

    model_config = ConfigDict(extra="forbid")
    slot: Annotated[int, Field(ge=1, le=50)]


Table = Literal["standard", "correction"]
TableSize = Annotated[int, Query(ge=17, le=65)]


@router.put("/{setup_id}/school")
def choose_school(at: WorkplaceOf, setup_id: UUID, choice: SchoolRequest) -> SceneView:
    """Plan under another school."""
    return Bench(at).choose_school(setup_id, choice.school)


@router.put("/{setup_id}/pins/{setting}")
def pin(at: WorkplaceOf, setup_id: UUID, setting: SettingName, wish: PinRequest) -> SceneView:
    """Fix a setting, or release it."""
    value: Value | None = wish.value
    return Bench(at).pin(setup_id, setting, value)


@router.delete("/{setup_id}/pins")
def release_all(at: WorkplaceOf, setup_id: UUID) -> SceneView:
    """Release every pin."""
    return Bench(at).release_all(setup_id)


@router.delete("/{setup_id}")
def remove(at: WorkplaceOf, setup_id: UUID) -> SceneView:
    """Take the camera off its scene."""
    return Bench(at).remove_setup(setup_id)


@router.post("/{setup_id}/what-if")
def what_if(
    at: WorkplaceOf, setup_id: UUID, wish: WishRequest
) -> Annotated[WhatIf | Conflict, Field(discriminator="outcome")]:
    """Everything that would differ with one more pin; nothing is changed."""
    return Advice(at).what_if(setup_id, wish.setting, wish.value)


@router.get("/{setup_id}/hangs-on")
def hangs_on(at: PageOf, setup_id: UUID) -> list[Dependence]:
    """Which inputs would turn this plan, most decisive first."""
    return Advice(at).hangs_on(setup_id)


@router.get("/{setup_id}/helps")
def helps(at: PageOf, setup_id: UUID) -> list[Help]:
    """Which changes outside the camera would help this plan most."""
    return Helping(at).helps(setup_id)


@router.post("/{setup_id}/helps/{key}")
def take(at: WorkplaceOf, setup_id: UUID, key: HelpKey, taken: TakenRequest) -> SceneView:
    """Take one: a thing into the bag, a change into the brief, a camera onto the scene."""
    return Helping(at).take(setup_id, key, taken.come_by)


@router.get("/{setup_id}/bag")
def bag(at: PlainOf, setup_id: UUID) -> list[Compatibility]:
    """What each thing in the bag is to this scene on this camera."""
    return Bench(at).bag_of(setup_id)


@router.get("/{setup_id}/card")
def card(at: WorkplaceOf, setup_id: UUID) -> CardView:
    """What to dial in, in the order of the camera's menu."""
    return Cards(at).card(setup_id)


@router.put("/{setup_id}/card/{setting}")
def tick(at: WorkplaceOf, setup_id: UUID, setting: SettingName, note: TickRequest) -> CardView:
    """Note that a value was read back."""
    return Cards(at).tick(setup_id, setting, value=note.value, read_back=note.read_back)


@router.post("/{setup_id}/card/confirm")
def confirm(at: WorkplaceOf, setup_id: UUID, seen: ConfirmRequest) -> CardView:
    """Note the whole card as dialled into the camera."""
    return Cards(at).confirm(setup_id, revision=seen.revision)


@router.put("/{setup_id}/trials")
def mark_trials(at: WorkplaceOf, setup_id: UUID, marked: TrialsRequest) -> CardView:
    """Mark two sets to be tested for real; they stand on the card."""
    trials = [Trial(label=one.label, values=dict(one.values)) for one in marked.trials]
    return Cards(at).test(setup_id, trials)


@router.put("/{setup_id}/slot")
def choose_slot(at: WorkplaceOf, setup_id: UUID, choice: SlotRequest) -> CardView:
    """Put the card on another preset slot."""
    return Cards(at).choose_slot(setup_id, choice.slot)


@router.delete("/{setup_id}/card")
def clear(at: WorkplaceOf, setup_id: UUID) -> CardView:
    """Take all read-back ticks back."""
    return Cards(at).clear(setup_id)


@router.get("/{setup_id}/look", response_class=Response, responses={200: {"content": {"text/plain": {}}}})
def look(at: WorkplaceOf, setup_id: UUID, size: TableSize = 33, to: Table = "standard") -> Response:
    """A table (.cube) for the set: its colour profile to a standard look, or grey made neutral within its profile."""
    text, profile = Cards(at).look(setup_id, size=size, to=to)
    name = f"{profile}-{'to-standard' if to == 'standard' else 'grey-made-neutral'}-{size}.cube"
    return download(text, "text/plain; charset=utf-8", name)


@router.get("/{setup_id}/card/code", response_class=Response, responses={200: {"content": {"image/svg+xml": {}}}})
def code(at: WorkplaceOf, setup_id: UUID, address: Address) -> Response:
    """A QR code that opens the card at an address, as SVG."""
    Cards(at).card(setup_id)
    return Response(qr_svg(address), media_type="image/svg+xml")
