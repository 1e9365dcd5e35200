"""A picture's word: comes back as it was, and nothing hostile gets through."""

import base64
import json
import zlib

import pytest

from steady_tide.core.errors import BadInput
from steady_tide.formats.shots import LONGEST, MOST, read_word, word_of
from tests.plates import plain_shot


def test_a_word_comes_back_as_the_shot_it_stands_for_and_fits_into_an_address() -> None:
    shot = plain_shot()
    word = word_of(shot)
    assert read_word(word) == shot and len(word) < 600
    assert word_of(read_word(word)) == word


def packed(plain: object) -> str:
    return "1" + base64.urlsafe_b64encode(zlib.compress(json.dumps(plain).encode())).decode().rstrip("=")


HOSTILE = [
    "", "1", "2abc", "1" + "A" * LONGEST, "1not base64!!", "1AAAA", packed([]), packed({}), packed([1, 2]), packed("x"),
    packed("a" * MOST), packed({"plate": "../../etc/passwd"}), packed([[[[[]]]]] * 3), "1é",
    packed(plain_shot().model_dump(mode="json") | {"gain": [1e9, 1, 1]}),
    packed(plain_shot().model_dump(mode="json") | {"gain": [float("nan"), 1, 1]}),
    packed(plain_shot().model_dump(mode="json") | {"more": 1}),
]  # fmt: skip


@pytest.mark.parametrize("word", HOSTILE)
def test_a_word_that_says_nothing_or_too_much_is_refused_in_words(word: str) -> None:
    with pytest.raises(BadInput) as refused:
        read_word(word)
    assert "no such picture" in refused.value.problems[0].message
