"""The log of a call: the one way anything is said on it, by the server, the demo, an import, a question or a test."""

from __future__ import annotations

from hinge.call.commands import Said
from hinge.call.decide import decide
from hinge.call.events import Entry, entry_of
from hinge.call.evolve import evolve, start
from hinge.call.facts import Call
from hinge.file.record import DoorRecord
from hinge.stock.lists import NO_LISTS, Lists


class CallLog:
    """A call with the entries that were said since it was opened here; `call` is what they add up to."""

    def __init__(self, call: Call) -> None:
        self.call = call
        self.entries: list[Entry] = []

    @classmethod
    def at(cls, record: DoorRecord) -> CallLog:
        """The log of a call just begun at a door of which so much is known."""
        return cls(start(record))

    def say(self, command: Said, entry_id: str, by: str, at: str, lists: Lists = NO_LISTS) -> Entry:
        """Decide a command by today's rules and keep what happened. Raises what `decide` raises, and then nothing is kept."""
        return self.keep(entry_of(entry_id, by, at, decide(self.call, command, lists)))

    def keep(self, entry: Entry) -> Entry:
        """Keep what happened as it is."""
        self.entries.append(entry)
        self.call = evolve(self.call, entry)
        return entry
