"""Colour exchange format 3 (CxF3, iso17972): named colours as spectra or CIELAB in XML, as spectrophotometers write them.

Read are reflectance spectra and CIELAB of the objects under `Resources/ObjectCollection`; what else a file holds is passed
over. Written are spectra and CIELAB (D65, 2 degrees), each with what it rests on.
"""

import math
from collections.abc import Sequence
from dataclasses import dataclass
from datetime import datetime
from typing import Any
from xml.etree import ElementTree

import defusedxml.ElementTree
from defusedxml.common import DefusedXmlException

from ...colour.spectra import WAVELENGTHS_NM
from ...colour.types import Lab, Reflectance
from ...kit.errors import BadReading
from ...kit.text import one_line

NAMESPACE = "http://colorexchangeformat.com/CxF3-core"

_CIE_1931 = "2_Degree"
_USUAL_STEP_NM = 10


@dataclass(frozen=True)
class CxfColour:
    """One object as written in a file: its name, its bands (nm to reflectance), and CIELAB with the light it is seen in."""

    name: str
    bands: tuple[tuple[float, str], ...]
    lab: tuple[str, str, str] | None
    illuminant: str
    observer: str


@dataclass(frozen=True, eq=False)
class Sample:
    """One colour to be written: CIELAB (D65), its dry reflectance (36,) if known, whether it was measured, what it is."""

    name: str
    lab: Lab
    reflectance: Reflectance | None = None
    measured: bool = False
    description: str = ""

    @property
    def rests_on(self) -> str:
        """The colour specification that tells how it was come by."""
        return (
            f"{'measured' if self.measured else 'predicted'}-{'spectrum' if self.reflectance is not None else 'colour'}"
        )


def is_xml(text: str) -> bool:
    """Whether a file's text is XML, and so no table."""
    return text.lstrip().startswith("<")


def read_cxf(text: str) -> tuple[CxfColour, ...]:
    """Every object with a spectrum or CIELAB; `BadReading` when the XML cannot be read or is something else."""
    try:
        root: ElementTree.Element = defusedxml.ElementTree.fromstring(text.lstrip())
    except DefusedXmlException:
        raise BadReading(
            "The CxF file declares entities, which no colours need.", "Export it again from the instrument."
        ) from None
    except (ElementTree.ParseError, ValueError) as error:
        raise BadReading(f"The CxF file is no whole XML: {error}.", "Export it again.") from None
    if root.tag != _tag("CxF"):
        raise BadReading("This XML file is not CxF3.", "Export it as CxF3, as CGATS.17 text or as CSV.")
    specified = {one.get("Id", ""): one for one in root.iter(_tag("ColorSpecification"))}
    return tuple(
        found
        for one in root.iter(_tag("Object"))
        if (found := _colour_of(one, specified)).bands or found.lab is not None
    )


def _colour_of(one: ElementTree.Element, specified: dict[str, ElementTree.Element]) -> CxfColour:
    spectrum = one.find(f"{_tag('ColorValues')}/{_tag('ReflectanceSpectrum')}")
    lab = one.find(f"{_tag('ColorValues')}/{_tag('ColorCIELab')}")
    read_by = specified.get((lab if lab is not None else one).get("ColorSpecification", ""))
    axes = [] if lab is None else [_text(lab, axis) for axis in ("L", "A", "B")]
    return CxfColour(
        name=one.get("Name", ""),
        bands=() if spectrum is None else _bands_of(spectrum, specified),
        lab=None if lab is None else (axes[0], axes[1], axes[2]),
        illuminant=_text(read_by, "TristimulusSpec/Illuminant"),
        observer=_text(read_by, "TristimulusSpec/Observer"),
    )


def _bands_of(
    spectrum: ElementTree.Element, specified: dict[str, ElementTree.Element]
) -> tuple[tuple[float, str], ...]:
    """The bands; where the spectrum does not say at which wavelength it starts, its colour specification does."""
    read_by = specified.get(spectrum.get("ColorSpecification", ""))
    at = None if read_by is None else read_by.find(_path("MeasurementSpec/WavelengthRange"))
    told = {} if at is None else at.attrib
    try:
        start = float(spectrum.get("StartWL") or told["StartWL"])
        step = float(told.get("Increment", _USUAL_STEP_NM))
    except (KeyError, ValueError):
        start, step = math.nan, math.nan
    if not (math.isfinite(start) and math.isfinite(step)):
        raise BadReading(
            "A spectrum of the CxF file does not say at which wavelength it starts, and in what steps it goes on.",
            "Export it with StartWL and Increment, in nanometres.",
        )
    return tuple((start + step * i, written) for i, written in enumerate((spectrum.text or "").split()))


def _text(within: ElementTree.Element | None, path: str) -> str:
    found = None if within is None else within.find(_path(path))
    return "" if found is None else (found.text or "").strip()


def _path(names: str) -> str:
    return "/".join(_tag(name) for name in names.split("/"))


def _tag(name: str) -> str:
    return f"{{{NAMESPACE}}}{name}"


def write_cxf(title: str, samples: Sequence[Sample], now: datetime) -> str:
    """The samples as a CxF3 document: spectra of 36 bands with their CIELAB (D65, 2 degrees), predicted told from measured."""
    ElementTree.register_namespace("cc", NAMESPACE)
    when = now.isoformat(timespec="seconds")
    root = ElementTree.Element(_tag("CxF"))
    about = _add(root, "FileInformation")
    _add(about, "Creator", "Ypsochrom")
    _add(about, "CreationDate", when)
    _add(about, "Description", one_line(title))
    resources = _add(root, "Resources")
    objects = _add(resources, "ObjectCollection")
    for number, sample in enumerate(samples, start=1):
        _object(objects, f"c{number}", sample, when)
    specifications = _add(resources, "ColorSpecificationCollection")
    for id_, spectral in sorted({(sample.rests_on, sample.reflectance is not None) for sample in samples}):
        _specification(specifications, id_, spectral)
    ElementTree.indent(root)
    return '<?xml version="1.0" encoding="UTF-8"?>\n' + ElementTree.tostring(root, encoding="unicode") + "\n"


def _object(objects: ElementTree.Element, id_: str, sample: Sample, when: str) -> None:
    one = _add(objects, "Object", ObjectType="Standard", Name=one_line(sample.name), Id=id_)
    _add(one, "CreationDate", when)
    if sample.description:
        _add(one, "Comment", one_line(sample.description))
    values = _add(one, "ColorValues")
    if sample.reflectance is not None:
        bands = " ".join(f"{band:.5f}" for band in sample.reflectance)
        start = str(WAVELENGTHS_NM[0])
        _add(values, "ReflectanceSpectrum", bands, ColorSpecification=sample.rests_on, StartWL=start)
    lab = _add(values, "ColorCIELab", ColorSpecification=sample.rests_on)
    for axis, number in zip(("L", "A", "B"), sample.lab, strict=True):
        _add(lab, axis, f"{number:.3f}")


def _specification(specifications: ElementTree.Element, id_: str, spectral: bool) -> None:
    one = _add(specifications, "ColorSpecification", Id=id_)
    seen = _add(one, "TristimulusSpec")
    for name, text in (("Illuminant", "D65"), ("Observer", _CIE_1931), ("Method", "E308_Table5")):
        _add(seen, name, text)
    read = _add(one, "MeasurementSpec")
    _add(read, "MeasurementType", "Spectrum_Reflectance" if spectral else "Colorimetric_Reflectance")
    angle = _add(_add(read, "GeometryChoice"), "SingleAngle")
    for name, text in (("SingleAngleConfiguration", "Annular"), ("IlluminationAngle", "45"), ("MeasurementAngle", "0")):
        _add(angle, name, text)
    if spectral:
        step = WAVELENGTHS_NM[1] - WAVELENGTHS_NM[0]
        _add(read, "WavelengthRange", StartWL=str(WAVELENGTHS_NM[0]), Increment=str(step))


def _add(within: ElementTree.Element, name: str, text: str | None = None, **attributes: Any) -> ElementTree.Element:
    made = ElementTree.SubElement(within, _tag(name), attributes)
    made.text = text
    return made
