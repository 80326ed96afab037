"""A record of its own for a bench, made from the models and gone afterwards."""

from __future__ import annotations

import os
from collections.abc import Iterator
from contextlib import contextmanager
from importlib import import_module

import django


@contextmanager
def new_record() -> Iterator[None]:
    """Django set up, and an empty database in place of the real one."""
    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "pennywort.site.settings")
    django.setup()
    from django.conf import settings
    from django.test.utils import get_runner, override_settings

    # as it is served: what is loaded once is loaded, and not walked by the collector again
    import_module("pennywort.site.wsgi")
    with override_settings(DEBUG=False):
        runner = get_runner(settings)(verbosity=0, interactive=False)
        made = runner.setup_databases()
        try:
            yield
        finally:
            runner.teardown_databases(made)
