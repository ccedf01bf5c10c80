"""The paints we know: Colour Index name, K and S, density.

The numbers in data/catalogue.json are from memory and indicative (its `note` says how they were made): nothing in it was
measured. K and S are per volume of tube paint, in units of titanium white's scattering at 550 nm.
"""

import difflib
import hashlib
import json
from collections.abc import Iterable
from dataclasses import dataclass, field
from functools import cache, cached_property
from importlib import resources
from typing import Literal, Self

import numpy as np

from ..colour import spectra
from ..colour.types import Float
from ..kit.errors import BadShelf, UnknownPaint
from . import kubelka_munk, surface

SCATTERING_UNIT_PER_UM = 1 / 6
"""One unit of K or S per micrometre of dry film: film thickness x this = thickness in catalogue units. So titanium white hides
to 0.85 in one brush coat and does not hide in one (common practice, docs/adr/0016)."""

_WHITE_LIGHTNESS = 92.0
_WHITE_CHROMA = 6.0


Lightfastness = Literal["I", "II", "III"]
"""Class after ASTM D5098 for acrylic dispersion paints, tested as D4303 says (D4302 is for oils): I excellent, II very good,
III not sufficient; from memory, the label decides."""

DryFinish = Literal["matt", "satin", "gloss"]

Source = Literal["catalogue", "calibrated"]


@dataclass(frozen=True, eq=False)
class Paint:
    """One paint of the catalogue; `absorption` and `scattering` have shape (36,).

    `pigments` are Colour Index names; a convenience mixture has several and is a mixture of other paints (`made_of`).
    `source` says whether K and S are the catalogue's or were fitted to the painter's own tube.
    """

    key: str
    name: str
    pigments: tuple[str, ...]
    lightfastness: Lightfastness
    finish: DryFinish
    density_kg_per_l: float
    masstone_lab: tuple[float, float, float]
    absorption: Float = field(repr=False)
    scattering: Float = field(repr=False)
    made_of: tuple[tuple[str, int], ...] = ()
    source: Source = "catalogue"

    @property
    def is_white(self) -> bool:
        """Whether this is a white, which recipes count outside their parts."""
        lightness, a, b = self.masstone_lab
        return lightness > _WHITE_LIGHTNESS and float(np.hypot(a, b)) < _WHITE_CHROMA


@cache
def catalogue() -> dict[str, Paint]:
    """Every paint by its key, in the catalogue's order: single pigments first, then convenience mixtures."""
    raw = json.loads(resources.files(__package__).joinpath("data/catalogue.json").read_text())
    known = {
        row["key"]: Paint(
            key=row["key"],
            name=row["name"],
            pigments=tuple(row["pigments"]),
            lightfastness=row["lightfastness"],
            finish=row["finish"],
            density_kg_per_l=row["density_kg_per_l"],
            masstone_lab=tuple(row["masstone_lab"]),
            absorption=np.array(row["K"], dtype=float),
            scattering=np.array(row["S"], dtype=float),
        )
        for row in raw["paints"]
    }
    for row in raw["mixtures"]:
        known[row["key"]] = _mixture(row["key"], row["name"], {known[key]: n for key, n in row["parts"].items()})
    return known


_LIGHTFASTNESS: tuple[Lightfastness, ...] = ("I", "II", "III")


def _mixture(key: str, name: str, parts: dict[Paint, int]) -> Paint:
    """A convenience mixture: K, S and density by volume; as fugitive as its worst pigment."""
    share = np.array(list(parts.values()), dtype=float) / sum(parts.values())
    absorption = share @ np.stack([p.absorption for p in parts])
    scattering = share @ np.stack([p.scattering for p in parts])
    dry = surface.seen(kubelka_munk.masstone(absorption, scattering), surface.dry("satin"))
    lightness, a, b = (float(x) for x in spectra.reflectance_to_lab(dry))
    return Paint(
        key=key,
        name=name,
        pigments=tuple(dict.fromkeys(pigment for p in parts for pigment in p.pigments)),
        lightfastness=max((p.lightfastness for p in parts), key=_LIGHTFASTNESS.index),
        finish="satin",
        density_kg_per_l=float(share @ np.array([p.density_kg_per_l for p in parts])),
        masstone_lab=(lightness, a, b),
        absorption=absorption,
        scattering=scattering,
        made_of=tuple((p.key, n) for p, n in parts.items()),
    )


RENAMED = {"PR83": "PR177", "PB27": "prussian"}
"""Keys of earlier catalogues: hues that bore the name of the pigment they stand for."""


def present_key(key: str) -> str:
    """A key as it is written today."""
    return RENAMED.get(key, key)


def is_known(key: str) -> bool:
    """Whether the catalogue has a paint with this key, or had one under it."""
    return present_key(key) in catalogue()


def paint(key: str) -> Paint:
    """The paint with this key, or with one of an earlier catalogue; `UnknownPaint` names the nearest ones."""
    known = catalogue()
    if is_known(key):
        return known[present_key(key)]
    near = difflib.get_close_matches(key.upper(), known, n=3, cutoff=0.4)
    hint = f"Did you mean {', '.join(near)}?" if near else f"Known keys are {', '.join(known)}."
    raise UnknownPaint(f"There is no paint with the key {key!r} in the catalogue.", hint)


@dataclass(frozen=True, eq=False)
class Paintbox:
    """Some paints with their coefficients stacked: `absorption` and `scattering` have shape (n, 36)."""

    paints: tuple[Paint, ...]
    absorption: Float = field(repr=False)
    scattering: Float = field(repr=False)

    @classmethod
    def of(cls, paints: Iterable[Paint]) -> Self:
        """A box of these paints in their order; `BadShelf` when there is none."""
        paints = tuple(paints)
        if not paints:
            raise BadShelf("The shelf is empty: there is no paint to mix with.", "Add at least one tube to the shelf.")
        return cls(paints, np.stack([p.absorption for p in paints]), np.stack([p.scattering for p in paints]))

    @cached_property
    def keys(self) -> tuple[str, ...]:
        """The paints' keys in their order."""
        return tuple(paint.key for paint in self.paints)

    def only(self, keys: Iterable[str]) -> "Paintbox":
        """The box with these of its paints, each once, in the given order; what it lacks comes from the catalogue.

        `UnknownPaint` for keys that the catalogue lacks too.
        """
        ours = {one.key: one for one in self.paints}
        return Paintbox.of(ours[key] if key in ours else paint(key) for key in dict.fromkeys(keys))

    @cached_property
    def fingerprint(self) -> str:
        """The same for boxes whose paints, in the same order, behave alike."""
        digest = hashlib.sha256("\0".join(self.keys).encode())
        digest.update(self.absorption.tobytes())
        digest.update(self.scattering.tobytes())
        return digest.hexdigest()[:24]

    @property
    def source(self) -> Source:
        """`calibrated` when every paint but the whites is."""
        return "calibrated" if all(p.source == "calibrated" or p.is_white for p in self.paints) else "catalogue"

    def __len__(self) -> int:
        return len(self.paints)


def paintbox(keys: Iterable[str]) -> Paintbox:
    """A box of the catalogue's paints with these keys, each once, in the given order."""
    return Paintbox.of(paint(key) for key in dict.fromkeys(keys))
