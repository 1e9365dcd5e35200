"""From a file that is here to a clip that is being read."""

from uuid import UUID

from steady_tide.desk.footage.lying import Lying
from steady_tide.desk.footage.uploads import Uploads
from steady_tide.desk.footage.views import ClipView
from steady_tide.store.tables import ClipRow, UploadRow
from steady_tide.work.jobs import Jobs
from steady_tide.work.kinds import CLIP


def begin_reading(uploads: Uploads, jobs: Jobs, row: UploadRow) -> ClipRow:
    """Make a clip of a file that is here whole, and put its reading into the queue. Raises TooMuchWaits."""
    parts, size = list(row.parts), row.bytes
    clip = uploads.arrived(row)
    clip.job_id = jobs.begin(CLIP, {"clip_id": str(clip.id), "parts": parts, "bytes": size}).id
    jobs.at.rows.settle()
    return clip


def begin_in_place(lying: Lying, jobs: Jobs, shoot_id: UUID, name: str) -> ClipView:
    """Make a clip of a file where it lies, and put its reading into the queue; one that is known is left as it is.

    Raises BadInput, NotFound and TooMuchWaits.
    """
    clip, row = lying.take(shoot_id, name)
    if row is None:
        return clip
    row.job_id = jobs.begin(CLIP, {"clip_id": str(row.id), "place": row.place}).id
    jobs.at.rows.settle()
    return clip.model_copy(update={"job_id": row.job_id})
