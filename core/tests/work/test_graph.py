"""The graph on made-up nodes: what is out of date and why, what is made again and what is not, what is kept and read."""

from dataclasses import dataclass, replace

import pytest

from ypsochrom.kit.codec import OldDocument
from ypsochrom.work.files import InMemory
from ypsochrom.work.graph import Kept, Key, Node, Work


@dataclass(frozen=True)
class Given:
    photo: str = "kettle"
    tubes: int = 8
    school: str = "direct"


def nodes(made, version=1):
    def node(name, needs, takes):
        def compute(work, _):
            made.append(name)
            return f"{name}({','.join(str(work.now(other)) for other in needs)};{takes(work.inputs)})"

        def read(body, _):
            if not isinstance(body, str):
                raise OldDocument("no text")
            return body

        words = {f"the {name}": takes}
        return Node(name, version, needs, words, compute, lambda result, _: result, read, f"making {name}")

    return {
        one.name: one
        for one in (
            node("subject", (), lambda given: given.photo),
            node("mixes", ("subject",), lambda given: given.tubes),
            node("passes", ("subject", "mixes"), lambda given: given.school),
        )
    }


class Desk:
    """What is kept between requests."""

    def __init__(self):
        self.made, self.kept = [], {}

    def work(self, given, version=1):
        def keep(one):
            self.kept[one.key.node] = one

        return Work(nodes(self.made, version), given, InMemory(), dict(self.kept), keep)

    def bring(self, given, version=1):
        self.made.clear()
        self.work(given, version).bring("passes")
        return list(self.made)


@pytest.fixture
def desk():
    return Desk()


def test_everything_is_made_once_in_the_order_of_the_work(desk):
    assert desk.bring(Given()) == ["subject", "mixes", "passes"]
    assert desk.bring(Given()) == []


def test_only_what_depends_on_a_change_is_made_again(desk):
    desk.bring(Given())
    assert desk.bring(Given(school="glazes")) == ["passes"]
    assert desk.bring(Given(school="glazes", tubes=4)) == ["mixes", "passes"]
    assert desk.bring(Given(school="glazes", tubes=4, photo="other")) == ["subject", "mixes", "passes"]


def test_what_was_changed_and_changed_back_is_current_again(desk):
    desk.bring(Given())
    assert desk.work(Given(tubes=4)).state("passes") == "stale"
    assert desk.work(Given()).state("passes") == "current"


def test_the_reason_is_told_in_words_also_from_further_up(desk):
    desk.bring(Given())
    work = desk.work(Given(tubes=4, school="glazes"))
    assert work.why("passes") == ("the mixes", "the passes")
    assert work.why("mixes") == ("the mixes",)
    assert work.why("subject") == ()
    assert desk.work(Given(), version=2).why("passes") == ("the application",)


def test_the_reason_stays_when_what_is_further_up_has_been_made_again(desk):
    desk.bring(Given())
    desk.work(Given(tubes=4)).now("mixes")
    work = desk.work(Given(tubes=4))
    assert (work.state("mixes"), work.why("mixes")) == ("current", ())
    assert (work.state("passes"), work.why("passes")) == ("stale", ("the mixes",))


def test_a_stored_row_that_todays_code_cannot_read_counts_as_missing(desk):
    """Found in version 0.5: rows were read before their version was looked at, and a missing key failed the request."""
    desk.bring(Given())
    key = desk.kept["mixes"].key
    desk.kept["mixes"] = Kept(key, "another", lambda: {"of": "another shape"})
    work = desk.work(Given())
    assert work.last("mixes") is None
    assert work.state("mixes") == "missing"
    assert desk.bring(Given()) == ["mixes"]


def test_a_body_that_cannot_be_loaded_counts_as_missing(desk):
    def lost():
        raise OldDocument("damaged")

    desk.kept["subject"] = Kept(Key("subject", 1, {}, {}), "another", lost)
    work = desk.work(Given())
    assert work.facts("subject", str) is None
    assert work.state("subject") == "missing"


def test_what_is_right_again_waits_for_what_it_was_made_from(desk):
    """After an undo pictures were current again before their plan was, and were looked up in the plan that was still there."""
    desk.bring(Given())
    desk.work(Given(tubes=4)).now("mixes")
    work = desk.work(Given())
    assert (work.state("mixes"), work.state("passes")) == ("stale", "stale")
    assert work.why("passes") == work.why("mixes") == ("the mixes",)
    assert desk.bring(Given()) == ["mixes"]
    assert desk.work(Given()).state("passes") == "current"
    desk.work(Given(tubes=4)).now("mixes")
    desk.made.clear()
    assert desk.work(Given()).now("passes").endswith("8);direct)")
    assert desk.made == ["mixes"]


def test_what_is_stale_can_still_be_looked_at(desk):
    desk.bring(Given())
    work = desk.work(Given(tubes=4))
    assert work.last("passes") == "passes(subject(;kettle),mixes(subject(;kettle);8);direct)"
    assert work.now("passes") == "passes(subject(;kettle),mixes(subject(;kettle);4);direct)"


def test_progress_runs_from_0_to_1_over_what_has_to_be_made(desk):
    told = []
    desk.work(Given()).bring("passes", lambda share, doing: told.append((share, doing)))
    shares = [share for share, _ in told]
    assert shares == sorted(shares)
    assert (shares[0], shares[-1]) == (0.0, 1.0)
    assert list(dict.fromkeys(doing for _, doing in told)) == ["making subject", "making mixes", "making passes"]


def test_what_is_current_is_read_only_where_it_is_asked_for(desk):
    desk.bring(Given())
    read = []

    def loading(name, kept):
        def load():
            read.append(name)
            return kept.body

        return Kept(kept.key, kept.stamp, load)

    kept = {name: loading(name, one) for name, one in desk.kept.items()}
    by_tubes = nodes([]) | {"passes": replace(nodes([])["passes"], compute=lambda work, _: work.now("mixes"))}
    assert Work(by_tubes, Given(school="glazes"), InMemory(), kept).now("passes") == "mixes(subject(;kettle);8)"
    assert read == ["mixes"]
