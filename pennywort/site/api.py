"""The API, put together from the apps' routers."""

from __future__ import annotations

from ninja import NinjaAPI
from ninja.security import django_auth

from pennywort.archive.api import router as archive
from pennywort.baths.api import router as baths
from pennywort.board.api import router as board
from pennywort.board.emergency_api import router as emergencies
from pennywort.board.feed_api import router as feeds
from pennywort.board.round_api import router as rounds
from pennywort.cases.api import router as cases
from pennywort.cases.comparison_api import router as comparisons
from pennywort.cases.release_api import router as releases
from pennywort.contacts.api import router as gear
from pennywort.courses.api import router as courses
from pennywort.courses.protocol_api import router as protocols
from pennywort.courses.shelf_api import router as left_on_shelf
from pennywort.courses.tank_api import router as changed_tanks
from pennywort.courses.transfer_api import router as groups
from pennywort.fish.api import router as fish
from pennywort.fish.kinds_api import router as kinds
from pennywort.fish.order_api import router as orders
from pennywort.fish.photo_api import router as photos
from pennywort.fish.population_api import reference_router as losses_reference
from pennywort.fish.population_api import router as going
from pennywort.instruments.api import open_router as instruments_speak
from pennywort.instruments.api import router as instruments
from pennywort.library.api import router as reference
from pennywort.looks.api import router as looks
from pennywort.measure.api import reference_router as formulary
from pennywort.measure.api import router as measure
from pennywort.people.api import open_router
from pennywort.people.api import router as rooms
from pennywort.people.membership_api import me_router as sign_ins
from pennywort.people.membership_api import open_router as joining
from pennywort.people.membership_api import router as people
from pennywort.people.room_api import router as room
from pennywort.plates.api import router as plates
from pennywort.readiness.api import router as readiness
from pennywort.rehearse.api import reference_router as eye
from pennywort.rehearse.api import router as rehearse
from pennywort.sheets.api import router as sheets
from pennywort.shelf.api import router as shelf
from pennywort.site.parser import CleanParser
from pennywort.site.problems import install
from pennywort.tanks.api import router as tanks
from pennywort.tanks.upkeep_api import router as upkeep
from pennywort.tankwater.api import router as waters

api = NinjaAPI(title="Pennywort", version="1", auth=django_auth, docs_url=None, openapi_url=None, parser=CleanParser())
install(api)
api.add_router("", open_router)
api.add_router("", rooms)
api.add_router("", joining)
api.add_router("", sign_ins)
api.add_router("/instruments", instruments_speak)
api.add_router("/reference", reference)
api.add_router("/reference", formulary)
api.add_router("/reference", plates)
api.add_router("/reference", losses_reference)
api.add_router("/rooms/{uuid:room_id}", room)
api.add_router("/rooms/{uuid:room_id}", people)
api.add_router("/rooms/{uuid:room_id}", measure)
api.add_router("/rooms/{uuid:room_id}", shelf)
api.add_router("/rooms/{uuid:room_id}", left_on_shelf)
api.add_router("/rooms/{uuid:room_id}", tanks)
api.add_router("/rooms/{uuid:room_id}", changed_tanks)
api.add_router("/rooms/{uuid:room_id}", upkeep)
api.add_router("/rooms/{uuid:room_id}", readiness)
api.add_router("/rooms/{uuid:room_id}", gear)
api.add_router("/rooms/{uuid:room_id}", orders)
api.add_router("/rooms/{uuid:room_id}", fish)
api.add_router("/rooms/{uuid:room_id}", kinds)
api.add_router("/rooms/{uuid:room_id}", going)
api.add_router("/rooms/{uuid:room_id}", groups)
api.add_router("/rooms/{uuid:room_id}", photos)
api.add_router("/rooms/{uuid:room_id}", looks)
api.add_router("/rooms/{uuid:room_id}", board)
api.add_router("/rooms/{uuid:room_id}", emergencies)
api.add_router("/rooms/{uuid:room_id}", courses)
api.add_router("/rooms/{uuid:room_id}", cases)
api.add_router("/rooms/{uuid:room_id}", protocols)
api.add_router("/rooms/{uuid:room_id}", feeds)
api.add_router("/rooms/{uuid:room_id}", waters)
api.add_router("/rooms/{uuid:room_id}", rounds)
api.add_router("/rooms/{uuid:room_id}", releases)
api.add_router("/rooms/{uuid:room_id}", comparisons)
api.add_router("/rooms/{uuid:room_id}", baths)
api.add_router("/rooms/{uuid:room_id}", instruments)
api.add_router("/rooms/{uuid:room_id}", sheets)
api.add_router("/rooms/{uuid:room_id}", archive)
api.add_router("/rooms/{uuid:room_id}", rehearse)
api.add_router("/reference", eye)
