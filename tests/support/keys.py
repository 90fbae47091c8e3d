"""Keys in the browser."""

from __future__ import annotations

from selenium.webdriver.common.keys import Keys

NAME_OF = """
const at = document.activeElement;
if (at === document.body || at.id === 'page' || at.disabled) return '';
const words = at.getAttribute('role') === 'group' ? '' : (at.closest('label') || at).innerText;
return (at.getAttribute('aria-label') || '') + words;
"""


def tab_to(page, words, most=120):
    for _ in range(most):
        if words in page.browser.execute_script(NAME_OF):
            return
        page.keys(Keys.TAB)
        page.pause(0.02)
    raise AssertionError(f"the keyboard does not reach {words!r}")
