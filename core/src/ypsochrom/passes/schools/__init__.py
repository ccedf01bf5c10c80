"""The schools of painting: practitioners disagree, and each way is a strategy over the same engine."""

from collections.abc import Mapping

from ...kit.errors import BadSetting
from .background_first import BACKGROUND_FIRST
from .coloured import COLOURED
from .direct import DIRECT
from .glazes import GLAZES
from .grey_accent import GREY_ACCENT
from .light_first import LIGHT_FIRST
from .monochrome import MONOCHROME
from .on_site import ON_SITE
from .school import School
from .sections import SECTIONS

SCHOOLS: Mapping[str, School] = {
    school.key: school
    for school in (
        DIRECT, GLAZES, MONOCHROME, COLOURED, ON_SITE, SECTIONS, BACKGROUND_FIRST, LIGHT_FIRST, GREY_ACCENT,
    )
}  # fmt: skip


def school_of(key: str) -> School:
    """A school by its key; `BadSetting` when there is none of that name."""
    if key not in SCHOOLS:
        raise BadSetting(f"There is no school {key!r}.", f"Choose one of: {', '.join(SCHOOLS)}.")
    return SCHOOLS[key]
