"""The services of a hosted site as they are shipped for systemd, begun without it, and what the shipped proxy sends where."""

import re
import shlex
import sys
from configparser import ConfigParser
from functools import cache
from typing import Literal

from tools.storm.studio import REPOSITORY

Unit = Literal["web", "hand", "worker"]

_HOME = "/srv/studio/.venv/bin/"
_HERE = {f"{_HOME}gunicorn": [sys.executable, "-m", "gunicorn"], f"{_HOME}python": [sys.executable]}


def command(unit: Unit, port: int | None = None) -> list[str]:
    """What `deploy/studio-UNIT.service` begins and how much it gives way to others, with this interpreter and at this port."""
    shipped = ConfigParser(interpolation=None)
    shipped.optionxform = str  # type: ignore[assignment, method-assign]
    shipped.read_string((REPOSITORY / f"deploy/studio-{unit}.service").read_text())
    service = shipped["Service"]
    program, *words = shlex.split(service["ExecStart"])
    if port is not None:
        words[words.index("--bind") + 1] = f"127.0.0.1:{port}"
    idle = service.get("CPUSchedulingPolicy") == "idle"
    gives_way = ["chrt", "--idle", "0"] if idle else ["nice", "-n", service.get("Nice", "0")]
    return [*gives_way, *_HERE[program], *words]


def upstream_of(path: str) -> str:
    """The upstream of `deploy/nginx.conf` to which the proxy sends an address."""
    return next((upstream for pattern, upstream in _patterns() if re.search(pattern, path)), "studio")


@cache
def _patterns() -> tuple[tuple[str, str], ...]:
    """The locations by pattern, in their order; all others go to the studio."""
    shipped = (REPOSITORY / "deploy/nginx.conf").read_text()
    return tuple(re.findall(r"location ~ (\S+) {[^}]*proxy_pass http://(\w+);", shipped))
