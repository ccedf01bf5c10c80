"""The graph at work on one painting: keys, what is out of date and why, and bringing it up to date in the order of the work."""

from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass, field
from functools import cached_property
from typing import Any, Generic, Literal, TypeVar

from ..kit import codec
from ..kit.codec import Json, OldDocument
from ..kit.progress import Progress, part_of, silent
from .files import Files
from .inputs import Inputs
from .memory import Memory

T = TypeVar("T")
F = TypeVar("F")
D = TypeVar("D")
State = Literal["missing", "stale", "current"]


@dataclass(frozen=True)
class Node(Generic[T]):
    """One thing that is made on the way to a plan.

    `needs` are the nodes it is made from, `takes` the parts of the inputs it depends on, under the painter's words for them; so
    what is not named in either cannot change it. `version` rises when the same inputs would give another result.
    `compute(work, progress)` makes it, `write(result, files)` gives the body of its document, `read(body, work)` is the inverse
    of that. `doing` is what progress says, `minutes` its usual share of the whole work.
    """

    name: str
    version: int
    needs: tuple[str, ...]
    takes: Mapping[str, Callable[[Inputs], Any]]
    compute: Callable[["Work", Progress], T]
    write: Callable[[T, Files], Json]
    read: Callable[[Json, "Work"], T]
    doing: str
    weight: float = 1.0


@dataclass(frozen=True)
class Key:
    """What a result was made from: the fingerprint of every input that it or what it needs takes, and the keys of what it needs.

    An input is named by its node and the painter's words for it.
    """

    node: str
    version: int
    takes: Mapping[str, str]
    needs: Mapping[str, str]

    @property
    def digest(self) -> str:
        """The key in short."""
        return codec.fingerprint([self.node, self.version, self.takes, self.needs])


@dataclass(frozen=True, eq=False)
class Kept:
    """A result as it is stored: the key it was made for, a hash of its body, and how to load that body."""

    key: Key
    stamp: str
    load: Callable[[], Json] = field(repr=False)

    @cached_property
    def body(self) -> Json:
        """The body of the document; `OldDocument` when it cannot be loaded."""
        return self.load()

    @classmethod
    def of(cls, key: Key, body: Json) -> "Kept":
        """A result that was just made."""
        return cls(key, codec.stamp(body), lambda: body)


class Work:
    """The work on one painting: its inputs, what has been made so far, and where that is kept.

    `kept` gives what was stored, by node; `keep` is called with everything that is made. Nothing is made before it is asked for.
    """

    def __init__(
        self,
        nodes: Mapping[str, Node[Any]],
        inputs: Inputs,
        files: Files,
        kept: Mapping[str, Kept] | None = None,
        keep: Callable[[Kept], None] | None = None,
        memory: Memory | None = None,
    ) -> None:
        self.nodes = nodes
        self.inputs = inputs
        self.files = files
        self._kept = dict(kept or {})
        self._keep = keep
        self._memory = memory or Memory()
        self._keys: dict[str, Key] = {}
        self._depends: dict[str, tuple[str, ...]] = {}
        self._read: dict[str, Any] = {}

    def key(self, name: str) -> Key:
        """The key that a node's result has today."""
        if name not in self._keys:
            node = self.nodes[name]
            needs = {other: self.key(other).digest for other in node.needs}
            takes = {word: value for other in node.needs for word, value in self.key(other).takes.items()}
            takes |= {f"{name}: {word}": codec.fingerprint(part(self.inputs)) for word, part in node.takes.items()}
            self._keys[name] = Key(name, node.version, takes, needs)
        return self._keys[name]

    def state(self, name: str) -> State:
        """Whether a node's result is there and made from what the inputs are today.

        What was made for today's inputs is stale, too, while something it was made from is there for others: after an undo old
        pictures are right again a moment before their plan has been made again, and do not belong to the plan that is there.
        """
        kept = self._kept.get(name)
        if kept is None:
            return "missing"
        right = all(self._is_for_today(one) for one in self.depends_on(name) if one == name or one in self._kept)
        return "current" if right else "stale"

    def _is_for_today(self, name: str) -> bool:
        return self._kept[name].key == self.key(name)

    def why(self, name: str) -> tuple[str, ...]:
        """The parts of the inputs that have changed since a node's result was made, its own and those of what it needs."""
        kept, now = self._kept.get(name), self.key(name)
        if kept is None or self.state(name) == "current":
            return ()
        if kept.key == now:
            return next((found for other in self.nodes[name].needs if (found := self.why(other))), ())
        changed = [word for word, value in now.takes.items() if kept.key.takes.get(word, value) != value]
        return tuple(dict.fromkeys(word.split(": ", 1)[1] for word in changed)) or ("the application",)

    def last_from(self, name: str, *others: str) -> bool:
        """Whether what was made last of a node was made from what these nodes are today."""
        kept = self._kept.get(name)
        return kept is not None and all(kept.key.needs.get(one) == self.key(one).digest for one in others)

    def depends_on(self, name: str) -> tuple[str, ...]:
        """A node and all that it is made from, in the order of the work."""
        if name not in self._depends:
            wanted: list[str] = []
            for other in self.nodes[name].needs:
                wanted += [one for one in self.depends_on(other) if one not in wanted]
            self._depends[name] = (*wanted, name)
        return self._depends[name]

    def last(self, name: str) -> Any | None:
        """What was made last, whether or not it is out of date; None where there is none that today's code can read."""
        kept = self._kept.get(name)
        if kept is None:
            return None
        if name not in self._read:
            known = self._memory.get(name, kept.stamp)
            if known is None:
                try:
                    known = self.nodes[name].read(kept.body, self)
                except OldDocument:
                    del self._kept[name]
                    return None
            self._remember(kept, known)
        return self._read[name]

    def facts(self, name: str, kind: type[F]) -> F | None:
        """What was made last without its pixels, as the dataclass its body is written from; None where there is none."""
        kept = self._kept.get(name)
        if kept is None:
            return None
        known = self._memory.get(f"{name} facts", kept.stamp)
        if known is None:
            try:
                known = codec.read(kept.body, kind)
            except OldDocument:
                del self._kept[name]
                return None
            self._memory.keep(f"{name} facts", kept.stamp, known)
        return known

    def facts_now(self, name: str, kind: type[F]) -> F:
        """The same, made now where there is none."""
        found = self.facts(name, kind)
        if found is None:
            self.now(name)
            found = self.facts(name, kind)
        assert found is not None  # it was just made
        return found

    def stamp(self, name: str) -> str:
        """A hash of what was made last, and of whether that is what today's inputs ask for; "" where there is none."""
        kept = self._kept.get(name)
        return "" if kept is None else f"{kept.stamp} {self.state(name)}"

    def now(self, name: str, progress: Progress = silent) -> Any:
        """A node's result as of today's inputs: as it is kept, or made now together with what it needs."""
        if self.state(name) == "current" and (result := self.last(name)) is not None:
            return result
        node = self.nodes[name]
        for other in node.needs:
            if self.state(other) != "current":  # what is current is read only where it is asked for
                self.now(other)
        if self.state(name) == "current" and (result := self.last(name)) is not None:
            return result  # made anew, what it needs is what it was made from
        progress(0.0, node.doing)
        made = node.compute(self, progress)
        if self._keep is None:  # nobody keeps it, so nothing is written
            self._kept[name], self._read[name] = Kept(self.key(name), "", lambda: None), made
            return made
        kept = Kept.of(self.key(name), node.write(made, self.files))
        self._kept[name] = kept
        self._remember(kept, made)
        self._keep(kept)
        return made

    def derived(self, what: str, nodes: Sequence[str], more: object, make: Callable[[], D]) -> D:
        """What follows from these nodes as of today's inputs, and from `more`; kept in memory, for the next who asks."""
        key = repr([*(self.key(name).digest for name in nodes), more])
        known: D | None = self._memory.get(what, key)
        if known is None:
            known = make()
            self._memory.keep(what, key, known)
        return known

    def bring(self, goal: str, progress: Progress = silent) -> None:
        """Make everything up to and including a node that is missing or out of date, in the order of the work."""
        names = [name for name in self.depends_on(goal) if self.state(name) != "current" or self.last(name) is None]
        total = sum(self.nodes[name].weight for name in names)
        done = 0.0
        for name in names:
            weight = self.nodes[name].weight
            self.now(name, part_of(progress, done / total, (done + weight) / total))
            done += weight
        progress(1.0, self.nodes[goal].doing)

    def _remember(self, kept: Kept, result: Any) -> None:
        self._read[kept.key.node] = result
        self._memory.keep(kept.key.node, kept.stamp, result)
