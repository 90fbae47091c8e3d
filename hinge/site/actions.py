"""What can be done to a garage: each action with the facts it needs, makes and doubts; loaded once and checked."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from enum import StrEnum
from functools import cache
from typing import Annotated

from pydantic import Field

from hinge.document import Document, table_of
from hinge.site.facts import Fact, fact_kinds, require_sound, require_values


class Verb(StrEnum):
    """What commands, steps, checks and proofs name; what is carried decides which action it is."""

    LOOK = "look"
    HANDS = "hands"
    LIGHTS = "lights"
    SEE = "see"
    WIND = "wind"
    TRIM = "trim"
    LET_DOWN = "let_down"
    SLACK = "slack"
    STILL_WOUND = "still_wound"
    LOADED = "loaded"
    TAKE_OFF = "take_off"
    PUT_ON = "put_on"
    REWIND = "rewind"
    SCREWS = "screws"
    SETTLE = "settle"
    SET = "set"
    HUB = "hub"
    LIFT_AS_FOUND = "lift_as_found"
    LIFT = "lift"
    READ = "read"
    RUN = "run"
    FIND = "find"
    PUT_RIGHT = "put_right"
    PROVE = "prove"
    UNPROVE = "unprove"
    UNREAD = "unread"
    STOP_LOAD = "stop_load"
    STOP_FRAMING = "stop_framing"
    STOP_BAR = "stop_bar"
    STOP_HAND = "stop_hand"
    DISCONNECT = "disconnect"
    RECONNECT = "reconnect"
    LEAVE = "leave"
    CLOSE_PROVED = "close_proved"
    CLOSE_LEFT = "close_left"


# A verb as a data file writes it.
VerbName = Annotated[Verb, Field(strict=False)]


class ActionRow(Document):
    """One row of actions.toml."""

    verb: VerbName
    carrier: str = ""
    needs: dict[str, list[str]] = {}
    either: list[dict[str, list[str]]] = []
    makes: dict[str, list[str]] = {}
    doubts: list[str] = []
    words: dict[str, str] = {}


Values = Mapping[Fact, tuple[str, ...]]


@dataclass(frozen=True)
class Action:
    """An action: `needs` facts that must have one of these values, `either` rows of which one must hold as well.

    `makes` the values that may come about, `doubts` the facts nobody knows any more, `words` what is said where a fact stands
    against it.
    """

    id: str
    verb: Verb
    carrier: str
    needs: Values
    either: tuple[Values, ...]
    makes: Values
    doubts: tuple[Fact, ...]
    words: Mapping[Fact, str]


@cache
def actions() -> dict[str, Action]:
    """Every action by id. Raises BadInputError naming the one that is unsound."""
    found = {name: _action(name, row) for name, row in table_of(__file__, "actions", ActionRow).items()}
    done = {(one.verb, one.carrier) for one in found.values()}
    require_sound(len(done) == len(found), "actions", len(done), "each verb once for what is carried")
    require_sound({verb for verb, _ in done} == {*Verb}, "actions", sorted({*Verb} - {verb for verb, _ in done}), "the verbs of the code")
    return found


def action_of(verb: Verb, carrier: str) -> Action | None:
    """The action a verb is on a door so carried; None where nothing like it can be done there."""
    table = _by_verb()
    return table.get((verb, carrier)) or table.get((verb, ""))


@cache
def _by_verb() -> dict[tuple[Verb, str], Action]:
    return {(one.verb, one.carrier): one for one in actions().values()}


def _action(name: str, row: ActionRow) -> Action:
    doubts = tuple(Fact(one) for one in row.doubts if one in {*Fact})
    require_sound(len(doubts) == len(row.doubts), f"{name}.doubts", row.doubts, "facts there are")
    require_sound(not {*doubts} & {Fact(one) for one in row.makes if one in {*Fact}}, f"{name}.doubts", row.doubts, "no fact it makes")
    require_sound(row.carrier in ("", *fact_kinds()[Fact.CARRIER].values), f"{name}.carrier", row.carrier, "a carrier")
    return Action(
        id=name,
        verb=row.verb,
        carrier=row.carrier,
        needs=require_values(f"{name}.needs", row.needs),
        either=tuple(require_values(f"{name}.either", one) for one in row.either),
        makes=require_values(f"{name}.makes", row.makes),
        doubts=doubts,
        words={Fact(fact): said for fact, said in row.words.items()},
    )
