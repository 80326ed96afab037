"""One case by itself, outside any fishroom: what the API's ``diagnose`` and the command of that name share."""

from __future__ import annotations

from pennywort.fish.services import kind_in
from pennywort.looks.circumstances import newcomer
from pennywort.looks.diagnosis_shown import DiagnosisOut
from pennywort.looks.schemas import DiagnoseIn
from pennywort.looks.weighing import diagnose_typed
from pennywort.records.actor import Actor


def diagnose_alone(actor: Actor, case: DiagnoseIn) -> DiagnosisOut:
    """Weigh a case from its own facts alone. :raises InvalidInput: naming the field."""
    species_id, _ = kind_in(actor, case.species) if case.species.strip() else ("", "")
    subject = newcomer(actor, water=case.water, species_id=species_id, fish_count=case.fish_count)
    return DiagnosisOut.of(diagnose_typed(actor, subject, case.looked(), alone=True, at_seller=case.at_seller), actor.preferences)
