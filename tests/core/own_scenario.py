"""A scenario as a keeper writes it."""

OWN = """
id: own_danios
name: Danios that gasp
told: They came yesterday.
it_was: a slow pump
water: freshwater_tropical
days: 3
tank: {length_cm: 60, width_cm: 30, depth_cm: 30, temperature_c: 26, ph: 7.2}
fish: [{species: zebra_danio, count: 6, length_cm: 4}]
hidden: [{condition: ich, count: 12}]
ways: [{id: salt, words: salt, course: ich_salt}, {id: air, words: air, acts: [{act: more_air}]}]
worth: [Look twice., Then act.]
"""
