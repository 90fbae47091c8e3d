"""Follow-ups hear of what a call leaves for another day."""

from django.apps import AppConfig


class FollowUpsConfig(AppConfig):
    """Keeps a follow-up for each cause that is left for another day."""

    name = "server.followups"

    def ready(self) -> None:
        """Listen to the calls."""
        from server.calls.signals import left_for_later
        from server.followups.service import keep_for_later

        left_for_later.connect(keep_for_later, dispatch_uid="follow up what was left")
