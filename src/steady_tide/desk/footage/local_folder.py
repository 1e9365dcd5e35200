"""Clips that lie in a folder of the machine and are read there, so that terabytes need not be copied."""

from dataclasses import dataclass
from pathlib import PurePosixPath
from uuid import UUID

from steady_tide.core.errors import BadInput, Problem
from steady_tide.desk.footage.clips import view
from steady_tide.desk.footage.uploads import plain_name
from steady_tide.desk.footage.views import ClipView
from steady_tide.desk.views import View
from steady_tide.in_place import InPlace
from steady_tide.storage import quick_hash
from steady_tide.store.owned import Rows
from steady_tide.store.repositories.footage import known, lying_at
from steady_tide.store.tables import ClipRow, ShootRow


class LocalFile(View):
    """A file that could be read where it lies. path: from the account's folder on; clip_id: as what it is known."""

    path: str
    name: str
    bytes: int
    clip_id: UUID | None


class FolderView(View):
    """A folder of footage. on: whether this service reads any in place; own: what the account's folder is called.

    more: there is more in it than is listed.
    """

    on: bool
    own: str
    at: str
    folders: list[str]
    files: list[LocalFile]
    more: bool


@dataclass(frozen=True)
class LocalFolder:
    """One account's footage in place, where the service has a folder for that."""

    rows: Rows
    in_place: InPlace | None

    def look(self, folder: str) -> FolderView:
        """What is in a folder. Raises BadInput for one that is not there."""
        own = str(self.rows.account_id)
        if self.in_place is None:
            return FolderView(on=False, own=own, at="", folders=[], files=[], more=False)
        found = self.in_place.look(self.rows.account_id, folder)
        paths = {name: str(self.in_place.file(self.rows.account_id, name)) for name, _ in found.files}
        here = lying_at(self.rows, list(paths.values()))
        files = [
            LocalFile(path=name, name=PurePosixPath(name).name, bytes=size, clip_id=here.get(paths[name]))
            for name, size in found.files
        ]
        return FolderView(on=True, own=own, at=folder, folders=found.folders, files=files, more=found.more)

    def take(self, shoot_id: UUID, name: str) -> tuple[ClipView, ClipRow | None]:
        """A clip of a file where it lies; one with its contents that is here already. The row where it is a new one.

        Raises BadInput for what cannot be read.
        """
        if self.in_place is None:
            raise BadInput([Problem(("folder",), "this service reads no footage in place")])
        self.rows.get(ShootRow, shoot_id)
        path = self.in_place.file(self.rows.account_id, name)
        try:
            with path.open("rb") as file:
                size = path.stat().st_size
                quick = quick_hash(file, size)
        except OSError as error:
            raise BadInput([Problem(("folder",), f"{name} cannot be read")]) from error
        same = known(self.rows, quick=quick)
        if same is not None and same.gone_at is None:
            return view(same), None
        row = self.rows.add(
            ClipRow(
                name=plain_name(path.name), bytes=size, quick=quick, shoot_id=shoot_id, parts=[], pictures={},
                place=str(path),
            )
        )  # fmt: skip
        return view(row), row
