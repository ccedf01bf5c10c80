"""Spectra of paint as it dries, for whoever computes with them: a palette's tubes and their tints, and the piles of a plan."""

from collections.abc import Iterator, Mapping, Sequence
from datetime import datetime

from ...colour import spectra
from ...mixes.mix_set import Mix
from ...mixes.recipe import sum_in_words
from ...paint import appearance
from ...paint.calibration import WHITE_PARTS
from ...paint.catalogue import Paint, Paintbox, paint
from . import cxf

_WHITE = "PW6"
_TINTS = sorted({parts for parts in WHITE_PARTS.values() if parts})
_RESTS_ON = {True: "from the tube's own calibration", False: "from the catalogue"}


def palette_cxf(name: str, box: Paintbox, now: datetime) -> str:
    """Every paint of the box as CxF3, laid thick and dry: alone, and in tints with titanium white."""
    white = next((one for one in box.paints if one.key == _WHITE), paint(_WHITE))
    samples = [sample for one in box.paints for sample in _string_of(one, white)]
    return cxf.write_cxf(f"Palette {name}: dry paint, laid thick, predicted", samples, now)


def _string_of(one: Paint, white: Paint) -> Iterator[cxf.Sample]:
    rests_on = _RESTS_ON[one.source == "calibrated"]
    yield _predicted(one.name, {one.key: 1.0}, Paintbox.of([one]), f"{one.key}, alone; {rests_on}")
    if one.key != _WHITE:
        for parts in _TINTS:
            tint = {one.key: 1.0, _WHITE: parts}
            what = f"{one.key} with {parts:g} parts of titanium white; {rests_on}"
            yield _predicted(f"{one.name} 1:{parts:g}", tint, Paintbox.of([one, white]), what)


def piles_cxf(title: str, mixes: Sequence[Mix], box: Paintbox, now: datetime) -> str:
    """The piles of a plan as CxF3, laid thick and dry; each with its recipe in tube paint."""
    samples = []
    for mix in mixes:
        parts = mix.match.recipe.mapping
        samples.append(_predicted(f"{mix.id} {mix.name}", parts, box.only(parts), sum_in_words(parts)))
    return cxf.write_cxf(f"{title}: piles, dry, laid thick, predicted", samples, now)


def _predicted(name: str, parts: Mapping[str, float], box: Paintbox, description: str) -> cxf.Sample:
    reflectance = appearance.dry_reflectance(appearance.parts_vector(parts, box), box)
    return cxf.Sample(name, spectra.reflectance_to_lab(reflectance), reflectance, description=description)
