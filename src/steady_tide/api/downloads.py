"""Files to take along."""

from fastapi import Response


def download(content: str | bytes, media: str, name: str) -> Response:
    """A file that a browser saves under a name."""
    return Response(content, media_type=media, headers={"Content-Disposition": f"attachment; filename={name}"})
