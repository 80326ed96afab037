"""What must never be the advice, by what was seen: sixty rules written from the conditions' "never" and from common practice, not from the losses.

Each: the water ("" for any), signs that were all seen, and the acts that are then never advised.
"""

from __future__ import annotations

MEDICINES = ("treat_copper", "treat_formalin", "treat_wormer", "treat_roundworm", "treat_antibiotic", "treat_metronidazole", "treat_antiseptic")
BREATHLESS = ("gasping_at_surface", "all_species_same_day")
FRESH, POND, SEA = "freshwater_tropical", "coldwater_pond", "marine"
NEVER: tuple[tuple[str, tuple[str, ...], tuple[str, ...]], ...] = (
    # fish that fight for air: no net, no warmth, nothing that takes oxygen
    *((water, BREATHLESS, (act,)) for water in (FRESH, POND) for act in ("isolate", "move_all", "warm", *MEDICINES)),
    *((SEA, BREATHLESS, (act,)) for act in ("warm", "treat_copper", "treat_formalin", "treat_wormer", "treat_antiseptic")),
    # clear water troubles by their reading: no medicine on burnt gills
    *(("", (reading,), MEDICINES) for reading in ("nitrite_raised", "chlorine_present", "low_oxygen_measured")),
    ("", ("ammonia_raised", "rapid_breathing"), MEDICINES),
    ("", ("chlorine_present",), ("large_change",)),
    ("", ("chlorine_present",), ("partial_change",)),
    ("", ("low_oxygen_measured",), ("isolate", "warm")),
    ("", ("low_oxygen_measured",), ("better_food",)),
    ("", ("nitrite_raised",), ("isolate", "move_all")),
    ("", ("ammonia_raised",), ("better_food",)),
    ("", ("copper_high",), ("treat_copper",)),
    ("", ("copper_high",), MEDICINES),
    ("", ("ammonia_raised", "gasping_at_surface"), MEDICINES),
    # gas: warmer water holds less of it
    ("", ("bubbles_skin_fins",), ("warm",)),
    ("", ("bubbles_skin_fins", "microbubbles_in_water"), MEDICINES),
    # velvet: nobody waits, and salt let down does not touch it
    (SEA, ("gold_grey_dust", "rapid_breathing"), ("warm",)),
    (SEA, ("slime_sheets", "rapid_breathing"), ("warm",)),
    (SEA, ("flank_bruise_lesion", "rapid_breathing"), ("treat_salt",)),
    # viruses of carp: reported, held, not dosed
    (POND, ("gills_dead_patches", "sunken_eyes", "carp_only"), MEDICINES),
    (POND, ("gills_dead_patches", "sunken_eyes", "carp_only"), ("move_all", "warm")),
    (POND, ("lies_on_side_rouses", "carp_only"), ("treat_formalin", "treat_copper", "treat_antiseptic")),
    # columnaris: warmth feeds it
    ("", ("saddle_patch",), ("warm",)),
    ("", ("mouth_white_eroding",), ("warm",)),
    (FRESH, ("saddle_patch", "fin_gone_fast"), ("warm", "treat_wormer")),
    # brood care is left alone
    *((water, ("mouth_full_chews",), (act,)) for water in (FRESH, SEA) for act in ("isolate", "move_all")),
    (FRESH, ("mouth_full_chews", "guards_place"), MEDICINES),
    (FRESH, ("guards_place", "mouth_full_chews"), ("warm", "cool")),
    # what no medicine of the water reaches, and what another of them harms
    ("", ("red_worms_vent",), ("treat_copper", "treat_formalin")),
    ("", ("threads_from_skin",), ("treat_copper",)),
    ("", ("moving_disc",), ("treat_copper",)),
    ("", ("cauliflower_nodules",), MEDICINES),
    ("", ("pinecone_scales",), ("treat_copper",)),
    ("", ("waxy_blobs", "single_lump"), MEDICINES),
)
