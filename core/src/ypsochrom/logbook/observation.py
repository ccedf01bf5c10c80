"""What really happened beside what was expected: the log's facts, one a line, in an open format (docs/plan-schema, log-1).

`expected` is always by the usual factors, whatever a plan was made with, so that facts of different years go together.
"""

import json
import math
from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, field
from datetime import UTC, datetime
from typing import Literal, get_args

from ..kit.advice import Advice
from ..kit.errors import BadSetting

What = Literal["ml", "loss", "minutes", "mixing", "drying", "shift", "value", "dose"]
WHATS: tuple[What, ...] = get_args(What)
"""Paint taken, and what of it (ml) was lost in brush and palette; minutes at a unit, at mixing a pile, until a coat was dry; how
far paint went from wet to dry (CIELAB); a value that a place dried to (Munsell steps); parts of a dose."""

By = Literal["depth", "parts", "edges", "brush"]
BYS: tuple[By, ...] = get_args(By)
"""How else an observation can be parted: by the plane of depth, how many parts and edges the unit has, its brush."""

ABSURD = 20.0
"""What is found so many times what was expected, or so many times less, was typed or ticked wrong."""

_LONGEST = 120
_VALUE_MOST = 10.0


@dataclass(frozen=True)
class Observation:
    """One fact. `id` counts once; `at` is aware; `of` is what it was seen at: a technique, a medium, a tube, a value step.

    `also` parts it in other ways, as in {"depth": "back"}. `found` and `expected` have the unit of `what`; for a loss
    `expected` is what was taken.
    """

    id: str
    at: datetime
    painting: str
    what: What
    of: str
    expected: float
    found: float
    also: Mapping[By, str] = field(default_factory=dict)

    def __post_init__(self) -> None:
        if self.what not in WHATS:
            raise BadSetting(f"There is no observation of {self.what!r}.", f"Choose one of: {', '.join(WHATS)}.")
        if not (math.isfinite(self.expected) and math.isfinite(self.found)):
            raise BadSetting("An observation is not a number.", "Leave it out, or write what was seen.")
        if self.what == "value":
            if not (0 <= self.expected <= _VALUE_MOST and 0 <= self.found <= _VALUE_MOST):
                raise BadSetting(f"A value of {self.found:g} is outside 0 to 10.", "Give it in Munsell steps.")
        elif self.expected <= 0 or self.found < 0 or (self.found == 0 and self.what != "loss"):
            raise BadSetting(
                f"{self.found:g} where {self.expected:g} was expected is no amount.", "Give amounts above 0."
            )
        elif self.what == "loss":
            if self.found >= self.expected:
                raise BadSetting("More was lost than was taken.", "Give what was taken, and of that what was lost.")
        elif not 1 / ABSURD <= self.found / self.expected <= ABSURD:
            raise BadSetting(
                f"{self.found:g} where {self.expected:g} was expected is more than {ABSURD:g} times off.",
                "It counts for nothing: look at the entry again.",
            )


def in_order(observations: Iterable[Observation]) -> tuple[Observation, ...]:
    """By time, then id; what came twice once, as it came first."""
    found: dict[str, Observation] = {}
    for one in sorted(observations, key=lambda one: (one.at, one.id)):
        found.setdefault(one.id, one)
    return tuple(found.values())


def lines(observations: Sequence[Observation]) -> str:
    """Observations as JSON lines."""
    return "".join(
        json.dumps(
            {
                "id": one.id,
                "at": one.at.isoformat(),
                "painting": one.painting,
                "what": one.what,
                "of": one.of,
                "expected": one.expected,
                "found": one.found,
                **({"also": dict(one.also)} if one.also else {}),
            },
            ensure_ascii=False,
        )
        + "\n"
        for one in observations
    )


def read_lines(text: str) -> tuple[tuple[Observation, ...], tuple[Advice, ...]]:
    """The inverse of `lines`, in order; of lines that say nothing, which and why. Blank lines are nothing."""
    found, refused = [], []
    for number, line in enumerate(text.splitlines(), start=1):
        if not line.strip():
            continue
        try:
            found.append(_read(line))
        except BadSetting as problem:
            refused.append(
                Advice(
                    "logbook.W001",
                    "warning",
                    f"Line {number} is left out: {problem.message}",
                    problem.hint,
                    str(number),
                )
            )
    return in_order(found), tuple(refused)


def _read(line: str) -> Observation:
    try:
        given = json.loads(line)
        at = datetime.fromisoformat(given["at"])
        return Observation(
            id=str(given["id"])[:_LONGEST],
            at=at if at.tzinfo is not None else at.replace(tzinfo=UTC),
            painting=str(given["painting"])[:_LONGEST],
            what=given["what"],
            of=str(given.get("of", ""))[:_LONGEST],
            expected=float(given["expected"]),
            found=float(given["found"]),
            also=_also(given.get("also", {})),
        )
    except (ValueError, TypeError, KeyError, AttributeError) as damage:
        raise BadSetting("it is no observation.", "Write id, at, painting, what, of, expected and found.") from damage


def _also(given: dict[str, object]) -> dict[By, str]:
    return {by: str(of)[:_LONGEST] for by in BYS if (of := dict(given).get(by))}
