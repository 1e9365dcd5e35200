"""Turns: served in turn, refused early and in words, nothing held while waiting."""

import asyncio
from collections.abc import Awaitable, Callable

import pytest

from steady_tide.api.guards.turns import Busy, Turns


def run(work: Callable[[], Awaitable[None]]) -> None:
    """In an event loop of its own thread: a browser may hold the one here."""
    from concurrent.futures import ThreadPoolExecutor

    async def whole() -> None:
        await work()

    with ThreadPoolExecutor(1) as thread:
        thread.submit(lambda: asyncio.run(whole())).result()


def test_places_are_handed_on_in_turn_however_much_one_asks_for() -> None:
    served: list[str] = []

    async def work() -> None:
        turns = Turns(1, each=1, waiting=20, patience_s=30)
        begin = asyncio.Event()

        async def ask(who: str) -> None:
            async with turns.one(who):
                await begin.wait()
                served.append(who)

        greedy = [asyncio.create_task(ask("greedy")) for _ in range(5)]
        await asyncio.sleep(0)
        others = [asyncio.create_task(ask(who)) for who in ("first", "second")]
        await asyncio.sleep(0)
        begin.set()
        await asyncio.gather(*greedy, *others)
        assert (turns.free, turns.waiting) == (1, 0)

    run(work)
    assert served[:4] == ["greedy", "greedy", "first", "second"]


def test_nobody_has_more_places_than_are_for_one() -> None:
    async def work() -> None:
        turns = Turns(4, each=2, waiting=20, patience_s=30)
        async with turns.one("greedy"), turns.one("greedy"):
            third = asyncio.create_task(turns.one("greedy").__aenter__())
            await asyncio.sleep(0)
            assert turns.free == 2 and turns.waiting == 1
            async with turns.one("other"):
                assert turns.free == 1
            third.cancel()
            await asyncio.gather(third, return_exceptions=True)
        assert turns.free == 4 and turns.waiting == 0

    run(work)


def test_with_the_queue_full_it_is_who_asks_most_that_is_turned_away() -> None:
    async def work() -> None:
        turns = Turns(1, each=1, waiting=3, patience_s=30)

        async def ask(who: str) -> str:
            async with turns.one(who):
                return who

        async with turns.one("holder"):
            greedy = [asyncio.create_task(ask("greedy")) for _ in range(3)]
            await asyncio.sleep(0)
            other = asyncio.create_task(ask("other"))
            await asyncio.sleep(0)
            with pytest.raises(Busy):
                await ask("greedy")
        told = await asyncio.gather(*greedy, other, return_exceptions=True)
        assert [isinstance(one, Busy) for one in told] == [False, False, True, False]
        assert turns.refused == 2 and turns.free == 1

    run(work)


def test_who_waits_too_long_is_told_so_and_leaves_the_queue() -> None:
    async def work() -> None:
        turns = Turns(1, each=1, waiting=3, patience_s=0)
        async with turns.one("holder"):
            with pytest.raises(Busy, match="nothing was changed"):
                await turns.one("other").__aenter__()
            assert turns.waiting == 0
        assert turns.free == 1

    run(work)


def test_places_are_handed_on_between_event_loops() -> None:
    turns = Turns(1, each=1, waiting=30, patience_s=30)
    held: list[int] = []

    async def ask(number: int) -> None:
        for _ in range(20):
            async with turns.one(str(number)):
                held.append(turns.places - turns.free)
                await asyncio.sleep(0)

    from concurrent.futures import ThreadPoolExecutor

    with ThreadPoolExecutor(4) as threads:
        list(threads.map(lambda number: asyncio.run(ask(number)), range(4)))
    assert held == [1] * 80 and turns.free == 1
