"""Django's test runner, which also leaves its counts for script/test to add up."""

from __future__ import annotations

from typing import Any

from django.conf import settings
from django.db import connection
from django.db.migrations.loader import MigrationLoader
from django.db.migrations.recorder import MigrationRecorder
from django.test.runner import DiscoverRunner


class CountingRunner(DiscoverRunner):
    """Makes the database from the models, which takes a second where the migrations take twenty, and writes "passed failed" to var/django-counts."""

    def setup_databases(self, **kwargs: Any) -> Any:
        make = connection.creation.create_test_db

        def made(*args: Any, **more: Any) -> Any:
            name = make(*args, **more)
            # a backup says which migrations its database has had
            recorder = MigrationRecorder(connection)
            recorder.ensure_schema()
            for app, migration in MigrationLoader(None).disk_migrations:
                recorder.record_applied(app, migration)
            return name

        connection.creation.create_test_db = made  # type: ignore[method-assign]
        try:
            return super().setup_databases(**kwargs)
        finally:
            connection.creation.create_test_db = make  # type: ignore[method-assign]

    def suite_result(self, suite: Any, result: Any, **kwargs: Any) -> int:
        # subtests fail one by one inside a test, so more can fail than ran: a test passes if nothing in it failed
        bad = {str(test).split(" (")[0] + str(getattr(test, "test_case", test)) for test, _ in [*result.failures, *result.errors]}
        path = settings.VAR / "django-counts"
        path.write_text(f"{max(0, result.testsRun - len(bad))} {len(bad) + len(result.unexpectedSuccesses)}\n", encoding="utf-8")
        return int(super().suite_result(suite, result, **kwargs))
