"""What every area takes: ml of each pile and tube, by pass, with coats, minutes and worth; all of it adds up to the plan."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

from ...areas.area import Area
from ...kit.sums import summed
from ...mixes.blends import shares_of
from ...mixes.mix_set import Mix
from ...paint.catalogue import paint
from ..films.ground import GROUND_MIX_ID
from ..step import PaintPass, Step
from ..units.minutes import coat_minutes
from .quantities import GESSO, PileUse


@dataclass(frozen=True)
class PilePaint:
    """Paint of a pile in a pass, in ml, with what stays in brush and palette."""

    mix: str
    pass_number: int
    volume_ml: float


@dataclass(frozen=True)
class AreaNeed:
    """What an area takes. `coats` is how often its surface is covered, `minutes` the hands-on time of its parts.

    `tubes` are ml by paint key (and white gesso, where the ground's white is that), `worth` their price, None where one has none.
    """

    area: str
    paint: tuple[PilePaint, ...]
    tubes: dict[str, float]
    medium_ml: float
    coats: float
    minutes: float
    worth: float | None

    @property
    def volume_ml(self) -> float:
        """Paint of all piles."""
        return sum(one.volume_ml for one in self.paint)

    @property
    def mass_g(self) -> float:
        """The weight of the tube paint in it."""
        return sum(ml * paint(key).density_kg_per_l for key, ml in self.tubes.items() if key != GESSO)

    @property
    def by_pile(self) -> dict[str, float]:
        """Ml of every pile over all passes."""
        return summed((one.mix, one.volume_ml) for one in self.paint)


@dataclass(frozen=True)
class Amounts:
    """The areas in their order, and the rows that no area takes, each with ml by pile and by tube; they add up to the totals.

    `beside` are: jobs beside the areas, what other piles take (of piles alone), the margin, and rounding up.
    """

    areas: tuple[AreaNeed, ...]
    beside: dict[str, tuple[dict[str, float], dict[str, float]]]
    piles: dict[str, float]
    tubes: dict[str, float]


JOBS, OTHER_PILES, MARGIN, ROUNDING = "jobs beside the areas", "into other piles", "margin", "rounding up"


def tubes_of(mix: Mix, volume_ml: float, *, in_gesso: bool = False) -> dict[str, float]:
    """Ml of tube paint in so much of a mix; `in_gesso` says that the ground's white is gesso."""
    recipe = mix.match.recipe
    swap = in_gesso and mix.id == GROUND_MIX_ID
    return summed(
        (GESSO if swap and key.startswith("PW") else key, volume_ml * parts / recipe.total)
        for key, parts in recipe.parts
    )


def amounts_of(
    areas: Sequence[Area],
    passes: Sequence[PaintPass],
    mix_of: Mapping[str, Mix],
    uses: Mapping[str, PileUse],
    prices: Mapping[str, float],
    *,
    in_gesso: bool = False,
) -> Amounts:
    """What every area takes. `mix_of` are piles and blends by id, `prices` are per ml of paint, `in_gesso` as in `tubes_of`."""
    by_area: dict[str, list[tuple[PaintPass, Step]]] = {}
    for one in passes:
        for step in one.steps:
            by_area.setdefault(step.area, []).append((one, step))
    minutes = _minutes(passes)

    def into(of: Mapping[str, float]) -> tuple[dict[str, float], dict[str, float]]:
        """Ml by pile, and of the tubes in them."""
        tubes = summed(pair for mix, ml in of.items() for pair in tubes_of(mix_of[mix], ml, in_gesso=in_gesso).items())
        return dict(of), tubes

    needs = []
    for area in areas:
        own = by_area.get(area.id, [])
        by_pile = summed(
            ((pile, one.number), step.volume_ml * share)
            for one, step in own
            for pile, share in shares_of(mix_of[step.mix]).items()
        )
        dabs = [PilePaint(pile, number, ml) for (pile, number), ml in by_pile.items()]
        _, tubes = into(summed((dab.mix, dab.volume_ml) for dab in dabs))
        known = all(key in prices for key in tubes if key != GESSO)
        needs.append(
            AreaNeed(
                area=area.id,
                paint=tuple(sorted(dabs, key=lambda dab: (dab.pass_number, dab.mix))),
                tubes=tubes,
                medium_ml=sum(step.medium_ml for _, step in own),
                coats=sum(step.area_cm2 * step.coats for _, step in own) / max(area.area_cm2, 1e-9),
                minutes=sum(minutes[step.id, one.number] for one, step in own),
                worth=sum(ml * prices.get(key, 0.0) for key, ml in tubes.items()) if known else None,
            )
        )
    beside = {
        JOBS: into({mix: use.jobs_ml for mix, use in uses.items()}),
        OTHER_PILES: ({mix: use.taken_ml for mix, use in uses.items()}, {}),
        MARGIN: into({mix: use.margin_ml for mix, use in uses.items()}),
        ROUNDING: into({mix: use.rounding_ml for mix, use in uses.items()}),
    }
    final = {mix: use.volume_ml - use.taken_ml for mix, use in uses.items()}
    return Amounts(tuple(needs), beside, {mix: use.volume_ml for mix, use in uses.items()}, into(final)[1])


def _minutes(passes: Sequence[PaintPass]) -> dict[tuple[str, int], float]:
    """Hands-on minutes of every step (id and number of its pass), the turning of its unit shared out by the time of laying."""
    found: dict[tuple[str, int], float] = {}
    for one in passes:
        steps = {step.id: step for step in one.steps}
        for unit in one.units:
            laying = {id_: steps[id_].coats * coat_minutes(steps[id_], one) for id_ in unit.steps}
            whole = sum(laying.values())
            for id_, own in laying.items():
                found[id_, one.number] = unit.total_minutes * own / whole
    return found
