"""Remember a method's answers as long as its object lives, and no longer."""

from collections.abc import Callable
from functools import wraps
from typing import Any, Concatenate, ParamSpec, TypeVar

Self = TypeVar("Self")
Given = ParamSpec("Given")
Answer = TypeVar("Answer")


def remembered(method: Callable[Concatenate[Self, Given], Answer]) -> Callable[Concatenate[Self, Given], Answer]:
    """A method that answers the same question once; its arguments are positional and hashable."""
    name = f"_{method.__name__}_remembered"

    @wraps(method)
    def answer(self: Self, /, *args: Given.args, **kwargs: Given.kwargs) -> Answer:
        kept: dict[Any, Answer] = self.__dict__.setdefault(name, {})
        if args not in kept:
            kept[args] = method(self, *args, **kwargs)
        return kept[args]

    return answer
