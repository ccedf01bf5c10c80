"""Judging a picture: its ends, what runs together, a value in it, its masses from memory, its edges."""

from collections.abc import Sequence
from itertools import combinations
from typing import TypeVar

import numpy as np

from ...areas.borders import FIRM_FROM_MM, LOST_BELOW_DE00, SOFT_FROM_MM, SOFTNESS
from ...colour.apparent import lifted
from ...colour.differences import VALUE_RIGHT, steps_in_words
from ...kit.errors import BadPicture, BadSetting
from ...values.steps import natural_breaks
from ..exercise import Answer, Exercise, Patch, View
from ..scene import Scene, Spot
from .values import Made, grey

One = TypeVar("One")

TRIES = 400
_APART_MM = 24.0


def scene_in(scene: Scene | None) -> Scene:
    """The scene that a question is asked of; `BadSetting` where there is none."""
    if scene is None:
        raise BadSetting("This exercise needs a picture.", "Begin a painting with a photo, or practise something else.")
    return scene


def whole(scene: Scene, marks: tuple[tuple[float, float], ...] = (), **more: float | bool) -> View:
    """A view of the whole picture, with marks."""
    support = scene.support
    return View((0.0, 0.0, 1.0, 1.0), support.width_mm, support.height_mm, marks, **more)  # type: ignore[arg-type]


def _some(random: np.random.Generator, scene: Scene, count: int, *, by_area: bool = True) -> list[Spot] | None:
    """So many spots that lie apart, each in an area of its own where there are so many; None where those drawn do not."""
    spots, areas = scene.spots, scene.by_area
    if len(areas) < count or not by_area:
        drawn = [spots[at] for at in random.choice(len(spots), count, replace=False)]
    else:
        drawn = [_one_of(random, areas[at]) for at in random.choice(len(areas), count, replace=False)]
    least = min(_APART_MM, 0.12 * scene.support.width_mm)
    apart = all(scene.apart_mm(one.at, other.at) >= least for one, other in combinations(drawn, 2))
    return drawn if apart else None


def _one_of(random: np.random.Generator, among: Sequence[One]) -> One:
    return among[int(random.integers(len(among)))]


def _it(spot: Spot) -> str:
    """The spot by the area that it lies in."""
    return f"It ({spot.called})" if spot.called else "It"


def _nearest_to(level: float, tried: list[tuple[float, list[Spot]]]) -> tuple[float, list[Spot]]:
    """Of the spots that were drawn those whose level is nearest; `BadPicture` where none is of use."""
    usable = [one for one in tried if one[0] > 0.03]
    if not usable:
        raise BadPicture("This picture is too even for this exercise.", "Take another one.")
    return min(usable, key=lambda one: abs(np.log(one[0] / level)))


def lightest(seed: int, level: float, scene: Scene | None) -> Made:
    """Which of four spots is the lightest, or the darkest; `level` is by how much, against the next."""
    scene, random = scene_in(scene), np.random.default_rng(seed)
    dark = bool(random.random() < 0.5)
    tried = []
    for _ in range(TRIES):
        spots = _some(random, scene, 4)
        if spots is not None:
            values = sorted((one.value for one in spots), reverse=not dark)
            tried.append((abs(values[0] - values[1]), spots))
    gap, spots = _nearest_to(level, tried)
    of = [one.value for one in spots]
    right = int(np.argmin(of) if dark else np.argmax(of))
    word = "darkest" if dark else "lightest"
    lift = lifted(of[right], spots[right].around)
    around = (
        f" What lies around it makes it seem {steps_in_words(lift)} {'lighter' if lift > 0 else 'darker'}."
        if abs(lift) >= VALUE_RIGHT
        else ""
    )
    than_next = f"{steps_in_words(gap)} {'darker' if dark else 'lighter'} than the next"
    why = f"{_it(spots[right])} is {of[right]:.1f}, {than_next}.{around}"
    exercise = Exercise(
        "lightest", seed, gap, f"Which spot is the {word}?", "steps",
        view=whole(scene, tuple(one.at for one in spots)), options=_numbers(4),
    )  # fmt: skip
    return exercise, Answer((right,), why)


def _numbers(count: int) -> tuple[Patch, ...]:
    return tuple(Patch("", "", f"spot {place + 1}") for place in range(count))


_PAIRS = ((0, 1), (0, 2), (1, 2))
_ONE_MASS = 0.4
"""What differs by no more steps runs together with half-closed eyes (common practice: under half a step)."""


def squint(seed: int, level: float, scene: Scene | None) -> Made:
    """Which two of three spots run together; `level` is by how much nearer they are than the next two."""
    scene, random = scene_in(scene), np.random.default_rng(seed)
    tried: list[tuple[float, list[Spot]]] = []
    for attempt in range(2 * TRIES):
        if attempt == TRIES and tried:
            break
        spots = _some(random, scene, 3, by_area=attempt < TRIES)  # no two areas may be so alike: then within one
        if spots is not None:
            near, far, _ = sorted(_steps(spots, pair) for pair in _PAIRS)
            if near <= _ONE_MASS:
                tried.append((far - near, spots))
    gap, spots = _nearest_to(level, tried)
    apart = [_steps(spots, pair) for pair in _PAIRS]
    right = int(np.argmin(apart))
    one, other = _PAIRS[right]
    third = ({0, 1, 2} - {one, other}).pop()
    away = spots[third].value - (spots[one].value + spots[other].value) / 2
    names = [f"{at + 1} ({spots[at].called})" if spots[at].called else f"{at + 1}" for at in range(3)]
    why = (
        f"{names[one]} and {names[other]} lie {steps_in_words(apart[right])} apart; {names[third]} is {steps_in_words(away)} "
        f"{'lighter' if away > 0 else 'darker'}. Half close your eyes: what runs together is one mass."
    )
    exercise = Exercise(
        "squint", seed, gap, "Which two run together when you squint?", "steps",
        view=whole(scene, tuple(one.at for one in spots)),
        options=tuple(Patch("", "", f"spots {a + 1} and {b + 1}") for a, b in _PAIRS),
    )  # fmt: skip
    return exercise, Answer((right,), why)


def _steps(spots: list[Spot], pair: tuple[int, int]) -> float:
    return abs(spots[pair[0]].value - spots[pair[1]].value)


def spot(seed: int, _: float, scene: Scene | None) -> Made:
    """The value of a spot, named on the scale."""
    scene, random = scene_in(scene), np.random.default_rng(seed)
    one = _one_of(random, _one_of(random, scene.by_area))  # small areas as often as large ones
    lift = lifted(one.value, one.around)
    told = (
        f"What lies around it makes it seem {steps_in_words(lift)} {'lighter' if lift > 0 else 'darker'}: look at it "
        "through a hole in a grey card."
        if abs(lift) >= VALUE_RIGHT
        else "What lies around it hardly changes it."
    )
    exercise = Exercise(
        "spot", seed, 0.0, "What value is the spot? 0 is black, 10 white.", "steps",
        view=whole(scene, (one.at,)), asks="number", most=10.0, step=0.25, ladder=_ladder(),
    )  # fmt: skip
    return exercise, Answer(one.value, f"{_it(one)} is {one.value:.1f}. {told}")


def _ladder() -> tuple[str, ...]:
    return tuple(grey(at / 4) for at in range(41))


_CELLS = 6
_LEAST_RANGE = 1.5
"""Fields that differ by fewer steps have no light, middle and dark."""

_LOOK_S = 20.0


def block_in(seed: int, _: float, scene: Scene | None) -> Made:
    """Three values laid into a lattice, after the picture was looked at for so many seconds."""
    scene = scene_in(scene)
    columns = _CELLS if scene.support.proportion >= 1 else max(2, round(_CELLS * scene.support.proportion))
    rows = max(2, round(columns / scene.support.proportion))
    cells = scene.cells(columns, rows)
    breaks = natural_breaks(cells, 3) if np.ptp(cells) >= _LEAST_RANGE else None
    if breaks is None:
        raise BadPicture("This picture is too even for this exercise.", "Take another one.")
    zone = np.digitize(cells.ravel(), breaks)
    worth = tuple(float(cells.ravel()[zone == at].mean()) for at in range(3))
    lightest_first = (2, 1, 0)
    names = ("light", "middle", "dark")
    options = tuple(Patch(grey(worth[at]), "", name) for at, name in zip(lightest_first, names, strict=True))
    right = tuple(int(2 - at) for at in zone)
    counts = [right.count(place) for place in range(3)]
    why = (
        f"Of {len(right)} fields {counts[0]} are light, {counts[1]} middle and {counts[2]} dark: begin with the "
        f"{names[int(np.argmax(counts))]}, and judge its neighbours against it."
    )
    exercise = Exercise(
        "block-in", seed, 0.0, f"Look for {_LOOK_S:.0f} seconds, then block it in from memory.", "steps",
        view=whole(scene, seconds=_LOOK_S), options=options, asks="cells", cells=(columns, rows),
    )  # fmt: skip
    return exercise, Answer(right, why, worth=tuple(worth[at] for at in lightest_first))


_EDGES_TRIED = 10


def edge(seed: int, _: float, scene: Scene | None) -> Made:
    """How hard the edge in a crop is: lost, soft, firm or hard."""
    scene, random = scene_in(scene), np.random.default_rng(seed)
    found = scene.edges(random, _EDGES_TRIED)
    if not found:
        raise BadPicture("This picture has no clear edges to judge.", "Take another one for this exercise.")
    kinds = sorted({one.softness for one in found})
    wanted = kinds[int(random.integers(len(kinds)))]  # every kind that there is as often
    one = next(each for each in found if each.softness == wanted)
    side_mm = (one.box[2] - one.box[0]) * scene.support.width_mm
    reason = {
        "lost": f"Its sides differ by ΔE {one.de00:.1f}, under {LOST_BELOW_DE00:g}: nobody sees an edge there.",
        "hard": f"It changes within {one.width_mm:.1f} mm, less than {FIRM_FROM_MM:g}.",
        "firm": f"It changes over {one.width_mm:.1f} mm, between {FIRM_FROM_MM:g} and {SOFT_FROM_MM:g}.",
        "soft": f"It changes over {one.width_mm:.1f} mm, more than {SOFT_FROM_MM:g}.",
    }[one.softness]
    exercise = Exercise(
        "edge", seed, 0.0, f"How hard is this edge? The crop is {side_mm:.0f} mm wide on your panel.", "grades",
        view=View(one.box, side_mm, side_mm), options=tuple(Patch("", "", word) for word in SOFTNESS),
    )  # fmt: skip
    why = f"It is {one.softness}. {reason} Soften it with a dry, clean brush while both sides are wet."
    if one.softness == "hard":
        why = f"It is hard. {reason} Lay it with the chisel edge of a flat, in one stroke."
    return exercise, Answer((SOFTNESS.index(one.softness),), why, worth=(0.0, 1.0, 2.0, 3.0))
