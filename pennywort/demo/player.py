"""One keeper of the invented fishroom, writing at a moving instant through the services."""

from __future__ import annotations

from dataclasses import dataclass, replace
from datetime import datetime, timedelta
from typing import Any
from uuid import UUID, uuid5

from pennywort.board.due_action import press_of
from pennywort.core.medicine.product import Own
from pennywort.courses.models import Course, Task
from pennywort.courses.queries.running import TICKED, WHOLE_CHANGES
from pennywort.courses.queries.water_records import WaterRecords
from pennywort.courses.services import course, readings, tasks
from pennywort.courses.services.course import Wish
from pennywort.demo.pictures import fish_picture
from pennywort.fish.models import Group
from pennywort.fish.photos import add_photo, prepare
from pennywort.fish.population import AboutLoss, add_loss, name_fish
from pennywort.fish.queries import count_of
from pennywort.fish.recounts import add_recount
from pennywort.fish.services import add_group, add_observation
from pennywort.looks import services as looks
from pennywort.looks.weighing import Looked
from pennywort.records.actor import Actor
from pennywort.shelf.labels import TypedLabel
from pennywort.shelf.products import OwnStrength, ProductIn
from pennywort.tanks.models import Tank
from pennywort.tanks.services import TypedTank, TypedTest, keep_tank
from pennywort.tanks.upkeep import plan_upkeep

SEED = UUID("3b0a4f0e-1f43-4b57-9d0c-a1de210c0001")


@dataclass
class Player:
    """One keeper writing at a moving instant."""

    actor: Actor
    counter: int = 0

    def uid(self) -> UUID:
        self.counter += 1
        return uuid5(SEED, f"{self.actor.keeper.username} {self.counter}")

    def at(self, when: datetime) -> Player:
        self.actor = replace(self.actor, now=when)
        return self

    def tank(self, code: str, name: str, water: str, size: tuple[str, str, str], **more: str) -> Tank:
        typed = TypedTank(length=size[0], width=size[1], water_depth=size[2], **more)
        facts = {"code": code, "name": name, "water_type": water, "has_invertebrates": False, "has_plants": code == "D1"}
        uid = keep_tank(self.actor, uid=self.uid(), tank=None, typed=typed, facts=facts)["uid"]
        return Tank.objects.get(uid=uid, fishroom=self.actor.fishroom)

    def fish(self, tank: Tank, species: str, count: int, *, dead: int = 0, plus_minus: int = 0, supplier: str = "", ordered: int | None = None) -> Group:
        uid = add_group(
            self.actor, uid=self.uid(), tank=tank, species=species, count=count, count_plus_minus=plus_minus, dead_on_arrival=dead,
            supplier=supplier, arrived_on=self.actor.local(self.actor.now).date(), ordered_count=ordered,
        )["uid"]  # fmt: skip
        return Group.objects.get(uid=uid, fishroom=self.actor.fishroom)

    def look(
        self, group: Group, seen: str, absent: str = "", *, water: tuple[str, str, str, str] = ("", "", "", ""), fish: str = "", note: str = ""
    ) -> dict[str, Any]:
        """``seen``: signs, each with how many fish show it if that was counted, as in ``flashing:3``."""
        marked = [word.partition(":") for word in seen.split()]
        signs = {sign: True for sign, _, _ in marked} | dict.fromkeys(absent.split(), False)
        left = count_of(group).count
        counts = {sign: (int(n), left) for sign, _, n in marked if n}
        test = TypedTest(temperature=water[0], ph=water[1], ammonia=water[2], nitrite=water[3], basis="ion")
        return looks.record_look(self.actor, uid=self.uid(), group=group, looked=Looked(signs=signs, counts=counts, test=test, fish=fish), note=note)

    def photo(self, group: Group, *, fish: str, patch_share: float, note: str = "") -> None:
        file = fish_picture(patch_share=patch_share, seed=self.counter)
        add_photo(self.actor, uid=self.uid(), group=group, fish=fish, note=note, picture=prepare(file), taken_at=None)

    def every(self, tank: Tank, kind: str, *, days: int, share: str = "") -> UUID:
        """A standing task of a tank."""
        uid = self.uid()
        plan_upkeep(self.actor, uid=uid, tank=tank, kind=kind, title="", every_days=str(days), share=share, begins_on=None)
        return uid

    def lose(self, group: Group, count: int, *, manner: str = "died", note: str = "", about: AboutLoss | None = None) -> None:
        add_loss(
            self.actor, uid=self.uid(), group=group, count=count, count_plus_minus=0, manner=manner, note=note, happened_at=None, corrects=None, about=about
        )  # fmt: skip

    def call(self, group: Group, name: str, marks: str) -> None:
        name_fish(self.actor, uid=self.uid(), group=group, name=name, marks=marks)

    def recount(self, group: Group, count: int, plus_minus: int = 0, note: str = "") -> None:
        add_recount(self.actor, uid=self.uid(), group=group, count=count, count_plus_minus=plus_minus, note=note, happened_at=None)

    def observe(self, group: Group, appetite: str, breathing: str, note: str = "", fed: str = "") -> None:
        add_observation(
            self.actor, uid=self.uid(), group=group, appetite=appetite, breathing=breathing, note=note, happened_at=None, corrects=None, fed=fed
        )  # fmt: skip

    def start(
        self,
        group: Group,
        protocol: str,
        condition: str,
        *,
        label: TypedLabel | None = None,
        parameters: dict[str, str] | None = None,
        own: dict[str, tuple[Own, str, str]] | None = None,
    ) -> Course:
        products = {active: ProductIn(own=OwnStrength(kind=kind, value=value, form=form)) for active, (kind, value, form) in (own or {}).items()}
        wish = Wish(protocol_id=protocol, parameters=parameters or {}, label=label, products=products)
        ticked = course.Ticked(confirmed=list(range(6)), vet_word=True, reason="They are few, watched twice a day, and bear the low end.")
        uid = course.start_course(self.actor, uid=self.uid(), group=group, condition=condition, wish=wish, ticked=ticked, starts_at=None)["uid"]
        return Course.objects.get(uid=uid, fishroom=self.actor.fishroom)

    def follow(self, running: Course, *, until: datetime, skip: tuple[str, ...] = (), leave: tuple[str, ...] = (), forget_from: datetime | None = None) -> None:
        """Do what the plan says, a few minutes after it falls due, up to ``until``."""
        now = self.actor.now
        for task in Task.objects.filter(course=running, done_at=None, due_at__lte=until).order_by("due_at", "pk"):
            task.refresh_from_db()
            if task.done_at or task.kind in skip or (forget_from and task.due_at >= forget_from):
                continue
            self.at(min(task.due_at + timedelta(minutes=4 + len(task.title) % 9), until))
            if task.kind in leave:
                tasks.leave_out(self.actor, task=task)
            else:
                self._do(task, running)
        self.at(now)

    def _do(self, task: Task, running: Course) -> None:
        press = press_of(self.actor, task, WaterRecords([running.tank], now=self.actor.now)).amount
        if task.kind == "dose":
            tasks.give_dose(self.actor, uid=self.uid(), task=task, amount=press, confirm_unusual=False, happened_at=None, corrects=None)
        elif task.kind == "water_change":
            tasks.change_water(self.actor, uid=self.uid(), tank=running.tank, share=press, task=task, put_back=task.put_back, happened_at=None)
        elif task.kind in (*TICKED, *WHOLE_CHANGES):
            tasks.do_task(self.actor, uid=self.uid(), task=task, happened_at=None)
        elif task.kind == "salinity":
            tasks.reach_salinity(self.actor, uid=self.uid(), task=task, salinity=press, happened_at=None)
        elif task.kind == "temperature":
            tasks.reach_temperature(self.actor, uid=self.uid(), task=task, temperature=press, happened_at=None)
        elif task.kind == "water_test":
            typed = TypedTest(ph="8.2" if running.tank.water_type == "marine" else "7.2", ammonia="0", nitrite="0.1", basis="ion")
            if "copper" in task.reads:
                level = WaterRecords([running.tank], now=self.actor.now).level(running.tank, "copper")
                # a kit reads a little one way or the other
                typed = TypedTest(copper=f"{level * (0.97 + task.number % 4 * 0.02):.2f}")
            readings.record_reading(self.actor, uid=self.uid(), tank=running.tank, typed=typed)
        else:
            readings.tick_off(self.actor, tank=running.tank, kind="look", at=self.actor.now)
