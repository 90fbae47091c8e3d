"""Made-up data for the demo."""
