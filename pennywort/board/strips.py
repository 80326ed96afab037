"""The strips of a fishroom on one axis: in which order they stand, each drawn only when it is asked for."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from functools import cached_property
from uuid import UUID

from pennywort.board.strip import axis_for, fish_in, going_on, strip_of
from pennywort.board.strip_events import Marks
from pennywort.courses.queries.water_records import WaterRecords
from pennywort.courses.strips import Strip
from pennywort.records.actor import Actor
from pennywort.records.grouped import grouped
from pennywort.tanks.models import Tank
from pennywort.tanks.queries import tanks_of
from pennywort.tanks.upkeep import PlannedUpkeep, planned_upkeep

# what is asked of every tank of a fishroom, of hundreds: the rest of a row is read where it is needed
ON_A_STRIP = (
    "uid", "fishroom", "recorded_at", "code", "name", "net_volume_l", "net_uncertainty_l", "sand_depth_cm", "rock_mass_kg", "shares_water_with",
    "put_away_at",
)  # fmt: skip


@dataclass(frozen=True, kw_only=True)
class TankBelow:
    """A tank below those that are drawn: its fish, and whether there is more to draw of it."""

    tank: UUID
    code: str
    name: str
    fish: str
    quiet: bool


class RoomStrips:
    """What is read of all tanks, or of some, in a number of queries that does not grow with them, and the strips made of it."""

    def __init__(self, actor: Actor, *, only: Sequence[Tank] | None = None) -> None:
        self.actor, self.axis = actor, axis_for(actor)
        # what was put away today left its rows on the axis
        tanks = tanks_of(actor).only(*ON_A_STRIP) if only is None else only
        self.book = WaterRecords(tanks, now=actor.now, marks_since=self.axis.starts_at, whole=only is None)
        self.marks = Marks(self.book, since=self.axis.starts_at, until=self.axis.ends_at)
        self.planned = planned_upkeep(actor, tanks=only, known=self.book.tanks)

    @cached_property
    def _upkeep(self) -> dict[int, list[PlannedUpkeep]]:
        return grouped(self.planned, lambda one: one.task.tank_id)

    @cached_property
    def tanks(self) -> tuple[Tank, ...]:
        """The tanks that stand in the order they were set up, those where nothing goes on last."""
        standing = [tank for tank in self.book.tanks.values() if tank.put_away_at is None]
        return tuple(sorted(standing, key=lambda tank: tank.pk not in self._busy))

    @cached_property
    def _busy(self) -> set[int]:
        return going_on(self.actor, self.book.tanks.values(), book=self.book, marks=self.marks, axis=self.axis, upkeep=self.planned)

    def first(self, most: int | None) -> tuple[Tank, ...]:
        """Those that are drawn now: the first so many, or all. Of the others less is read from here on."""
        drawn = self.tanks[:most]
        if len(drawn) < len(self.tanks):
            self.book.show_only(drawn)
        return drawn

    def below(self, tank: Tank) -> TankBelow:
        """One that is not drawn yet."""
        return TankBelow(tank=tank.uid, code=tank.code, name=tank.name, fish=fish_in(self.marks, tank), quiet=tank.pk not in self._busy)

    def strip(self, tank: Tank) -> Strip:
        """The strip of one of them."""
        upkeep, quiet = self._upkeep.get(tank.pk, ()), tank.pk not in self._busy
        return strip_of(self.actor, tank, book=self.book, marks=self.marks, axis=self.axis, upkeep=upkeep, quiet=quiet)
