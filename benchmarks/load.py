"""A hosted site with many painters at once: `python -m benchmarks.load [--minutes N] [PAINTERS ...]`, else 1, 10, 25 and 50.

The services that are shipped (`deploy/`) on loopback, each request sent where the proxy would send it, and a planned painting
for every painter, of eight different pictures. Each looks, then does something, as people do: reads a view, drags a threshold,
names an area; and has one plan in the queue. The baseline of every figure is a painter alone; what the largest process takes is
looked at every minute.
"""

import argparse
import os
import random
import subprocess
import sys
import tempfile
import threading
import time
from collections import defaultdict
from collections.abc import Sequence
from dataclasses import dataclass, field
from itertools import chain
from pathlib import Path
from typing import Any

import numpy as np
import requests

from tools.hosted import units
from tools.storm.studio import REPOSITORY, free_port, largest_mb, pids_of

from .timing import report

HOST = "studio.example"
COUNTS = (1, 10, 25, 50)
WARM_S, LASTS_S, EVERY_S, LOOKS_S = 15.0, 60.0, 60.0, (2.0, 6.0)
"""Each number of painters works for so long; a painter looks for so long before doing the next thing."""

READS = (
    "values/{}",
    "areas/{}",
    "mixes/{}",
    "passes/{}",
    "desk/{}",
    "subject/paintings/{}",
    "subject/paintings",
    "materials/tubes",
)
PROMISED_MS = {"read": 300, "drag": 150}


@dataclass
class Site:
    """A hosted site that is being served, at its two ports, and the painters' sessions and paintings."""

    data: Path
    port: int
    hand: int
    painters: list[tuple[str, int]]
    processes: list["subprocess.Popen[bytes]"]

    def pids(self) -> dict[str, list[int]]:
        """The processes of the web and of the worker."""
        return {"web": pids_of(self.data, "gunicorn"), "worker": pids_of(self.data, "manage.py\0worker")}

    def worked_s(self) -> dict[str, float]:
        """Seconds of processor time so far."""
        tick = os.sysconf("SC_CLK_TCK")

        def of(pid: int) -> float:
            fields = Path(f"/proc/{pid}/stat").read_text().rpartition(")")[2].split()
            return (int(fields[11]) + int(fields[12])) / tick

        return {kind: sum(of(pid) for pid in pids) for kind, pids in self.pids().items()}


_SET_UP = """
import io, sys
import django; django.setup()
from importlib import import_module
from pathlib import Path
from django.conf import settings
from django.contrib.auth import BACKEND_SESSION_KEY, HASH_SESSION_KEY, SESSION_KEY, get_user_model
from server.archive.collecting import save
from server.archive.taking_in import Taking
from server.materials.services import add_tubes
from server.records.models import Painting
from server.subject.services import new_painting
from server.work.planning import compute
from PIL import Image, ImageOps
from ypsochrom.formats.exchange.archive import Archive
from ypsochrom.kit.progress import silent
from ypsochrom.materials.shelf import starter_shelf
User, Session = get_user_model(), import_module(settings.SESSION_ENGINE).SessionStore

def photo(number):  # one of four pictures, as it is or seen in a mirror
    path = [*sorted(Path("demo/pictures").glob("*.jpg")), *sorted(Path("benchmarks/fixtures").glob("*.jpg"))][number // 2 % 4]
    if number % 2 == 0:
        return path.read_bytes()
    out = io.BytesIO()
    with Image.open(path) as picture:
        ImageOps.mirror(picture).save(out, "JPEG", quality=92)
    return out.getvalue()

archives = {}
for number in range(int(sys.argv[1])):
    kept = archives.get(number % 8)
    user = User.objects.create_user(f"painter{number}", password=None)
    add_tubes(user, starter_shelf())
    if kept is None:
        painting = new_painting(user, "Still life", "400x300mm", photo(number))
        compute(painting, silent)
        kept = archives[number % 8] = io.BytesIO()
        save(kept, user, painting, silent)
    else:
        kept.seek(0)
        Taking(user, Archive.opened(kept), True).all(silent)
    session = Session()
    session[SESSION_KEY], session[HASH_SESSION_KEY] = str(user.pk), user.get_session_auth_hash()
    session[BACKEND_SESSION_KEY] = settings.AUTHENTICATION_BACKENDS[-1]
    session.create()
    print(session.session_key, Painting.objects.get(owner=user).pk, flush=True)
"""


def served(folder: Path, most: int) -> Site:
    """A site with so many painters, set up and served."""
    environment = {
        **os.environ,
        "DJANGO_SETTINGS_MODULE": "server.site.settings",
        "YPSOCHROM_DATA": str(folder),
        "YPSOCHROM_HOSTED": "1",
        "YPSOCHROM_HOSTS": HOST,
        "YPSOCHROM_SECRET": "only for this benchmark " * 3,
        "PYTHONPATH": str(REPOSITORY),
    }

    def python(*words: str) -> str:
        return subprocess.run(
            [sys.executable, *words], cwd=REPOSITORY, env=environment, check=True, stdout=subprocess.PIPE, text=True
        ).stdout

    python("manage.py", "migrate", "--verbosity", "0")
    painters = [(line.split()[0], int(line.split()[1])) for line in python("-c", _SET_UP, str(most)).splitlines()]
    port, hand = free_port(), free_port()
    quiet = subprocess.DEVNULL
    processes = [
        subprocess.Popen(command, cwd=REPOSITORY, env=environment, stdout=quiet, stderr=quiet)
        for command in (units.command("web", port), units.command("hand", hand), units.command("worker"))
    ]
    site = Site(folder, port, hand, painters, processes)
    for _ in range(300):
        try:
            painter = _Painter(site, 0)
            if all(painter.ask("get", one).status_code == 200 for one in ("studio", f"values/{painter.painting}")):
                return site
        except requests.RequestException:
            time.sleep(0.1)
    raise RuntimeError("the site does not begin")


@dataclass
class Heard:
    """How long what took, in seconds, and what was no answer."""

    taken: dict[str, list[float]] = field(default_factory=lambda: defaultdict(list))
    failures: list[str] = field(default_factory=list)

    def p95_ms(self, kind: str) -> float:
        """Nineteen in twenty were quicker."""
        return 1000 * float(np.quantile(self.taken[kind], 0.95)) if self.taken[kind] else float("nan")


class _Painter:
    """A painter's browser, as far as the site can see it."""

    def __init__(self, site: Site, number: int) -> None:
        key, self.painting = site.painters[number]
        self._site, self._session = site, requests.Session()
        token = "a" * 32
        self._session.headers.update(
            {
                "Host": HOST,
                "X-Forwarded-Proto": "https",
                "Referer": f"https://{HOST}/",
                "Connection": "close",  # as a proxy asks
                "Cookie": f"sessionid={key}; csrftoken={token}",
                "X-CSRFToken": token,
            }
        )

    def ask(self, method: str, path: str, body: Any = None) -> requests.Response:
        """An answer of the site."""
        port = {"hand": self._site.hand, "studio": self._site.port}[units.upstream_of(f"/api/{path}")]
        return self._session.request(method, f"http://127.0.0.1:{port}/api/{path}", json=body, timeout=60)

    def cut_anew(self, chance: random.Random) -> None:
        """Cut the picture into another number of areas, so that its plan is to be made anew."""
        self.ask("put", f"areas/{self.painting}/changes", {"detail": chance.randrange(8, 20), "edits": []})

    def paint(self, chance: random.Random, until: float, heard: Heard) -> None:
        """Look and act until the time is over."""
        areas = [one["id"] for one in self.ask("get", f"areas/{self.painting}").json()["areas"]]
        self.ask("post", f"desk/{self.painting}/plan", {})
        number = 0
        while time.monotonic() < until:
            time.sleep(chance.uniform(*LOOKS_S))
            kind = chance.choices(["read", "drag", "edit"], [6, 3, 1])[0]
            begun = time.monotonic()
            if kind == "read":
                answer = self.ask("get", chance.choice(READS).format(self.painting))
            elif kind == "drag":
                limits = [round(chance.uniform(2 * at + 0.2, 2 * at + 1.9), 1) for at in range(1, 5)]
                answer = self.ask("put", f"values/{self.painting}", {"limits": limits, "count": 5})
            else:
                number += 1
                named = {"name": f"place {number} of {chance.randrange(10**6)}"}
                answer = self.ask("patch", f"areas/{self.painting}/{chance.choice(areas)}", named)
            heard.taken[kind].append(time.monotonic() - begun)
            if answer.status_code >= 400:
                heard.failures.append(f"{kind}: {answer.status_code} {answer.text[:160]}")


def crowd(site: Site, count: int, lasts_s: float) -> tuple[Heard, dict[str, float], list[float]]:
    """So many painters at once, with the largest process's MB minute by minute; that their pictures are cut anew before is not
    measured."""
    painters = [(_Painter(site, number), random.Random(number + 1000 * count)) for number in range(count)]
    for painter, chance in painters:
        painter.cut_anew(chance)
    before, begun, heard = site.worked_s(), time.monotonic(), Heard()
    until = begun + lasts_s
    at_work = [threading.Thread(target=painter.paint, args=(chance, until, heard)) for painter, chance in painters]
    for one in at_work:
        one.start()
    largest: list[float] = []
    while any(one.is_alive() for one in at_work):
        for one in at_work:
            one.join(max(0.0, begun + EVERY_S * (len(largest) + 1) - time.monotonic()))
        largest.append(largest_mb(chain(*site.pids().values())))
    lasted = time.monotonic() - begun
    return heard, {kind: (worked - before[kind]) / lasted for kind, worked in site.worked_s().items()}, largest


def main(counts: Sequence[int] = COUNTS, minutes: float = LASTS_S / 60) -> None:
    """Crowds of growing size, one after the other, on one site, for so long each."""
    with tempfile.TemporaryDirectory() as folder:
        site = served(Path(folder), max(counts))
        try:
            alone: dict[str, float] = {}
            steady = 0.0
            crowd(site, 2, WARM_S)
            for count in counts:
                heard, cores, minute_by_minute = crowd(site, count, 60 * minutes)
                for kind, times in sorted(heard.taken.items()):
                    p95 = heard.p95_ms(kind)
                    alone.setdefault(kind, p95)
                    promise = f"{PROMISED_MS[kind]} ms" if kind in PROMISED_MS else "none"
                    what = f"{count} painters: {kind}, p95 of {len(times)}"
                    report(what, f"{p95:.0f} ms", promise, f"{p95 / alone[kind]:.1f} x alone")
                busy = f"web {cores['web']:.2f}, worker {cores['worker']:.2f} of {os.cpu_count()} cores"
                report(f"{count} painters: failures", str(len(heard.failures)), "0", busy)
                largest = minute_by_minute[-1]
                steady = steady or largest
                report(
                    f"{count} painters: largest process", f"{largest:.0f} MB", "none", f"{largest / steady:.2f} x alone"
                )
                if len(minute_by_minute) > 1:
                    print("    minute by minute:", ", ".join(f"{mb:.0f}" for mb in minute_by_minute), "MB")
                for one in heard.failures[:5]:
                    print("   ", one)
        finally:
            for process in site.processes:
                process.terminate()
                process.wait(30)


if __name__ == "__main__":
    asked = argparse.ArgumentParser()
    asked.add_argument("painters", type=int, nargs="*")
    asked.add_argument("--minutes", type=float, default=LASTS_S / 60)
    given = asked.parse_args()
    main(given.painters or COUNTS, given.minutes)
