"""`./tide shoot`: films what is planned or what was really dialled in; what cannot be is said, and nothing is left."""

import json
from pathlib import Path

import pytest

from steady_tide.cli import BAD_INPUT, DONE, IN_CONFLICT, main
from steady_tide.core.kit.bag import Kit
from steady_tide.core.plan.problem.brief import Brief
from steady_tide.demo.load import demo_kit
from steady_tide.media.clips.opened import opened
from tests.media.test_causes import NIGHT, SMALL, camera

PINS = {**SMALL, "frame_rate": "25", "shutter": "1/50", "iso_ceiling": 1600, "white_balance": 4500}


@pytest.fixture
def inputs(tmp_path: Path) -> list[str]:
    """A walk at night, on a camera with a small mode."""
    brief, kit = tmp_path / "brief.json", tmp_path / "kit.json"
    brief.write_text(json.dumps(Brief.read(NIGHT).plain()))
    kit.write_text(json.dumps(Kit.read({"devices": [camera().plain()], "bag": demo_kit().plain()["bag"]}).plain()))
    pins = [part for name, value in PINS.items() for part in ("--pin", f"{name}={value}")]
    return ["shoot", "--brief", str(brief), "--kit", str(kit), *pins, "--seconds", "0.12", "--quality", "24"]


def truth(path: Path) -> dict[str, object]:
    told: dict[str, object] = json.loads(path.with_suffix(".json").read_text())
    return told


def test_it_films_what_is_planned(inputs: list[str], tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    clip = tmp_path / "clip.mp4"
    assert main([*inputs, str(clip)]) == DONE
    assert "3 frames, " in capsys.readouterr().out
    assert truth(clip)["frames"] == 3
    with opened(str(clip)) as found:
        assert found.stream.codec_context.name == "h264"


def test_what_was_dialled_in_is_filmed_instead(inputs: list[str], tmp_path: Path) -> None:
    planned, dialled = tmp_path / "planned.mp4", tmp_path / "dialled.mov"
    assert main([*inputs, str(planned)]) == DONE
    assert main([*inputs, "--dial", "shutter=1/25", str(dialled)]) == DONE
    assert float(str(truth(dialled)["smear_px"])) == pytest.approx(2 * float(str(truth(planned)["smear_px"])), rel=0.02)


def test_more_light_is_a_brighter_clip(inputs: list[str], tmp_path: Path) -> None:
    from steady_tide.media.clips.small import plain_frame

    levels = []
    fixed = ["--dial", "iso_floor=800", "--dial", "iso_ceiling=800"]
    for light in ("0", "1.5"):
        assert main([*inputs, *fixed, "--light", light, str(tmp_path / "clip.mp4")]) == DONE
        levels.append(float(plain_frame(str(tmp_path / "clip.mp4"), 0.0).mean()))
    assert levels[1] > 1.2 * levels[0]


def test_what_happens_can_be_told(inputs: list[str], tmp_path: Path) -> None:
    happens = tmp_path / "happens.json"
    happens.write_text(json.dumps({"seconds": 0.2, "doubled": [2]}))
    assert main([*inputs, "--happening", str(happens), str(tmp_path / "clip.mkv")]) == DONE
    assert truth(tmp_path / "clip.mkv")["frames"] == 5


@pytest.mark.parametrize(
    ("more", "words"),
    [
        (["--dial", "colour=red"], "there is no setting colour"),
        (["--dial", "iso_ceiling=much"], "iso_ceiling: write a number"),
        (["--dial", "shutter=1/7"], "is not to be had"),
        (["--seconds", "0"], "seconds"),
        (["--seed", "-4"], "seed"),
        (["--happening", "nowhere.json"], "it cannot be read"),
        (["--light", "900"], "ev100"),
    ],
)
def test_what_cannot_be_is_said_and_leaves_nothing(
    inputs: list[str], tmp_path: Path, more: list[str], words: str, capsys: pytest.CaptureFixture[str]
) -> None:
    clip = tmp_path / "clip.mp4"
    assert main([*inputs, *more, str(clip)]) == BAD_INPUT
    assert words in capsys.readouterr().err
    assert not clip.exists() and not clip.with_suffix(".json").exists()


def test_a_name_that_is_no_clip_is_refused(
    inputs: list[str], tmp_path: Path, capsys: pytest.CaptureFixture[str]
) -> None:
    assert main([*inputs, str(tmp_path / "clip.txt")]) == BAD_INPUT
    assert "its name has to end in one of .mp4, .mov, .mkv" in capsys.readouterr().err


def test_a_conflict_is_named(inputs: list[str], tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    assert main([*inputs, "--pin", "resolution=8K", str(tmp_path / "clip.mp4")]) in (BAD_INPUT, IN_CONFLICT)
    assert capsys.readouterr().err
