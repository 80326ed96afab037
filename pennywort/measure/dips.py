"""Dips in several buckets: each a dose of its own, made ready first, with a rinse between them."""

from __future__ import annotations

from itertools import pairwise

from pennywort.core.errors import InvalidInput, PennywortError
from pennywort.core.medicine.steps import BathStep, dips_steps
from pennywort.core.reference import library
from pennywort.courses.queries.situation import situation_of
from pennywort.dosing.schemas import CautionOut
from pennywort.fish.queries import signs_of_illness
from pennywort.library.api import source_words
from pennywort.measure.answer import answer, figure
from pennywort.measure.dose import dose, find_use
from pennywort.measure.requests import DipIn, DipsRequest, DoseRequest
from pennywort.measure.schemas import BathStepOut, FigureOut, MeasuredOut
from pennywort.records.actor import Actor
from pennywort.tanks.services import tank_of

ASKS = "Does one of them look ill: breathes fast, lies, gulps, or has an open wound? Say so above."
NOT_THIS_WAY = "Two strong baths may kill it: a tank of its own and a look at it come first."
# worst first: what holds one bucket holds the whole row of them
ORDER = ("never", "block", "vet", "asks", "confirm")


def dips(actor: Actor, body: DipsRequest) -> MeasuredOut:
    """Two or three baths in a row. :raises PennywortError: naming the bucket and its field."""
    if ill := _ill_words(actor, body):
        return answer("dips", "Dips", verdict="never" if ill != ASKS else "asks", words=ill, source="common practice", recalled=True)
    told = [_bucket(actor, body, bucket, place) for place, bucket in enumerate(body.buckets)]
    actives = [find_use(bucket.use)[0] for bucket in body.buckets]
    held = next((t for verdict in ORDER for t in told if t.verdict == verdict), None)
    cautions = [*_carry_over([a.id for a in actives]), *_once(told)]
    names = ", then ".join(a.short_name for a in actives)
    title = f"Dips: {names}"
    source = "; ".join(dict.fromkeys(t.source for t in told))
    figures = [_named(f, actives[i].short_name) for i, t in enumerate(told) for f in t.figures if f.label in ("in the bath", "range")]
    if held is not None:
        confirm = list(dict.fromkeys(line for t in told for line in t.confirm))
        out = answer("dips", title, verdict=held.verdict, words=held.words, figures=figures, cautions=cautions, source=source, recalled=True)
        out.confirm = confirm
        return out
    steps = dips_steps([(a.short_name, [_step(s) for s in t.steps]) for a, t in zip(actives, told, strict=True)])
    return answer(
        "dips",
        title,
        amounts=[amount for t in told for amount in t.amounts],
        figures=figures,
        steps=[BathStepOut.of(s) for s in steps],
        cautions=cautions,
        source=source,
        recalled=True,
    )


def _ill_words(actor: Actor, body: DipsRequest) -> str:
    """Why these fish are not dipped in a row: one looks ill, by the keeper or by the last look at this tank; empty where none does."""
    tank = tank_of(actor, body.tank) if body.tank else None
    seen = signs_of_illness(situation_of(actor, tank).last_looks) if tank is not None else ()
    if seen:
        signs = ", ".join(library().signs[s].short for s in seen[:3])
        return f"By the last look one of them shows: {signs}. {NOT_THIS_WAY}"
    return {"yes": f"One of them looks ill. {NOT_THIS_WAY}", "no": ""}.get(body.looks_ill, ASKS)


def _bucket(actor: Actor, body: DipsRequest, bucket: DipIn, place: int) -> MeasuredOut:
    _, use = find_use(bucket.use)
    if use.route not in ("bath", "dip"):
        raise InvalidInput("Only a bath or a dip goes into a bucket.", field=f"buckets.{place}.use")
    request = DoseRequest(
        kind="dose",
        tank=body.tank,
        volume=body.volume,
        lives=body.lives,
        in_water=[],
        temperature=body.temperature,
        oxygen=body.oxygen,
        confirmed=body.confirmed,
        product_confirmed=body.product_confirmed,
        **bucket.model_dump(),
    )
    try:
        return dose(actor, request)
    except PennywortError as error:
        field = error.field or ""
        error.field = field if field in ("volume", "tank", "temperature", "oxygen") else f"buckets.{place}.{field}"
        raise


def _carry_over(actives: list[str]) -> list[CautionOut]:
    """Never-pairs among the buckets: they must not meet by a wet net either."""
    lines = []
    for pair in library().interactions.values():
        for one, other in pairwise(actives):
            if pair.level == "never" and ((one in pair.one and other in pair.other) or (other in pair.one and one in pair.other)):
                text = f"rinse well between these two: {pair.text}"
                lines.append(CautionOut(level="care", text=text, source=source_words(pair.source), recalled=pair.recalled))
    return lines


def _once(told: list[MeasuredOut]) -> list[CautionOut]:
    lines: dict[str, CautionOut] = {}
    for t in told:
        for caution in t.cautions:
            lines.setdefault(caution.text, caution)
    order = {"never": 0, "care": 1, "know": 2}
    return sorted(lines.values(), key=lambda c: order[c.level])


def _named(line: FigureOut, name: str) -> FigureOut:
    return figure(f"{name}, {line.label}", line.figure, line.unit, line.words)


def _step(step: BathStepOut) -> BathStep:
    return BathStep(text=step.text, lasts_min=step.lasts_min, stop=step.stop, role=step.role, turn_count=step.turn)
