"""A real server over a database of its own, that can be ended without a word, and a keeper who speaks to it."""

from __future__ import annotations

import http.client
import json
import os
import signal
import socket
import sqlite3
import subprocess
import sys
import tempfile
import time
from contextlib import closing
from pathlib import Path
from typing import Any
from uuid import uuid4

from django.db import connection

ROOT = Path(__file__).resolve().parents[2]
# the long versions: script/faults
LONG = os.environ.get("PENNYWORT_FAULTS") == "long"
START_S = 60.0


def empty_record(folder: Path) -> None:
    """A database with all its tables, as the migrations leave it, copied from the one that the run made: they take twelve seconds each time."""
    made = sqlite3.connect(connection.settings_dict["TEST"]["NAME"])
    with closing(made), closing(sqlite3.connect(folder / "pennywort.sqlite3")) as copy:
        made.backup(copy)


class House:
    """A folder with a database and pictures, and the server over it, which ends with the ``with`` it was made in.

    Not a cleanup of the test: a test that holds a server can’t be handed between processes, so a subtest that fails would say nothing.
    """

    def __init__(self, folder: str, *, tanks: int = 0) -> None:
        self.folder = Path(folder)
        self.env = {**os.environ, "PENNYWORT_VAR": folder, "DJANGO_SETTINGS_MODULE": "pennywort.site.settings", "PYTHONPATH": str(ROOT)}
        self.port = free_port()
        self.server: subprocess.Popen[bytes] | None = None
        empty_record(self.folder)
        self.links: dict[str, str] = json.loads(self.run("-m", "tests.faults.fill", str(tanks)))

    def __enter__(self) -> House:
        return self

    def __exit__(self, *_: object) -> None:
        self.kill()

    def run(self, *what: str) -> str:
        done = subprocess.run([sys.executable, *what], cwd=ROOT, env=self.env, capture_output=True, text=True, check=False)
        assert done.returncode == 0, done.stderr[-3000:]
        return done.stdout

    def start(self, *hands: str) -> None:
        """The server, in a group of its own so that all of it can be ended at once; ``hands``: its workers and threads, where not one of eight."""
        how = ["--bind", f"127.0.0.1:{self.port}", *(hands or ("--threads", "8")), "--no-control-socket", "--log-level", "error"]
        what = [sys.executable, "-m", "gunicorn", *how, "pennywort.site.wsgi"]
        self.server = subprocess.Popen(what, cwd=ROOT, env=self.env, start_new_session=True, stderr=subprocess.DEVNULL)
        until_served(self.port)

    def kill(self) -> None:
        """As when the power goes: nothing is told and nothing finished."""
        if self.server is not None:
            os.killpg(self.server.pid, signal.SIGKILL)
            self.server.wait()
            self.server = None

    def visitor(self, name: str, *, signed_in: bool = True) -> Visitor:
        return Visitor(self.port, self.links[name] if signed_in else "")


class Visitor:
    """A keeper with a connection of his own; every call is a request of its own, so that a dead server is met each time."""

    def __init__(self, port: int, token: str) -> None:
        self.port, self.cookies = port, {"sessionid": "", "csrftoken": ""}
        self.room = ""
        self.call("GET", "/api/session")
        if not token:
            return
        status, told = self.post("/api/session/link", {"token": token})
        assert status == 200, told
        self.room = json.loads(told)["keeper"]["rooms"][0]["uid"]

    def call(self, method: str, path: str, body: bytes | None = None, **headers: str) -> tuple[int, bytes]:
        """:raises OSError: nobody answers. :raises http.client.HTTPException: the answer broke off."""
        line = http.client.HTTPConnection("127.0.0.1", self.port, timeout=120)
        cookies = "; ".join(f"{k}={v}" for k, v in self.cookies.items() if v)
        try:
            line.request(method, path, body, {"Cookie": cookies, "X-CSRFToken": self.cookies["csrftoken"], **headers})
            answer = line.getresponse()
            content = answer.read()
        finally:
            line.close()
        for name, value in answer.getheaders():
            if name.lower() == "set-cookie":
                key, _, rest = value.partition("=")
                self.cookies[key] = rest.partition(";")[0]
        return answer.status, content

    def post(self, path: str, body: dict[str, Any]) -> tuple[int, bytes]:
        return self.call("POST", path, json.dumps(body).encode(), **{"Content-Type": "application/json"})

    def form(self, path: str, fields: dict[str, str], file: bytes, name: str) -> tuple[int, bytes]:
        """A form with one file."""
        mark = uuid4().hex
        parts = [f'--{mark}\r\nContent-Disposition: form-data; name="{k}"\r\n\r\n{v}\r\n'.encode() for k, v in fields.items()]
        parts.append(f'--{mark}\r\nContent-Disposition: form-data; name="file"; filename="{name}"\r\nContent-Type: application/octet-stream\r\n\r\n'.encode())
        return self.call("POST", path, b"".join([*parts, file, f"\r\n--{mark}--\r\n".encode()]), **{"Content-Type": f"multipart/form-data; boundary={mark}"})

    def room_path(self, path: str) -> str:
        return f"/api/rooms/{self.room}/{path}"

    def make_fish(self) -> str:
        """A tank and a group in it; the group."""
        box = {"water_type": "freshwater_tropical", "length": "60 cm", "width": "30 cm", "water_depth": "28 cm"}
        _, tank = self.post(self.room_path("tanks"), {"write_id": str(uuid4()), "name": "Weir", "code": "", **box})
        made = json.loads(tank)["uid"]
        _, group = self.post(self.room_path(f"tanks/{made}/groups"), {"write_id": str(uuid4()), "species": "cherry_barb", "count": 99})
        return str(json.loads(group)["uid"])


def free_port() -> int:
    with socket.socket() as probe:
        probe.bind(("127.0.0.1", 0))
        return int(probe.getsockname()[1])


def until_served(port: int) -> None:
    """Wait until somebody listens there."""
    end = time.monotonic() + START_S
    while time.monotonic() < end:
        with socket.socket() as probe:
            if probe.connect_ex(("127.0.0.1", port)) == 0:
                return
        time.sleep(0.05)
    raise AssertionError("the server did not start")


def folder() -> tempfile.TemporaryDirectory[str]:
    return tempfile.TemporaryDirectory(prefix="pennywort-faults-", ignore_cleanup_errors=True)
