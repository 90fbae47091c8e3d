"""What takes long to make, made once and copied."""

from __future__ import annotations

import shutil
from pathlib import Path

import pytest

from tests.running.started import Demo


@pytest.fixture(scope="session")
def started_once(tmp_path_factory) -> Path:
    """A demo's folder that was started and stopped again."""
    demo = Demo(tmp_path_factory.mktemp("once") / "var")
    demo.start()
    assert demo.stop() == 0
    return demo.folder


@pytest.fixture(scope="module")
def demo(started_once, tmp_path_factory):
    """A demo that has been started before, in a folder of its own; not running."""
    one = Demo(shutil.copytree(started_once, tmp_path_factory.mktemp("demo") / "var"))
    yield one
    one.stop()
