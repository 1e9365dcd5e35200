"""`./tide plan` in a fresh clone, as anybody would run it."""

import json
import os
import shutil
import subprocess
from pathlib import Path

import pytest

from steady_tide.settings import PROJECT

EXAMPLES = PROJECT / "docs" / "formats" / "examples"


@pytest.fixture(scope="module")
def clone(tmp_path_factory: pytest.TempPathFactory) -> Path:
    """The files of the working tree that git would commit, with this machine's environment linked in."""
    target = tmp_path_factory.mktemp("clone") / "steady tide"
    listed = subprocess.run(
        ["git", "ls-files", "-z", "--cached", "--others", "--exclude-standard"],
        cwd=PROJECT, capture_output=True, check=True,
    )  # fmt: skip
    for name in filter(None, listed.stdout.decode().split("\0")):
        if (PROJECT / name).is_file():
            (target / name).parent.mkdir(parents=True, exist_ok=True)
            shutil.copy2(PROJECT / name, target / name)
    (target / ".tide" / "stamps").mkdir(parents=True)
    (target / ".tide" / "venv").symlink_to(PROJECT / ".tide" / "venv")
    for stamp in (PROJECT / ".tide" / "stamps").iterdir():
        shutil.copy2(stamp, target / ".tide" / "stamps")
    return target


def tide(clone: Path, *arguments: str) -> subprocess.CompletedProcess[str]:
    environment = {key: value for key, value in os.environ.items() if key != "PYTHONPATH"}
    return subprocess.run(
        ["./tide", *arguments], cwd=clone, capture_output=True, text=True, check=False, env=environment, timeout=120
    )


def plan(clone: Path, *arguments: str, brief: str = "brief-pilot-gig.json") -> subprocess.CompletedProcess[str]:
    files = ["--brief", f"docs/formats/examples/{brief}", "--kit", "docs/formats/examples/kit-rope-and-lantern.json"]
    return tide(clone, "plan", *files, *arguments)


def test_text_for_people(clone: Path) -> None:
    done = plan(clone, "--device", "Skarv A4")
    assert done.returncode == 0, done.stderr
    assert done.stdout.startswith("Skarv A4: ")
    for part in ("Stop ledger", "Left over", "Holds from", "Shutter angle", "Caution:"):
        assert part in done.stdout


def test_json_for_programs_with_pin_and_school(clone: Path) -> None:
    done = plan(clone, "--device", "skarv-a4", "--school", "darkroom", "--pin", "shutter=1/100", "--format", "json")
    assert done.returncode == 0, done.stderr
    made = json.loads(done.stdout)
    shutter = next(one for one in made["decisions"] if one["setting"] == "shutter")
    assert (shutter["value"], shutter["pinned"]) == ("1/100", True)
    assert made["stance_name"] == "Darkroom"


def test_without_a_device_the_best_of_the_kit_is_taken(clone: Path) -> None:
    done = plan(clone, "--format", "json", brief="brief-under-the-rafts.json")
    assert done.returncode == 0, done.stderr
    assert json.loads(done.stdout)["device_key"]


def test_an_own_stance(clone: Path) -> None:
    done = plan(clone, "--stance", "docs/formats/examples/stance-own.json", "--device", "skarv-a4", "--format", "json")
    assert done.returncode == 0, done.stderr
    assert json.loads(done.stdout)["stance_name"] == json.loads((EXAMPLES / "stance-own.json").read_text())["name"]


def test_wishes_in_conflict_are_named_with_status_3(clone: Path) -> None:
    pins = ["--pin", "resolution=4K", "--pin", "frame_rate=120", "--pin", "stabilisation=strong"]
    done = plan(clone, "--device", "skarv-a4", *pins)
    assert done.returncode == 3
    assert "resolution 4K and frame rate 120 fps and stabilisation Strong" in done.stderr
    assert done.stderr.count("Way out:") >= 2


@pytest.mark.parametrize(
    ("arguments", "said"),
    [
        (["--device", "none-such"], "device: none-such is not in the kit"),
        (["--school", "none-such"], "school: no such school"),
        (["--pin", "shutter"], "pin: write SETTING=VALUE"),
        (["--pin", "warp=9"], "pins.warp: no such setting"),
        (["--pin", "iso_floor=800", "--pin", "iso_ceiling=400"], "pins.iso_floor: the floor (800) lies over"),
        (["--pin", "frame_rate=0"], "pins.frame_rate: write a number above 0"),
    ],
)
def test_bad_input_names_its_field_with_status_2(clone: Path, arguments: list[str], said: str) -> None:
    done = plan(clone, *arguments)
    assert done.returncode == 2
    assert said in done.stderr
    assert "Traceback" not in done.stderr


@pytest.mark.parametrize(
    ("path", "value", "said"),
    [
        ("lux", -3, "light.lux: it has to be at least 0.00001"),
        ("lux", "dim", "light.lux: write a number"),
    ],
)
def test_a_wrong_brief_names_its_field(clone: Path, tmp_path: Path, path: str, value: object, said: str) -> None:
    data = json.loads((EXAMPLES / "brief-smoked-jar.json").read_text())
    data["light"][path] = value
    wrong = tmp_path / "wrong.json"
    wrong.write_text(json.dumps(data))
    done = tide(clone, "plan", "--brief", str(wrong), "--kit", str(EXAMPLES / "kit-rope-and-lantern.json"))
    assert (done.returncode, done.stderr.strip()) == (2, said)


def test_a_kit_without_cameras_is_refused(clone: Path, tmp_path: Path) -> None:
    empty = tmp_path / "kit.json"
    empty.write_text('{"document": "steady-tide/kit", "version": 1, "devices": []}')
    done = tide(clone, "plan", "--brief", str(EXAMPLES / "brief-smoked-jar.json"), "--kit", str(empty))
    assert (done.returncode, done.stderr.strip()) == (2, "devices: at least 1 are needed")


def test_no_registry_address_or_machine_path_is_in_any_lock(clone: Path) -> None:
    for lock in [*(clone / "requirements").iterdir(), clone / "web" / "package-lock.json"]:
        text = lock.read_text()
        assert "://" not in text.replace("https://opencollective", "").replace(
            "https://github.com/sponsors", ""
        ) or all(word not in text for word in ('"resolved"', "--index-url", "--extra-index-url", "--find-links")), (
            lock.name
        )
