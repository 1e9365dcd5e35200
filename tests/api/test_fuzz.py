"""Whatever the description allows is answered as it says. The long run, with new seeds, is `./tide bench --fuzz`."""

import json
from pathlib import Path
from typing import Any

import pytest
from starlette.testclient import TestClient

from tests.fuzz import EXAMPLES, Fuzz
from tests.service import add_scene
from tests.situations import SCENES

KEPT = json.loads((Path(__file__).parents[1] / "seeds.json").read_text())
"""Operations and seeds that are called again every day: those that broke a promise by night, and what was changed."""


def fuzzing(creator: TestClient) -> Fuzz:
    """Calls of somebody with a scene."""
    scene = add_scene(creator, SCENES["The pilot gig"])
    setup = scene["setups"][0]
    ids = {"shoot_id": scene["shoot_id"], "scene_id": scene["id"], "setup_id": setup["id"], "key": "nd16"}
    return Fuzz(creator, {**ids, "device_id": setup["device_id"]})


@pytest.mark.filterwarnings("ignore")
def test_no_answer_breaks_a_promise(creator: TestClient) -> None:
    fuzz = fuzzing(creator)
    operations = fuzz.operations()
    wrongs = [wrong for operation in operations for wrong in fuzz.wrongs(operation, examples=1, chance=20261125)]
    assert wrongs == []
    assert fuzz.calls >= len(operations)


@pytest.mark.filterwarnings("ignore")
@pytest.mark.parametrize("kept", KEPT, ids=lambda kept: f"{kept['operation']}-{kept['seed']}")
def test_what_is_called_again_every_day_keeps_every_promise(creator: TestClient, kept: dict[str, Any]) -> None:
    fuzz = fuzzing(creator)
    operation = next(one for one in fuzz.operations() if one.definition.raw["operationId"] == kept["operation"])
    assert list(fuzz.wrongs(operation, examples=EXAMPLES, chance=kept["seed"])) == []
