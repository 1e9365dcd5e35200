"""Ids that whoever makes a thing may give it."""

from typing import Annotated
from uuid import UUID

from pydantic import Field

OwnId = Annotated[
    UUID | None,
    Field(
        description="An id made by the client. The same thing sent again under it is made once; by default a new one."
    ),
]
