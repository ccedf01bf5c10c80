"""All rules asked in turn."""

from ...kit.advice import Advice
from .case import Case, Rule
from .craft import detail_finer_than_the_tools, too_many_areas, too_small_to_mix_for
from .depth import depth_scale_broken, references_disagree, value_order_differs
from .edges import (
    edge_lost_at_the_focal_passage,
    figure_and_ground_collide,
    focal_passage_is_outdone,
    neighbours_share_a_value,
)
from .surfaces import reflection_outdoes_its_thing, sky_darkens_downward, too_few_values_to_grow
from .tones import (
    lights_spent_early,
    shadows_deaf_to_surroundings,
    too_few_greens,
    too_few_values,
    two_paints_in_one,
    white_painted_white,
)

RULES: dict[int, Rule] = {
    1: figure_and_ground_collide,
    2: neighbours_share_a_value,
    3: edge_lost_at_the_focal_passage,
    4: depth_scale_broken,
    5: white_painted_white,
    6: lights_spent_early,
    7: focal_passage_is_outdone,
    8: shadows_deaf_to_surroundings,
    9: too_few_values,
    10: too_few_greens,
    11: detail_finer_than_the_tools,
    12: too_many_areas,
    13: value_order_differs,
    14: references_disagree,
    16: too_small_to_mix_for,
    17: reflection_outdoes_its_thing,
    18: too_few_values_to_grow,
    19: sky_darkens_downward,
    22: two_paints_in_one,
}
"""By number; rule 15, on coats over the ground, needs the passes and is judged there."""


def judge(case: Case) -> tuple[Advice, ...]:
    """Everything the rules find, warnings first, then by rule."""
    found = [(number, advice) for number, rule in RULES.items() for advice in rule(case)]
    return tuple(advice for _, advice in sorted(found, key=lambda one: (one[1].severity != "warning", one[0])))
