"""Plans in processes of their own: as many as there are cores.

What is asked and answered is pickled; a camera, which is large and asked about again and again, goes along as the
bytes it was pickled to once, and each process keeps those it has read.
"""

import hashlib
import io
import pickle
from collections.abc import Callable
from typing import Any, Concatenate, Final, NamedTuple, ParamSpec, TypeVar

from steady_tide.core.kit.device import Device
from steady_tide.core.memo import Shelf
from steady_tide.core.plan.physics.space import Spaces
from steady_tide.work.processes import Processes

Told = ParamSpec("Told")
Answer = TypeVar("Answer")

PATIENCE_S: Final = 8.0
"""How long an answer is waited for [s], before it is told as not there yet. On a slow machine a plan takes 0.1 s."""
MOST_CPU_S: Final = 120.0
"""What one question may compute [s of a processor]; the longest, presets of many scenes, takes some seconds."""
KEPT: Final = 64
"""How many cameras each process keeps ready."""


class _Packed(NamedTuple):
    """A camera as it goes along. held: itself, so that its identity is not given to another."""

    held: Device
    digest: str
    content: bytes


class _Packer(pickle.Pickler):
    """Pickles everything but cameras, which go by what they were packed to."""

    def __init__(self, file: io.BytesIO, packed: Shelf[int, _Packed]) -> None:
        super().__init__(file, protocol=pickle.HIGHEST_PROTOCOL)
        self._packed = packed

    def persistent_id(self, found: object) -> tuple[str, bytes] | None:
        """What stands for a camera; None for anything else."""
        if not isinstance(found, Device):
            return None
        packed = self._packed.of(id(found), lambda: _pack(found))
        return packed.digest, packed.content


def _pack(device: Device) -> _Packed:
    content = pickle.dumps(device, pickle.HIGHEST_PROTOCOL)
    return _Packed(device, hashlib.sha256(content).hexdigest(), content)


class _Unpacker(pickle.Unpickler):
    def persistent_load(self, pid: Any) -> Device:
        """The camera that was packed."""
        digest, content = pid
        return _KEPT.of(digest, lambda: pickle.loads(content))


_KEPT: Shelf[str, Device] = Shelf(KEPT)
_SPACES = Spaces(KEPT)
"""What each process of a pool keeps for itself."""


def _answered(packed: bytes) -> bytes:
    question, told, named = _Unpacker(io.BytesIO(packed)).load()
    return pickle.dumps(question(_SPACES, *told, **named), pickle.HIGHEST_PROTOCOL)


class Pool:
    """So many processes that plan. Close it at the end."""

    def __init__(self, processes: int, *, patience_s: float = PATIENCE_S, most_cpu_s: float = MOST_CPU_S) -> None:
        self._packed: Shelf[int, _Packed] = Shelf(128)
        self.processes = Processes(
            processes,
            name="planner",
            preload="steady_tide.desk.compute.planners",
            patience_s=patience_s,
            most_cpu_s=most_cpu_s,
        )

    @property
    def at_once(self) -> int:
        """How many questions are worked on at once."""
        return self.processes.count

    def ask(
        self, question: Callable[Concatenate[Spaces, Told], Answer], *told: Told.args, **named: Told.kwargs
    ) -> Answer:
        """The answer of another process. Raises as `Planners.ask`."""
        sheet = io.BytesIO()
        _Packer(sheet, self._packed).dump((question, told, named))
        packed = sheet.getvalue()
        answer: Answer = pickle.loads(self.processes.do(_answered, packed, key=hashlib.sha256(packed).digest()))
        return answer

    def warm(self) -> None:
        """Have every process begin, so that the first plan need not wait for it; returns at once."""
        self.processes.warm()

    def close(self) -> None:
        """Stop every process; none is begun after."""
        self.processes.close()
