"""From spectral reflectance to colour: CIE 1931 2 degree observer and illuminants, 380-730 nm in 10 nm steps.

The table in data/ was written by `tools/observer_table.py` from colour-science, which tests compare it with; shipping it
saves the second that importing that package costs every command (docs/adr/0003).
"""

import json
from functools import cache
from importlib import resources
from typing import Literal

import numpy as np

from . import cielab
from .types import Float, Lab, Reflectance, Xyz

Illuminant = Literal["D65", "D50", "A", "LED"]

WAVELENGTHS_NM = np.arange(380, 740, 10)


@cache
def _table() -> dict[str, Float]:
    raw = json.loads(resources.files(__package__).joinpath("data/observer-2deg-10nm.json").read_text())
    return {name: np.array(numbers) for name, numbers in raw["columns"].items()}


@cache
def weights(illuminant: Illuminant = "D65") -> Float:
    """Shape (36, 3): reflectance times these gives XYZ with Y of the perfect diffuser = 1 (CIE 15:2004, 7.1)."""
    table = _table()
    light = table[illuminant]
    observer = np.stack([table["x"], table["y"], table["z"]], axis=-1)
    weighted = observer * light[:, None]
    return weighted / weighted[:, 1].sum()


@cache
def white(illuminant: Illuminant = "D65") -> Xyz:
    """XYZ of the perfect diffuser under the illuminant."""
    return weights(illuminant).sum(axis=0)


@cache
def _smoothest() -> Float:
    """Shape (36, 3): of all spectra with an XYZ under D65 the one of least slope is this times the XYZ (burns2020)."""
    seen = weights()
    slope = np.diff(np.eye(len(seen)), axis=0)
    system = np.block([[2 * slope.T @ slope, seen], [seen.T, np.zeros((3, 3))]])
    wanted = np.vstack([np.zeros((len(seen), 3)), np.eye(3)])
    return np.linalg.solve(system, wanted)[: len(seen)]


def smooth_reflectance(lab: Lab) -> Reflectance:
    """A smooth reflectance (36,) that looks like this CIELAB colour in D65; cut to 0-1, so garish colours come out duller."""
    found: Reflectance = np.clip(_smoothest() @ cielab.lab_to_xyz(np.asarray(lab, dtype=float)), 0.0, 1.0)
    return found


def reflectance_to_xyz(reflectance: Reflectance, illuminant: Illuminant = "D65") -> Xyz:
    """XYZ of reflectances, shape (..., 3)."""
    return reflectance @ weights(illuminant).astype(reflectance.dtype)


def reflectance_to_lab(reflectance: Reflectance, illuminant: Illuminant = "D65") -> Lab:
    """CIELAB of reflectances against the perfect diffuser under the same light."""
    return cielab.xyz_to_lab(reflectance_to_xyz(reflectance, illuminant), white=white(illuminant))
