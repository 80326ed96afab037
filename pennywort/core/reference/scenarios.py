"""What a scenario may name: only what the reference holds, in its own water. Own ones come in by the same check."""

from __future__ import annotations

from collections.abc import Container, Mapping
from typing import Protocol

from pennywort.core.reference import phrases
from pennywort.core.reference.course_models import CourseProtocol, LifeCycle
from pennywort.core.reference.disease_models import Condition
from pennywort.core.reference.living_models import ActInWater, Living, Scenario
from pennywort.core.reference.loading import known
from pennywort.core.reference.yaml_files import ReferenceError


class Named(Protocol):
    """What of the reference a scenario names."""

    @property
    def conditions(self) -> Mapping[str, Condition]: ...
    @property
    def life_cycles(self) -> Mapping[str, LifeCycle]: ...
    @property
    def courses(self) -> Mapping[str, CourseProtocol]: ...
    @property
    def living(self) -> Mapping[str, Living]: ...
    @property
    def living_acts(self) -> Mapping[str, ActInWater]: ...
    @property
    def actions(self) -> Container[str]: ...
    @property
    def species(self) -> Container[str]: ...
    @property
    def actives(self) -> Container[str]: ...


def check_living(found: Named) -> None:
    """:raises ReferenceError: a condition, a life cycle, a stage or an act that nobody knows."""
    known("living", found.living, found.conditions)
    known("living acts", found.living_acts, found.actions)
    for living in found.living.values():
        known(f"living {living.id}", living.ended_by, found.living_acts)
        known(f"living {living.id}", living.seen_as, found.conditions[living.id].step_of)
        if living.lives == "stages":
            known(f"living {living.id}", [living.cycle], found.life_cycles)
            known(f"living {living.id}", [living.born_into], [s.id for s in found.life_cycles[living.cycle].stages])


def check_scenario(scenario: Scenario, *, found: Named) -> None:
    """:raises ReferenceError: it names what the reference does not hold, or what is not of its water."""
    where = f"scenario {scenario.id}"
    known(where, [h.condition for h in scenario.hidden], found.living)
    known(where, [f.species for f in scenario.fish], found.species)
    known(where, [*(b.active for b in scenario.shelf), *scenario.in_water], found.actives)
    known(where, [a.act for w in scenario.ways for a in w.acts], found.living_acts)
    known(where, [w.course for w in scenario.ways if w.course], found.courses)
    for hidden in scenario.hidden:
        if scenario.water not in found.conditions[hidden.condition].water:
            raise ReferenceError(where, phrases.not_of_this_water(hidden.condition))
        if hidden.fish > scenario.fish_count:
            raise ReferenceError(where, phrases.on_more_than_there_are(hidden.condition))
        if found.living[hidden.condition].lives == "stages" and not hidden.count:
            raise ReferenceError(where, phrases.how_many_on_each(hidden.condition))
    for way in scenario.ways:
        if way.course and scenario.water not in found.courses[way.course].water:
            raise ReferenceError(where, phrases.for_other_water_too(way.course))
