"""The pieces of a plan read back from the JSON that `plan_json` wrote."""

from collections.abc import Mapping, Sequence
from typing import Any

import numpy as np

from ..areas.area import Area, AreaMap, FamilyPart
from ..colour.types import LabelImage, triple
from ..kit.advice import Advice
from ..mixes.mix_set import Mix, MixSet
from ..mixes.recipe import Recipe
from ..mixes.search import evaluate
from ..paint.catalogue import Paintbox

Json = Mapping[str, Any]


def read_area(written: Json) -> Area:
    """The inverse of `plan_json.area_json`."""
    return Area(
        index=written["index"],
        id=written["id"],
        name=written["name"],
        area_cm2=written["area_cm2"],
        share=written["share"],
        value=written["value"],
        lab=triple(written["lab"]),
        centre=(written["centre"][0], written["centre"][1]),
        parts=tuple(FamilyPart(p["family"], p["area_cm2"], p["value"], triple(p["lab"])) for p in written["families"]),
    )


def read_areas(written: Sequence[Json], labels: LabelImage, families: LabelImage) -> AreaMap:
    """An area map from its list of areas and its two label images."""
    return AreaMap(labels=labels, families=families, areas=tuple(read_area(area) for area in written))


def read_mix(written: Json, box: Paintbox) -> Mix:
    """The inverse of `plan_json.mix_json`; colours are predicted anew from the parts."""
    return Mix(
        id=written["id"],
        name=written["name"],
        match=evaluate(Recipe.of(written["parts"]), np.array(written["target_lab"]), box),
        serves=tuple((part["area"], part["family"]) for part in written["parts_served"]),
    )


def read_mixes(box: Paintbox, written: Sequence[Json], advice: Sequence[Json]) -> MixSet:
    """A set of mixes from its JSON pieces."""
    return MixSet(box, tuple(read_mix(mix, box) for mix in written), read_advice(advice))


def read_advice(written: Sequence[Json]) -> tuple[Advice, ...]:
    """The inverse of `plan_json.advice_json`."""
    return tuple(Advice(**entry) for entry in written)
