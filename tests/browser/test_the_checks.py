"""What every browser test looks for at its end is seen where it is so: another host that was asked, a server that broke."""

from __future__ import annotations

from unittest.mock import patch

from tests.browser.base import Answering
from tests.browser.test_screens import DemoCase

ASKS = (
    "fetch('http://elsewhere.test/').catch(() => {})",
    "new Image().src = 'http://elsewhere.test/a.png'",
    "navigator.sendBeacon('http://elsewhere.test/', 'a')",
)


class Checks(DemoCase):
    def test_another_host_that_is_asked_is_seen(self) -> None:
        self.open("/")
        for ask in ASKS:
            with self.subTest(ask):
                self.driver.execute_script(ask)
                self.assertIn("Content Security Policy", self.until(self.complained, "the policy to refuse it")[0])
        # where no policy stands before it
        self.driver.get("about:blank")
        self.driver.execute_script(ASKS[0])
        self.assertIn("ERR_NAME_NOT_RESOLVED", self.until(self.complained, "no such host to be found")[0])

    def test_a_server_that_broke_is_seen(self) -> None:
        self.enter_as(self.maren)
        self.open("/")
        self.assertEqual(Answering.broke, [])
        with (
            patch("pennywort.cases.api.figures_of", side_effect=RuntimeError("broken on purpose")),
            self.assertLogs("pennywort", "ERROR"),
            self.assertLogs("django.request", "ERROR"),
        ):
            self.driver.execute_async_script("fetch(`/api/rooms/${arguments[0]}/cases`).then(arguments[1])", str(self.paddle.fishroom.uid))
        self.assertEqual(Answering.broke, [f"500 Internal Server Error /api/rooms/{self.paddle.fishroom.uid}/cases"])
        Answering.broke.clear()
