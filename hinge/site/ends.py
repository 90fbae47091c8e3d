"""That there is always a way to a safe end: the next acts from every line, held to be open whatever the other facts are."""

from __future__ import annotations

from collections.abc import Iterable, Mapping

from hinge.carriers.kinds import KINDS
from hinge.site.actions import Values
from hinge.site.facts import Fact, fact_kinds
from hinge.site.search import Move, Reached, moves

# What each fact may be: nobody knows which.
Maybe = dict[Fact, frozenset[str]]
Outcome = tuple[str, Mapping[Fact, str]]


def _acts(*names: str, **line: str) -> list[Outcome]:
    """Acts by name; the last comes about with the line so."""
    return [(name, {Fact.LINE: line["line"]} if line and name == names[-1] else {}) for name in names]


_SAFE = _acts("say_power_off", "say_clear")
_AT_A_CONE = [*_SAFE, *_acts("say_clamped", "say_eyes_and_hands", "say_bars", "say_load_test", "say_framing")]
_WIND = [*_AT_A_CONE, *_acts("say_plate", "say_cables", "say_shaft", "say_hand", "wind", line="set")]
_PUT_ON = [*_SAFE, *_acts("say_door_held", "put_on_springs")]
_AT_A_PAIR = [*_SAFE, *_acts("say_pair_open", "say_pair_slack", "say_pair_gloves", "say_pair_safety")]
_AT_A_STACK = [*_SAFE, *_acts("say_stack_held", "say_stack_shaft", "say_stack_clear", "say_stack_strap")]

# From each line, by what carries the door, the acts towards one on which it may be lifted.
ONWARDS: dict[tuple[str, str], list[Outcome]] = {
    ("torsion", "trimming"): [*_SAFE, *_acts("say_trim_clamped", "say_trim_glasses", "say_trim_load", "trim", line="set")],
    ("torsion", "partly"): [*_AT_A_CONE, *_acts("let_down", line="down")],
    ("torsion", "down"): [*_SAFE, *_acts("say_clamped", "say_cables_slack", "rewind")],
    ("torsion", "fresh"): _WIND,
    ("torsion", "off"): _PUT_ON,
    ("nothing", "off"): _PUT_ON,
    ("extension", "off"): [*_AT_A_PAIR, *_acts("put_on_pair")],
    ("counterweight", "off"): [*_AT_A_STACK, *_acts("put_on_stack")],
    ("extension", "trimming"): [*_AT_A_PAIR, *_acts("hook", line="set")],
    ("counterweight", "trimming"): [*_AT_A_STACK, *_acts("plate", line="set")],
}
_AS_FOUND = _acts("say_screws", "say_found_whole", "say_found_released", "say_found_held", "lift_as_found")
LIFTED: dict[tuple[str, str], list[Outcome]] = {
    **{(carrier, "as_found"): _AS_FOUND for carrier in ("unknown", *KINDS)},
    ("torsion", "set"): _acts("say_screws", "say_bars_out", "say_clamps_off", "lift_springs"),
    ("extension", "set"): _acts("say_screws", "say_bars_out", "say_pair_through", "say_pair_even", "say_pair_ladder", "lift_pair"),
    ("counterweight", "set"): _acts(
        "say_screws", "say_stack_held", "say_stack_bar", "say_stack_free", "say_stack_guard", "say_stack_off", "lift_stack"
    ),
}
_RIGHT: list[Outcome] = [("put_right", {Fact.FOUND: "nothing"})]
_READ: list[Outcome] = [("read", {Fact.BALANCE: "holds"})]
PROVED: list[Outcome] = [*_acts("say_joined", "run"), ("prove", {Fact.PROVED: "yes"}), *_acts("close_proved")]
LEFT: list[Outcome] = _acts("disconnect", "close_left")


def dead_ends(reached: Reached, ways: Iterable[Move] | None = None) -> list[str]:
    """The lines seen in a search from which an end cannot be reached, each with the act that is shut; none where all is well.

    Of a line and what carries the door nothing else is supposed: every other fact may have any of its values.
    """
    columns = [reached.space.column(fact, reached.states) for fact in (Fact.CARRIER, Fact.LINE)]
    carriers, lines = (reached.space.values[fact] for fact in (Fact.CARRIER, Fact.LINE))
    seen = sorted({(carriers[carrier], lines[line]) for carrier, line in zip(*(column.tolist() for column in columns), strict=True)})
    table = list(ways if ways is not None else moves())
    return [f"{carrier} {line}: {shut}" for carrier, line in seen for end in (PROVED, LEFT) if (shut := _shut(carrier, line, end, table))]


def _shut(carrier: str, line: str, end: list[Outcome], ways: list[Move]) -> str:
    """The act on the way to an end that is not open whatever is so; empty where every one is."""
    maybe: Maybe = {fact: frozenset(kind.values) for fact, kind in fact_kinds().items()}
    maybe |= {Fact.CARRIER: frozenset({carrier}), Fact.LINE: frozenset({line})}
    if shut := through(maybe, _RIGHT + _SAFE, ways):
        return shut
    for _ in range(len(ONWARDS)):
        at = (_only(maybe, Fact.CARRIER), _only(maybe, Fact.LINE))
        if at in LIFTED:
            return through(maybe, [*_SAFE, *LIFTED[at], *_READ, *end], ways)
        if at not in ONWARDS:
            return f"nothing leads on from {at[0]} {at[1]}"
        if shut := through(maybe, ONWARDS[at], ways):
            return shut
    return "the line goes round"


def through(maybe: Maybe, acts: Iterable[Outcome], ways: Iterable[Move]) -> str:
    """Go through acts, `maybe` moved with each. Returns the first that is not open whatever is so; empty where all are."""
    table = list(ways)
    for name, outcome in acts:
        move = next((one for one in table if one.id == name and outcome.items() <= one.makes.items()), None)
        if move is None or not _open(maybe, move):
            return name
        maybe.update({fact: frozenset({value}) for fact, value in move.makes.items()})
    return ""


def _open(maybe: Maybe, move: Move) -> bool:
    return _sure(maybe, move.needs) and (not move.either or any(_sure(maybe, row) for row in move.either))


def _sure(maybe: Maybe, needs: Values) -> bool:
    return all(maybe[fact] <= {*values} for fact, values in needs.items())


def _only(maybe: Maybe, fact: Fact) -> str:
    return next(iter(maybe[fact])) if len(maybe[fact]) == 1 else ""
