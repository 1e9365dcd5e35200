"""Published schemas and examples are current and mean what the product reads."""

import json
from pathlib import Path

import jsonschema
import pytest

from steady_tide.core.errors import BadInput
from steady_tide.demo.examples import examples
from steady_tide.formats.documents import LARGEST_FILE_BYTES, PUBLISHED, read_document, read_json, schema
from steady_tide.formats.qr import qr_svg
from steady_tide.settings import PROJECT
from tests.situations import KIT

FORMATS = PROJECT / "docs" / "formats"


@pytest.mark.parametrize("name", PUBLISHED)
def test_published_schema_is_current_and_valid(name: str) -> None:
    published = json.loads((FORMATS / f"{name}.schema.json").read_text())
    assert published == schema(PUBLISHED[name]), "run ./tide formats"
    jsonschema.Draft202012Validator.check_schema(published)


def test_published_examples_are_current() -> None:
    for name, data in examples().items():
        assert json.loads((FORMATS / "examples" / name).read_text()) == data, "run ./tide formats"


@pytest.mark.parametrize("path", sorted((FORMATS / "examples").glob("*.json")), ids=lambda path: path.name)
def test_examples_satisfy_their_schema_and_are_read(path: Path) -> None:
    kind = path.name.split("-")[0].removesuffix(".json")
    jsonschema.validate(json.loads(path.read_text()), json.loads((FORMATS / f"{kind}.schema.json").read_text()))
    document = read_document(path, PUBLISHED[kind])
    assert PUBLISHED[kind].read(document.plain()) == document


def test_the_schema_refuses_what_the_product_refuses() -> None:
    data = KIT.plain()
    data["devices"][0]["modes"][0]["rate"] = -25
    with pytest.raises(jsonschema.ValidationError):
        jsonschema.validate(data, schema(PUBLISHED["kit"]))
    with pytest.raises(BadInput, match="rate: it has to be above 0"):
        PUBLISHED["kit"].read(data)


@pytest.mark.parametrize(
    ("content", "said"),
    [
        (b"{not json", "not valid JSON"),
        (b"\xff\xfe\x00", "not valid JSON"),
        (b"[" * 100_000, "nested too deeply"),
        (b" " * (LARGEST_FILE_BYTES + 1), "larger than 5 MB"),
    ],
)
def test_files_that_are_no_documents_are_refused_in_words(tmp_path: Path, content: bytes, said: str) -> None:
    path = tmp_path / "odd.json"
    path.write_bytes(content)
    with pytest.raises(BadInput, match=said):
        read_json(path)


def test_a_missing_file_is_named(tmp_path: Path) -> None:
    with pytest.raises(BadInput, match=r"nowhere\.json cannot be read: No such file"):
        read_json(tmp_path / "nowhere.json")


def test_a_code_is_drawn_for_any_address() -> None:
    assert qr_svg("http://192.0.2.7:8420/cards/abc").startswith(b"<svg")
    assert qr_svg("a") != qr_svg("b")
