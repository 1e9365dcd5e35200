"""Whatever the description allows is answered as it says. The long run is `./tide bench --fuzz`."""

import pytest
from starlette.testclient import TestClient

from tests.fuzz import Fuzz
from tests.service import add_scene
from tests.situations import SCENES


@pytest.mark.filterwarnings("ignore")
def test_no_answer_breaks_a_promise(creator: TestClient) -> None:
    scene = add_scene(creator, SCENES["The pilot gig"])
    setup = scene["setups"][0]
    ids = {"shoot_id": scene["shoot_id"], "scene_id": scene["id"], "setup_id": setup["id"], "key": "nd16"}
    fuzz = Fuzz(creator, {**ids, "device_id": setup["device_id"]})
    operations = fuzz.operations()
    wrongs = [wrong for operation in operations for wrong in fuzz.wrongs(operation, examples=1, chance=20261125)]
    assert wrongs == []
    assert fuzz.calls >= len(operations)
