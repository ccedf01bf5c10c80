"""The mixes of a painting: its targets gathered, each group solved, named, and where it falls short, said so."""

import itertools
from collections import Counter
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace
from functools import cached_property

import numpy as np

from ..areas.area import Area, numbered, place_in_words
from ..areas.families import Family
from ..areas.names import advice_in_words, in_words, place_mark
from ..colour.ciede2000 import delta_e_2000
from ..colour.types import Float, Lab, LabTriple, triple
from ..colour.words import colour_name
from ..kit.advice import Advice
from ..kit.errors import BadSetting
from ..kit.progress import Progress, silent
from ..paint import appearance
from ..paint.catalogue import Paintbox
from ..values.scale import USUAL_RANGE, PaintRange, lab_in_paint_range
from .gather import MOST_MIXES, Target, gather, mean_colour
from .palette import best_tubes
from .piles import EVER_PARTS, MOST_OF_A_TINTER, Dose, Mixed, Piles, piles_of
from .recipe import Recipe
from .search import OUT_OF_REACH_DE00, Match, evaluate

USUAL_TUBES = 8
"""Most painters choose four to eight tubes for one painting; common practice."""

STILL_THE_SAME_DE00 = 6.0
"""A target that moved by less than this is still the one for which a recipe was kept."""

_LEAST_CARE, _MOST_CARE = 0.7, 2.5
"""A pile that covers much of the picture is worth more doses than one for a corner: the root of its surface against the usual
pile's, within these bounds. Chosen on the kettle and five photographs; eleven others came out the same in the mean."""

_OUT_DE00 = 1.5
"""A colour is out of reach for gathering from here on: nearer than this a hand does not tell what it aims at."""

VALUE_OFF = 0.35
"""From here on a mix is reported as off in value: between a quarter and half a step."""


Part = tuple[str, Family]
"""An area's id and one of its value families."""


@dataclass(frozen=True)
class WorstPart:
    """The part of an area that is farthest (CIEDE2000) from the pile that serves it."""

    area: str
    family: Family
    de00: float

    @property
    def is_far(self) -> bool:
        """Whether the eye sees without comparing that the part is another colour."""
        return self.de00 >= OUT_OF_REACH_DE00


@dataclass(frozen=True)
class Mix:
    """One pile: its match against the target, a name, and the parts it serves. Or a blend of two piles, mixed on the palette.

    `doses` are what it is mixed of, tubes and piles before it in a plan's order; empty means the paints of its recipe, which is
    always the pile in tube paint alone. `expected_de00` is how far from the target a hand is expected to come, and
    `likely_worst_de00` what it stays under nine times in ten; None where the recipe is the painter's own.
    """

    id: str
    name: str
    match: Match
    serves: tuple[Part, ...]
    doses: tuple[Dose, ...] = ()
    expected_de00: float | None = None
    likely_worst_de00: float | None = None
    worst_part: WorstPart | None = None

    @property
    def made_from(self) -> tuple[Dose, ...]:
        """What it is mixed of, in the order of adding."""
        return self.doses or tuple(Dose(key, parts) for key, parts in self.match.recipe.parts)

    @property
    def total_parts(self) -> float:
        """The parts of the whole pile."""
        return sum(dose.parts for dose in self.made_from)


@dataclass(frozen=True)
class Band:
    """One pile of a gradation's string: `at` is its place on the axis, 0 at the light end, 1 at the dark; `share` is what it is
    of the gradation's paint; `doses` are the piles of the painting that it is put together of, in parts to count; `match` judges
    it against the colour there."""

    at: float
    share: float
    doses: tuple[Dose, ...]
    match: Match

    @property
    def total_parts(self) -> float:
        """The parts that it is put together of."""
        return sum(dose.parts for dose in self.doses)


@dataclass(frozen=True)
class PileString:
    """The string of piles of an area's gradation, light to dark, with the sides on which its ends lie.

    `even` is by part the pile (or the blend, in doses) that the part looks like as a whole.
    """

    area: str
    light_end: str
    dark_end: str
    bands: tuple[Band, ...]
    even: Mapping[Family, tuple[Dose, ...]]

    @property
    def piles(self) -> frozenset[str]:
        """The piles (ids) that it is put together of."""
        return frozenset(dose.source for band in self.bands for dose in band.doses)


@dataclass(frozen=True)
class MixSet:
    """The palette's paints, the piles to be mixed (darkest first), advice, and blends of piles with what they serve.

    `strings` are those of gradations; what serves their parts are blends, too.
    """

    box: Paintbox
    mixes: tuple[Mix, ...]
    advice: tuple[Advice, ...] = ()
    blends: tuple[Mix, ...] = ()
    strings: tuple[PileString, ...] = ()

    @property
    def palette(self) -> tuple[str, ...]:
        """The keys of the palette's paints."""
        return self.box.keys

    @cached_property
    def string_of(self) -> dict[str, PileString]:
        """The strings of gradations by area."""
        return {one.area: one for one in self.strings}

    def serving(self, area_id: str, family: Family) -> Mix:
        """The mix, or the blend, for one family of one area."""
        return next(mix for mix in (*self.blends, *self.mixes) if (area_id, family) in mix.serves)


def targets_of(areas: Sequence[Area], paint_range: PaintRange = USUAL_RANGE) -> tuple[Target, ...]:
    """What has to be mixed: one target per area and value family, bent into the range of dry paint.

    `BadSetting` when every area is left bare.
    """
    parts = [(area.id, part) for area in areas for part in area.parts]
    if not parts:
        raise BadSetting("Every area is left bare: there is nothing to mix.", "Choose at least one area to be painted.")
    wanted = lab_in_paint_range(np.array([part.lab for _, part in parts]), paint_range)
    return tuple(
        Target(f"{area}/{part.family}", triple(lab), part.area_cm2)
        for (area, part), lab in zip(parts, wanted, strict=True)
    )


def choose_palette(
    box: Paintbox, targets: Sequence[Target], count: int, locked: Sequence[str] = (), progress: Progress = silent
) -> Paintbox:
    """The `count` tubes of the box that serve these targets best; large and small passages both count."""
    area = np.array([target.area_cm2 for target in targets])
    weights = 0.5 * area / max(float(area.sum()), 1e-9) + 0.5 / len(area)
    groups = gather(targets)
    lab = np.array([group.lab for group in groups])
    summed = np.array([weights[list(group.members)].sum() for group in groups])
    return box.only(best_tubes(box, lab, summed, count, locked=locked, progress=progress))


def find_mixes(
    areas: Sequence[Area],
    palette: Paintbox,
    *,
    most: int = MOST_MIXES,
    paint_range: PaintRange = USUAL_RANGE,
    ends: Sequence[Target] = (),
    progress: Progress = silent,
) -> MixSet:
    """Mixes for all families of all areas out of the palette's tubes.

    The `ends` of gradations get piles of their own while there may be more of them, else they are made of the others.
    """
    targets = [*targets_of(areas, paint_range), *ends]
    piles, numbers = piles_of(palette), itertools.count(1)
    reached = _as_reached(targets, piles)
    groups = gather(reached, most=most)
    if ends and len(groups) >= most:
        targets = targets[: -len(ends)]
        groups = gather(reached[: -len(ends)], most=most)
    usual = sum(target.area_cm2 for target in targets) / len(groups)
    found: dict[str, tuple[Mixed, list[Target]]] = {}
    for number, group in enumerate(groups, start=1):
        progress(number / len(groups), "solving recipes")
        care = _care(sum(targets[i].area_cm2 for i in group.members), usual)
        goal = mean_colour([targets[i] for i in group.members])  # of what is asked for, not of what can be had
        pile, new = piles.mix(goal, lambda: f"m{next(numbers):02d}", care)
        found.update({id_: (mixed, []) for id_, mixed in new})
        found[pile][1].extend(targets[i] for i in group.members)
    mixes = [_mix(id_, mixed, served, palette) for id_, (mixed, served) in found.items()]
    return advised(palette, told_apart(mixes, areas))


def _as_reached(targets: Sequence[Target], piles: Piles) -> list[Target]:
    """Targets as what the tubes make of them: two that are out of reach and come to one colour need one pile."""
    goals = np.array([target.lab for target in targets])
    nearest = piles.nearest(goals)
    out = delta_e_2000(nearest, goals) > _OUT_DE00
    return [
        replace(target, lab=triple(seen)) if far else target
        for target, seen, far in zip(targets, nearest, out, strict=True)
    ]


def _care(surface_cm2: float, usual_cm2: float) -> float:
    """How much nearness counts against doses for a pile of this surface."""
    return float(np.clip(np.sqrt(surface_cm2 / max(usual_cm2, 1e-9)), _LEAST_CARE, _MOST_CARE))


def advised(palette: Paintbox, mixes: Sequence[Mix]) -> MixSet:
    """A set of mixes with what there is to say about it."""
    return MixSet(palette, tuple(mixes), (*_palette_advice(palette), *(a for mix in mixes for a in _mix_advice(mix))))


@dataclass(frozen=True)
class KeptRecipe:
    """A recipe that the painter decided on for a mix, and the mix's target (dry Lab) when they did."""

    target_lab: LabTriple
    recipe: Recipe


def with_kept(found: MixSet, kept: Mapping[str, KeptRecipe]) -> tuple[MixSet, tuple[str, ...]]:
    """The mixes with the painter's own recipes (by mix id) in place of those found, and the ids that took one.

    A recipe is not taken where its mix is gone, or aims at another colour than when the recipe was kept.
    """
    mixes = list(found.mixes)
    taken = []
    for i, mix in enumerate(mixes):
        one = kept.get(mix.id)
        if one is None:
            continue
        target = np.array(mix.match.target_lab)
        if float(delta_e_2000(target, np.array(one.target_lab))) <= STILL_THE_SAME_DE00:
            match = evaluate(one.recipe, target, found.box)
            mixes[i] = replace(mix, match=match, doses=(), expected_de00=None, likely_worst_de00=None)
            taken.append(mix.id)
    return advised(found.box, _mixed_anew(mixes, found.box) if taken else mixes), tuple(taken)


def _mixed_anew(mixes: Sequence[Mix], palette: Paintbox) -> list[Mix]:
    """The mixes as they become when some of the piles that they are made of are others now."""
    shares: dict[str, Float] = dict(zip(palette.keys, np.eye(len(palette)), strict=True))
    anew = []
    for mix in mixes:
        own = {dose.source: dose.parts / mix.total_parts for dose in mix.made_from}
        if not own.keys() <= shares.keys():  # a kept recipe may use paints from beside the palette
            mix = replace(mix, doses=())
        elif any(source not in palette.keys for source in own):
            made = np.sum([part * shares[source] for source, part in own.items()], axis=0)
            mix = replace(mix, match=evaluate(in_tube_paint(made, palette), np.array(mix.match.target_lab), palette))
        anew.append(mix)
        if set(mix.match.recipe.keys) <= set(palette.keys):
            shares[mix.id] = in_box(mix.match.recipe, palette)
    return anew


def in_box(recipe: Recipe, palette: Paintbox) -> Float:
    """A recipe as shares (n,) of the palette's paints, which add up to 1."""
    return appearance.parts_vector(recipe.mapping, palette) / recipe.total


def in_tube_paint(shares: Float, palette: Paintbox) -> Recipe:
    """A pile as parts of tube paint alone, in hundredths of it."""
    return Recipe.of(
        {key: 100 * float(share) for key, share in zip(palette.keys, shares, strict=True) if share >= 1e-5}
    )


def mix_of(mixed: Mixed, target: Lab, palette: Paintbox, id_: str, name: str, serves: Sequence[Part] = ()) -> Mix:
    """A pile as a mix of a painting, judged against its target."""
    tubes = all(dose.source in palette.keys for dose in mixed.made_from)
    recipe = Recipe.of({d.source: d.parts for d in mixed.made_from}) if tubes else in_tube_paint(mixed.shares, palette)
    return Mix(
        id=id_,
        name=name,
        match=evaluate(recipe, target, palette),
        serves=tuple(serves),
        doses=mixed.made_from,
        expected_de00=mixed.expected_de00,
        likely_worst_de00=mixed.likely_worst_de00,
    )


def base_of(mixed: Mixed, palette: Paintbox, id_: str) -> Mix:
    """A pile that is there for others to be mixed from as a mix; its target is its own colour."""
    lab = appearance.dry_lab(mixed.shares, palette)
    if mixed.tint_of is None:
        name = f"{colour_name(lab)}, to be let down"
    else:
        name = f"{palette.only([mixed.tint_of]).paints[0].name} in white"
    own = mix_of(mixed, lab, palette, id_, name)
    return replace(own, expected_de00=None, likely_worst_de00=None)


def _mix(id_: str, mixed: Mixed, served: Sequence[Target], palette: Paintbox) -> Mix:
    """One pile for all targets that came to it; its target is their common mean."""
    if mixed.is_base:
        return base_of(mixed, palette, id_)
    serves = [part_of(target) for target in served if target.serves]
    mix = mix_of(mixed, mean_colour(served), palette, id_, "", serves)
    return replace(mix, name=colour_name(np.array(mix.match.lab_dry)))


def part_of(target: Target) -> Part:
    """What a target of `targets_of` is the colour of."""
    area, _, family = target.serves.partition("/")
    return area, family  # type: ignore[return-value]  # written by targets_of from a Family


def told_apart(mixes: Sequence[Mix], areas: Sequence[Area]) -> tuple[Mix, ...]:
    """The mixes under names of their own: those of one colour are told apart by the place that they serve most, if need be by
    the light there too, and by a number where that is the same. Places stand as marks (see `areas.names`)."""
    place_of = {area.id: place_in_words(area.centre) for area in areas}
    surface = {(area.id, part.family): part.area_cm2 for area in areas for part in area.parts}
    named = list(mixes)
    shown = [mix.name for mix in mixes]
    for with_light in (False, True):
        times = Counter(shown)
        for i, mix in enumerate(mixes):
            if times[shown[i]] > 1 and mix.serves:
                area, family = max(mix.serves, key=lambda part: surface.get(part, 0.0))
                light = f", {family}" if with_light else ""
                shown[i] = f"{mix.name} ({place_of[area]}{light})"
                named[i] = replace(mix, name=f"{mix.name} ({place_mark(area)}{light})")
    times, seen = Counter(shown), Counter[str]()
    for i, name in enumerate(shown):
        if times[name] > 1:
            seen[name] += 1
            named[i] = replace(named[i], name=f"{named[i].name} {seen[name]}")
    return tuple(named)


def mixes_in_words(found: MixSet, names: Mapping[str, str]) -> MixSet:
    """A set with the areas' names in the place of their marks."""
    told = numbered([in_words(mix.name, names) for mix in found.mixes])  # two areas may have one place
    return replace(
        found,
        mixes=tuple(replace(mix, name=name) for mix, name in zip(found.mixes, told, strict=True)),
        blends=tuple(replace(blend, name=in_words(blend.name, names)) for blend in found.blends),
        advice=advice_in_words(found.advice, names),
    )


def _palette_advice(palette: Paintbox) -> tuple[Advice, ...]:
    if any(paint.is_white for paint in palette.paints):
        return ()
    return (
        Advice(
            "mixes.W001",
            "warning",
            "There is no white on the palette, so light values cannot be mixed.",
            "Add a tube of titanium white to the shelf.",
        ),
    )


def _mix_advice(mix: Mix) -> tuple[Advice, ...]:
    match = mix.match
    amounts = [dose.parts for dose in mix.made_from]
    if mix.total_parts > EVER_PARTS or max(amounts) > MOST_OF_A_TINTER * min(amounts):
        return (
            Advice(
                "mixes.N002",
                "note",
                f"{mix.name} is kept with {mix.total_parts:g} parts, its smallest dose 1 in "
                f"{mix.total_parts / min(amounts):.0f}: a hand cannot measure that in a small pile.",
                "Mix a large pile, or let the studio propose whole parts again.",
                mix.id,
            ),
        )
    if len(match.recipe.keys) == 1 and match.recipe.keys[0].startswith("PBk"):
        return (
            Advice(
                "mixes.N001",
                "note",
                f"{mix.name} is black straight from the tube.",
                "For more depth mix it from a blue and an umber; true black beside it should stay the only one.",
                mix.id,
            ),
        )
    if abs(match.value_error) >= VALUE_OFF:
        way = "light" if match.value_error > 0 else "dark"
        return (
            Advice(
                "mixes.W002",
                "warning",
                f"{mix.name} stays {abs(match.value_error):.1f} value steps too {way}: these tubes reach no nearer.",
                "Add a darker, lighter or stronger tube, or accept the narrower range.",
                mix.id,
            ),
        )
    if match.de00 >= OUT_OF_REACH_DE00:
        return (
            Advice(
                "mixes.W003",
                "warning",
                f"{mix.name} has the right value but not the photo's full colour (CIEDE2000 {match.de00:.1f}).",
                "Add a tube nearer to this hue, or let the passage be quieter than the photo.",
                mix.id,
            ),
        )
    return ()
