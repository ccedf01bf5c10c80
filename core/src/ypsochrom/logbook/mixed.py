"""The swatch book: every pile that was mixed, of which tubes, and how it came out; the nearest ones to a colour."""

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass
from datetime import datetime

import numpy as np

from ..colour.ciede2000 import delta_e_2000
from ..colour.munsell import lab_to_value
from ..colour.types import Lab, LabTriple, triple
from ..colour.written import read_colour
from ..kit.errors import YpsochromError
from ..mixes.piles import is_tube
from ..mixes.told import ToldDose
from ..paint import appearance
from ..paint.catalogue import Paintbox, paint
from ..sittings.easel.acts import Act
from ..sittings.easel.worklist import ListedPile, WorkList
from .observation import Observation

NEAR_DE00 = 6.0
"""A pile that came out within this of a target has been mixed before, to a painter's eye: a touch of something mends it."""

SAME_DE00 = 2.0
"""Within this it is the same colour for a painter who mixes by eye."""

MOST_ALIKE = 8


_OFF_WORDS = ((1.0, "as planned"), (3.0, "close"), (NEAR_DE00, "seen side by side"), (np.inf, "another colour"))
"""Upper ends in CIEDE2000; one is what an eye just tells side by side (common practice)."""


@dataclass(frozen=True)
class MixedPile:
    """A pile as it was mixed: `parts` are ml by tube (paint key), `planned` its dry colour as planned, `came_out` as measured.

    `wet` is its colour as it was read wet.
    """

    id: str
    at: datetime
    name: str
    parts: Mapping[str, float]
    planned: LabTriple
    came_out: LabTriple | None = None
    wet: LabTriple | None = None

    @property
    def lab(self) -> LabTriple:
        """Its dry colour as far as it is known."""
        return self.planned if self.came_out is None else self.came_out

    @property
    def value(self) -> float:
        """Its Munsell value as far as it is known."""
        return float(lab_to_value(np.array(self.lab)))

    @property
    def off_in_words(self) -> str:
        """How far it came out from what was planned, in words; "" where nobody measured it."""
        if self.off_de00 is None:
            return ""
        return next(words for end, words in _OFF_WORDS if self.off_de00 < end)

    @property
    def off_de00(self) -> float | None:
        """How far it came out from what was planned; None where nobody measured it."""
        return None if self.came_out is None else _apart(self.planned, self.came_out)


def mixed_at_the_easel(acts: Sequence[Act], worklist: WorkList) -> tuple[MixedPile, ...]:
    """Piles whose mixing was done, with the doses that were weighed in the place of those planned; what was put back is not."""
    done: dict[str, datetime] = {}
    weighed: dict[str, dict[str, float]] = {}
    for act in acts:
        task = worklist.task_of.get(act.task or "")
        if act.kind == "weighed" and act.pile is not None and act.ml is not None:
            weighed.setdefault(act.pile, {})[act.text] = act.ml
        if task is None or task.kind != "mixing":
            continue
        if act.kind == "done":
            done.setdefault(task.subject, act.at)
        elif act.kind == "back":
            done.pop(task.subject, None)
    found = []
    for pile_id, at in done.items():
        pile = worklist.pile_of.get(pile_id)
        parts = {} if pile is None else in_tubes(pile, worklist.pile_of, weighed)
        if pile is not None and parts:
            found.append(MixedPile(pile_id, at, pile.name, parts, planned_lab(pile)))
    return tuple(found)


def planned_lab(pile: ListedPile) -> LabTriple:
    """The planned dry colour; of a list taken by an earlier version what the screen showed."""
    return triple(read_colour(pile.dry)) if pile.lab_dry is None else pile.lab_dry


_AS_PLANNED: Mapping[str, Mapping[str, float]] = {}


def in_tubes(
    pile: ListedPile, piles: Mapping[str, ListedPile], weighed: Mapping[str, Mapping[str, float]] = _AS_PLANNED
) -> dict[str, float]:
    """The ml of every tube in a pile, those of the piles it is made from among them."""
    found: dict[str, float] = {}
    for dose in pile.doses:
        ml = _laid(dose, weighed.get(pile.id, {}))
        if is_tube(dose.source):
            found[dose.source] = found.get(dose.source, 0.0) + ml
        elif dose.source in piles:
            base = in_tubes(piles[dose.source], piles, weighed)
            whole = sum(base.values())
            for key, own in base.items():
                found[key] = found.get(key, 0.0) + ml * own / whole
    return found


def _laid(dose: ToldDose, weighed: Mapping[str, float]) -> float:
    return weighed.get(dose.source, dose.volume_ml)


def alike(piles: Iterable[MixedPile], target: Lab, most: int = MOST_ALIKE) -> tuple[tuple[MixedPile, float], ...]:
    """The piles nearest to a dry colour with their CIEDE2000 from it, the nearest first; of equals the one that was measured,
    then the later one."""
    own = list(piles)
    if not own:
        return ()
    away = np.atleast_1d(delta_e_2000(np.array([one.lab for one in own]), np.asarray(target, dtype=float)))
    order = sorted(range(len(own)), key=lambda at: (away[at], own[at].came_out is None, -own[at].at.timestamp()))
    return tuple((own[at], float(away[at])) for at in order[:most])


def seen_in_swatches(piles: Iterable[MixedPile], painting: str) -> tuple[Observation, ...]:
    """How far piles that were read wet and dry went, against what is usual for such a mix by the catalogue.

    Told of the tube there is most of beside white.
    """
    found = []
    for pile in piles:
        if pile.wet is None or pile.came_out is None:
            continue
        own = Paintbox.of(paint(key) for key in pile.parts)
        wet, dry = appearance.wet_lab_of_pile(pile.parts, own), appearance.dry_lab_of_pile(pile.parts, own)
        usual = float(np.linalg.norm(wet - dry))
        went = float(np.linalg.norm(np.array(pile.wet) - np.array(pile.came_out)))
        of = max(own.paints, key=lambda one: (not one.is_white, pile.parts[one.key], one.key)).name
        try:
            found.append(Observation(f"{painting}/shift/{pile.id}", pile.at, painting, "shift", of, usual, went))
        except YpsochromError:
            continue
    return tuple(found)


def by_colour(piles: Iterable[MixedPile]) -> tuple[MixedPile, ...]:
    """As a book of swatches lies: by value from light to dark, within a value by hue, neutrals first."""

    def place(one: MixedPile) -> tuple[int, float, str]:
        _, a, b = one.lab
        chroma = float(np.hypot(a, b))
        hue = -1.0 if chroma < _NEUTRAL_CHROMA else float(np.degrees(np.arctan2(b, a)) % 360)
        return -round(one.value), hue, one.id

    return tuple(sorted(piles, key=place))


_NEUTRAL_CHROMA = 5.0


def _apart(one: LabTriple, other: LabTriple) -> float:
    return float(delta_e_2000(np.array(one), np.array(other)))
