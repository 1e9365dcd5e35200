"""The built interface as the service hands it out: one page for all places, and files that a browser may keep."""

import json
from pathlib import Path
from typing import Any, Final

from fastapi import FastAPI, Request, Response
from fastapi.responses import FileResponse
from fastapi.staticfiles import StaticFiles
from starlette.middleware.gzip import GZipMiddleware

from steady_tide.api.guards import problems

LEAST_PACKED: Final = 1024
"""Files at least so large leave the service compressed [bytes]."""
PLACES: Final = "src/places/SignedIn.tsx"
"""The part of the interface that only somebody signed in needs."""


class Named(StaticFiles):
    """Files whose names change with what is in them: a browser may keep them for ever."""

    def file_response(self, *args: Any, **named: Any) -> Response:
        """The file, with leave to keep it."""
        response = super().file_response(*args, **named)
        response.headers["Cache-Control"] = "public, max-age=31536000, immutable"
        return response


def serve_interface(app: FastAPI, web: Path | None, *, signed_in: str, demo: bool) -> None:
    """Hand out the interface, where it is built. signed_in: the cookie of somebody who is, or may be; demo: all are."""
    if web is None or not (web / "index.html").exists():
        return
    app.mount("/assets", GZipMiddleware(Named(directory=web / "assets"), minimum_size=LEAST_PACKED), name="assets")
    files = {path.name: path for path in web.iterdir() if path.is_file()}
    soon = ", ".join(f"</{name}>; rel=modulepreload" for name in scripts_of(web, PLACES))

    @app.get("/{path:path}", include_in_schema=False)
    def page(path: str, request: Request) -> Response:
        """A file of the interface, or the one page that holds all places, with what it will ask for next."""
        if path.startswith("api/"):
            return problems.problem(404, "There is no such thing here.")
        response = FileResponse(files.get(path, web / "index.html"), headers={"Cache-Control": "no-cache"})
        if path not in files and soon and (demo or signed_in in request.cookies):
            response.headers["Link"] = soon
        return response


def scripts_of(web: Path, part: str) -> list[str]:
    """The scripts that a part of the interface is made of, beside those that the page itself asks for."""
    manifest = web / "parts.json"
    if not manifest.exists():
        return []
    parts: dict[str, dict[str, Any]] = json.loads(manifest.read_text())
    begun = _with_imports(parts, "index.html")
    return [parts[name]["file"] for name in sorted(_with_imports(parts, part) - begun)]


def _with_imports(parts: dict[str, dict[str, Any]], name: str) -> set[str]:
    """A part and all that it cannot do without."""
    found: set[str] = set()
    ahead = [name]
    while ahead:
        at = ahead.pop()
        if at in parts and at not in found:
            found.add(at)
            ahead += parts[at].get("imports", [])
    return found
