"""How the work on a painting stands, in the words of the page: straight from the graph."""

from server.records import runs
from server.records.models import Painting, Run
from ypsochrom.kit.codec import fingerprint
from ypsochrom.work.graph import State, Work

from . import desk
from .following import is_scheduled
from .schemas import StandingOut

SHOWN = {
    "values": ("values",),
    "areas": ("areas",),
    "mixes": ("mixes",),
    "passes": ("passes", "stages"),
    "sittings": ("first schedule",),
}
"""The nodes behind every word of the work; what is made from something out of date is out of date itself."""

_FOLLOWS = {
    "subject": ("subject",),
    "values": ("values",),
    "areas": ("areas", "strokes", "judgement", "solved", "mixes", "passes"),
    "mixes": ("areas", "solved", "mixes"),
    "passes": ("areas", "mixes", "passes", "stages"),
    "sittings": ("areas", "passes", "first schedule", "schedule"),
}
_DECIDED = {
    "subject": ("notes", "sketch", "marks", "focal", "others"),
    "values": ("values", "focal"),
    "areas": ("areas", "decisions", "things", "edges", "set_aside", "passes", "mixes", "crop", "adjustments"),
    "mixes": ("mixes", "things"),
    "passes": ("passes", "decisions", "things", "set_aside", "marks", "others"),
    "sittings": ("sittings", "decisions", "things"),
}
"""What an answer of the API says beside the results: fields of the brief."""


def standing(painting: Painting, work: Work, run: Run | None) -> StandingOut:
    """The state of every word, why it is out of date, and a stamp that changes when what the API says of it does.

    `run` is the newest computation as it was before the work was opened: when it has ended, the work tells of its end.
    """
    states = of_words(work)
    why = {
        word: list(dict.fromkeys(part for node in nodes for part in work.why(node))) for word, nodes in SHOWN.items()
    }
    return StandingOut(
        painting=painting.pk,
        revision=painting.revision,
        **states,
        why={word: parts for word, parts in why.items() if states[word] == "stale"},
        stamps=_stamps(painting, work),
        run=None if run is None else runs.out(run),
    )


def of_words(work: Work) -> dict[str, State]:
    """The state of every word."""
    states = {word: _state(work, nodes) for word, nodes in SHOWN.items()}
    return states if is_scheduled(work) else {**states, "sittings": "missing"}


def of_painting(painting: Painting) -> StandingOut:
    """How the work on a painting stands, and the newest computation."""
    run = runs.latest(painting)
    return standing(painting, desk.opened(painting), run)


def _state(work: Work, nodes: tuple[str, ...]) -> State:
    states = [work.state(node) for node in nodes]
    if states[0] == "missing":
        return "missing"
    return "current" if all(state == "current" for state in states) else "stale"


def _stamps(painting: Painting, work: Work) -> dict[str, str]:
    body = painting.brief["body"]
    shelf = fingerprint(work.inputs.stock)
    return {
        word: fingerprint(
            [
                [work.stamp(node) for node in nodes],
                [body.get(name) for name in _DECIDED[word]],
                painting.title if word == "subject" else None,
                shelf if word in ("mixes", "passes") else None,
            ]
        )
        for word, nodes in _FOLLOWS.items()
    }
