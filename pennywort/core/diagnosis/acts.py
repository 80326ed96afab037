"""What to do while unsure: the act that loses least on average, not the one that suits the likeliest name."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from functools import lru_cache
from typing import Literal

import numpy as np

from pennywort.core.diagnosis.network import SOMETHING_ELSE, Array, Network, Weighed
from pennywort.core.diagnosis.next_look import JOINT_SIGNS, joint, outlook
from pennywort.core.diagnosis.ranking import SHOW_URGENT_ABOVE, within
from pennywort.core.reference.disease_models import Action, Condition

# What is harmed by at least this much is named as the reason not to do it.
HARM_WORTH_NAMING = 0.4
INTO_RANGE = "into_range"
SCOPE_LOOKS = ("skin_scrape", "gill_scrape", "faeces")


@dataclass(frozen=True, kw_only=True)
class Act:
    """One act: the loss expected once it is done, what it saves against doing nothing, and for which condition most ("": for none above others)."""

    action: str
    loss: float
    saves: float
    carried_by: str
    carried_share: float


@dataclass(frozen=True, kw_only=True)
class Acts:
    """What to do while unsure, on a scale on which 10 is the tank lost within hours.

    ``do``: acts that save more than they cost and harm nothing plausible, best first. ``treat``: treatments that pay
    even unsure, best first; empty while the water is at fault. ``not_now``: (action, condition it would harm).
    ``scrape_saves``: what a look through the microscope is worth, and which look that is. ``why``: one sentence.
    """

    loss_if_nothing: float
    worst: str
    worst_share: float
    do: tuple[Act, ...]
    treat: tuple[Act, ...]
    not_now: tuple[tuple[str, str], ...]
    scrape: str
    scrape_saves: float
    end_is_kind: bool
    report: str
    why: str


@dataclass(frozen=True, kw_only=True, eq=False)
class _Table:
    actions: tuple[str, ...]
    missed: Array
    losses: Array


def missed_loss(net: Network, condition: Condition) -> float:
    """What missing this condition costs: by how fast it kills, and more if it is reportable or hurts the keeper."""
    weights = net.found.likelihoods
    reportable = condition.notifiable == "most places" or condition.harms_keeper == "known"
    return weights.missed[condition.urgency].value + (weights.missed_reportable_adds.value if reportable else 0.0)


@lru_cache(maxsize=16)
def _table(net: Network) -> _Table:
    """Loss [action, condition]: what is missed less the share the act takes away, plus what the act adds and costs.

    A microscope or a vet does not lessen the reporting part of a loss, only the act does; so shares apply to the whole.
    """
    conditions = [net.found.conditions[c] for c in net.conditions[:-1]]
    missed = np.array([*(missed_loss(net, c) for c in conditions), net.found.likelihoods.missed_something_else.value])
    actions = tuple(a.id for a in net.found.actions.values() if a.kind != "end")
    helps = np.array([[*(c.helps.get(a, 0.0) for c in conditions), 0.0] for a in actions])
    harms = np.array([[*(c.harms.get(a, 0.0) for c in conditions), 0.0] for a in actions])
    cost = np.array([[net.found.actions[a].cost.value] for a in actions])
    return _Table(actions=actions, missed=missed, losses=missed * (1 - helps) + harms + cost)


def expected_losses(weighed: Weighed) -> Mapping[str, float]:
    """Expected loss of each act, and of doing nothing (key "")."""
    table = _table(weighed.net)
    values = table.losses @ weighed.posterior_prob
    return {"": float(table.missed @ weighed.posterior_prob), **dict(zip(table.actions, values.tolist(), strict=True))}


def acts(weighed: Weighed, *, water_at_fault: bool = False, bring_back: Literal["", "cool", "warm"] = "", mending: Sequence[str] = ()) -> Acts:
    """Weigh every act by its expected loss over the posterior.

    loss(act) = sum over conditions of P(condition) [missed (1 - helps) + harms] + cost(act)

    so that a small chance of what takes the tank within hours can outweigh the likeliest, mild one. An act that harms
    a condition with more than 1 chance in 20 is not advised while unsure. With the water at fault what mends the reading leads
    (``mending``, in its order; a part change where no reading says what), and no treatment is advised. Water out of the fish's
    range is to be brought back into it whatever the disease:
    ``bring_back`` says which way, and that way is then never called wrong. Losses and shares are data, expert guesses.
    """
    net = weighed.net
    found, table, now = net.found, _table(net), weighed.posterior_prob
    nothing = float(table.missed @ now)
    values = table.losses @ now
    harmed = _harmed(net, now)
    weight = table.missed * now
    worst = int(weight[:-1].argmax())
    told: list[Act] = []
    leads = list(mending) or (["partial_change"] if water_at_fault else [])
    for row, name in enumerate(table.actions):
        action = found.actions[name]
        saved = table.missed - table.losses[row] + action.cost.value
        carrier = int((saved * now)[:-1].argmax())
        carried = bool(saved[carrier] > 1e-9)
        loss = float(values[row])
        if water_at_fault and action.kind == "treat":
            loss += found.likelihoods.drug_in_bad_water_adds.value
        if name in leads:
            loss -= found.likelihoods.missed["hours"].value * 0.5 * (1 - leads.index(name) / 20)
        if bring_back and name in (bring_back, INTO_RANGE):
            loss -= found.likelihoods.out_of_range_costs.value
        told.append(
            Act(
                action=name,
                loss=max(loss, 0.0),
                saves=nothing - loss,
                carried_by=net.conditions[carrier] if carried else "",
                carried_share=float(now[carrier]) if carried else 0.0,
            ),
        )
    told.sort(key=lambda act: (-act.saves, act.action))
    useful = [a for a in told if a.saves > 0 and (a.action not in harmed or a.action in mending)]
    # what the reading itself asks for comes before what any disease might
    useful.sort(key=lambda act: leads.index(act.action) if act.action in mending else len(leads))
    # one of the two ways to say it: into the range where the reading harms, the end that suits the disease where it does not
    said_by = bring_back if INTO_RANGE in mending else INTO_RANGE if any(a.action == bring_back for a in useful) else ""
    useful = [a for a in useful if a.action != said_by]
    do = tuple(a for a in useful if found.actions[a.action].kind != "treat")
    treat = () if water_at_fault else tuple(a for a in useful if found.actions[a.action].kind == "treat")
    scrape, worth = _microscope(weighed)
    reportable = [c for c, share in weighed.shares.items() if share > SHOW_URGENT_ABOVE and c != SOMETHING_ELSE and found.conditions[c].notifiable]
    return Acts(
        loss_if_nothing=nothing,
        worst=net.conditions[worst],
        worst_share=float(now[worst]),
        do=do,
        treat=treat,
        not_now=tuple(sorted((a, c) for a, c in harmed.items() if a != bring_back and a not in mending)),
        scrape=scrape,
        scrape_saves=worth,
        end_is_kind=_end_is_kind(weighed, found.actions["humane_end"]),
        report=reportable[0] if reportable else "",
        why=_why(weighed, do=do, worst=worst, water_at_fault=water_at_fault),
    )


def _harmed(net: Network, now: Array) -> dict[str, str]:
    """Acts that would harm something plausible, each with the likeliest such condition."""
    harmed: dict[str, str] = {}
    for row in np.argsort(-now[:-1], kind="stable"):
        if now[row] <= SHOW_URGENT_ABOVE:
            break
        condition = net.found.conditions[net.conditions[row]]
        for action, loss in condition.harms.items():
            if loss >= HARM_WORTH_NAMING:
                harmed.setdefault(action, condition.id)
    return harmed


def _microscope(weighed: Weighed) -> tuple[str, float]:
    """The most useful microscope look, and the expected loss it saves: what is best to do after it, less its cost."""
    table, now = _table(weighed.net), weighed.posterior_prob
    best_now = min(float((table.losses @ now).min()), float(table.missed @ now))
    view = outlook(weighed)
    best = ("", 0.0)
    for look in SCOPE_LOOKS:
        order = [int(i) for i in np.argsort(-view.gain_bits, kind="stable") if weighed.net.found.signs[view.signs[i]].taken_by == look]
        if not order:
            continue
        chance, after = joint(weighed, [view.signs[i] for i in order[:JOINT_SIGNS]])
        least = np.minimum((table.losses @ after).min(axis=0), table.missed @ after)
        saved = best_now - float(chance @ least) - weighed.net.found.likelihoods.scrape_cost.value
        if saved > best[1]:
            best = (look, saved)
    return best


def _end_is_kind(weighed: Weighed, action: Action) -> bool:
    """Whether a fish shows the signs for which an end without pain is the kinder act (reference, section 6.1)."""
    return any(all(weighed.answers.get(s, 0) > 0 for s in signs) for signs in action.if_seen)


def _why(weighed: Weighed, *, do: tuple[Act, ...], worst: int, water_at_fault: bool) -> str:
    found, shares = weighed.net.found, weighed.posterior_prob
    if water_at_fault:
        return "The water harms them now; nothing else helps before it is mended."
    if not do:
        return "Nothing to do yet but look."
    condition = found.conditions[weighed.net.conditions[worst]]
    pace = {"hours": "can take the tank within hours", "days": "kills within days", "weeks": "takes weeks", "none": "is harmless"}[condition.urgency]
    in_100 = round(float(shares[worst]) * 100)
    likeliest = int(shares[:-1].argmax())
    if worst != likeliest:
        first = within(found.conditions[weighed.net.conditions[likeliest]].short_name)
        name = within(condition.short_name)
        return f"Only {in_100} in 100 for {name}, but it {pace}: being wrong about it costs more than being wrong about {first}."
    return f"First to think of: {within(condition.short_name)}; it {pace}."
