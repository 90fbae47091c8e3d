"""A small mail server on loopback that keeps what it is given as files: it stands in for a shop's own in the demo and the tests."""

from __future__ import annotations

from email.message import Message
from itertools import count
from pathlib import Path

from aiosmtpd.controller import Controller
from aiosmtpd.handlers import Message as MessageHandler


class LetterBox(MessageHandler):
    """Each letter as a file of its own in a folder, numbered as they came."""

    def __init__(self, folder: Path) -> None:
        super().__init__()
        folder.mkdir(parents=True, exist_ok=True)
        self.folder, self._numbers = folder, count(1 + len(list(folder.glob("*.eml"))))

    def handle_message(self, message: Message) -> None:
        """Keep one."""
        (self.folder / f"{next(self._numbers):04d}.eml").write_bytes(message.as_bytes())


def letter_box(folder: Path, port: int) -> Controller:
    """The server over a folder, started and stopped by whoever asks."""
    return Controller(LetterBox(folder), hostname="127.0.0.1", port=port)
