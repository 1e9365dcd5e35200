"""What is done apart from requests: how it stands, and calling it off."""

from uuid import UUID

from fastapi import APIRouter

from steady_tide.api.context import JobsOf
from steady_tide.api.problems import RESPONSES
from steady_tide.work.jobs import JobView

router = APIRouter(prefix="/api/jobs", tags=["jobs"], responses=RESPONSES)


@router.get("/{job_id}")
def job(jobs: JobsOf, job_id: UUID) -> JobView:
    """How a job stands."""
    return jobs.view(job_id)


@router.delete("/{job_id}")
def cancel(jobs: JobsOf, job_id: UUID) -> JobView:
    """Call a job off; one that has ended stays as it is."""
    return jobs.cancel(job_id)
