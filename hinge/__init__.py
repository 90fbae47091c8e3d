"""The trade as pure Python: what a door needs, what springs give, what a reading means."""
