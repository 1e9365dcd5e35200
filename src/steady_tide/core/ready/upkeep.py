"""What budgets rest on and nobody has measured: figures of practice, to be seen and changed where they act."""

from typing import Literal

from pydantic import Field

from steady_tide.core.typed import Typed


class Upkeep(Typed):
    """How somebody runs cameras, charges cells and copies cards. Every figure is **assumed** until changed."""

    document: Literal["steady-tide/upkeep"] = "steady-tide/upkeep"
    version: Literal[1] = 1
    front_screen_w: float = Field(default=0.4, ge=0, le=20, description="A lit screen draws besides [W].")
    position_w: float = Field(default=0.15, ge=0, le=20, description="Position logging and radio draw besides [W].")
    kept_on_share: float = Field(
        default=0.25, ge=0, le=1, description="Of the time of a scene in which nothing is recorded, how much it is on."
    )
    waiting_share: float = Field(
        default=0.4, ge=0, le=1, description="What it draws while it is on and does not record, of what it draws then."
    )
    changed_at_share: float = Field(
        default=0.05, ge=0, lt=0.9, description="Charge at which a cell is changed rather than run flat."
    )
    card_fill_share: float = Field(default=0.95, gt=0.1, le=1, description="How full a card may become.")
    split_gb: float = Field(default=4, ge=0.1, le=100_000, description="A recording is cut into files of this size.")
    copies: int = Field(default=2, ge=1, le=5, description="Copies of a card before it is emptied.")
    copy_mb_s: float = Field(default=90, ge=0.1, le=100_000, description="How fast reader and disk copy [MB/s].")
    charging_efficiency: float = Field(default=0.85, ge=0.1, le=1, description="Of what a charger gives, what arrives.")
    ready_minutes: int = Field(
        default=30, ge=0, le=1440, description="How long before the first scene everything is charged and packed."
    )
