"""What is done to the studio, one act after another; each tells in a few words what came of it."""

import random
import threading
import time
from collections import Counter
from dataclasses import dataclass, field
from datetime import UTC, datetime

import numpy as np
import requests

from . import hell
from .broken import imports, pictures
from .studio import REPOSITORY, Client, Studio

CLIENTS, READING_S = 20, 30.0
KILLS, BETWEEN_KILLS_S = 8, 3.0
MOST_UPLOADED = 60
AT_THE_EASEL = 3
"""The demo's painting that is being painted."""


def malformed(studio: Studio, chance: random.Random) -> str:
    """Upload them; what opens all the same is taken away again."""
    client, answers = Client(studio), Counter[str]()
    for number, (_, content) in enumerate(pictures(chance)):
        form = {"title": f"storm {number}", "size": "200x150mm"}
        answer = client.ask("post", "/api/subject/paintings", data=form, files={"photo": ("photo", content)})
        answers["nothing" if answer is None else str(answer.status_code)] += 1
        if answer is not None and answer.status_code == 201:
            client.ask("delete", f"/api/subject/paintings/{answer.json()['id']}")
    return ", ".join(f"{count} x {status}" for status, count in sorted(answers.items()))


def brought_in(client: Client, kind: str, content: bytes) -> requests.Response | None:
    """A file of a kind where such are brought in; texts as a page reads them."""
    text = {"text": content.decode(errors="replace")}
    match kind:
        case "shelf":
            return client.ask("post", "/api/materials/file", json={**text, "keep": False})
        case "palette":
            return client.ask("post", "/api/materials/palettes/file", json={**text, "keep": False})
        case "readings":
            return client.ask("post", "/api/materials/tubes/1/readings-file", json=text)
        case "calendar":
            return client.ask("post", "/api/sittings/1/calendar", files={"calendar": ("c.ics", content)})
        case _:
            return client.ask("post", "/api/archive/in", files={"archive": ("a.zip", content)})


def malformed_imports(studio: Studio, chance: random.Random) -> str:
    """Bring them in; an archive is waited for, since it is read in the background."""
    client, answers = Client(studio), Counter[str]()
    for kind, content in imports(chance):
        answer = brought_in(client, kind, content)
        answers["nothing" if answer is None else str(answer.status_code)] += 1
        if answer is not None and kind == "archive" and answer.ok:
            state = _archive_end(client)
            answers[f"archive {state}"] += 1
    return ", ".join(f"{count} x {status}" for status, count in sorted(answers.items()))


def _archive_end(client: Client) -> str:
    for _ in range(120):
        newest = client.ask("get", "/api/archive/newest")
        if newest is not None and newest.ok and newest.json()["run"]["state"] not in ("waiting", "running"):
            return str(newest.json()["run"]["state"])
        time.sleep(0.1)
    return "STILL under way"


def numbers_from_hell(studio: Studio) -> str:
    """Every field of every request."""
    client, count, refused = Client(studio), 0, 0
    for operation in hell.OPERATIONS:
        path = operation.path.replace("{painting_id}", "1").replace("{tube_id}", "1").replace("{mix_id}", "m01")
        path = path.replace("{area_id}", "a01").replace("{kind}", "schools")
        if "{" in path or path.endswith("/login"):
            continue
        for body in operation.bodies():
            answer = client.ask(operation.method, path, data=body, headers={"Content-Type": "application/json"})
            count += 1
            refused += answer is not None and answer.status_code >= 400
    return f"{count} requests, {refused} refused in words"


def readers(studio: Studio, chance: random.Random) -> str:
    """Twenty pages that read for half a minute."""
    looks = [
        "subject/paintings",
        "subject/paintings/1",
        "values/1",
        "areas/1",
        "mixes/1",
        "passes/1",
        "desk/1",
        "materials/tubes",
    ]
    taken: list[float] = []
    end = time.monotonic() + READING_S

    def read(seed: int) -> None:
        client, mine = Client(studio), random.Random(seed)
        while time.monotonic() < end:
            begun = time.monotonic()
            client.ask("get", f"/api/{mine.choice(looks)}")
            taken.append(time.monotonic() - begun)

    pages = [threading.Thread(target=read, args=(chance.randrange(10**6),)) for _ in range(CLIENTS)]
    for page in pages:
        page.start()
    for page in pages:
        page.join()
    p95 = float(np.quantile(taken, 0.95))
    return f"{len(taken) / READING_S:.0f} reads a second, p95 {p95 * 1000:.0f} ms"


@dataclass
class Acknowledged:
    """What the studio has said that it keeps."""

    notes: set[str] = field(default_factory=set)
    paintings: dict[int, str] = field(default_factory=dict)
    acts: set[str] = field(default_factory=set)
    archives: int = 0
    lock: threading.Lock = field(default_factory=threading.Lock)


def kills(studio: Studio, chance: random.Random, kept: Acknowledged, count: int = KILLS) -> str:
    """Kill web process and worker while three painters upload, plan, edit, paint at the easel and load an archive."""
    ended = threading.Event()
    photo = (REPOSITORY / "demo/pictures/kettle.jpg").read_bytes()
    archive = _archive(Client(studio))

    def paint(seed: int) -> None:
        client, mine, number = Client(studio), random.Random(seed), 0
        while not ended.is_set():
            number += 1
            match mine.randrange(8):
                case 5 | 6:
                    note = f"storm {seed} {number}"
                    answer = client.json("post", f"/api/easel/{AT_THE_EASEL}/acts", _at_the_easel(seed, number, note))
                    if answer is not None and answer.status_code == 200:
                        with kept.lock:
                            kept.acts.add(note)
                case 7:
                    answer = client.ask("post", "/api/archive/in", files={"archive": ("storm.zip", archive)})
                    if answer is not None and answer.status_code == 202:
                        with kept.lock:
                            kept.archives += 1
                case 0 | 1:
                    note = f"storm {seed} {number}"
                    tube = {"key": "PW6", "volume_ml": 60, "left_ml": 60, "nozzle_mm": 8, "price": None, "notes": note}
                    answer = client.json("post", "/api/materials/tubes", tube)
                    if answer is not None and answer.status_code < 300:
                        with kept.lock:
                            kept.notes.add(note)
                case 2 if len(kept.paintings) < MOST_UPLOADED:
                    form = {"title": f"storm {seed} {number}", "size": "200x150mm"}
                    answer = client.ask("post", "/api/subject/paintings", data=form, files={"photo": ("p.jpg", photo)})
                    if answer is not None and answer.status_code == 201:
                        with kept.lock:
                            kept.paintings[answer.json()["id"]] = form["title"]
                case 3:
                    client.json("put", "/api/values/1", {"method": "equal", "count": mine.randrange(2, 10)})
                case _:
                    with kept.lock:
                        numbers = list(kept.paintings)
                    if numbers:
                        client.ask("post", f"/api/desk/{mine.choice(numbers)}/plan")
            time.sleep(0.1)

    painters = [threading.Thread(target=paint, args=(chance.randrange(10**6),)) for _ in range(3)]
    for painter in painters:
        painter.start()
    for number in range(count):
        time.sleep(BETWEEN_KILLS_S * chance.uniform(0.5, 1.5))
        if number % 2 == 0:
            studio.kill("manage.py\0worker")
        else:
            studio.kill("gunicorn")
            assert studio.process is not None
            studio.process.wait(30)
            studio.begin()
    ended.set()
    for painter in painters:
        painter.join()
    told = (
        (len(kept.notes), "tubes"),
        (len(kept.paintings), "paintings"),
        (len(kept.acts), "notes at the easel"),
        (kept.archives, "archives"),
    )
    return f"{count} kills; acknowledged were {', '.join(f'{many} {what}' for many, what in told)}"


def _archive(client: Client) -> bytes:
    """A painting of the demo as an archive."""
    client.json("post", "/api/archive/out", {"painting": 2})
    for _ in range(240):
        answer = client.ask("get", "/api/archive/newest")
        if answer is not None and answer.ok and answer.json()["bytes"]:
            saved = client.ask("get", f"/api/archive/{answer.json()['run']['id']}/file")
            if saved is not None and saved.ok:
                return saved.content
        time.sleep(0.5)
    raise RuntimeError("no archive was saved")


def _at_the_easel(seed: int, number: int, note: str) -> dict[str, object]:
    """A sitting that is opened, which counts once, and a note in it."""
    now, device = datetime.now(UTC).isoformat(), f"storm{seed}"
    act = {"at": now, "sitting": device}
    acts = [
        {**act, "id": f"{device}-open", "kind": "open"},
        {**act, "id": f"{device}-{number}", "kind": "note", "text": note, "seq": number},
    ]
    return {"device": device, "sent_at": now, "acts": acts}


_UNDER_WAY = ("waiting", "running")
_ENDS = {"failed": "failed in words"}


def runs_end(studio: Studio, kept: Acknowledged) -> str:
    """Wait until no computation is under way any more."""
    client, end = Client(studio), time.monotonic() + 240 + 10 * len(kept.paintings)
    while time.monotonic() < end:
        runs = [client.ask("get", f"/api/desk/{number}") for number in kept.paintings]
        told = [one.json()["run"] or {"state": "none"} for one in runs if one is not None and one.ok]
        states = Counter(one["state"] for one in told)
        loading = client.ask("get", "/api/archive/run")
        ended = loading is not None and loading.ok and (loading.json() or {"state": ""})["state"] not in _UNDER_WAY
        if ended and not any(states[state] for state in _UNDER_WAY):
            wordless = sum(one["state"] == "failed" and not (one["message"] and one["hint"]) for one in told)
            words = ", ".join(f"{count} {_ENDS.get(state, state)}" for state, count in sorted(states.items()))
            return words + (f"; FAILURES: {wordless} without words" if wordless else "")
        time.sleep(2)
    return "STILL UNDER WAY"


def lost(studio: Studio, kept: Acknowledged) -> str:
    """What was acknowledged and is not there."""
    client = Client(studio)
    tubes = client.ask("get", "/api/materials/tubes")
    there = set() if tubes is None else {one["notes"] for one in tubes.json()}
    missing = sorted(kept.notes - there)
    acts = client.ask("get", f"/api/easel/{AT_THE_EASEL}/acts.jsonl")
    told = "" if acts is None else acts.text
    missing += [note for note in sorted(kept.acts) if f'"{note}"' not in told]
    for number, title in kept.paintings.items():
        answer = client.ask("get", f"/api/subject/paintings/{number}")
        if answer is None or answer.status_code != 200 or answer.json()["title"] != title:
            missing.append(title)
        elif (picture := client.ask("get", answer.json()["picture_url"])) is None or picture.status_code != 200:
            missing.append(f"the picture of {title}")
    return "nothing" if not missing else f"LOST: {missing[:5]}"
