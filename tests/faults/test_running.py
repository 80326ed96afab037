"""docs/running.md as it stands: its commands and files are taken out of its text and run, on folders of a test instead of the machine's."""

from __future__ import annotations

import http.client
import os
import re
import shlex
import shutil
import signal
import subprocess
import tempfile
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path
from unittest import TestCase

from django.core.management import get_commands

from tests.faults.house import free_port, until_served

ROOT = Path(__file__).resolve().parents[2]
PAGE = (ROOT / "docs" / "running.md").read_text(encoding="utf-8")
NAME = "fish.example.org"
THROUGH_PROXY = {"Host": NAME, "X-Forwarded-Proto": "https", "X-Forwarded-For": "192.0.2.7"}
# what script/test has done before: packages and pages are there
DONE_BEFORE = ("script/set-up", "script/build")


def blocks() -> dict[str, str]:
    """The page's blocks of code by their first line, which is a comment."""
    found = re.findall(r"^```\w+\n# (.+?)\n(.*?)^```", PAGE, flags=re.MULTILINE | re.DOTALL)
    return {first.split(":")[0]: rest for first, rest in found}


class Machine:
    """The folders that the page names, under one of a test: sources in git, data, backups, the file of the environment."""

    def __init__(self, folder: Path) -> None:
        self.opt, self.env_file = folder / "opt", folder / "pennywort.env"
        self.data, self.backups = folder / "data", folder / "backups"
        for made in (self.opt, self.data, self.backups):
            made.mkdir()
        self.port = free_port()
        shutil.copytree(ROOT / "pennywort", self.opt / "pennywort", ignore=shutil.ignore_patterns("__pycache__"))
        shutil.copy(ROOT / "manage.py", self.opt)
        (self.opt / "web").mkdir()
        (self.opt / "web" / "dist").symlink_to(ROOT / "web" / "dist")
        (self.opt / ".venv").symlink_to(ROOT / ".venv")
        self.run("git init -q && git config user.email a@example.org && git config user.name a")
        self.commit("one release")
        self.env_file.write_text(self.mine(blocks()["/etc/pennywort.env"]), encoding="utf-8")

    def mine(self, text: str) -> str:
        """The page's text with the folders and the port of this test."""
        places = {
            "/etc/pennywort.env": self.env_file, "/var/lib/pennywort": self.data, "/opt/pennywort": self.opt, "/mnt/other-disk/pennywort": self.backups,
            "127.0.0.1:8000": f"127.0.0.1:{self.port}",
        }  # fmt: skip
        for theirs, ours in places.items():
            text = text.replace(theirs, str(ours))
        return "\n".join(line for line in text.splitlines() if not line.startswith(DONE_BEFORE))

    def run(self, what: str) -> str:
        clean = {name: value for name, value in os.environ.items() if not name.startswith("PENNYWORT")}
        done = subprocess.run(["bash", "-euc", what], cwd=self.opt, env=clean, capture_output=True, text=True, check=False)
        assert done.returncode == 0, (what, done.stdout[-1000:], done.stderr[-3000:])
        return done.stdout.strip()

    def block(self, name: str) -> None:
        self.run(self.mine(blocks()[name]))

    def commit(self, words: str) -> None:
        self.run(f"git add -A && git commit -qm {shlex.quote(words)}")

    def with_env(self, what: str) -> str:
        return f"set -a; . {self.env_file}; set +a; {what}"

    def rooms(self, *, make: str = "") -> list[str]:
        """The fishrooms in the record, after one more was made where it is told."""
        made = f"Fishroom.objects.create(name={make!r}, time_zone='UTC'); " if make else ""
        code = f"from pennywort.accounts.models import Fishroom; {made}print(*Fishroom.objects.order_by('pk').values_list('name', flat=True), sep='\\n')"
        return self.run(self.with_env(f".venv/bin/python manage.py shell -v 0 -c {shlex.quote(code)}")).splitlines()

    @contextmanager
    def service(self) -> Iterator[None]:
        """What the unit starts, as it says it."""
        unit = dict(re.findall(r"^(ExecStartPre|ExecStart)=(.+)$", self.mine(blocks()["/etc/systemd/system/pennywort.service"]), flags=re.MULTILINE))
        self.run(self.with_env(unit["ExecStartPre"]))
        server = subprocess.Popen(["bash", "-c", self.with_env(f"exec {unit['ExecStart']}")], cwd=self.opt, start_new_session=True, stderr=subprocess.DEVNULL)
        try:
            until_served(self.port)
            yield
        finally:
            os.killpg(server.pid, signal.SIGTERM)
            server.wait()

    def get(self, **headers: str) -> tuple[int, str | None, str | None]:
        """Status, where to, and how long to stay with TLS."""
        line = http.client.HTTPConnection("127.0.0.1", self.port, timeout=30)
        line.request("GET", "/api/session", headers=headers)
        answer = line.getresponse()
        answer.read()
        line.close()
        return answer.status, answer.getheader("Location"), answer.getheader("Strict-Transport-Security")


class Running(TestCase):
    def test_from_nothing_over_an_upgrade_and_back(self) -> None:
        with tempfile.TemporaryDirectory() as folder:
            machine = Machine(Path(folder))
            machine.block("make-ready")
            self.assertEqual(machine.rooms(make="Before"), ["Before"])
            with machine.service():
                self.assertEqual(machine.get(**THROUGH_PROXY), (200, None, "max-age=300"))
                self.assertEqual(machine.get(Host=NAME), (301, f"https://{NAME}/api/session", None))
                self.assertEqual(machine.get(**{**THROUGH_PROXY, "Host": "other.example.org"})[0], 400)
                # as the timer does it, and as it is done before an upgrade: while it runs
                nightly = re.search(r"^ExecStart=(.+)$", machine.mine(blocks()["/etc/systemd/system/pennywort-backup.service"]), flags=re.MULTILINE)
                assert nightly is not None
                machine.run(machine.with_env(nightly[1]))
                old = machine.run("git rev-parse HEAD")
                machine.block("before")
            self.assertEqual((machine.data / "before-upgrade").read_text().strip(), old)
            self.assertGreaterEqual(len(list(machine.backups.iterdir())), 1)
            (machine.opt / "NEWS").write_text("a later release\n")
            machine.commit("a later release")
            machine.block("make-ready")
            self.assertEqual(machine.rooms(make="After"), ["Before", "After"])
            machine.block("back")
            self.assertEqual(machine.run("git rev-parse HEAD"), old)
            self.assertEqual(machine.rooms(), ["Before"])
            self.assertEqual(len(list(machine.data.glob("before-restore-*"))), 1)
            with machine.service():
                self.assertEqual(machine.get(**THROUGH_PROXY)[0], 200)

    def test_the_files_are_what_systemd_and_the_proxy_read(self) -> None:
        with tempfile.TemporaryDirectory() as folder:
            place, checked = Path(folder), 0
            if verify := shutil.which("systemd-analyze"):
                for name in ("pennywort.service", "pennywort-backup.service", "pennywort-backup.timer"):
                    text = blocks()[f"/etc/systemd/system/{name}"]
                    (place / name).write_text(re.sub(r"(Exec\w+=)\S+", r"\1/bin/true", text), encoding="utf-8")
                done = subprocess.run([verify, "verify", *map(str, place.glob("pennywort*"))], capture_output=True, text=True, check=False)
                # of the services of the test's own machine it may say more
                self.assertEqual([line for line in done.stderr.splitlines() if "pennywort" in line and "nknown" in line], [])
                checked += 1
            if (nginx := shutil.which("nginx")) and (openssl := shutil.which("openssl")):
                pair = ["-keyout", str(place / "key.pem"), "-out", str(place / "fullchain.pem")]
                subprocess.run([openssl, "req", "-x509", "-newkey", "rsa:2048", "-nodes", "-subj", f"/CN={NAME}", *pair], capture_output=True, check=True)
                site = blocks()["/etc/nginx/sites-available/pennywort"].replace(f"/etc/ssl/{NAME}", folder)
                (place / "nginx.conf").write_text(f"pid {folder}/pid; events {{}}\nhttp {{\n{site}\n}}\n", encoding="utf-8")
                done = subprocess.run([nginx, "-t", "-e", "stderr", "-c", str(place / "nginx.conf")], capture_output=True, text=True, check=False)
                self.assertEqual(done.returncode, 0, done.stderr)
                checked += 1
            if not checked:
                self.skipTest("neither systemd nor nginx is on this machine")

    def test_every_command_that_the_docs_name_is_there(self) -> None:
        known = get_commands()
        for path in (ROOT / "README.md", *sorted((ROOT / "docs").glob("*.md")), ROOT / "CONTRIBUTING.md"):
            named = set(re.findall(r"manage\.py ([a-z_]+)", path.read_text(encoding="utf-8")))
            self.assertEqual(named - set(known), set(), path.name)
