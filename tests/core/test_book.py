"""The book of prices and thresholds, and the plans that it makes."""

import json
import re

import pytest

from steady_tide.core import thresholds
from steady_tide.core.plan.account.plan import RULES_VERSION
from steady_tide.core.plan.prices.book import BOOK, BOOK_DIGEST, digest_of
from steady_tide.core.thresholds import THRESHOLDS, Threshold, threshold
from steady_tide.settings import PROJECT
from tests import golden


def test_every_threshold_has_a_unit_a_range_and_a_source() -> None:
    for row in THRESHOLDS.values():
        assert row.label and row.unit and row.source, row.key
        assert row.least < row.most, row.key
        assert row.values, row.key


@pytest.mark.parametrize(
    "wrong",
    [
        'key = "a"\nlabel = "A"\nvalue = 3\nunit = "m"\nrange = [0, 2]\nsource = "assumed"',
        'key = "a"\nlabel = "A"\nvalues = { b = 1, c = -1 }\nunit = "m"\nrange = [0, 2]\nsource = "assumed"',
    ],
)
def test_a_threshold_outside_its_range_is_refused(wrong: str) -> None:
    with pytest.raises(ValueError, match="range"):
        thresholds.read(f"[[threshold]]\n{wrong}")


def test_every_threshold_is_used() -> None:
    package = PROJECT / "src" / "steady_tide" / "core"
    code = "".join(path.read_text(encoding="utf-8") for path in package.rglob("*.py"))
    named = set(re.findall(r'thresholds?\(\s*"([a-z.-]+)"', code))
    assert named == set(THRESHOLDS)


def test_another_number_anywhere_in_the_book_is_another_digest() -> None:
    assert digest_of(BOOK, THRESHOLDS) == BOOK_DIGEST
    for key, price in list(BOOK.items())[::9]:
        changed = type(price)(**{**vars(price), "weight": price.weight * 3 + 0.1})
        assert digest_of({**BOOK, key: changed}, THRESHOLDS) != BOOK_DIGEST
    for key, row in THRESHOLDS.items():
        name = next(iter(row.values))
        changed_row = Threshold(**{**vars(row), "values": {**row.values, name: row.values[name] * 2 + 0.1}})
        assert digest_of(BOOK, {**THRESHOLDS, key: changed_row}) != BOOK_DIGEST, key


def test_what_taste_says_of_a_price_counts_by_the_numbers_that_count() -> None:
    assert BOOK["off-aim.expected"].unit == f"a stop beyond {threshold('aim.unseen'):g}"
    assert BOOK["motion-look.longer"].unit == f"a stop beyond {threshold('look.unseen'):g}"
    assert BOOK["motion-look.shorter.bare-lens"].unit == "a stop beyond 2, 4 at most"
    assert not [price.key for price in BOOK.values() if "{" in price.unit]


def test_plans_are_as_they_were_unless_a_change_of_rules_is_stated() -> None:
    kept = json.loads(golden.FILE.read_text(encoding="utf-8"))
    made = json.loads(json.dumps(golden.plans()))
    assert {name: plan for name, plan in made.items() if plan != kept["plans"].get(name)} == {}
    assert (kept["rules"], kept["book"]) == (RULES_VERSION, BOOK_DIGEST), "python -m tests.golden"
    assert golden.stated(RULES_VERSION)
