"""Everything that a hosted site consists of, begun in a folder of its own on loopback and ended together."""

import os
import secrets
import shutil
import subprocess
import sys
import time
from pathlib import Path
from types import TracebackType
from typing import Self

from demo.serve import answers
from tools.storm.studio import REPOSITORY, free_port

from . import units

HOST = "localhost"
WAITS_S = 60.0
POSTGRES_ACCOUNT = "postgres"
"""PostgreSQL refuses to run as root; root runs it under the account that its package makes."""


def missing() -> list[str]:
    """Debian's packages that have to be installed first."""
    wanted = {"postgresql": _postgres("initdb"), "redis-server": "redis-server", "nginx": "nginx", "openssl": "openssl"}
    path = f"{os.environ.get('PATH', '')}:/usr/sbin"
    return [package for package, command in wanted.items() if shutil.which(command, path=path) is None]


def _postgres(command: str) -> str:
    """A command of PostgreSQL, which Debian keeps out of the path; of several versions the newest."""
    found = sorted(Path("/usr/lib/postgresql").glob(f"*/bin/{command}"), key=lambda one: int(one.parts[4]))
    return str(found[-1]) if found else command


class Place:
    """A site in a folder; what was there before goes on, unless it `is_new`. `address` is where it opens."""

    def __init__(self, folder: Path, port: int, *, store: str | None = None) -> None:
        self._folder, self._port, self._store = folder, port, store
        self._web, self._hand, self._redis, self._database = (free_port() for _ in range(4))
        self._processes: list[subprocess.Popen[bytes]] = []
        self.is_new = not folder.exists()
        folder.mkdir(parents=True, exist_ok=True)
        if folder.stat().st_uid != os.getuid():
            raise RuntimeError(f"{folder} is somebody else's.")
        folder.chmod(0o711)  # PostgreSQL's account goes through it

    @property
    def address(self) -> str:
        """Where the site opens."""
        return f"https://{HOST}:{self._port}"

    @property
    def environment(self) -> dict[str, str]:
        """The settings of its processes."""
        secret = self._folder / "secret"
        if not secret.exists():
            secret.touch(mode=0o600)
            secret.write_text(secrets.token_urlsafe(50))
        return {
            **os.environ,
            "DJANGO_SETTINGS_MODULE": "server.site.settings",
            "YPSOCHROM_HOSTED": "1",
            "YPSOCHROM_HOSTS": HOST,
            "YPSOCHROM_SECRET": secret.read_text(),
            "YPSOCHROM_DATA": str(self._folder / "data"),
            "YPSOCHROM_DATABASE": f"postgresql://studio@127.0.0.1:{self._database}/studio",
            "YPSOCHROM_QUEUE": f"redis://127.0.0.1:{self._redis}/0",
            **({} if self._store is None else {"YPSOCHROM_PICTURES": self._store}),
        }

    def run(self, *command: str, **more: str) -> None:
        """A command of Python with the site's settings."""
        subprocess.run([sys.executable, *command], cwd=REPOSITORY, env={**self.environment, **more}, check=True)

    def __enter__(self) -> Self:
        try:
            self.open_stores()
            self._open_site()
        except BaseException:
            self.close()
            raise
        return self

    def __exit__(self, _: type[BaseException] | None, __: BaseException | None, ___: TracebackType | None) -> None:
        self.close()

    def open_stores(self) -> None:
        """Database and queue."""
        cluster = self._folder / "postgresql"
        root = os.getuid() == 0
        under = (
            ["setpriv", f"--reuid={POSTGRES_ACCOUNT}", f"--regid={POSTGRES_ACCOUNT}", "--clear-groups"] if root else []
        )
        fresh = not (cluster / "PG_VERSION").exists()
        if fresh:
            cluster.mkdir(mode=0o700, exist_ok=True)
            if root:
                shutil.chown(cluster, POSTGRES_ACCOUNT, POSTGRES_ACCOUNT)
            initdb = [*under, _postgres("initdb"), "-D", str(cluster), "-U", "studio", "-A", "trust", "-E", "UTF8"]
            subprocess.run([*initdb, "--no-instructions"], check=True, stdout=subprocess.DEVNULL, cwd="/")
        how = ["-c", "listen_addresses=127.0.0.1", "-c", f"port={self._database}", "-c", "unix_socket_directories="]
        self._begin([*under, _postgres("postgres"), "-D", str(cluster), *how], "postgresql", cwd="/")
        self._begin(
            [
                "redis-server",
                "--bind",
                "127.0.0.1",
                "--port",
                str(self._redis),
                "--dir",
                str(self._folder),
                "--appendonly",
                "yes",
            ],
            "redis",
        )
        self._wait(self._database)
        self._wait(self._redis)
        if fresh:
            self._create_database()

    def _create_database(self) -> None:
        address = ["-h", "127.0.0.1", "-p", str(self._database), "-U", "studio"]
        until = time.monotonic() + WAITS_S
        while subprocess.run(["createdb", *address, "studio"], stderr=subprocess.DEVNULL, check=False).returncode:
            if time.monotonic() > until:
                raise RuntimeError("PostgreSQL does not answer.")
            time.sleep(0.2)

    def _open_site(self) -> None:
        self.run("manage.py", "migrate", "--verbosity", "0")
        self._begin(units.command("web", self._web), "web")
        self._begin(units.command("hand", self._hand), "hand")
        for number in (1, 2):
            self._begin(units.command("worker"), f"worker-{number}")
        self._wait(self._web)
        self._wait(self._hand)
        self._begin(["nginx", "-c", str(self._proxy()), "-g", "daemon off;"], "proxy")
        self._wait(self._port)

    def _proxy(self) -> Path:
        """The shipped configuration, with this site's name, ports and certificate."""
        certificate, key = self._folder / "certificate.pem", self._folder / "key.pem"
        if not certificate.exists():
            about = ["-subj", f"/CN={HOST}", "-addext", f"subjectAltName=DNS:{HOST}", "-days", "365", "-nodes"]
            files = ["-newkey", "rsa:2048", "-keyout", str(key), "-out", str(certificate)]
            subprocess.run(["openssl", "req", "-x509", *about, *files], check=True, stderr=subprocess.DEVNULL)
        shipped = (REPOSITORY / "deploy/nginx.conf").read_text()
        for as_shipped, here in (
            ("studio.example", HOST),
            ("127.0.0.1:8000", f"127.0.0.1:{self._web}"),
            ("127.0.0.1:8001", f"127.0.0.1:{self._hand}"),
            ("/etc/ssl/studio/fullchain.pem", str(certificate)),
            ("/etc/ssl/studio/privkey.pem", str(key)),
            ("listen 443 ssl", f"listen 127.0.0.1:{self._port} ssl"),
            ("listen 80;", f"listen 127.0.0.1:{free_port()};"),
        ):
            if as_shipped not in shipped:
                raise RuntimeError(f"deploy/nginx.conf does not say {as_shipped!r} any more.")
            shipped = shipped.replace(as_shipped, here)
        written = self._folder / "nginx.conf"
        folders = "".join(
            f"    {name}_temp_path {self._folder}/proxy-{name};\n"
            for name in ("client_body", "proxy", "fastcgi", "uwsgi", "scgi")
        )
        written.write_text(
            f"pid {self._folder}/nginx.pid;\nerror_log stderr warn;\nworker_processes 1;\n"
            f"events {{ worker_connections 512; }}\nhttp {{\n    access_log off;\n{folders}\n{shipped}\n}}\n"
        )
        return written

    def _begin(self, command: list[str], name: str, cwd: str | None = None) -> None:
        log = (self._folder / f"{name}.log").open("ab")
        path = f"{os.environ.get('PATH', '')}:/usr/sbin"
        begun = subprocess.Popen(
            command, cwd=cwd or REPOSITORY, env={**self.environment, "PATH": path}, stdout=log, stderr=log
        )
        self._processes.append(begun)

    def _wait(self, port: int) -> None:
        until = time.monotonic() + WAITS_S
        while not answers(port):
            ended = next((one for one in self._processes if one.poll() is not None), None)
            if ended is not None or time.monotonic() > until:
                what = "" if ended is None else f" {ended.args!r} ended."
                raise RuntimeError(f"Port {port} does not answer.{what} See the logs in {self._folder}.")
            time.sleep(0.1)

    def close(self) -> None:
        """End what was begun, the last first."""
        for one in reversed(self._processes):
            one.terminate()
            try:
                one.wait(timeout=20)
            except subprocess.TimeoutExpired:
                one.kill()
                one.wait()
        self._processes.clear()
