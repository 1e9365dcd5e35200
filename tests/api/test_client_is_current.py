"""The web client's types are generated from the service as it stands."""

import subprocess
from pathlib import Path

from steady_tide.cli.chores import _environment, facts_texts, openapi_text, registers_text, starts_text, words_texts
from steady_tide.settings import PROJECT

WEB = PROJECT / "web"


def test_generated_types_are_current(tmp_path: Path) -> None:
    document = tmp_path / "openapi.json"
    document.write_text(openapi_text())
    made = tmp_path / "schema.ts"
    command = [str(WEB / "node_modules/.bin/openapi-typescript"), str(document), "-o", str(made)]
    options = ["--root-types", "--root-types-no-schema-prefix"]
    subprocess.run([*command, *options], cwd=WEB, env=_environment(), check=True, capture_output=True)
    assert made.read_text() == (WEB / "src/domain/generated/schema.ts").read_text(), "run ./tide client"


def test_facts_for_forms_are_current() -> None:
    for name, text in facts_texts().items():
        assert (WEB / f"src/domain/generated/facts/{name}.json").read_text() == text, "run ./tide client"
    assert (WEB / "src/domain/generated/registers.json").read_text() == registers_text(), "run ./tide client"
    assert (WEB / "src/domain/generated/starts.json").read_text() == starts_text(), "run ./tide client"
    for name, text in words_texts().items():
        assert (WEB / f"src/domain/generated/words/{name}.json").read_text() == text, "run ./tide client"
    assert (PROJECT / "docs/formats/field-registers.json").read_text() == registers_text(), "run ./tide formats"
