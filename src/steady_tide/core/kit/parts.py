"""Small pieces that all documents of the kit share: keys, texts, shares in the cold."""

from typing import Annotated

from pydantic import Field

from steady_tide.core.typed import Typed

Key = Annotated[str, Field(pattern=r"^[a-z0-9]+(-[a-z0-9]+)*$", max_length=60)]
Text = Annotated[str, Field(min_length=1, max_length=120)]
Note = Annotated[str, Field(max_length=200)]
Fits = Annotated[list[Key], Field(min_length=1, max_length=50)]


class ColdShare(Typed):
    """A row of a cold table: the share of a cell's energy that is left at a temperature."""

    at_c: float = Field(ge=-40, le=40, description="Temperature of the cell [degrees C].")
    share: float = Field(gt=0, le=1, description="Usable share of the energy at 20 degrees C.")


ColdTable = Annotated[list[ColdShare], Field(max_length=20)]
