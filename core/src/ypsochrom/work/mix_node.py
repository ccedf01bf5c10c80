"""The mixes as a node."""

from dataclasses import dataclass
from typing import Any

from ..kit import codec
from ..kit.advice import Advice
from ..kit.codec import Json
from ..kit.progress import Progress, part_of
from ..materials.shelf import Tube, looking_box, usable_box
from ..mixes.bands import Graded, ends_of, graded, with_strings
from ..mixes.blends import with_blends
from ..mixes.gather import trade_off
from ..mixes.identity import KnownMix, identified, known_of
from ..mixes.mix_set import Mix, MixSet, PileString, advised, choose_palette, find_mixes, targets_of, with_kept
from .area_nodes import Decided, decided
from .graph import Node, Work
from .inputs import Inputs
from .stroke_node import blended_gradations, gradations_of
from .subject_node import paint_range_of


@dataclass(frozen=True, eq=False)
class SolvedMixes:
    """The mixes under lasting ids, with the best recipes found; `known` are all mixes that ever had an id here."""

    mixes: MixSet
    known: tuple[KnownMix, ...]


@dataclass(frozen=True, eq=False)
class FoundMixes:
    """The mixes with the painter's own recipes in their places, and blends of them; `taken` are the ids that have one."""

    mixes: MixSet
    taken: tuple[str, ...]


@dataclass(frozen=True)
class MixSummary:
    """Mixes as they are kept; the palette's paints come from the shelf again."""

    palette: tuple[str, ...]
    mixes: tuple[Mix, ...]
    advice: tuple[Advice, ...]
    blends: tuple[Mix, ...] = ()
    strings: tuple[PileString, ...] = ()
    taken: tuple[str, ...] = ()
    known: tuple[KnownMix, ...] = ()


def _solve(work: Work, progress: Progress) -> SolvedMixes:
    brief = work.inputs.brief
    settings, paint_range = brief.mixes, paint_range_of(brief)
    have = decided(work.now("areas"), work)
    areas = have.wanted.areas
    # as found: what the painter draws or wants flat changes no pile, or the whole palette would be out of date by it
    runs = graded(areas, have.found.areas, gradations_of(work.now("areas")))
    before: SolvedMixes | None = work.last("solved")
    known = () if before is None else before.known
    progress(0.0, "choosing tubes")
    box = usable_box(work.inputs.stock.tubes)
    targets = targets_of(areas, paint_range)
    palette = box.only(settings.chosen) if settings.chosen else choose_palette(box, targets, settings.tubes)
    found = find_mixes(
        areas,
        palette,
        most=settings.piles,
        paint_range=paint_range,
        ends=ends_of(runs, paint_range),
        progress=part_of(progress, 0.3, 1.0),
    )
    surface = {(area.id, part.family): part.area_cm2 for area in areas for part in area.parts}
    named = identified(found.mixes, known, surface)
    return SolvedMixes(advised(palette, named), known_of(named, known))


def _with_own_recipes(work: Work, _: Progress) -> FoundMixes:
    solved: SolvedMixes = work.now("solved")
    brief = work.inputs.brief
    piles, taken = with_kept(solved.mixes, brief.mixes.kept)
    have, paint_range = decided(work.now("areas"), work), paint_range_of(brief)
    found = with_blends(piles, targets_of(have.wanted.areas, paint_range))
    return FoundMixes(with_strings(found, _graded(have, work), paint_range), taken)


def _graded(have: Decided, work: Work) -> tuple[Graded, ...]:
    """The areas that are painted as gradations; those that the painter drew make the best of the piles that there are."""
    gradations = blended_gradations(work.now("areas"), work.now("strokes"), work.inputs.brief.decisions)
    return graded(have.wanted.areas, have.found.areas, gradations)


def _summary(mixes: MixSet, taken: tuple[str, ...], known: tuple[KnownMix, ...]) -> Json:
    return codec.written(
        MixSummary(mixes.palette, mixes.mixes, mixes.advice, mixes.blends, mixes.strings, taken, known)
    )


def _mixes_of(kept: MixSummary, work: Work) -> MixSet:
    palette = looking_box(work.inputs.stock.tubes).only(kept.palette)
    return MixSet(palette, kept.mixes, kept.advice, kept.blends, kept.strings)


def _read_solved(body: Json, work: Work) -> SolvedMixes:
    kept = codec.read(body, MixSummary)
    return SolvedMixes(_mixes_of(kept, work), kept.known)


def _read(body: Json, work: Work) -> FoundMixes:
    kept = codec.read(body, MixSummary)
    return FoundMixes(_mixes_of(kept, work), kept.taken)


def _paints(tubes: tuple[Tube, ...]) -> Any:
    """The paints of which something is left; where a tube was measured, what all of them were found to be."""
    left = [tube for tube in tubes if tube.left_ml > 0]
    measured = usable_box(left).fingerprint if any(tube.calibrated for tube in left) else None
    return [sorted({(tube.key, tube.calibrated is not None) for tube in left}), measured]


def _colours(i: Inputs) -> Any:
    return {
        area: [one.target_lab, one.handling]
        for area, one in i.brief.decisions.items()
        if one.target_lab is not None or one.handling != "usual"
    }


def _own_ways(i: Inputs) -> Any:
    said = i.brief.decisions.items()
    return {area: ways for area, one in said if any(ways := [one.flat, one.growth, one.mirrors])}


def pile_trade_off(work: Work) -> tuple[tuple[int, float], ...]:
    """What fewer piles for this painting would cost, and what more would bring: see `gather.trade_off`."""
    areas = decided(work.now("areas"), work).wanted.areas
    return trade_off(targets_of(areas, paint_range_of(work.inputs.brief)))


SOLVED: Node[SolvedMixes] = Node(
    name="solved",
    version=5,
    needs=("areas",),
    takes={
        "colours and handling of areas": _colours,
        "what shadows borrow": lambda i: i.brief.mixes.borrow,
        "the finish": lambda i: i.brief.finish,
        "the value curve": lambda i: i.brief.curve,
        "paints on the shelf": lambda i: _paints(i.stock.tubes),
        "the number of tubes": lambda i: i.brief.mixes.tubes,
        "the number of piles": lambda i: i.brief.mixes.piles,
        "the palette": lambda i: i.brief.mixes.chosen,
    },
    compute=_solve,
    write=lambda found, _: _summary(found.mixes, (), found.known),
    read=_read_solved,
    doing="solving the mixes",
    weight=1.6,
)

MIXES: Node[FoundMixes] = Node(
    name="mixes",
    version=6,
    needs=("areas", "strokes", "solved"),
    takes={
        "your own recipes": lambda i: i.brief.mixes.kept,
        "areas that are painted in a way of their own": _own_ways,
    },
    compute=_with_own_recipes,
    write=lambda found, _: _summary(found.mixes, found.taken, ()),
    read=_read,
    doing="putting your own recipes in",
    weight=0.1,
)
