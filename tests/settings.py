"""The settings of the tests: those of the product, with the test run's own key, and the database as its owner."""

import os

os.environ.setdefault("NORTH_HINGE_SECRET_KEY", "known to everybody, and good for nothing but these tests")
os.environ.setdefault("NORTH_HINGE_AS_OWNER", "1")
os.environ.setdefault("NORTH_HINGE_LOG_LEVEL", "WARNING")

from server.config.settings import *  # noqa: F403

# The real hasher is slow on purpose: one test asks it by name, and what is started whole runs with it.
PASSWORD_HASHERS = ["django.contrib.auth.hashers.MD5PasswordHasher"]
# Of the whole way only its beginning: it would take the processor from what a test looks at.
AHEAD_SECONDS = 0.2
