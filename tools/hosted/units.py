"""The services of a hosted site as they are shipped for systemd, begun without it."""

import shlex
import sys
from configparser import ConfigParser
from typing import Literal

from tools.storm.studio import REPOSITORY

Unit = Literal["web", "hand", "worker"]

_HOME = "/srv/studio/.venv/bin/"
_HERE = {f"{_HOME}gunicorn": [sys.executable, "-m", "gunicorn"], f"{_HOME}python": [sys.executable]}
_SHIPPED_AT: dict[Unit, str] = {"web": "127.0.0.1:8000", "hand": "127.0.0.1:8001"}


def command(unit: Unit, port: int | None = None) -> list[str]:
    """What `deploy/studio-UNIT.service` begins and how much it gives way to others, with this interpreter and at this port."""
    shipped = ConfigParser(interpolation=None)
    shipped.optionxform = str  # type: ignore[assignment, method-assign]
    shipped.read_string((REPOSITORY / f"deploy/studio-{unit}.service").read_text())
    service = shipped["Service"]
    program, *words = shlex.split(service["ExecStart"])
    if port is not None:
        words[words.index(_SHIPPED_AT[unit])] = f"127.0.0.1:{port}"
    idle = service.get("CPUSchedulingPolicy") == "idle"
    gives_way = ["chrt", "--idle", "0"] if idle else ["nice", "-n", service.get("Nice", "0")]
    return [*gives_way, *_HERE[program], *words]
