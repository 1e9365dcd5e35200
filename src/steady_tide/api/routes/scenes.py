"""One scene on the bench: its brief, its history."""

from typing import Annotated, Self
from uuid import UUID

from fastapi import APIRouter
from pydantic import BaseModel, ConfigDict, Field, StringConstraints, model_validator
from pydantic_core import PydanticCustomError

from steady_tide.api.context import PlainOf, WorkplaceOf
from steady_tide.api.guards.problems import RESPONSES
from steady_tide.api.ids import OwnId
from steady_tide.api.texts import Name
from steady_tide.core.plan.problem.brief import Brief
from steady_tide.desk.bench.advice import Advice
from steady_tide.desk.bench.bench import Bench
from steady_tide.desk.views import MatchedScene, SceneView

router = APIRouter(prefix="/api/scenes", tags=["scenes"], responses=RESPONSES)


class SceneEdit(BaseModel):
    """An edit: what it is called in the history, the revision it was made on, and what it changes.

    before: the brief that the edit began with; what was changed elsewhere since is kept beside.
    """

    model_config = ConfigDict(extra="forbid")
    label: Annotated[str, StringConstraints(strip_whitespace=True, min_length=1, max_length=120)]
    revision: int | None = Field(default=None, ge=0, le=2_000_000_000)
    name: Name | None = None
    brief: Brief | None = None
    before: Brief | None = None

    @model_validator(mode="after")
    def _made_on_something(self) -> Self:
        """A brief that does not say what it was made on would silently take the place of somebody else's."""
        if self.brief is not None and self.before is None and self.revision is None:
            raise PydanticCustomError("unmade", "a brief says what it was made on: before, or the revision")
        return self


class SceneCopy(BaseModel):
    """Where a copy of a scene is to stand, and under what name; its own shoot and name where that is not said."""

    model_config = ConfigDict(extra="forbid")
    shoot_id: UUID | None = None
    name: Name | None = None


class SetupRequest(BaseModel):
    """A camera to put on a scene."""

    model_config = ConfigDict(extra="forbid")
    id: OwnId = None
    device_id: UUID


@router.get("/{scene_id}")
def scene(at: WorkplaceOf, scene_id: UUID) -> SceneView:
    """A scene with the plan of each camera."""
    return Bench(at).scene(scene_id)


@router.post("/{scene_id}/copy", status_code=201)
def copy(at: WorkplaceOf, scene_id: UUID, wish: SceneCopy | None = None) -> SceneView:
    """A copy of the scene at the end of its shoot, or of another."""
    wish = wish or SceneCopy()
    return Bench(at).copied(scene_id, to=wish.shoot_id, name=wish.name)


@router.put("/{scene_id}")
def edit(at: WorkplaceOf, scene_id: UUID, change: SceneEdit) -> SceneView:
    """Change name or brief; everything is planned again."""
    return Bench(at).edit(
        scene_id,
        label=change.label,
        revision=change.revision,
        name=change.name,
        brief=change.brief,
        before=change.before,
    )


@router.delete("/{scene_id}", status_code=204)
def delete(at: PlainOf, scene_id: UUID) -> None:
    """Remove a scene."""
    Bench(at).delete_scene(scene_id)


@router.post("/{scene_id}/undo")
def undo(at: WorkplaceOf, scene_id: UUID) -> SceneView:
    """Take the last edit back."""
    return Bench(at).step(scene_id, -1)


@router.post("/{scene_id}/redo")
def redo(at: WorkplaceOf, scene_id: UUID) -> SceneView:
    """Do the undone edit again."""
    return Bench(at).step(scene_id, 1)


@router.post("/{scene_id}/match")
def match(at: WorkplaceOf, scene_id: UUID) -> MatchedScene:
    """Pin on every camera what lets them cut together."""
    return Advice(at).match(scene_id)


@router.post("/{scene_id}/setups", status_code=201)
def add_setup(at: WorkplaceOf, scene_id: UUID, camera: SetupRequest) -> SceneView:
    """Put another camera on a scene."""
    return Bench(at).add_setup(scene_id, camera.device_id, named=camera.id)
