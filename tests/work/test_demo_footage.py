"""The footage of the demo: brought in as anybody's, read, each fault named first, one lesson taken. Nothing is told."""

import asyncio
from collections.abc import Iterator
from concurrent.futures import ThreadPoolExecutor
from pathlib import Path
from uuid import uuid4

import pytest

from steady_tide.core.kit.settings import Setting
from steady_tide.demo.footage import first_start, setup_of, shipped, stories
from steady_tide.desk.footage.clips import Clips
from steady_tide.desk.footage.lessons import Lessons
from steady_tide.desk.footage.views import ClipDetail
from steady_tide.desk.records.learned import Learning
from steady_tide.desk.workplace import Shared, Workplace
from steady_tide.launch.cluster import Cluster
from steady_tide.storage import Files
from steady_tide.store.database import Database, libpq
from steady_tide.store.owned import Rows
from steady_tide.store.repositories.shoots import scenes_of, shoots
from steady_tide.work.queue import Queue
from steady_tide.work.worker import Worker

MOST_BYTES = 20_000_000


@pytest.fixture(scope="module")
def begun(cluster: Cluster, tmp_path_factory: pytest.TempPathFactory) -> Iterator[Database]:
    """The database of a demo after its first start and a second, everything read."""
    database = Database(cluster.url("demo_footage"))
    database.migrate()
    files, queue = Files(str(tmp_path_factory.mktemp("demo-files"))), Queue(libpq(database.url))
    for _ in range(2):
        with database.session() as session:
            first_start(session, queue, files)
    worker = Worker(database, files, queue)
    with ThreadPoolExecutor(1) as thread:
        # A browser of another test may hold the loop here.
        thread.submit(lambda: asyncio.run(queue.empty(worker.perform, worker.tidy))).result()
    yield database
    database.close()


@pytest.fixture
def at(begun: Database) -> Iterator[Workplace]:
    """The demo's account."""
    from steady_tide.demo.load import EMAIL
    from steady_tide.desk.accounts.authentication import find_account

    with begun.session() as session:
        account = find_account(session, EMAIL)
        assert account is not None
        yield Workplace(Rows(session, account.id), Shared())


def told(at: Workplace, file: str) -> ClipDetail:
    footage = Clips(at).of(shoots(at.rows)[0].id)
    return Clips(at).one(next(clip.id for clip in footage.clips if clip.name == file))


def test_what_is_shipped_is_what_is_told_of_and_small_enough() -> None:
    assert {path.name for path in shipped().iterdir()} == {story.file for story in stories()}
    assert sum(path.stat().st_size for path in shipped().iterdir()) <= MOST_BYTES


def test_every_clip_finds_its_own_scene_and_camera(at: Workplace) -> None:
    shoot = shoots(at.rows)[0].id
    footage = Clips(at).of(shoot)
    assert footage.zone == "Europe/Oslo"
    assert sorted(clip.name for clip in footage.clips) == sorted(story.file for story in stories())
    for story in stories():
        clip = told(at, story.file).clip
        assert (clip.state, clip.assigned, clip.setup_id) == ("held", "guess", setup_of(at.rows, shoot, story).id)


@pytest.mark.parametrize(
    ("file", "cause"),
    [
        ("stalls-dark.mp4", ("setting", Setting.ISO_CEILING)),
        ("stalls-lamps.mp4", ("setting", Setting.SHUTTER)),
        ("ropes-deeper.mp4", ("colour-drift", None)),
    ],
)
def test_what_was_otherwise_is_named_first(at: Workplace, file: str, cause: tuple[str, Setting | None]) -> None:
    held = told(at, file).held
    assert held is not None and held.outcome == "otherwise"
    assert (held.causes[0].cause.kind, held.causes[0].cause.setting) == cause


def test_the_right_one_is_as_planned(at: Workplace) -> None:
    held = told(at, "jar.mov").held
    assert held is not None and (held.outcome, held.causes) == ("as-planned", [])


def test_lamps_are_seen_to_flicker_and_walks_to_shake(at: Workplace) -> None:
    lamps, walk = (told(at, file).held for file in ("stalls-lamps.mp4", "stalls-walk-1.mov"))
    assert lamps is not None and walk is not None
    assert [one.name for one in lamps.signs if not one.within] == ["ripple"]
    assert [one.setting for one in lamps.facts if not one.same] == [Setting.FRAME_RATE]
    assert [one.name for one in walk.signs if not one.within] == ["shake"]


def test_the_walk_taught_how_its_creator_shakes(at: Workplace) -> None:
    lessons = Lessons(at).all()
    assert [one.lesson.key for one in lessons.taken] == ["shake walking"]
    true = next(story.shakes for story in stories() if story.file == "stalls-walk-2.mov")
    lesson = lessons.taken[0].lesson
    assert lesson.after / lesson.before == pytest.approx(true, rel=0.15)
    learning, scenes = Learning(at.rows), scenes_of(at.rows, shoots(at.rows)[0].id)
    assert all(learning.of(scene.id).shake_deg_per_s == {} for scene in scenes), "made before it was learned"
    assert learning.of(uuid4()).shake_deg_per_s == {"walking": lesson.after}


def test_clips_are_kept_as_files_of_the_account(at: Workplace) -> None:
    for clip in Clips(at).of(shoots(at.rows)[0].id).clips:
        assert clip.bytes == (shipped() / clip.name).stat().st_size
        assert clip.has == ["poster", "sheet", "proxy"]


def test_the_folder_is_where_the_package_says() -> None:
    assert shipped() == Path(__file__).parents[2] / "src/steady_tide/demo/footage"
