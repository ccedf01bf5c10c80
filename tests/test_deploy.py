"""What is shipped for hosting fits together: services, proxy, and how they are begun without systemd."""

import re
import sys

import pytest

from tools.hosted import units
from tools.storm.studio import REPOSITORY

PROXY = (REPOSITORY / "deploy/nginx.conf").read_text()


@pytest.mark.parametrize(("unit", "upstream"), [("web", "studio"), ("hand", "hand")])
def test_the_proxy_finds_every_web_service_where_it_listens(unit, upstream):
    served = re.search(rf"upstream {upstream} {{[^}}]*server ([\d.:]+);", PROXY)[1]
    command = units.command(unit)
    assert command[command.index("--bind") + 1] == served


def test_what_is_dragged_goes_to_the_hand_and_nothing_else_does():
    assert units.upstream_of("/api/values/12") == "hand"
    others = ("/", "/api/values/12/relief", "/api/areas/12", "/api/archive/in", "/api/studio/login")
    assert {units.upstream_of(other) for other in others} == {"studio"}


def test_pages_give_way_to_the_hand_and_background_work_to_both():
    before = {
        unit: units.command(unit)[: units.command(unit).index(sys.executable)] for unit in ("web", "hand", "worker")
    }
    assert before == {"web": ["nice", "-n", "10"], "hand": ["nice", "-n", "0"], "worker": ["chrt", "--idle", "0"]}


def test_a_service_is_begun_at_another_port():
    assert "127.0.0.1:9123" in units.command("hand", 9123)
    assert not any(":8001" in word for word in units.command("hand", 9123))
