"""Footage of the made-up shoot: clips that the simulated camera made, shipped, and brought in as anybody's are."""

from importlib import resources
from pathlib import Path
from typing import Annotated
from uuid import UUID

from pydantic import Field

from steady_tide.core.document import Part
from steady_tide.core.footage.selects import Selects
from steady_tide.core.picture.filmed import Happening
from steady_tide.demo.load import EMAIL, data, load_demo
from steady_tide.desk.accounts.authentication import find_account
from steady_tide.desk.footage.uploads import Uploads
from steady_tide.desk.workplace import Shared, Workplace
from steady_tide.storage import Files
from steady_tide.store.database import Session
from steady_tide.store.owned import Rows
from steady_tide.store.repositories.kit import device_called
from steady_tide.store.repositories.setups import setups_of
from steady_tide.store.repositories.shoots import scenes_of, shoots
from steady_tide.store.tables import SetupRow
from steady_tide.work.arriving import begin_reading
from steady_tide.work.jobs import Jobs
from steady_tide.work.kinds import LESSONS
from steady_tide.work.queue import Queue


class Story(Part):
    """A clip of the made-up shoot. dial: what was on the camera, where that was not its plan; shakes: times as much as
    is taken for its way of carrying; minute: of its day; mbit_s: less than planned, so that it can be shipped.
    """

    file: str
    scene: str
    device: str
    minute: int
    dial: dict[str, str | int | float] = {}
    shakes: Annotated[float, Field(gt=0, le=10)] = 1.0
    happening: Happening
    mbit_s: float
    selects: Selects = Selects()


def first_start(session: Session, queue: Queue, files: Files) -> None:
    """The demo account with its footage, on first use; what was changed since is left alone."""
    if find_account(session, EMAIL) is None:
        rows = Rows(session, load_demo(session).id)
        bring_in(Jobs(Workplace(rows, Shared()), queue), files, shoots(rows)[0].id)


def stories() -> list[Story]:
    """Every clip of the made-up shoot."""
    return [Story.read(one) for one in data("footage.json")["clips"]]


def shipped() -> Path:
    """Where those clips are."""
    return Path(str(resources.files("steady_tide.demo").joinpath("footage")))


def setup_of(rows: Rows, shoot_id: UUID, story: Story) -> SetupRow:
    """The camera of a clip on its scene. Raises LookupError where the shoot has no such thing."""
    scene = next((one for one in scenes_of(rows, shoot_id) if one.name == story.scene), None)
    device = device_called(rows, story.device)
    if scene is None or device is None:
        raise LookupError(f"there is no {story.device} on {story.scene}")
    return next(setup for setup in setups_of(rows, scene.id) if setup.device_id == device.id)


def bring_in(jobs: Jobs, files: Files, shoot_id: UUID) -> None:
    """Put the clips into a shoot, to be read as any are; then what they teach is to be taken."""
    rows = jobs.at.rows
    uploads = Uploads(rows, files)
    for story in stories():
        path = shipped() / story.file
        made = uploads.begin(path.stat().st_size, {"name": story.file, "shoot": str(shoot_id)})
        key = files.take(rows.account_id, path)
        row = uploads.goes_on(made.id, at=0, part=key, size=made.bytes)
        begin_reading(uploads, jobs, row).selects = story.selects.plain()
    jobs.begin(LESSONS, {"lessons": data("footage.json")["lessons"]})
