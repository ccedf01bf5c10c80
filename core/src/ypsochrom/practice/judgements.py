"""All that is practised: every kind with what it trains, its unit and usual threshold, and what makes its questions."""

from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass
from types import MappingProxyType

from ..kit.errors import BadSetting
from ..paint.catalogue import Paintbox
from .exercise import ON_SCREEN, SIGHTS, Kind, Needs, Sight
from .kinds import mixing, order, pictures, places, proportion, values
from .kinds.values import Made
from .material import Material
from .scene import Scene


@dataclass(frozen=True)
class Judgement:
    """A kind: what it is called and what it trains, its usual threshold (in `unit`), and how many answers there are to guess.

    Both are 0 where it is measured by how much an answer is off. `needs` is what of screen and eye it takes; `of_tubes` says that
    it is made of the painter's tubes, `of_scene` of a picture, `of_values` that it can be asked about one value, `told` that
    words and numbers tell all of it, so that it makes sense without sight. `ways` are the words for being off by more and by
    less, none where what is off has no way.
    """

    title: str
    trains: str
    unit: str
    usual: float
    options: int
    make: Callable[[int, float, Material], Made]
    needs: Needs
    of_tubes: bool = False
    of_scene: bool = False
    of_values: bool = False
    told: bool = False
    ways: tuple[str, ...] = ()


_VALUE = ("too light", "too dark")
_AMOUNT = ("too much", "too little")

Maker = Callable[[int, float, Material], Made]


def _plain(make: Callable[[int, float], Made]) -> Maker:
    return lambda seed, level, _: make(seed, level)


def _of_tubes(make: Callable[[int, float, Paintbox], Made]) -> Maker:
    return lambda seed, level, material: make(seed, level, material.box)


def _of_scene(make: Callable[[int, float, Scene | None], Made]) -> Maker:
    return lambda seed, level, material: make(seed, level, material.scene)


def _of_values(make: Callable[[int, float, float | None], Made]) -> Maker:
    return lambda seed, level, material: make(seed, level, material.about)


def _on_paper(_: int, __: float, ___: Material) -> Made:
    raise BadSetting("This is done in paint.", "Print the sheets, paint the card, and photograph it.")


JUDGEMENTS: Mapping[Kind, Judgement] = MappingProxyType(
    {
        "lighter": Judgement(
            "Which is lighter", "values on grounds that deceive", "steps", 0.5, 2, _plain(values.lighter), "values"
        ),
        "value": Judgement(
            "Name the value",
            "values on the scale",
            "steps",
            0.0,
            0,
            _of_values(values.value),
            "values",
            of_values=True,
            ways=_VALUE,
        ),
        "match": Judgement(
            "Match the value",
            "the value of a colour",
            "steps",
            0.0,
            0,
            _of_values(values.match),
            "colour",
            of_values=True,
            ways=_VALUE,
        ),
        "ladder": Judgement("Put in order", "small steps of value", "steps", 0.25, 24, _plain(values.ladder), "values"),
        "deceiving": Judgement(
            "Colour against grey", "values of strong colours", "steps", 0.8, 2, _plain(values.deceiving), "colour"
        ),
        "lightest": Judgement(
            "Lightest and darkest",
            "the ends of your own pictures",
            "steps",
            0.4,
            4,
            _of_scene(pictures.lightest),
            "values",
            of_scene=True,
        ),
        "squint": Judgement(
            "What runs together",
            "masses, with half-closed eyes",
            "steps",
            0.5,
            3,
            _of_scene(pictures.squint),
            "values",
            of_scene=True,
        ),
        "spot": Judgement(
            "A value in a picture",
            "values among others",
            "steps",
            0.0,
            0,
            _of_scene(pictures.spot),
            "values",
            of_scene=True,
            ways=_VALUE,
        ),
        "block-in": Judgement(
            "Block it in", "masses, from memory", "steps", 0.0, 0, _of_scene(pictures.block_in), "values", of_scene=True
        ),
        "edge": Judgement(
            "How hard is the edge",
            "lost, soft, firm, hard",
            "grades",
            0.0,
            0,
            _of_scene(pictures.edge),
            "values",
            of_scene=True,
            ways=("too hard", "too soft"),
        ),
        "warmer": Judgement(
            "Warmer or cooler", "temperature at one value", "ΔE", 2.0, 2, _of_tubes(mixing.warmer), "colour"
        ),
        "wet to dry": Judgement(
            "Wet to dry", "how paint dries", "ΔE", 6.0, 3, _of_tubes(mixing.wet_to_dry), "colour", True
        ),
        "mix": Judgement(
            "Of what is it mixed", "your tubes in a mix", "ΔE", 10.0, 3, _of_tubes(mixing.mix), "colour", True
        ),
        "needs": Judgement(
            "What does it need", "mending a pile", "ΔE", 1.5, 3, _of_tubes(mixing.needs), "colour", True
        ),
        "palette": Judgement(
            "Can these make it", "what your tubes reach", "ΔE", 8.0, 2, _of_tubes(mixing.palette), "colour", True
        ),
        "ratio": Judgement(
            "How wide, how high",
            "proportions",
            "times",
            0.0,
            0,
            _plain(proportion.ratio),
            "shapes",
            told=True,
            ways=_AMOUNT,
        ),
        "angle": Judgement(
            "How steep", "angles", "degrees", 0.0, 0, _plain(proportion.angle), "shapes", told=True, ways=_AMOUNT
        ),
        "lengths": Judgement(
            "Lengths in a picture",
            "proportions of things",
            "times",
            0.0,
            0,
            _of_scene(places.lengths),
            "shapes",
            of_scene=True,
            ways=_AMOUNT,
        ),
        "slope": Judgement(
            "Slopes in a picture",
            "angles of things",
            "degrees",
            0.0,
            0,
            _of_scene(places.slope),
            "shapes",
            of_scene=True,
            ways=_AMOUNT,
        ),
        "scale": Judgement(
            "Carry it over",
            "measures from photo to panel",
            "mm",
            0.0,
            0,
            _plain(proportion.scale),
            "shapes",
            told=True,
            ways=_AMOUNT,
        ),
        "bisect": Judgement(
            "Find the middle",
            "halving by eye",
            "mm",
            0.0,
            0,
            _of_scene(places.bisect),
            "shapes",
            of_scene=True,
            told=True,
        ),
        "transfer": Judgement(
            "Put the point over",
            "places by a grid",
            "mm",
            0.0,
            0,
            _of_scene(places.transfer),
            "shapes",
            of_scene=True,
        ),
        "order": Judgement(
            "What comes first", "the order of work", "rules", 0.0, 0, _plain(order.order), "shapes", told=True
        ),
        "rule": Judgement(
            "What is wrong", "the rules of the order", "rules", 0.0, 0, _plain(order.rule), "shapes", told=True
        ),
        "card": Judgement("Mix and match", "matching by eye, in paint", "ΔE", 0.0, 0, _on_paper, "colour"),
    }
)
"""Usual thresholds are from memory, and only where practice begins."""


def sights_of(kind: Kind) -> list[Sight]:
    """To whom a kind makes sense, by how much they see."""
    return [sight for sight in SIGHTS if kinds_for(sight, [kind])]


def kinds_for(sight: Sight, kinds: Sequence[Kind] = ON_SCREEN) -> list[Kind]:
    """Of these kinds those that make sense to whoever sees so much."""
    if sight == "all":
        return list(kinds)
    return [
        kind for kind in kinds if JUDGEMENTS[kind].told or (sight == "shapes" and JUDGEMENTS[kind].needs == "shapes")
    ]
