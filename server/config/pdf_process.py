"""Paper drawn apart: one press a process, one page at a time."""

from collections.abc import Mapping

from server.config.child_program import ChildProgram

# A press is as large as the pages it has drawn. Three wait for their page at the most; the next is told that it comes.
_press = ChildProgram("server.config.pdf_program", most=150, seconds=40.0, places=3, patience=8.0)


def pressed_apart(html: str, files: Mapping[str, tuple[str, bytes]]) -> bytes:
    """A page as PDF bytes, drawn when it is its turn. Raises BusyError where many wait already, or that takes long."""
    parts = (part for at, (kind, content) in files.items() for part in (at.encode(), kind.encode(), content))
    return _press.answer([html.encode(), *parts])
