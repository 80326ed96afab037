"""Simulated instruments: a stand-in for each at the demo tanks, speaking to the running app over HTTP, or writing CSV files."""

from __future__ import annotations

import csv
import json
import time
import urllib.error
import urllib.request
from argparse import ArgumentParser
from datetime import datetime, timedelta
from pathlib import Path
from typing import Any, cast
from uuid import uuid4

from django.core.management.base import BaseCommand, CommandError
from django.utils import timezone

from pennywort.accounts.models import Membership
from pennywort.core.reference import library
from pennywort.core.reference.disease_models import WaterType
from pennywort.core.reference.models import InstrumentKind
from pennywort.courses.queries.water_records import WaterRecords
from pennywort.instruments import services
from pennywort.instruments.models import Instrument
from pennywort.instruments.simulate import Fault, StandIn, figures, pump_reports
from pennywort.records.actor import Actor
from pennywort.tanks.models import Tank
from pennywort.tanks.queries import readings_of

# the instrument of the last tank that a fault is shown at
FAULTY = "thermometer"


class Command(BaseCommand):
    help = "Simulated instruments that follow the tanks of a fishroom and speak to the running app."

    def add_arguments(self, parser: ArgumentParser) -> None:
        parser.add_argument("--address", default="http://127.0.0.1:8000", help="where the app answers")
        parser.add_argument("--room", default="Alder Lock", help="the fishroom's name")
        parser.add_argument("--back", type=float, default=24.0, help="hours of figures sent at the start")
        parser.add_argument("--turns", type=int, default=0, help="how many turns; 0 until stopped")
        parser.add_argument("--every", type=float, default=60.0, help="seconds between turns")
        parser.add_argument("--fault", choices=["none", "stuck", "jump", "broken"], default="none", help="what the last thermometer does wrong")
        parser.add_argument("--csv", default="", help="a folder: write files there, send nothing")

    def handle(self, *args: Any, **options: Any) -> None:
        membership = Membership.objects.select_related("fishroom", "keeper").filter(fishroom__name=options["room"], role="owner").first()
        if membership is None:
            raise CommandError(f"There is no fishroom called {options['room']}. script/demo makes one.")
        now = timezone.now()
        fleet = self._fleet(membership, now=now, fault=options["fault"], back=timedelta(hours=options["back"]), fresh=not options["csv"])
        since = now - timedelta(hours=options["back"])
        turn = 0
        while True:
            turn += 1
            until = timezone.now()
            for tank, stand_in, token in fleet:
                rows = self._rows(tank, stand_in, since=since, until=until)
                if options["csv"]:
                    self._write(Path(options["csv"]), tank, stand_in, rows)
                else:
                    self._send(options["address"], token, stand_in, rows, until=until, name=f"{tank.name}, {stand_in.kind.id}")
            since = until
            if options["csv"] or turn == options["turns"]:
                return
            time.sleep(options["every"])

    def _fleet(self, membership: Membership, *, now: datetime, fault: Fault, back: timedelta, fresh: bool) -> list[tuple[Tank, StandIn, str]]:
        """What the reference has standing at such a water, and a pump where a course gives what it doses."""
        actor = Actor(keeper=membership.keeper, fishroom=membership.fishroom, now=now)
        tanks = list(Tank.objects.filter(fishroom=membership.fishroom).order_by("pk"))
        if not tanks:
            raise CommandError("There is no tank to follow.")
        fleet = []
        for tank in tanks:
            dosed = {active for c in WaterRecords([tank], now=now).running(tank) for active in c.targets_mg_per_l}
            for kind in library().instruments.values():
                if tank.water_type not in kind.stands and not dosed & set(kind.doses):
                    continue
                wrong = fault if kind.id == FAULTY and tank is tanks[-1] else "none"
                stand_in = StandIn(kind=kind, seed=tank.pk, drift_per_day=kind.drifts, fault=wrong, fault_at=now - back / 2)
                fleet.append((tank, stand_in, self._token(actor, tank, kind) if fresh else ""))
        return fleet

    def _token(self, actor: Actor, tank: Tank, kind: InstrumentKind) -> str:
        """A token of its own; the one of an earlier run is revoked, for nobody keeps it."""
        name = f"{tank.name} {kind.name}"[:40]
        for old in Instrument.objects.filter(fishroom=actor.fishroom, name=name, revoked_at=None):
            services.revoke_instrument(actor, uid=old.uid)
        return services.make_instrument(actor, uid=uuid4(), kind=kind.id, name=name, tank=tank)

    def _rows(self, tank: Tank, stand_in: StandIn, *, since: datetime, until: datetime) -> list[dict[str, Any]]:
        every = timedelta(minutes=stand_in.kind.every_min)
        return list(figures(stand_in, _truth(tank, stand_in.kind, now=until), since=since, until=until, every=every))

    def _write(self, folder: Path, tank: Tank, stand_in: StandIn, rows: list[dict[str, Any]]) -> None:
        if not rows:
            return
        folder.mkdir(parents=True, exist_ok=True)
        path = folder / f"{tank.name.lower()}-{stand_in.kind.id}.csv"
        with path.open("w", newline="") as file:
            writer = csv.DictWriter(file, fieldnames=["at", "measure", "value"])
            writer.writeheader()
            writer.writerows(rows)
        self.stdout.write(f"{path}: {len(rows)} figures")

    def _send(self, address: str, token: str, stand_in: StandIn, rows: list[dict[str, Any]], *, until: datetime, name: str) -> None:
        if stand_in.kind.doses:
            schedule = [json.loads(line) for line in self._speak(f"{address}/api/instruments/schedule", token).splitlines()]
            rows = pump_reports(schedule, until=until)
        if not rows:
            return
        answer = json.loads(self._speak(f"{address}/api/instruments/lines", token, "".join(f"{json.dumps(r)}\n" for r in rows)))
        refused = f", refused: {answer['refused'][0]['detail']}" if answer["refused"] else ""
        self.stdout.write(f"{name}: {answer['kept']} kept, {answer['repeated']} known, {answer['doubted']} doubted{refused}")

    def _speak(self, url: str, token: str, body: str | None = None) -> str:
        headers = {"Authorization": f"Bearer {token}", "Content-Type": "application/x-ndjson"}
        if not url.startswith("http://127.0.0.1:"):
            raise CommandError("The stand-ins speak to this machine only: http://127.0.0.1:8000.")
        request = urllib.request.Request(url, data=body.encode() if body is not None else None, headers=headers)  # noqa: S310
        try:
            with urllib.request.urlopen(request, timeout=30) as answer:  # noqa: S310
                return str(answer.read().decode())
        except urllib.error.URLError as error:
            raise CommandError(f"{url} does not answer: {error}") from error


def _truth(tank: Tank, kind: InstrumentKind, *, now: datetime) -> dict[str, float]:
    """The water as the record knows it: what a keeper read last, or what the ledger reckons of a medicine that such a reading answers for."""
    columns = {m.fills for m in kind.measures if m.fills}
    newest: dict[str, float] = {}
    for reading in readings_of(tank).filter(instrument="")[:40]:
        newest |= {c: getattr(reading, c) for c in columns - set(newest) if getattr(reading, c) is not None}
    book, water = WaterRecords([tank], now=now), cast(WaterType, tank.water_type)
    for held in (k for k in library().readings.values() if k.held and k.column in columns):
        newest[held.column] = sum(book.level(tank, a.id) for a in library().actives.values() if a.read_by == held.id)
    return {m.name: newest.get(m.fills, m.usually.get(water, 0.0)) for m in kind.measures}
