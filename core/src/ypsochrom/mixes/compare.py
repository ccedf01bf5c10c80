"""Two palettes for one picture: how near each comes, where it fails worst, how many piles and what it costs."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

import numpy as np

from ..colour.differences import in_words
from ..colour.types import Float, LabTriple, triple
from ..paint.catalogue import Paintbox
from .gather import Target, gather
from .reach import replaced
from .search import OUT_OF_REACH_DE00, nearest_recipes
from .table import table_for

_WORST = 5


@dataclass(frozen=True)
class Miss:
    """A target that a palette fails: what it is for, how far off (CIEDE2000), what comes instead, and that in words."""

    serves: str
    de00: float
    target_lab: LabTriple
    lab: LabTriple
    words: str


@dataclass(frozen=True)
class PaletteReport:
    """A palette judged against a picture's targets; errors are CIEDE2000, the mean one by area.

    `price` is what the tubes that the shelf lacks cost (None where a price is not known), `mixes` the number of piles.
    """

    keys: tuple[str, ...]
    mean_de00: float
    share_out: float
    worst: tuple[Miss, ...]
    mixes: int
    missing: tuple[str, ...]
    price: float | None


def judge(
    box: Paintbox, targets: Sequence[Target], *, on_shelf: Sequence[str], prices: Mapping[str, float] | None = None
) -> PaletteReport:
    """How well the box's paints serve the targets; `prices` are those of whole tubes by paint key."""
    table = table_for(box)
    goals = np.array([target.lab for target in targets])
    rows, apart = nearest_recipes(table, goals)
    area: Float = np.array([max(target.area_cm2, 1e-6) for target in targets])
    share = area / area.sum()
    missing = tuple(key for key in box.keys if key not in on_shelf)
    known = prices or {}
    worst = np.argsort(-apart, kind="stable")[:_WORST]
    instead = replaced(table, goals[worst])
    return PaletteReport(
        keys=box.keys,
        mean_de00=float(share @ apart),
        share_out=float(share[apart >= OUT_OF_REACH_DE00].sum()),
        worst=tuple(
            Miss(targets[i].serves, float(apart[i]), triple(goals[i]), triple(lab), in_words(lab, goals[i]))
            for i, lab in zip(worst.tolist(), instead, strict=True)
        ),
        mixes=len(gather(_as_reached(targets, table.lab[rows].astype(float)))),
        missing=missing,
        price=sum(known[key] for key in missing) if all(key in known for key in missing) else None,
    )


def _as_reached(targets: Sequence[Target], labs: Float) -> list[Target]:
    """The targets with the colours that they will get: what falls together needs one pile."""
    return [Target(t.serves, triple(lab), t.area_cm2) for t, lab in zip(targets, labs, strict=True)]
