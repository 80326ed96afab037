"""What to do while unsure: the act that loses least on average, not the one that suits the likeliest name."""

from __future__ import annotations

from collections.abc import Collection, Mapping, Sequence
from dataclasses import dataclass
from typing import Literal

import numpy as np

from pennywort.core.diagnosis import phrases
from pennywort.core.diagnosis.losses import HARM_WORTH_NAMING, LossTable, expected_losses, least_loss, loss_table, missed_loss
from pennywort.core.diagnosis.network import Array, Network, Weighed
from pennywort.core.diagnosis.next_look import JOINT_SIGNS, joint, outlook
from pennywort.core.diagnosis.ranking import SHOW_URGENT_ABOVE
from pennywort.core.reference.disease_models import Action, Condition
from pennywort.core.reference.library import Library
from pennywort.core.reference.naming import mid_sentence

# An act whose expected harm eats more than this part of what it saves is not advised while unsure; a treatment never is.
HARM_EATS = 0.5
# What costs so little stands before anything that needs a net.
CHEAP = 0.05
INTO_RANGE = "into_range"
SCOPE_LOOKS = ("skin_scrape", "gill_scrape", "faeces")


@dataclass(frozen=True, kw_only=True)
class Act:
    """One act: the loss expected once it is done, what it saves against doing nothing, and for which condition most ("": for none above others).

    ``wrong_if``: the likeliest condition that it would harm ("": none worth naming).
    """

    action: str
    loss: float
    saves: float
    carried_by: str
    carried_share: float
    wrong_if: str = ""


@dataclass(frozen=True, kw_only=True)
class Acts:
    """What to do while unsure, on a scale on which 10 is the tank lost within hours.

    ``do``: acts that save more than they cost and harm, cheap ones before any net, else best first. ``treat``: treatments that pay
    even unsure, best first; empty while the water is at fault. ``not_now``: (action, condition it would harm).
    ``never``: (action, signs that were seen and forbid it).
    ``scrape_saves``: what a look through the microscope is worth, and which look that is. ``why``: one sentence.
    """

    loss_if_nothing: float
    worst: str
    worst_share: float
    do: tuple[Act, ...]
    treat: tuple[Act, ...]
    not_now: tuple[tuple[str, str], ...]
    never: tuple[tuple[str, tuple[str, ...]], ...]
    scrape: str
    scrape_saves: float
    end_is_kind: bool
    report: str
    why: str


def acts(
    weighed: Weighed,
    *,
    water_at_fault: bool = False,
    bring_back: Literal["", "cool", "warm"] = "",
    mending: Sequence[str] = (),
    pointless: Sequence[str] = (),
    reported: Collection[str] = (),
) -> Acts:
    """Weigh every act by its expected loss over the posterior.

    loss(act) = sum over conditions of P(condition) [missed (1 - helps) + harms] + cost(act)

    so that a small chance of what takes the tank within hours can outweigh the likeliest, mild one. What an act harms is weighed
    into its loss and named beside it; where that eats half of what it saves, or it is a treatment, it is not advised while unsure.
    Cheap acts come before those that need a net. With the water at fault what mends the reading leads
    (``mending``, in its order; a part change where no reading says what), and no treatment is advised. Water out of the fish's
    range is to be brought back into it whatever the disease: ``bring_back`` says which way, and that way is then never called
    wrong. ``pointless``: acts that this water has no room for; ``reported``: conditions that must be reported here. Losses and shares are data, expert guesses.
    """
    net = weighed.net
    found, table, now = net.found, loss_table(net), weighed.posterior_prob
    losses = expected_losses(weighed)
    nothing = losses[""]
    expected_harms = table.harms @ now
    harmed = _harmed(net, now)
    worst = int((table.missed * now)[:-1].argmax())
    leads = list(mending) or (["partial_change"] if water_at_fault else [])
    told = []
    for row, name in enumerate(table.actions):
        loss = losses[name] + _leaned(found.actions[name], leads=leads, water_at_fault=water_at_fault, bring_back=bring_back, found=found)
        by, share = _carried(weighed, table.missed - table.losses[row] + found.actions[name].cost.value)
        told.append(Act(action=name, loss=max(loss, 0.0), saves=nothing - loss, carried_by=by, carried_share=share, wrong_if=harmed.get(name, "")))
    told.sort(key=lambda act: (-act.saves, act.action))
    bad = _eaten_up(harmed, losses, expected_harms, table=table, found=found)
    forbidden = {a: seen for a in table.actions if a not in mending and (seen := _forbidden(found.actions[a], weighed))}
    idle = {*pointless, *forbidden, *(a for a in table.actions if _idle(found.actions[a], weighed))} - set(mending)
    useful = [a for a in told if a.saves > 0 and a.action not in idle and (a.action not in bad or a.action in mending)]
    useful = _in_order(useful, leads=leads, mending=mending, bring_back=bring_back, net=net)
    do = tuple(a for a in useful if found.actions[a.action].kind != "treat")
    treat = () if water_at_fault else tuple(a for a in useful if found.actions[a.action].kind == "treat")
    scrape, worth = _microscope(weighed)
    # a small change is not called wrong where a large one is asked for
    advised = {a.action for a in useful} | {found.actions[a.action].instead_of for a in useful}
    return Acts(
        loss_if_nothing=nothing,
        worst=net.conditions[worst],
        worst_share=float(now[worst]),
        do=do,
        treat=treat,
        not_now=tuple(sorted((a, c) for a, c in harmed.items() if a != bring_back and a not in advised)),
        never=tuple(forbidden.items()),
        scrape=scrape,
        scrape_saves=worth,
        end_is_kind=_end_is_kind(weighed, found.actions["humane_end"]),
        report=_to_report(weighed, reported=reported),
        why=_why(weighed, do=do, worst=worst, water_at_fault=water_at_fault),
    )


def _carried(weighed: Weighed, saved: Array) -> tuple[str, float]:
    """For which condition most is saved by an act, and its share; nothing where it saves nothing."""
    carrier = int((saved * weighed.posterior_prob)[:-1].argmax())
    return (weighed.net.conditions[carrier], float(weighed.posterior_prob[carrier])) if saved[carrier] > 1e-9 else ("", 0.0)


def _eaten_up(harmed: Mapping[str, str], losses: Mapping[str, float], expected_harms: Array, *, table: LossTable, found: Library) -> set[str]:
    """Acts that harm some of what is possible so much that it eats half of what they save, and every such treatment."""
    bad = set()
    for name, harms in zip(table.actions, expected_harms.tolist(), strict=True):
        gross = losses[""] - losses[name] + harms + found.actions[name].cost.value
        if name in harmed and (found.actions[name].kind == "treat" or harms > HARM_EATS * gross):
            bad.add(name)
    return bad


def _leaned(action: Action, *, leads: Sequence[str], water_at_fault: bool, bring_back: str, found: Library) -> float:
    """What the water adds to the loss of an act: a medicine in bad water more, what mends the reading less, and the way back into the range less."""
    added = 0.0
    if water_at_fault and action.kind == "treat":
        added += found.likelihoods.drug_in_bad_water_adds.value
    if action.id in leads:
        added -= found.likelihoods.missed["hours"].value * 0.5 * (1 - leads.index(action.id) / 20)
    if bring_back and action.id in (bring_back, INTO_RANGE):
        added -= found.likelihoods.out_of_range_costs.value
    return added


def _in_order(useful: list[Act], *, leads: Sequence[str], mending: Sequence[str], bring_back: str, net: Network) -> list[Act]:
    """What is advised in the order in which it is done, each thing said once."""
    useful = _cheap_before_a_net(_larger_only(useful, net=net), net=net)
    # what the reading itself asks for comes before what any disease might
    useful.sort(key=lambda act: leads.index(act.action) if act.action in mending else len(leads))
    # one of the two ways to say it: into the range where the reading harms, the end that suits the disease where it does not
    said_by = bring_back if INTO_RANGE in mending else INTO_RANGE if any(a.action == bring_back for a in useful) else ""
    return [a for a in useful if a.action != said_by]


def _idle(action: Action, weighed: Weighed) -> bool:
    """Whether there is nothing to do it to: no salt against a nitrite nobody read, no end to doses where none was given."""
    if action.only_if and not set(action.only_if) & {*weighed.seen, *weighed.facts.context}:
        return True
    return weighed.answers.get(action.unless_absent) == 0


def _forbidden(action: Action, weighed: Weighed) -> tuple[str, ...]:
    """The signs that were seen and forbid it; empty if none do."""
    return next((signs for signs in action.never_while if set(signs) <= set(weighed.seen)), ())


def _larger_only(useful: list[Act], *, net: Network) -> list[Act]:
    """Of a large change and a small one the one that saves more."""
    saves, out = {a.action: a.saves for a in useful}, set()
    for act in useful:
        smaller = net.found.actions[act.action].instead_of
        if smaller in saves:
            out.add(smaller if act.saves >= saves[smaller] else act.action)
    return [a for a in useful if a.action not in out]


def _cheap_before_a_net(useful: list[Act], *, net: Network) -> list[Act]:
    """Best first, but air, gloves, dim light and an empty food dish before any act that needs a net, whatever each saves."""
    actions = net.found.actions
    first = next((place for place, act in enumerate(useful) if actions[act.action].kind == "move"), len(useful))
    later = useful[first:]
    cheap = [a for a in later if actions[a.action].cost.value <= CHEAP and actions[a.action].kind != "move"]
    return [*useful[:first], *cheap, *(a for a in later if a not in cheap)]


def _to_report(weighed: Weighed, *, reported: Collection[str]) -> str:
    """Of the plausible conditions that must be reported the one that weighs most: how likely it is times what missing it costs."""
    found, shares = weighed.net.found, weighed.shares
    plausible = [c for c, share in shares.items() if share > SHOW_URGENT_ABOVE and c in reported]
    return max(plausible, key=lambda c: shares[c] * missed_loss(weighed.net, found.conditions[c]), default="")


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
    table, now = loss_table(weighed.net), weighed.posterior_prob
    best_now = float(least_loss(table, now))
    view = outlook(weighed)
    best = ("", 0.0)
    for look in SCOPE_LOOKS:
        order = [int(i) for i in np.argsort(-view.gain_bits, kind="stable") if weighed.net.found.signs[view.signs[i]].taken_by == look]
        if not order:
            continue
        chance, after = joint(weighed, [view.signs[i] for i in order[:JOINT_SIGNS]])
        saved = best_now - float(chance @ least_loss(table, after)) - weighed.net.found.likelihoods.scrape_cost.value
        if saved > best[1]:
            best = (look, saved)
    return best


def _end_is_kind(weighed: Weighed, action: Action) -> bool:
    """Whether a fish shows the signs for which an end without pain is the kinder act (reference, section 6.1)."""
    return any(set(signs) <= set(weighed.seen) for signs in action.if_seen)


def _why(weighed: Weighed, *, do: tuple[Act, ...], worst: int, water_at_fault: bool) -> str:
    found, shares = weighed.net.found, weighed.posterior_prob
    if water_at_fault:
        return phrases.WATER_HARMS_THEM
    if not do:
        return phrases.ONLY_LOOK
    condition = found.conditions[weighed.net.conditions[worst]]
    pace = _because(condition)
    in_100 = round(float(shares[worst]) * 100)
    likeliest = int(shares[:-1].argmax())
    if worst != likeliest:
        first = mid_sentence(found.conditions[weighed.net.conditions[likeliest]].short_name)
        name = mid_sentence(condition.short_name)
        return phrases.unlikely_but_urgent(in_100, name, pace, first)
    return phrases.first_to_think_of(mid_sentence(condition.short_name), pace)


def _because(condition: Condition) -> str:
    """Why it weighs so much, in words: what it does to you comes before how fast it kills the fish, unless it does so within hours."""
    if condition.urgency == "hours":
        return phrases.TAKES_THE_TANK_WITHIN_HOURS
    if condition.harms_keeper == "known":
        return phrases.PASSES_TO_YOU
    if condition.notifiable == "most places":
        return phrases.MUST_BE_REPORTED
    return {"days": phrases.KILLS_WITHIN_DAYS, "weeks": "takes weeks", "none": "is harmless"}[condition.urgency]
