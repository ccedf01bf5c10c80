"""How different two colours look: CIEDE2000 (ISO/CIE 11664-6), after Sharma, Wu and Dalal (sharma2005)."""

import numpy as np

from .types import Float, Lab

_POW25_7 = 25.0**7


def delta_e_2000(lab_1: Lab, lab_2: Lab, *, k_l: float = 1.0) -> Float:
    """Colour difference of two colours (shapes broadcast); about 1 is just seen side by side, 3 at a glance.

    `k_l` below 1 weights lightness more. Steps and equation numbers as in sharma2005.
    """
    lab_1, lab_2 = np.asarray(lab_1), np.asarray(lab_2)
    l_1, a_1, b_1 = lab_1[..., 0], lab_1[..., 1], lab_1[..., 2]
    l_2, a_2, b_2 = lab_2[..., 0], lab_2[..., 1], lab_2[..., 2]

    # 1. C', h' (equations 2-7)
    c_mean_7 = _pow7((np.hypot(a_1, b_1) + np.hypot(a_2, b_2)) / 2)
    stretch = 1.5 - 0.5 * np.sqrt(c_mean_7 / (c_mean_7 + _POW25_7))
    a_1, a_2 = stretch * a_1, stretch * a_2
    c_1, c_2 = np.hypot(a_1, b_1), np.hypot(a_2, b_2)
    h_1, h_2 = np.arctan2(b_1, a_1) % (2 * np.pi), np.arctan2(b_2, a_2) % (2 * np.pi)

    # 2. dL', dC', dH' (equations 8-11)
    grey = c_1 * c_2 == 0
    turn = h_2 - h_1
    turn = np.where(turn > np.pi, turn - 2 * np.pi, np.where(turn < -np.pi, turn + 2 * np.pi, turn))
    turn = np.where(grey, 0.0, turn)
    d_l, d_c = l_2 - l_1, c_2 - c_1
    d_h = 2 * np.sqrt(c_1 * c_2) * np.sin(turn / 2)

    # 3. means and weights (equations 12-21)
    l_mean, c_mean = (l_1 + l_2) / 2, (c_1 + c_2) / 2
    h_sum = h_1 + h_2
    wraps = np.abs(h_1 - h_2) > np.pi
    h_mean = np.where(wraps, np.where(h_sum < 2 * np.pi, h_sum + 2 * np.pi, h_sum - 2 * np.pi), h_sum) / 2
    h_mean = np.where(grey, h_sum, h_mean)
    t = (
        1
        - 0.17 * np.cos(h_mean - np.radians(30))
        + 0.24 * np.cos(2 * h_mean)
        + 0.32 * np.cos(3 * h_mean + np.radians(6))
        - 0.20 * np.cos(4 * h_mean - np.radians(63))
    )
    d_theta = np.radians(30) * np.exp(-(((np.degrees(h_mean) - 275) / 25) ** 2))
    c_mean_7 = _pow7(c_mean)
    r_c = 2 * np.sqrt(c_mean_7 / (c_mean_7 + _POW25_7))
    l_50 = (l_mean - 50) ** 2
    s_l = 1 + 0.015 * l_50 / np.sqrt(20 + l_50)
    s_c = 1 + 0.045 * c_mean
    s_h = 1 + 0.015 * c_mean * t
    r_t = -np.sin(2 * d_theta) * r_c

    # 4. the difference (equation 22)
    x_l, x_c, x_h = d_l / (k_l * s_l), d_c / s_c, d_h / s_h
    return np.sqrt(np.maximum(x_l**2 + x_c**2 + x_h**2 + r_t * x_c * x_h, 0.0))


def _pow7(number: Float) -> Float:
    """Its seventh power; twice as quick as asking for it."""
    cube = number * number * number
    return cube * cube * number
