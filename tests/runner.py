"""Django's test runner, which also leaves its counts for script/test to add up."""

from __future__ import annotations

from typing import Any

from django.conf import settings
from django.test.runner import DiscoverRunner


class CountingRunner(DiscoverRunner):
    """Writes "passed failed" to var/django-counts when the run is over."""

    def suite_result(self, suite: Any, result: Any, **kwargs: Any) -> int:
        # subtests fail one by one inside a test, so more can fail than ran: a test passes if nothing in it failed
        bad = {str(test).split(" (")[0] + str(getattr(test, "test_case", test)) for test, _ in [*result.failures, *result.errors]}
        path = settings.VAR / "django-counts"
        path.write_text(f"{max(0, result.testsRun - len(bad))} {len(bad) + len(result.unexpectedSuccesses)}\n", encoding="utf-8")
        return int(super().suite_result(suite, result, **kwargs))
