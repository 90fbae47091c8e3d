"""The books hear of each call that is closed."""

from django.apps import AppConfig


class InsightConfig(AppConfig):
    """Counts each call as it is closed."""

    name = "server.insight"

    def ready(self) -> None:
        """Listen to the calls."""
        from server.calls.signals import call_closed
        from server.insight.service import count_closed

        call_closed.connect(count_closed, dispatch_uid="count what was closed")
