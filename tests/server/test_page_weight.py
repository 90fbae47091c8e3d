"""What the first page and each other weigh, in files and bytes as sent: a budget that fails on size, never on time."""

import re
from pathlib import Path

import pytest
from django.conf import settings

ASSETS = Path(settings.WEB_DIST) / "assets"
INDEX = Path(settings.WEB_DIST) / "index.html"
IMPORTED = re.compile(r"""(?:from|import)\s*["']\./([\w.-]+\.js)["']""")
# React, its router, its queries, its styles and one button are 98 kB of it: less than this wants other packages.
FIRST_KB, FIRST_FILES, FONTS_KB, PAGE_KB = 140, 8, 45, 90
PAGES = ["Doors", "DoorFile", "Arrive", "Find", "Measure", "Size", "Repair", "Prove", "Close", "Bench", "Van", "Shop", "Knowledge"]


def needed(names):
    """These files and all they name at once; what is loaded later is not among them."""
    found, left = set(), set(names)
    while left:
        name = left.pop()
        found.add(name)
        left |= set(IMPORTED.findall((ASSETS / name).read_text())) - found
    return found


def kilobytes(names):
    return sum((ASSETS / f"{name}.br").stat().st_size for name in names) / 1000


def chunk(name):
    (found,) = [one.name for one in ASSETS.glob(f"{name}-*.js") if re.fullmatch(rf"{name}-[\w-]{{8}}\.js", one.name)]
    return found


@pytest.fixture
def frame():
    return needed(re.findall(r'src="/static/assets/([^"]+\.js)"', INDEX.read_text()))


def test_the_first_page_is_light(frame):
    first = needed(frame | {chunk("Today")})
    assert frame, "the page names its scripts"
    assert kilobytes(first) <= FIRST_KB
    assert len(first) <= FIRST_FILES


@pytest.mark.parametrize("page", PAGES)
def test_no_page_weighs_much_more_than_the_first(page, frame):
    more = needed({chunk(page)} | ({chunk("CallPage")} if page in PAGES[2:9] else set())) - frame
    assert 0 < kilobytes(more) <= PAGE_KB


def test_fonts_are_few_and_asked_for_with_the_page():
    fonts = list(ASSETS.glob("*.woff2"))
    assert sum(one.stat().st_size for one in fonts) / 1000 <= FONTS_KB
    asked = re.findall(r'as="font" href="/static/assets/([^"]+)"', INDEX.read_text())
    assert sorted(asked) == sorted(one.name for one in fonts)
