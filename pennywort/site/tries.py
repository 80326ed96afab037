"""Wrong passwords are counted; a right one lets in also where nothing can be written any more."""

from __future__ import annotations

from typing import Any

from axes.handlers.database import AxesDatabaseHandler

from pennywort.records.disk import spared


class Tries(AxesDatabaseHandler):  # type: ignore[misc]
    """A wrong password that can't be counted is refused with the disk's own words: nobody tries for nothing."""

    def user_logged_in(self, *args: Any, **kwargs: Any) -> None:
        """The count goes back to nought; on a full disk it stays."""
        with spared():
            super().user_logged_in(*args, **kwargs)

    def user_logged_out(self, *args: Any, **kwargs: Any) -> None:
        """The same at the door out."""
        with spared():
            super().user_logged_out(*args, **kwargs)
