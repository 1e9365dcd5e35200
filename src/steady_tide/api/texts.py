"""Texts as requests bring them, bounded once."""

from typing import Annotated

from fastapi import Query
from pydantic import StringConstraints

Name = Annotated[str, StringConstraints(strip_whitespace=True, min_length=1, max_length=120)]
"""What somebody calls a thing."""
Address = Annotated[str, Query(max_length=400, pattern=r"^https?://[^\s]+$")]
"""Of a page of this service, as a browser has it."""
