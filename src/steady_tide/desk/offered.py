"""Words of shots that the service offered: each carries a mark of its secret, so that nobody orders another picture."""

import hmac
from base64 import urlsafe_b64encode
from typing import Final

from steady_tide.core.picture.shot import Shot
from steady_tide.desk.workplace import Shared
from steady_tide.formats.shots import LONGEST, no_picture, read_word, word_of
from steady_tide.store.database import Session
from steady_tide.store.repositories.secrets import secret_of

PURPOSE: Final = "pictures"
MARK: Final = 16
"""Letters of a mark: 96 bits of an HMAC-SHA256."""
LONGEST_OFFERED: Final = LONGEST + MARK


class Offered:
    """Marks words and reads marked ones, with one secret."""

    def __init__(self, secret: bytes) -> None:
        self._secret = secret

    def word(self, shot: Shot) -> str:
        """The marked word of a shot."""
        return self.marked(word_of(shot))

    def marked(self, word: str) -> str:
        """A word with its mark; an empty one stays so."""
        return word and word + self._mark(word)

    def shot(self, word: str) -> Shot:
        """The shot of a marked word. Raises BadInput for one that was not offered here."""
        plain, mark = word[:-MARK], word[-MARK:]
        if not hmac.compare_digest(self._mark(plain).encode(), mark.encode()):
            raise no_picture()
        return read_word(plain)

    def _mark(self, word: str) -> str:
        return urlsafe_b64encode(hmac.digest(self._secret, word.encode(), "sha256")).decode()[:MARK]


def offered(shared: Shared, session: Session) -> Offered:
    """What marks here; the secret is read once and then remembered."""
    secret = shared.secrets.get(PURPOSE)
    if secret is None:
        secret = secret_of(session, PURPOSE)
        shared.secrets.put(PURPOSE, secret)
    return Offered(secret)
