"""Advice to the painter as data: a stable id, how serious, what is so, what to do, and about what."""

from dataclasses import dataclass
from typing import Literal

Severity = Literal["note", "warning"]


@dataclass(frozen=True)
class Advice:
    """One piece of advice; `id` is stable (`mixes.W003`), `subject` names what it is about (an area, mix or paint id)."""

    id: str
    severity: Severity
    message: str
    hint: str
    subject: str | None = None
