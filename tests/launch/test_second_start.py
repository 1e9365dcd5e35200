"""A second start never ends a service that is only slow, and a service that says it stopped is gone."""

import subprocess
import sys
import time
from collections.abc import Iterator
from contextlib import contextmanager
from http.server import BaseHTTPRequestHandler, HTTPServer
from pathlib import Path
from threading import Event, Thread, Timer

import pytest

from steady_tide import __version__
from steady_tide.launch import service
from steady_tide.launch.running import RunFile
from steady_tide.launch.service import Start, serve
from steady_tide.launch.words import StartError
from steady_tide.settings import PROJECT, Settings

STUCK = """
import threading, time
from steady_tide.cli import serve
serve.LINGER_S = 0.5
threading.Thread(target=time.sleep, args=(600,)).start()
raise SystemExit(serve._ended(0))
"""


@contextmanager
def slow(home: Path, until: Event) -> Iterator[RunFile]:
    """A service that runs in this home and answers only when something has happened."""

    class Answer(BaseHTTPRequestHandler):
        def do_GET(self) -> None:
            until.wait(60)
            self.send_response(200)
            self.end_headers()
            self.wfile.write(b'{"version": "%s"}' % __version__.encode())

        def log_message(self, *_: object) -> None:
            """Nothing."""

    with HTTPServer(("127.0.0.1", 0), Answer) as server:
        Thread(target=server.serve_forever, daemon=True).start()
        file = RunFile(home, "serve", None)
        file.write(f"http://127.0.0.1:{server.server_address[1]}")
        try:
            yield file
        finally:
            until.set()
            server.shutdown()


def test_a_slow_service_is_waited_for_and_left_alone(tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    answers = Event()
    with slow(tmp_path, answers) as file:
        Timer(4, answers.set).start()  # later than one question waits
        assert serve(Settings(home=tmp_path, database_url=None), Start()) == 0
        told = capsys.readouterr().err
        assert "waiting for it" in told and "already running" in told
        assert file.read() is not None


def test_one_that_never_answers_is_told_and_left_alone(tmp_path: Path, monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(service, "ANSWER_SECONDS", 1.0)
    with slow(tmp_path, Event()) as file:
        with pytest.raises(StartError, match="--replace"):
            serve(Settings(home=tmp_path, database_url=None), Start())
        assert file.read() is not None


def test_who_was_told_that_it_stopped_does_not_find_it_again() -> None:
    begun = time.monotonic()
    command = [sys.executable, "-c", STUCK]
    done = subprocess.run(command, cwd=PROJECT, env={"PYTHONPATH": "src"}, timeout=300, check=False)
    assert done.returncode == 0 and time.monotonic() - begun < 300, "a thread of ten minutes is not waited for"
