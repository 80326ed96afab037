"""How long what is written may be, in characters: one place for the columns of the record, the API and every file."""

from __future__ import annotations

# an id of the reference; a word that the program itself chose
ID = 40
WORD = 24
# a kind of task or entry, as the program calls it; what an instrument or a bath says of one figure
KIND = 16
KIND_OF_FIGURE = 12
SPOON = 10
# a short mark: a tank's code, a role, a kit
CODE = 8
# what is counted: tablets, sachets; the form of a product
PIECE = 20
# what a keeper calls his own things: a tank, a net, one fish
CALLED = 40
# a person, a shop, a species, a bottle
NAME = 60
# a product as its label calls it; a cause in the keeper's words
PRODUCT = 80
# a line that stands alone: a step, a course
TITLE = 120
# a line beside an entry: why, how it was cleaned
NOTE = 200
# what was given, in words, with its product and its tool
GIVEN = 240
# why a figure was doubted
DOUBT = 160
# two or three sentences
REASON = 300
# what a keeper tells of his fish
TOLD = 500
# the text of a step of a protocol
STEP = 600
# how a case went
STORY = 1000
# whole files that are typed or pasted
PROTOCOL_FILE = 70_000
SCENARIO_FILE = 65_536
SHEET = 400_000
# a name to sign in by, as Django bounds it
USERNAME = 150
# a secret that is typed or kept as its digest
SECRET = 200
TOKEN = 100
DIGEST = 64
FINGERPRINT = 32
# the name of a time zone
ZONE = 64
