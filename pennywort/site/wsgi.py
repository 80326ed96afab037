"""The entry for a WSGI server."""

import gc
import os

from django.core.wsgi import get_wsgi_application

from pennywort.core.reference import library
from pennywort.core.units import Preferences, read_quantity

os.environ.setdefault("DJANGO_SETTINGS_MODULE", "pennywort.site.settings")
application = get_wsgi_application()
# the reference data and the unit registry take a second to load: before the first keeper, not while he waits
library()
read_quantity("1 gal", kind="volume", field="", preferences=Preferences())
# what is loaded now stays for good: a full collection would walk all of it, 0.13 s in the middle of an answer
gc.collect()
gc.freeze()
