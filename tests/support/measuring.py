"""Measuring in the browser."""

from __future__ import annotations

from selenium.webdriver.common.action_chains import ActionChains

from server.doors.models import Door
from tests.browser.work import start, state_of


def bare(person):
    return start(person, Door.objects.create(shop=person.shop, name="Chain locker"))


def values(call):
    return {one.field: one.value for one in state_of(call).measured}


def type_fast(page, *keys):
    """Typed without waiting for anything, as by one who knows the order."""
    ActionChains(page.browser).send_keys(*keys).perform()
