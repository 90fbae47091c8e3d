"""The questions the core answers, as JSON documents in and out."""
