"""What advice is about, so that what was set aside stays so until its subject changes."""

import hashlib
import json
from collections.abc import Mapping

from ...kit.advice import Advice
from ..area import Area

_SALT = "0.5.0"
"""As first released: another one would bring back everything that painters have set aside."""

_L_STEP = 3


def state_of(advice: Advice, areas: Mapping[str, Area]) -> str:
    """A short hash of what the advice is about: the places, sizes and colours of its areas, roughly, else its words."""
    about = [areas[area] for area in (advice.subject or "").split() if area in areas]
    facts = [
        [round(x, 2) for x in area.centre] + [round(area.share, 2), *(round(x / _L_STEP) for x in area.lab)]
        for area in about
    ]
    text = json.dumps([_SALT, advice.id, facts or advice.message], sort_keys=True)
    return hashlib.sha256(text.encode()).hexdigest()[:24]
