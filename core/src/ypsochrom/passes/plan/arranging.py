"""From drafts to passes: in the order of the rules, as the painter's hand moved them, measured, and with what that breaks."""

from collections import Counter
from collections.abc import Collection, Mapping, Sequence
from dataclasses import dataclass, replace
from itertools import groupby
from types import MappingProxyType

from ...areas.families import FAMILIES
from ...kit.advice import Advice
from ...materials.brushes import at_most, own_widths
from ..manners import GLAZES, OF_ONE_PASSAGE, WET_IN_WET
from ..order import rules
from ..order.engine import Ordered, Relation, SortKey, covering, put_in_order, relations_of, soft_neighbours
from ..order.moves import broken, conflict_of, free_places, with_moves
from ..order.rules import RULES
from ..scene import Choices, Move, Scene
from ..schools.school import School
from ..schools.workshop import Workshop
from ..step import Draft, PaintPass, Pair, Reason, Role, Step
from .drafting import groups_of
from .layering import measured, part_name, reasons_of
from .surfaces import beside_their_mirrors


@dataclass(frozen=True)
class InOrder:
    """Drafts in order, the same measured, what is to be said about the order, moves that found no step, the pairs that hold."""

    drafts: tuple[Draft, ...]
    steps: tuple[Step, ...]
    advice: tuple[Advice, ...]
    lost: tuple[Move, ...]
    pairs: tuple[Pair, ...]


def in_order(
    shop: Workshop,
    main: School,
    drafts: Sequence[Draft],
    moves: Sequence[Move] = (),
    joined: Mapping[str, Role] = MappingProxyType({}),
) -> InOrder:
    """Drafts in the order of the rules, then as the painter's hand moved them, measured, with what that broke.

    `joined` are the passes that roles (by key) are done together with, where they have too little work for one.
    """
    scene, choices = shop.scene, shop.choices
    relations = _relations(shop, main, drafts)
    drafts = _in_other_passes(drafts, moves, joined, choices.techniques)
    wet = rules.EDGES not in choices.rules_off
    pairs = soft_neighbours(scene, drafts, lambda d: d.manner.technique in WET_IN_WET) if wet else set()
    pairs |= beside_their_mirrors(scene, drafts)
    ordered = put_in_order(drafts, relations, _across_the_surface(scene, choices), pairs, lambda d: _in_hand(d, scene))
    moved = with_moves(drafts, ordered.order, moves)
    at = {draft: place for place, draft in enumerate(moved.order)}
    by_place = [drafts[i] for i in moved.order]
    reasons = reasons_of(drafts, scene, moved.order, ordered.relations, ordered.gave_way)
    free = free_places(moved.order, [draft.at.rank for draft in drafts], ordered.relations)
    steps = measured(
        by_place,
        scene,
        choices,
        shop.box,
        free={at[step]: places for step, places in free.items()},
        reasons=[_with_common(reasons[i], drafts[i]) for i in moved.order],
    )
    advice = _order_advice(drafts, scene, moves, ordered, moved.order)
    wanted = tuple(
        Pair(drafts[r.first].id, drafts[r.then].id, r.rule) for r in covering(len(drafts), ordered.relations)
    )
    return InOrder(tuple(by_place), steps, advice, moved.lost, wanted)


def _relations(shop: Workshop, main: School, drafts: Sequence[Draft]) -> tuple[Relation, ...]:
    """What every school says of its own steps, and what holds between the schools."""
    choices = shop.choices
    groups = groups_of(shop.scene, choices, main)
    found: list[Relation] = []
    for school, areas in groups:
        own = {area.id for area in areas}
        places = [
            i for i, draft in enumerate(drafts) if draft.area in own or (school is main and draft.role.key == "ground")
        ]
        active = [rule for rule in school.rules if rule not in choices.rules_off]
        own_steps = [drafts[i] for i in places]
        found += [
            Relation(places[r.first], places[r.then], r.rule) for r in relations_of(shop.scene, own_steps, active)
        ]
    wished = [rules.WISHED[wish] for wish in sorted(choices.order)]
    of_all = [rules.GROWS, rules.MIRRORED, *wished]
    found += relations_of(shop.scene, drafts, [rule for rule in of_all if rule not in choices.rules_off])
    if len(groups) > 1:
        between = [rule for rule in (rules.ON_TOP, rules.BEHIND) if rule not in choices.rules_off]
        found += relations_of(shop.scene, drafts, between)
    weight = {rule: number for number, rule in enumerate([*wished, *main.rules])}
    return tuple(sorted(found, key=lambda r: (not RULES[r.rule].hard, weight.get(r.rule, len(weight)))))


def _in_other_passes(
    drafts: Sequence[Draft], moves: Sequence[Move], joined: Mapping[str, Role], chosen: Collection[str]
) -> list[Draft]:
    """The drafts in the passes that the painter moved them to, laid as it is done there unless they chose another way."""
    role_of = {draft.role.key: draft.role for draft in drafts}
    to = {move.step: role_of[move.role] for move in moves if move.role in role_of}

    def moved(draft: Draft) -> Draft:
        role = to.get(draft.id, draft.role)
        own = joined.get(draft.role.key, draft.role)
        if role in (own, draft.role):  # within its pass
            return draft if own == draft.role else replace(draft, joined_to=own)
        clear = {draft.manner.technique, role.manner.technique} & GLAZES  # a pile for a glaze is no pile for a coat
        kept = draft.id in chosen or clear or draft.manner.technique in OF_ONE_PASSAGE
        manner = draft.manner if kept else role.manner
        return replace(draft, moved_to=role, manner=manner, joined_to=joined.get(role.key))

    return [moved(draft) for draft in drafts]


_BANDS = 4


def _across_the_surface(scene: Scene, choices: Choices) -> SortKey:
    """Bands from above to below, in each away from the painting hand; large parts first where that rule is set aside."""

    def key(draft: Draft) -> tuple[float, ...]:
        area = scene.area_of[draft.area]
        if rules.HAND_CLEAR in choices.rules_off:
            return (float(draft.section), -area.area_cm2)
        x = area.centre[0] if choices.hand == "right" else 1 - area.centre[0]
        band = 0.0 if draft.family is None else float(FAMILIES.index(draft.family))  # from dark to light in an area
        return (float(draft.section), float(int(area.centre[1] * _BANDS)), x, band)

    return key


def _in_hand(draft: Draft, scene: Scene) -> object:
    """Pile and manner: what the next step may share with the last; all of a gradation or a reflection is laid in one go."""
    if draft.manner.technique in OF_ONE_PASSAGE:
        return draft.manner.technique, draft.area
    return scene.pile_of(draft.mix).id, draft.manner.technique, draft.manner.medium, draft.manner.medium_share


def _with_common(reasons: tuple[Reason, ...], draft: Draft) -> tuple[Reason, ...]:
    """The reasons of a step with that of a layer that lies beneath another, which is no pair."""
    if draft.saves > 0:
        words = f"What follows here covers in fewer coats over it: about {draft.saves:.2f} saved in paint."
        return (*reasons, Reason(rules.FIRST_COVER, words))
    if not draft.role.key.startswith("white beneath"):
        return reasons
    words = "What follows here is pale or yellow and would take three coats and more without."
    return (*reasons, Reason(rules.WHITE_BENEATH, words))


def _order_advice(
    drafts: Sequence[Draft], scene: Scene, moves: Sequence[Move], ordered: Ordered, order: Sequence[int]
) -> tuple[Advice, ...]:
    """What the painter's moves break, and the smallest thing to give up; how often one habit gave way to another."""
    found = []
    violated = broken(order, ordered.relations)
    if violated:
        by_rule: dict[str, Relation] = {}
        for relation in violated:
            by_rule.setdefault(relation.rule, relation)
        moved = {move.step for move in moves}
        hand = [
            Relation(order[i], order[j], "hand")
            for i in range(len(order))
            for j in range(i + 1, len(order))
            if drafts[order[i]].id in moved or drafts[order[j]].id in moved
        ]
        weight = {rule: 10 if RULES[rule].hard else 5 for rule in RULES} | {"hand": 7}
        conflict = conflict_of(len(drafts), [*ordered.relations, *hand], weight)
        give_up = conflict.give_up if conflict else ()
        words = " and ".join("your own order" if rule == "hand" else f"“{RULES[rule].title}”" for rule in give_up)
        for rule, relation in sorted(by_rule.items()):
            first, then = part_name(drafts[relation.first], scene), part_name(drafts[relation.then], scene)
            found.append(
                Advice(
                    "passes.W020" if RULES[rule].hard else "passes.N020",
                    "warning" if RULES[rule].hard else "note",
                    f"Your order puts {then} before {first}: “{RULES[rule].title}” does not hold there. {RULES[rule].reason}",
                    f"Least to give up: {words}. Put the step back, or set that rule aside with a reason.",
                    drafts[relation.then].id,
                )
            )
    yielded = Counter(r.rule for r in ordered.gave_way if RULES[r.rule].hard)
    for rule, times in sorted(yielded.items()):
        found.append(
            Advice(
                "passes.W021",
                "warning",
                f"“{RULES[rule].title}” cannot hold for {times} pair{'s' if times > 1 else ''} of steps in this order of passes.",
                "Put the moved steps back into their own pass, or choose one school for these areas.",
            )
        )
    return tuple(found)


def passes_of(found: InOrder, scene: Scene, choices: Choices) -> list[PaintPass]:
    """Steps gathered by the role they stand in, with a brush that shrinks from part to part."""
    brush_of = _brushes(found.drafts, scene, choices)
    passes: list[PaintPass] = []
    for _, gathered in groupby(zip(found.drafts, found.steps, strict=True), lambda pair: pair[0].at.key):
        pairs = list(gathered)
        role = pairs[0][0].at
        brush = brush_of[role.key]
        parts = {draft.part.key: draft.part for draft, _ in pairs}
        steps = tuple(
            replace(step, role=part.key, brush_mm=0.0 if brush_of[part.key] == brush else brush_of[part.key])
            if (part := draft.part).key != role.key
            else step
            for draft, step in pairs
        )
        passes.append(
            PaintPass(
                number=len(passes) + 1,
                role=role.key,
                brush_mm=brush,
                medium=_medium_words(steps),
                why=" ".join(part.why for part in parts.values()),
                steps=steps,
                haste=role.haste,
                roles=tuple(parts) if parts.keys() != {role.key} else (),
            )
        )
    return passes


def _brushes(drafts: Sequence[Draft], scene: Scene, choices: Choices) -> dict[str, float]:
    """Width in mm of the brush of every role, by key: none wider than that of one before it, unless that rule is set aside."""
    short_side = min(scene.support.width_mm, scene.support.height_mm)
    roles = {role.key: role for draft in drafts for role in (draft.part, draft.at)}
    found: dict[str, float] = {}
    brush = max(own_widths(scene.brushes))
    for role in sorted(roles.values(), key=lambda one: one.rank):
        own = at_most(short_side * role.brush_share, own_widths(scene.brushes))
        brush = own if rules.BRUSH in choices.rules_off else min(brush, own)
        found[role.key] = brush
    return found


def _medium_words(steps: Sequence[Step]) -> str:
    shares = {(step.medium, step.medium_share) for step in steps if step.medium is not None and step.medium_share > 0}
    if not shares:
        return "none"
    kinds = sorted({str(medium) for medium, _ in shares})
    low, high = min(share for _, share in shares), max(share for _, share in shares)
    return f"{' or '.join(kinds)}, {low:.0%}" + (f" to {high:.0%}" if high > low else "")
