"""The rules of the trade that put a painting in order: what must come before what, and why.

All are common practice. Each has a stable id, can be asked for its reason, and can be set aside by the painter. A rule that
orders steps names pairs of them; the others work on films, mixes and edges where they are used, and stand here with their words.
"""

from collections.abc import Callable, Collection, Iterator, Mapping, Sequence
from dataclasses import dataclass
from itertools import combinations

from ...areas.families import FAMILIES
from ...kit.errors import BadSetting
from ...mixes.mix_set import Mix
from ..manners import GLAZES, OF_ONE_PASSAGE
from ..scene import OrderWish, Scene
from ..step import Draft

Pairs = Iterator[tuple[Draft, Draft]]

VALUE_APART_L = 1e-9
"""Of two piles the one with less L* is the darker, however little; only the same pile is neither."""

EQUAL_VALUE_L = 1.0
"""Mixes nearer than this (a tenth of a value step) are of one value where warm goes before cool."""

RELEASE_ROLES = ("highlight", "lights and accents", "smallest strokes")
"""The roles in which what was held back is laid at last."""


@dataclass(frozen=True)
class Rule:
    """One rule. `hard` rules follow from what paint does; the others are habits that give way to them.

    `before` says of a pair of steps why the first comes first; `{first}` and `{then}` stand for what they are laid on.
    """

    id: str
    title: str
    reason: str
    hard: bool
    before: str
    pairs: Callable[[Scene, Sequence[Draft]], Pairs]


def _in_hand(scene: Scene, step: Draft) -> Mix:
    """The pile in hand: a blend is painted along with the pile that leads it, a gradation with that of its largest part."""
    blended = step.manner.technique in OF_ONE_PASSAGE
    return scene.pile_of(scene.main_mix(scene.area_of[step.area]) if blended else step.mix)


def _share_a_cell(a: Draft, b: Draft) -> bool:
    return a.area == b.area and (a.family is None or b.family is None or a.family == b.family)


def _beneath(_scene: Scene, steps: Sequence[Draft]) -> Pairs:
    """The layer that is nearer to the ground, and in one layer the whole of an area, come first."""
    for a, b in combinations(steps, 2):
        if _share_a_cell(a, b):
            lower, upper = sorted((a, b), key=lambda step: (step.role.rank, step.family is not None))
            if (lower.role.rank, lower.family is None) != (upper.role.rank, upper.family is None):
                yield lower, upper


def _behind_first(scene: Scene, steps: Sequence[Draft]) -> Pairs:
    by_area: dict[tuple[int, str], list[Draft]] = {}
    for step in steps:
        by_area.setdefault((step.role.rank, step.area), []).append(step)
    ranks = sorted({rank for rank, _ in by_area})
    for border in scene.borders:
        under = border.under
        for rank in ranks:
            for first in by_area.get((rank, under), ()):
                for then in by_area.get((rank, border.over), ()):
                    yield first, then


def _dark_first(scene: Scene, steps: Sequence[Draft]) -> Pairs:
    lightness = [_in_hand(scene, step).match.lab_dry[0] for step in steps]
    for (i, a), (j, b) in combinations(enumerate(steps), 2):
        if a.role.rank == b.role.rank:
            apart = lightness[j] - lightness[i]
            if abs(apart) >= VALUE_APART_L:
                yield (a, b) if apart > 0 else (b, a)


def _light_first(scene: Scene, steps: Sequence[Draft]) -> Pairs:
    for a, b in _dark_first(scene, steps):
        yield b, a


def _warm_first(scene: Scene, steps: Sequence[Draft]) -> Pairs:
    piles = [_in_hand(scene, step) for step in steps]
    for (i, a), (j, b) in combinations(enumerate(steps), 2):
        lightness = [piles[at].match.lab_dry[0] for at in (i, j)]
        if a.role.rank == b.role.rank and abs(lightness[1] - lightness[0]) < EQUAL_VALUE_L:
            warm = [_is_warm(piles[at]) for at in (i, j)]
            if warm[0] != warm[1]:
                yield (a, b) if warm[0] else (b, a)


def _is_warm(pile: Mix) -> bool:
    _, a, b = pile.match.lab_dry
    return a + b > 0


def _lights_last(_scene: Scene, steps: Sequence[Draft]) -> Pairs:
    for then in steps:
        if then.family in ("light", "highlight") and then.role.key in RELEASE_ROLES:
            for first in steps:
                if first.role.key not in RELEASE_ROLES:
                    yield first, then


def _accents_last(_scene: Scene, steps: Sequence[Draft]) -> Pairs:
    for then in steps:
        if then.family == "accent" and then.role.key in RELEASE_ROLES:
            for first in steps:
                if first.role.key not in RELEASE_ROLES:
                    yield first, then


def _glaze_on_dry(_scene: Scene, steps: Sequence[Draft]) -> Pairs:
    for a, b in combinations(steps, 2):
        if a.role.rank != b.role.rank and _share_a_cell(a, b):
            first, then = (a, b) if a.role.rank < b.role.rank else (b, a)
            if {first.manner.technique, then.manner.technique} & GLAZES:
                yield first, then


def _focal_first(_scene: Scene, steps: Sequence[Draft]) -> Pairs:
    for a, b in combinations(steps, 2):
        if a.role.rank == b.role.rank and a.section != b.section:
            yield (a, b) if a.section < b.section else (b, a)


def _overlaps_last(scene: Scene, steps: Sequence[Draft]) -> Pairs:
    lying_over = [step for step in steps if step.area in scene.overlapping]
    for then in lying_over:
        for first in steps:
            if first.area not in scene.overlapping:
                yield first, then


def _grows_outward(scene: Scene, steps: Sequence[Draft]) -> Pairs:
    """Of what grows over one area the darker family first: it lies deeper."""
    for a, b in combinations(steps, 2):
        grown = a.area == b.area and a.area in scene.growths and a.role.rank == b.role.rank
        if grown and a.family is not None and b.family is not None and a.family != b.family:
            yield (a, b) if FAMILIES.index(a.family) < FAMILIES.index(b.family) else (b, a)


def _before_its_mirror(scene: Scene, steps: Sequence[Draft]) -> Pairs:
    for then in steps:
        thing = scene.mirrors.get(then.area)
        for first in steps:
            if first.area == thing and first.role.rank == then.role.rank:
                yield first, then


def _separated_first(scene: Scene, steps: Sequence[Draft]) -> Pairs:
    """The two sides of the strongest edges between planes before all that has no part in them."""
    parting = [border for border in scene.borders if scene.depth(border.a) != scene.depth(border.b)]
    strongest = sorted(parting, key=lambda border: -border.de00 * border.length_mm)[:_STRONGEST]
    sides = {side for border in strongest for side in (border.a, border.b)}
    yield from _first_of(sides, steps)


def _picture_edges_last(scene: Scene, steps: Sequence[Draft]) -> Pairs:
    inner = {area.id for area in scene.areas if area.id not in scene.in_corners}
    yield from _first_of(inner, steps)


def _first_of(areas: Collection[str], steps: Sequence[Draft]) -> Pairs:
    for first in steps:
        for then in steps:
            if first.role.rank == then.role.rank and first.area in areas and then.area not in areas:
                yield first, then


_STRONGEST = 3
"""Edges between planes that part figure from ground."""


def _none(_scene: Scene, _steps: Sequence[Draft]) -> Pairs:
    yield from ()


BENEATH, BEHIND, DARK, HELD, ACCENTS, GLAZE = (f"passes.R{n:02d}" for n in range(1, 7))
OVERLAP, BRUSH, EDGES, HAND_CLEAR, FOCAL, ON_TOP = (f"passes.R{n:02d}" for n in range(7, 13))
LIGHT, WARM, WHITE_BENEATH, MORE_LAYERS = (f"passes.R{n:02d}" for n in range(13, 17))
GROWS, MIRRORED, SEPARATED, EDGES_LAST = (f"passes.R{n:02d}" for n in range(17, 21))

WISHED: Mapping[OrderWish, str] = {"figure from ground first": SEPARATED, "edges of the picture last": EDGES_LAST}
"""The rule behind a wish for the order; none of them holds unless it is wished for."""

RULES: Mapping[str, Rule] = {
    rule.id: rule
    for rule in (
        Rule(
            BENEATH,
            "What lies beneath comes first",
            "A layer can only be laid on what is there already.",
            True,
            "{first} lies beneath {then}",
            _beneath,
        ),
        Rule(
            BEHIND,
            "Behind before in front",
            "What lies behind runs under the edge of what stands before it: a halo is harder to mend than an overlap.",
            False,
            "{first} lies behind {then}",
            _behind_first,
        ),
        Rule(
            DARK,
            "Dark before light",
            "Against the darks every later value can be judged, and opaque lights cover them well.",
            False,
            "{first} is darker than {then}",
            _dark_first,
        ),
        Rule(
            HELD,
            "Lights held back",
            "If the lightest lights go in early there is nowhere left to go.",
            False,
            "{then} is kept for the end, after {first}",
            _lights_last,
        ),
        Rule(
            ACCENTS,
            "Accents last",
            "The darkest accents are few and small, and sit on finished passages.",
            False,
            "{then} is an accent and sits on {first}",
            _accents_last,
        ),
        Rule(
            GLAZE,
            "Glaze only on dry paint",
            "A glaze lifts and muddies paint that is still damp, and paint laid on a damp glaze tears it.",
            True,
            "{first} must be dry through before {then}",
            _glaze_on_dry,
        ),
        Rule(
            OVERLAP,
            "Run under the edge",
            "What lies behind is painted a little way under what stands before it, so that no ground shows between.",
            False,
            "",
            _none,
        ),
        Rule(
            BRUSH,
            "Brushes shrink pass by pass",
            "Large first: detail is painted on masses, not beside.",
            False,
            "",
            _none,
        ),
        Rule(
            EDGES,
            "Soft edges wet, hard edges dry",
            "Paint blends while both sides are wet or not at all; a hard edge wants a dry neighbour.",
            False,
            "",
            _none,
        ),
        Rule(
            HAND_CLEAR,
            "Nothing wet under the hand",
            "Work away from the painting hand, so that it never lies in wet paint.",
            False,
            "",
            _none,
        ),
        Rule(
            FOCAL,
            "Focal part first",
            "The part that must win is painted while eye and light are fresh, and all else is judged against it.",
            False,
            "{first} is nearer to the focal passage than {then}",
            _focal_first,
        ),
        Rule(
            ON_TOP,
            "What overlaps everything comes last",
            "Whiskers, blades and rigging are drawn in one stroke over finished paint.",
            False,
            "{then} lies over everything, also over {first}",
            _overlaps_last,
        ),
        Rule(
            LIGHT,
            "Light before dark",
            "Yellows and oranges stay clean when no dark has been near them yet.",
            False,
            "{first} is lighter than {then}",
            _light_first,
        ),
        Rule(
            WARM,
            "Warm before cool",
            "Of equal value the warm goes first: a trace of it in the blue does less harm than blue in a yellow.",
            False,
            "{first} is warm, {then} cool",
            _warm_first,
        ),
        Rule(
            WHITE_BENEATH,
            "White beneath what will not cover",
            "Pale and yellow paints cover badly; over a light underlayer they need fewer coats and stay clean.",
            False,
            "",
            _none,
        ),
        Rule(
            MORE_LAYERS,
            "Focal forms get more layers",
            "What must win is modelled further than what surrounds it: five to seven layers are usual there.",
            False,
            "",
            _none,
        ),
        Rule(
            GROWS,
            "From underneath outward",
            "Fur, hair, grass and leaves lie over each other: the dark beneath first, then tuft over tuft out to the lights.",
            True,
            "{first} lies deeper than {then}",
            _grows_outward,
        ),
        Rule(
            MIRRORED,
            "Reflection after what it mirrors",
            "A reflection is judged against its thing: both are painted in one pass, the thing first.",
            False,
            "{then} is the reflection of {first}",
            _before_its_mirror,
        ),
        Rule(
            SEPARATED,
            "Figure from ground first",
            "Once the strongest edge between planes stands, everything else is judged against it.",
            False,
            "{first} parts figure from ground, {then} does not",
            _separated_first,
        ),
        Rule(
            EDGES_LAST,
            "Edges of the picture last",
            "Corners and edges are taken once the middle holds: they are there to keep the eye in.",
            False,
            "{then} runs along the edge of the picture, {first} does not",
            _picture_edges_last,
        ),
    )
}


FIRST_COVER = "passes.first-cover"
"""The reason of a first coat in a cheaper paint; a choice of the painter's, no rule."""

REASON_TITLES: Mapping[str, str] = {
    **{rule.id: rule.title for rule in RULES.values()},
    "passes.coats": "How many coats",
    FIRST_COVER: "A cheaper first cover",
    "passes.technique": "How it is laid",
}
"""What a step's reason is called, by its rule."""


def checked_rules(off: Mapping[str, str]) -> None:
    """Rules that are set aside must exist and carry a reason; `BadSetting` otherwise."""
    for rule, reason in off.items():
        if rule not in RULES:
            raise BadSetting(f"There is no rule {rule!r}.", "Set aside one of the rules that the plan lists.")
        if not reason.strip():
            raise BadSetting(f"“{RULES[rule].title}” was set aside without a reason.", "Say in a few words why.")
