"""From a file that is here to a clip that is read and held; and trying again."""

from uuid import UUID

from steady_tide.core.errors import NotYet
from steady_tide.desk.footage.clips import Clips
from steady_tide.desk.footage.local_folder import LocalFolder
from steady_tide.desk.footage.uploads import Uploads
from steady_tide.desk.footage.views import ClipDetail, ClipView
from steady_tide.store.tables import ClipRow, UploadRow
from steady_tide.work.jobs import Jobs, begin
from steady_tide.work.kinds import CLIP, HOLD


def begin_reading(uploads: Uploads, jobs: Jobs, row: UploadRow) -> ClipRow:
    """Make a clip of a file that is here whole, and put its reading into the queue. Raises TooMuchWaits."""
    parts, size = list(row.parts), row.bytes
    clip = uploads.arrived(row)
    clip.job_id = jobs.begin(CLIP, {"clip_id": str(clip.id), "parts": parts, "bytes": size}).id
    jobs.at.rows.flush()
    return clip


def hold_soon(jobs: Jobs, clip_id: UUID) -> ClipDetail:
    """Hold a clip against its set now; where that cannot be had now, as soon as it can."""
    clips = Clips(jobs.at)
    try:
        return clips.hold(clip_id)
    except NotYet:
        begin(jobs, HOLD, {"clip_id": str(clip_id)})
        return clips.one(clip_id)


def try_again(jobs: Jobs, clip_id: UUID) -> None:
    """Try a clip again at which the service failed. Raises BadInput for any other."""
    row = Clips(jobs.at).again(clip_id)
    if row.state == "read":
        begin(jobs, HOLD, {"clip_id": str(clip_id)})
        return
    lies = {"place": row.place} if row.place is not None else {"parts": list(row.parts), "bytes": row.bytes}
    begin(jobs, CLIP, {"clip_id": str(clip_id), **lies})


def begin_in_place(lying: LocalFolder, jobs: Jobs, shoot_id: UUID, name: str) -> ClipView:
    """Make a clip of a file where it lies, and put its reading into the queue; one that is known is left as it is.

    Raises BadInput, NotFound and TooMuchWaits.
    """
    clip, row = lying.take(shoot_id, name)
    if row is None:
        return clip
    row.job_id = jobs.begin(CLIP, {"clip_id": str(row.id), "place": row.place}).id
    jobs.at.rows.flush()
    return clip.model_copy(update={"job_id": row.job_id})
