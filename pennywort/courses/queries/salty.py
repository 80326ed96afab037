"""A step of salinity in words: how much of the water is swapped, and for what."""

from __future__ import annotations

from datetime import timedelta

from pennywort.core.medicine.salts import swap_for
from pennywort.core.reference import library
from pennywort.core.units import Preferences, show_fraction, show_mass, show_volume
from pennywort.core.water.salt import gravity_from_grams, in_every_scale
from pennywort.courses.models import Task
from pennywort.courses.queries.water_records import WaterRecords

# a salinity read longer ago than this says nothing of today's (common practice)
LASTS = timedelta(days=2)
# nearer than this no refractometer tells two salinities apart, g/kg
APART_G_PER_KG = 0.3


def swap_words(mine: Preferences, *, net_volume_l: float, from_g_per_kg: float, to_g_per_kg: float, active: str) -> str:
    """What is taken out, and what goes in for it; what to do where there is nothing to swap."""
    if abs(to_g_per_kg - from_g_per_kg) < APART_G_PER_KG:
        return f"it reads {from_g_per_kg:.1f} g/kg already: nothing to swap"
    salt = library().actives[active]
    now, target = (in_every_scale(salinity_g_per_kg=g, temperature_c=25.0).grams_per_l for g in (from_g_per_kg, to_g_per_kg))
    swap = swap_for(net_volume_l=net_volume_l, now_g_per_l=now, target_g_per_l=target, share=salt.strengths[0].share or 1.0)
    taken = show_volume(swap.swapped_l, mine).text
    if not swap.salt_g:
        return f"swap {taken}, {show_fraction(swap.swapped_l / net_volume_l).text} of it, for water without salt"
    gravity = gravity_from_grams(swap.brine_g_per_l)
    reads = f", which reads {gravity:.4f} SG" if gravity is not None else ""
    grams = show_mass(swap.salt_g * 1000, mine).text
    return f"swap {taken} for water of {swap.brine_g_per_l:.1f} g/L{reads}: {grams} of {salt.short_name} dissolved in it"


def task_swap_words(task: Task, book: WaterRecords, mine: Preferences) -> str:
    """The same for a task that is due, from the salinity as it was last read; empty where its protocol names no salt."""
    if task.salinity_g_per_kg is None or not task.medicine_id:
        return ""
    read = book.newest_reading(task.course.tank, task.medicine_id)
    if read is None or read.read_at < book.now - LASTS:
        return "read the salinity first: how much to swap then stands here"
    now = read.level_mg_per_l / 1000
    volume_l = task.course.tank.net_volume_l
    return swap_words(mine, net_volume_l=volume_l, from_g_per_kg=now, to_g_per_kg=task.salinity_g_per_kg, active=task.medicine_id)
