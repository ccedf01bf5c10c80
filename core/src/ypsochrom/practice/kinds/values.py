"""Judging values: greys on grounds that deceive, a value named, greys put in order, colours that look lighter than they are."""

import numpy as np

from ...colour.apparent import colour_lifts, lifted
from ...colour.cielab import lab_to_hex
from ...colour.differences import VALUE_RIGHT, steps_in_words
from ...colour.munsell import lab_to_value, value_to_lightness
from ...colour.written import read_colour
from ..exercise import Answer, Exercise, Patch

Made = tuple[Exercise, Answer]

_FROM, _TO = 2.5, 8.5
_DARK, _LIGHT = 1.5, 9.6
_GREYS = 5


def capital(words: str) -> str:
    """The words as a sentence begins."""
    return words[:1].upper() + words[1:]


def grey(value: float) -> str:
    """A neutral of a Munsell value for the screen."""
    return lab_to_hex(np.array([float(value_to_lightness(np.array(value))), 0.0, 0.0]))


def lighter(seed: int, level: float) -> Made:
    """Which of two greys is lighter; the ground of one is dark, of the other light."""
    random = np.random.default_rng(seed)
    middle = float(random.uniform(_FROM + 0.5, _TO - 0.5))
    values = [middle - level / 2, middle + level / 2]
    grounds = [_DARK, _LIGHT] if random.random() < 0.7 else [_LIGHT, _DARK]  # mostly the ground speaks against the grey
    order = random.permutation(2)
    options = tuple(Patch(grey(values[at]), grey(grounds[at]), f"grey {place + 1}") for place, at in enumerate(order))
    right = int(np.flatnonzero(order == 1)[0])
    lifts = [lifted(value, ground) for value, ground in zip(values, grounds, strict=True)]
    why = (
        f"It is {steps_in_words(level)} lighter. The dark ground lifts what lies on it by {steps_in_words(max(lifts))}, the "
        f"light one presses it down by {steps_in_words(min(lifts))}: cover the grounds and look again."
    )
    return Exercise("lighter", seed, level, "Which grey is lighter?", "steps", options=options, by_ground=True), Answer(
        (right,), why
    )


def value(seed: int, _: float, about: float | None = None) -> Made:
    """The value of a grey on a ground, named on the scale; `about` that value where one is given."""
    random = np.random.default_rng(seed)
    true = _about(random, about)
    ground = float(random.choice([_DARK, 5.0, _LIGHT]))
    lift = lifted(true, ground)
    surround = (
        f"Its ground makes it seem {steps_in_words(lift)} {'lighter' if lift > 0 else 'darker'}: cover it and look again."
        if abs(lift) >= VALUE_RIGHT
        else "Its ground hardly changes it."
    )
    exercise = Exercise(
        "value", seed, 0.0, "What value is it? 0 is black, 10 white.", "steps",
        shown=(Patch(grey(true), grey(ground)),), asks="number", most=10.0, step=0.25, by_ground=True,
    )  # fmt: skip
    return exercise, Answer(true, f"It is {true:g}. {surround}")


def _about(random: np.random.Generator, about: float | None) -> float:
    """A value in quarters of a step, mostly near that which is asked about."""
    low, high = 1.5, 9.0
    if about is not None and random.random() < _MOSTLY:
        low, high = (float(np.clip(about + off, 1.5, 9.0)) for off in (-0.75, 0.75))
    return round(float(random.uniform(low, high)) * 4) / 4


_MOSTLY = 0.7
_COLOURS = (
    ("yellow", 95.0, 60.0),
    ("red", 30.0, 50.0),
    ("blue", 285.0, 40.0),
    ("green", 145.0, 38.0),
    ("grey", 0.0, 0.0),
)


def match(seed: int, _: float, about: float | None = None) -> Made:
    """A grey brought to the value of a colour by eye."""
    random = np.random.default_rng(seed)
    name, hue, chroma = _COLOURS[int(random.integers(len(_COLOURS)))]
    wanted = _about(random, about)
    angle = np.radians(hue)
    while True:  # less chroma until the screen can show it at that value
        lab = np.array([float(value_to_lightness(np.array(wanted))), chroma * np.cos(angle), chroma * np.sin(angle)])
        shown = lab_to_hex(lab)
        true = _value_on_screen(shown)
        if abs(true - wanted) <= 0.15 or chroma < 4:
            break
        chroma *= 0.8
    lift = colour_lifts(lab)
    told = (
        f"Its colour makes this {name} look {steps_in_words(lift)} lighter than it is: squint until the colour is gone."
        if lift >= VALUE_RIGHT
        else "Squint until the border between the two is lost."
    )
    exercise = Exercise(
        "match", seed, 0.0, f"Bring the grey to the value of this {name}.", "steps",
        shown=(Patch(shown, grey(5.0), name),), asks="number", most=10.0, step=0.25,
        ladder=tuple(grey(at / 4) for at in range(41)),
    )  # fmt: skip
    return exercise, Answer(true, f"It is {true:.1f}. {told}")


def ladder(seed: int, level: float) -> Made:
    """Greys to be put in order, the lightest first; `level` is the step between neighbours."""
    random = np.random.default_rng(seed)
    room = (_TO - _FROM) - level * (_GREYS - 1)
    first = _FROM + float(random.uniform(0, max(room, 0.0)))
    values = first + level * np.arange(_GREYS)
    order = random.permutation(_GREYS)
    options = tuple(Patch(grey(float(values[at])), grey(5.0), f"grey {place + 1}") for place, at in enumerate(order))
    right = tuple(int(at) for at in np.argsort(-values[order]))
    why = f"Each is {steps_in_words(level)} from the next. Squint: what runs together first is nearest."
    return Exercise(
        "ladder",
        seed,
        level,
        "Put them in order, the lightest first.",
        "steps",
        options=options,
        asks="order",
    ), Answer(right, why)


_HUES = (
    ("red", 30.0, 55.0),
    ("blue", 285.0, 45.0),
    ("green", 145.0, 40.0),
    ("violet", 320.0, 45.0),
    ("orange", 60.0, 60.0),
)


def deceiving(seed: int, level: float) -> Made:
    """Which is lighter, a colour or a grey; strong colours look lighter than they are."""
    random = np.random.default_rng(seed)
    name, hue, chroma = _HUES[int(random.integers(len(_HUES)))]
    true = float(random.uniform(4.0, 6.0))
    angle = np.radians(hue)
    lab = np.array([float(value_to_lightness(np.array(true))), chroma * np.cos(angle), chroma * np.sin(angle)])
    shown = lab_to_hex(lab)
    real = _value_on_screen(shown)
    sign = 1 if random.random() < 0.7 else -1  # mostly the colour seems lighter than the grey, and is darker
    patches = [Patch(shown, grey(5.0), name), Patch(grey(real + sign * level), grey(5.0), "grey")]
    order = random.permutation(2)
    options = tuple(patches[at] for at in order)
    right = int(np.flatnonzero(order == (1 if sign > 0 else 0))[0])
    lift = colour_lifts(lab)
    told = (
        f"Strong colour looks lighter than it is, this {name} by {steps_in_words(lift)}."
        if lift >= VALUE_RIGHT
        else f"This {name} looks as light as it is."
    )
    why = f"The {'grey' if sign > 0 else name} is {steps_in_words(level)} lighter. {told} Squint until the colour is gone."
    return Exercise("deceiving", seed, level, "Which is lighter?", "steps", options=options), Answer((right,), why)


def _value_on_screen(colour: str) -> float:
    """The value of what the screen shows: a colour that it cannot show is another one there."""
    return float(lab_to_value(read_colour(colour)))
