"""Anything at any time, a few thousand steps here, a hundred thousand in `make long`."""

from hypothesis import settings

from tests.support.machine import Technician

TestTechnician = Technician.TestCase
TestTechnician.settings = settings(parent=settings(), stateful_step_count=50)
