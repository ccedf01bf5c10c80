"""All nodes of the work, in its order."""

from collections.abc import Mapping
from types import MappingProxyType
from typing import Any

from .area_nodes import AREAS, JUDGEMENT, PIECES
from .graph import Node
from .line_node import LINES
from .mix_node import MIXES, SOLVED
from .pass_nodes import PASSES, STAGES
from .sitting_nodes import FIRST_SCHEDULE, SCHEDULE
from .stroke_node import STROKES
from .subject_node import SUBJECT
from .value_node import BRUSH, VALUES

_TO_A_PLAN = (SUBJECT, BRUSH, VALUES, PIECES, LINES, AREAS, STROKES, JUDGEMENT, SOLVED, MIXES, PASSES)

NODES: Mapping[str, Node[Any]] = MappingProxyType(
    {node.name: node for node in (*_TO_A_PLAN, STAGES, FIRST_SCHEDULE, SCHEDULE)}
)
