"""Sessions in the database; where the disk takes nothing more, one that is signed and carried by the browser, so that reading goes on."""

from __future__ import annotations

from typing import Any

from django.contrib.sessions.backends.db import SessionStore as InDatabase
from django.core import signing
from django.db import OperationalError

from pennywort.records.disk import is_no_room, spared

SIGNED = "signed."
SALT = "pennywort.site.sessions"
# it can't be ended from elsewhere: it ends by itself
LASTS_S = 12 * 60 * 60


class SessionStore(InDatabase):
    """One keeper's browser."""

    def _is_signed(self) -> bool:
        return (self.session_key or "").startswith(SIGNED)

    def load(self) -> dict[str, Any]:
        if not self._is_signed():
            return dict(super().load())
        try:
            found: dict[str, Any] = signing.loads((self.session_key or "").removeprefix(SIGNED), salt=SALT, max_age=LASTS_S)
        except signing.BadSignature:
            self._session_key = None
            return {}
        return found

    def exists(self, session_key: str) -> bool:
        return not session_key.startswith(SIGNED) and super().exists(session_key)

    def save(self, must_create: bool = False) -> None:
        if not self._is_signed():
            try:
                super().save(must_create)
            except OperationalError as error:
                if not is_no_room(error):
                    raise
            else:
                return
        self._session_key = SIGNED + signing.dumps(self._get_session(no_load=must_create), salt=SALT, compress=True)  # type: ignore[attr-defined]

    def delete(self, session_key: str | None = None) -> None:
        if not (session_key or self.session_key or "").startswith(SIGNED):
            with spared():
                super().delete(session_key)
