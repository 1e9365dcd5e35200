"""Heat through a scene: how often a body has to rest, and whether the scene leaves it the time."""

from math import ceil

from steady_tide.core.document import Part
from steady_tide.core.ready.run import HAIR, Run


class Rests(Part):
    """A scene that is longer than a body runs in one go, and the pauses that make up for it [minutes].

    first_minutes: until the first pause, again_minutes: between later ones; each is rest_minutes long, switched off.
    lost: of the recording, what the scene leaves no time for.
    """

    scene: str
    minute: float
    first_minutes: float
    rest_minutes: float
    again_minutes: float
    pauses: int
    lost: float


def rests_of(run: Run) -> Rests | None:
    """The rests a scene takes; None where its recording goes through in one go.

    Counts as if all were recorded in one go as far as heat lets it; waiting between takes rests it besides.
    """
    warming, wanted = run.running.warming, run.running.minutes
    if warming is None or wanted <= warming.first_minutes + HAIR:
        return None
    rounds = _pauses(wanted - warming.first_minutes, warming.again_minutes)
    room = run.minutes - warming.first_minutes
    a_round = warming.rest_minutes + warming.again_minutes
    whole = int((room + HAIR) // a_round) if a_round > 0 else 0
    begun = max(room - whole * a_round - warming.rest_minutes, 0.0)
    possible = warming.first_minutes + whole * warming.again_minutes + min(begun, warming.again_minutes)
    return Rests(
        scene=run.scene,
        minute=run.start + warming.first_minutes,
        first_minutes=warming.first_minutes,
        rest_minutes=warming.rest_minutes,
        again_minutes=warming.again_minutes,
        pauses=rounds,
        lost=round(max(wanted - possible, 0.0), 3),
    )


def _pauses(left: float, again: float) -> int:
    """Pauses that some minutes take; one where no number of them would do."""
    return ceil(left / again - HAIR) if again > 0 else 1
