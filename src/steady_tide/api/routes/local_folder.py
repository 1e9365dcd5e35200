"""Footage that lies in a folder of the machine, and is read there."""

from typing import Annotated
from uuid import UUID

from fastapi import APIRouter, Query
from pydantic import BaseModel, ConfigDict, Field

from steady_tide.api.context import JobsOf, RowsOf, ServiceOf
from steady_tide.api.guards.problems import RESPONSES
from steady_tide.desk.footage.local_folder import FolderView, LocalFolder
from steady_tide.desk.footage.views import ClipView
from steady_tide.in_place import LONGEST_NAME
from steady_tide.work.arriving import begin_in_place

router = APIRouter(prefix="/api", tags=["footage"], responses=RESPONSES)

FileName = Annotated[str, Field(min_length=1, max_length=LONGEST_NAME)]


class ReadInPlace(BaseModel):
    """Files to be read where they lie, by their names from the account's folder on."""

    model_config = ConfigDict(extra="forbid")
    files: Annotated[list[FileName], Field(min_length=1, max_length=100)]


@router.get("/folder")
def look(service: ServiceOf, rows: RowsOf, at: Annotated[str, Query(max_length=LONGEST_NAME)] = "") -> FolderView:
    """What is in a folder of footage on the machine of the service."""
    return LocalFolder(rows, service.in_place).look(at)


@router.post("/shoots/{shoot_id}/folder")
def read_in_place(service: ServiceOf, jobs: JobsOf, shoot_id: UUID, wanted: ReadInPlace) -> list[ClipView]:
    """Read files where they lie; what is known by its contents is not read again."""
    lying = LocalFolder(jobs.at.rows, service.in_place)
    return [begin_in_place(lying, jobs, shoot_id, name) for name in wanted.files]
