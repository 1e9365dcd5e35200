"""One scene on the bench: its brief, its history."""

from typing import Annotated
from uuid import UUID

from fastapi import APIRouter
from pydantic import BaseModel, ConfigDict, Field, StringConstraints

from steady_tide.api.context import RowsOf
from steady_tide.api.problems import RESPONSES
from steady_tide.core.plan.problem.brief import Brief
from steady_tide.desk.asking import Asking
from steady_tide.desk.bench import Bench
from steady_tide.desk.views import MatchedScene, SceneView

router = APIRouter(prefix="/api/scenes", tags=["scenes"], responses=RESPONSES)


class SceneEdit(BaseModel):
    """An edit: what it is called in the history, the revision it was made on, and what it changes."""

    model_config = ConfigDict(extra="forbid")
    label: Annotated[str, StringConstraints(strip_whitespace=True, min_length=1, max_length=120)]
    revision: int | None = Field(default=None, ge=0, le=2_000_000_000)
    name: Annotated[str, StringConstraints(strip_whitespace=True, min_length=1, max_length=120)] | None = None
    brief: Brief | None = None


class SetupRequest(BaseModel):
    """A camera to put on a scene."""

    model_config = ConfigDict(extra="forbid")
    device_id: UUID


@router.get("/{scene_id}")
def one(rows: RowsOf, scene_id: UUID) -> SceneView:
    """A scene with the plan of each camera."""
    return Bench(rows).scene(scene_id)


@router.put("/{scene_id}")
def edit(rows: RowsOf, scene_id: UUID, change: SceneEdit) -> SceneView:
    """Change name or brief; everything is planned again."""
    return Bench(rows).edit(
        scene_id, label=change.label, revision=change.revision, name=change.name, brief=change.brief
    )


@router.delete("/{scene_id}", status_code=204)
def delete(rows: RowsOf, scene_id: UUID) -> None:
    """Remove a scene."""
    Bench(rows).delete_scene(scene_id)


@router.post("/{scene_id}/undo")
def undo(rows: RowsOf, scene_id: UUID) -> SceneView:
    """Take the last edit back."""
    return Bench(rows).step(scene_id, -1)


@router.post("/{scene_id}/redo")
def redo(rows: RowsOf, scene_id: UUID) -> SceneView:
    """Do the undone edit again."""
    return Bench(rows).step(scene_id, 1)


@router.post("/{scene_id}/match")
def match(rows: RowsOf, scene_id: UUID) -> MatchedScene:
    """Pin on every camera what lets them cut together."""
    return Asking(rows).match(scene_id)


@router.post("/{scene_id}/setups", status_code=201)
def add_setup(rows: RowsOf, scene_id: UUID, camera: SetupRequest) -> SceneView:
    """Put another camera on a scene."""
    return Bench(rows).add_setup(scene_id, camera.device_id)
