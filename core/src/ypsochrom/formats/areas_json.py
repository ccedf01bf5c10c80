"""What is known of areas, and what the painter does to them, as JSON and back."""

from collections.abc import Callable, Mapping, Sequence
from dataclasses import asdict
from typing import Any

from ..areas.borders import Border
from ..areas.edits import Absorb, Edit, Give, Lock, Merge, Split, Spot
from ..areas.facts import Facts
from ..areas.merging import Step
from ..colour.types import triple
from ..kit.errors import BadSetting

Json = Mapping[str, Any]


def facts_json(facts: Sequence[Facts]) -> list[dict[str, Any]]:
    """Facts of all areas."""
    return [asdict(one) for one in facts]


def read_facts(written: Sequence[Json]) -> dict[str, Facts]:
    """The inverse of `facts_json`, by area id."""
    return {
        one["id"]: Facts(
            id=one["id"],
            plane=one["plane"],
            light_lab=None if one["light_lab"] is None else triple(one["light_lab"]),
            shadow_lab=None if one["shadow_lab"] is None else triple(one["shadow_lab"]),
            texture_mm=one["texture_mm"],
        )
        for one in written
    }


def borders_json(borders: Sequence[Border]) -> list[dict[str, Any]]:
    """All borders."""
    return [asdict(border) for border in borders]


def read_borders(written: Sequence[Json]) -> list[Border]:
    """The inverse of `borders_json`."""
    return [Border(**border) for border in written]


def steps_json(steps: Sequence[Step]) -> list[list[float]]:
    """The mergings of a tree, three numbers each."""
    return [[step.kept, step.absorbed, round(step.cost, 6)] for step in steps]


def read_steps(written: Sequence[Sequence[float]]) -> tuple[Step, ...]:
    """The inverse of `steps_json`."""
    return tuple(Step(int(kept), int(absorbed), cost) for kept, absorbed, cost in written)


def read_edit(written: Json, moved: Callable[[Spot], Spot]) -> Edit:
    """One change by hand; `moved` takes its places into the picture's shares. `BadSetting` when something is missing."""
    kind = written.get("kind")

    def spot(name: str) -> Spot:
        if written.get(name) is None:
            raise BadSetting(f"A change of the kind {kind!r} says no place.", f"Give `{name}` as two shares.")
        x, y = written[name]
        return moved((float(x), float(y)))

    def spots(of: Sequence[Sequence[float]]) -> tuple[Spot, ...]:
        return tuple(moved((float(x), float(y))) for x, y in of)

    match kind:
        case "merge":
            return Merge(spots(written.get("spots", ())))
        case "split":
            return Split(spot("spot"), written.get("by", "value"), spots(written.get("line", ())))
        case "give":
            to = None if written.get("to") is None else spot("to")
            return Give(spots(written.get("shape", ())), to, written.get("width"))
        case "absorb":
            if not written.get("below_cm2"):
                raise BadSetting("No size was given.", "Say below how many cm² areas are absorbed.")
            return Absorb(float(written["below_cm2"]))
        case "lock":
            return Lock(spot("spot"), tuple(spots(ring) for ring in written.get("rings", ())))
    raise BadSetting(f"There is no change of the kind {kind!r}.", "Choose merge, split, give, absorb or lock.")
