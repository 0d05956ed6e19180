"""Work shared out over processes, its results in the order in which it was given."""

from __future__ import annotations

import gc
from collections import deque
from collections.abc import Callable, Iterator
from concurrent.futures import Future, ProcessPoolExecutor
from multiprocessing import get_all_start_methods, get_context
from typing import TypeVar

A = TypeVar("A")
B = TypeVar("B")


def in_processes(
    work: Callable[[A], B], pieces: Iterator[A], processes: int, is_heavy: Callable[[A], bool]
) -> Iterator[B]:
    """``work`` done on each piece, the heavy ones in processes of their own, few at a time.

    What was imported is frozen there, so that no collection walks through it again.
    """
    if processes < 2 or "fork" not in get_all_start_methods():
        yield from map(work, pieces)
        return
    forked = get_context("fork")
    with ProcessPoolExecutor(processes, mp_context=forked, initializer=gc.freeze) as pool:
        under_way: deque[Future[B]] = deque()
        for piece in pieces:
            if is_heavy(piece):
                under_way.append(pool.submit(work, piece))
            else:
                done: Future[B] = Future()
                done.set_result(work(piece))
                under_way.append(done)
            if len(under_way) > 2 * processes:
                yield under_way.popleft().result()
        while under_way:
            yield under_way.popleft().result()
