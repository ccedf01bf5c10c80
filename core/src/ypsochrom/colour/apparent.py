"""How light a colour looks: what lies around it lifts or lowers it, and colour itself makes it lighter.

Greys on greys by CAM16 (li2017); the Helmholtz-Kohlrausch effect by nayatani1997, its variable-chromaticity method for objects.
"""

import numpy as np

from .cielab import lab_to_xyz
from .munsell import lab_to_value, value_to_luminance
from .types import Float, Lab

ADAPTING_CD_M2 = 40.0
"""A studio of about 600 lux on a grey wall: a fifth of the white's luminance."""

_C = 0.69
"""CAM16's average surround."""

_BASIS, _GRID = 1.48, np.linspace(0.05, 9.9, 400)


def grey_lightness(value: Float | float, around: Float | float) -> Float:
    """CAM16's lightness J (0-100) of a grey of a Munsell value on a ground of another."""
    k = 1 / (5 * ADAPTING_CD_M2 + 1)
    fl = 0.2 * k**4 * 5 * ADAPTING_CD_M2 + 0.1 * (1 - k**4) ** 2 * (5 * ADAPTING_CD_M2) ** (1 / 3)
    n = np.asarray(value_to_luminance(np.asarray(around, dtype=float)))
    z = _BASIS + np.sqrt(n)

    def response(luminance: Float | float) -> Float:
        x = (fl * np.asarray(luminance)) ** 0.42
        return 400 * x / (x + 27.13)

    grey = np.asarray(value_to_luminance(np.asarray(value, dtype=float)))
    return 100 * (response(grey) / response(1.0)) ** (_C * z)


MIDDLE = 5.0


def seems(value: float, around: float) -> float:
    """The Munsell value that a grey seems to have on a ground, against the same grey on middle grey."""
    looks = float(grey_lightness(value, around))
    return float(np.interp(looks, grey_lightness(_GRID, MIDDLE), _GRID))


def lifted(value: float, around: float) -> float:
    """By how many Munsell steps a ground makes a grey seem lighter (below 0: darker)."""
    return seems(value, around) - value


def lightness_of_colour(lab: Lab) -> float:
    """The L* of the grey that a colour looks as light as (nayatani1997), at `ADAPTING_CD_M2`."""
    x, y, z = lab_to_xyz(np.asarray(lab, dtype=float))
    below = x + 15 * y + 3 * z
    u, v = (4 * x / below, 9 * y / below) if below > 0 else (_U_WHITE, _V_WHITE)
    off = 13 * float(np.hypot(u - _U_WHITE, v - _V_WHITE))
    theta = float(np.arctan2(v - _V_WHITE, u - _U_WHITE))
    to_la = ADAPTING_CD_M2**0.4495
    k_br = 0.2717 * (6.469 + 6.362 * to_la) / (6.469 + to_la)
    return float(lab[0]) * (1 + (-0.8660 * _q(theta) + 0.0872 * k_br) * off)


def _q(theta: float) -> float:
    """The hue function q of nayatani1997."""
    waves = (
        -0.01585, -0.03017 * np.cos(theta), -0.04556 * np.cos(2 * theta), -0.02667 * np.cos(3 * theta),
        -0.00295 * np.cos(4 * theta), 0.14592 * np.sin(theta), 0.05084 * np.sin(2 * theta), -0.01900 * np.sin(3 * theta),
        -0.00764 * np.sin(4 * theta),
    )  # fmt: skip
    return float(sum(waves))


_X_WHITE, _Y_WHITE, _Z_WHITE = (float(one) for one in lab_to_xyz(np.array([100.0, 0.0, 0.0])))
_U_WHITE = 4 * _X_WHITE / (_X_WHITE + 15 * _Y_WHITE + 3 * _Z_WHITE)
_V_WHITE = 9 * _Y_WHITE / (_X_WHITE + 15 * _Y_WHITE + 3 * _Z_WHITE)


def colour_lifts(lab: Lab) -> float:
    """By how many Munsell steps a colour looks lighter than it is."""
    looks = np.array([min(lightness_of_colour(lab), 100.0), 0.0, 0.0])
    return float(lab_to_value(looks) - lab_to_value(np.array([float(lab[0]), 0.0, 0.0])))
