"""A home of its own for every test."""

import shutil
from collections.abc import Iterator
from pathlib import Path
from uuid import uuid4

import pytest

from steady_tide.launch.cluster import Cluster


@pytest.fixture
def home() -> Iterator[Path]:
    folder = Path("/tmp") / f"steady-tide-launch-{uuid4().hex[:8]}"
    folder.mkdir(mode=0o755)
    yield folder
    Cluster(folder).stop()
    shutil.rmtree(folder, ignore_errors=True)
