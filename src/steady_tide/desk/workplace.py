"""Where a creator's work is done: one account's rows, and what the service keeps for all who plan."""

from dataclasses import dataclass, field

from steady_tide.core.light.gazetteer import Gazetteer
from steady_tide.core.memo import Shelf
from steady_tide.desk.compute.heavens import Heavens
from steady_tide.desk.compute.inputs import Documents, Sketches
from steady_tide.desk.compute.planners import Carried, Here, Planners
from steady_tide.desk.compute.renderers import Renderers, RenderersHere
from steady_tide.desk.views import Outcome
from steady_tide.store.owned import Rows


@dataclass(frozen=True)
class Shared:
    """What is worked out once for everybody, each part bounded; lives as long as the service. Safe between threads."""

    planners: Planners = field(default_factory=Here)
    renderers: Renderers = field(default_factory=RenderersHere)
    sketches: Sketches = field(default_factory=Sketches)
    documents: Documents = field(default_factory=Documents)
    outcomes: Shelf[str, Outcome] = field(default_factory=lambda: Shelf(64))
    """The latest whole plans by what they were made from."""
    carried: Shelf[str, Carried] = field(default_factory=lambda: Shelf(256))
    """What is taken along into the field of a camera, by what its plan was made from."""
    secrets: Shelf[str, bytes] = field(default_factory=lambda: Shelf(4))
    """What the service signs with, by its purpose."""
    heavens: Heavens = field(default_factory=Heavens)
    gazetteer: Gazetteer = field(default_factory=Gazetteer)


@dataclass(frozen=True)
class Workplace:
    """One account's rows within one transaction, with what the service shares.

    memory: what was read in this transaction and is asked for again, by what it is.
    """

    rows: Rows
    shared: Shared
    memory: dict[object, tuple[int, object]] = field(default_factory=dict, compare=False)
