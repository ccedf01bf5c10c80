"""The last few things that were worked out, by what they were worked out from; shared by all threads."""

from collections import OrderedDict
from threading import Lock
from typing import Generic, TypeVar

K = TypeVar("K")
V = TypeVar("V")


class Recent(Generic[K, V]):
    """At most `most` results; the one that was asked for longest ago goes first."""

    def __init__(self, most: int) -> None:
        self._most = most
        self._kept: OrderedDict[K, V] = OrderedDict()
        self._lock = Lock()

    def get(self, key: K) -> V | None:
        """The result, or None."""
        with self._lock:
            if key not in self._kept:
                return None
            self._kept.move_to_end(key)
            return self._kept[key]

    def forget(self) -> None:
        """Forget everything."""
        with self._lock:
            self._kept.clear()

    def keep(self, key: K, result: V) -> V:
        """Keep a result, and give it back."""
        with self._lock:
            self._kept[key] = result
            self._kept.move_to_end(key)
            while len(self._kept) > self._most:
                self._kept.popitem(last=False)
        return result
