"""What may become of what carries the door: kept, replaced by its like, or changed over to another kind."""

from __future__ import annotations

from hinge.call import commands as c
from hinge.call.answers import at_fault
from hinge.call.facts import Call
from hinge.call.knowledge import causes
from hinge.call.options import turns_for
from hinge.carriers.carrier import Carrier
from hinge.carriers.kinds import KINDS
from hinge.file.setup import Setup, kind_of
from hinge.measure.fields import fields
from hinge.view.state import AgainState, AgainTurns, Offer

TO_CARRY = "counterbalance"
NOT_SEEN = "Not seen yet: it counts as wound and stretched until somebody has looked."


def offers_of(call: Call, setup: Setup | None) -> list[Offer]:
    """The outcomes to choose from, the one that stands told as `chosen`; nothing of what hangs there is kept where nothing does."""
    line, planned = call.line, kind_of(call.measured)
    named = fields()[TO_CARRY].choices
    keeps = call.plan is not None and call.plan.again
    broken = next((causes()[name].text for name in at_fault(call) if name in causes() and causes()[name].never_again), "")
    found = []
    if line.on is not None and line.as_found:
        is_seen = line.touched or call.carrier_seen != "unknown"
        says = f"{broken}: not these." if broken else (line.on.words or named[line.kind]) if is_seen else NOT_SEEN
        again = _again(call, line.on, setup) if line.carrier.winds and not broken else None
        keep = Offer(name="keep", kind=line.kind, label="Keep what hangs there", says=says, open=not broken, chosen=keeps, again=again)
        found.append(keep)
    for kind in sorted(KINDS, key=lambda one: one != line.kind):
        like = line.on is not None and kind == line.kind
        label = f"Replace: {named[kind].lower()}" if like else f"{'Change over to' if line.on else 'Put on'} {named[kind].lower()}"
        chosen = kind == planned and not keeps
        asked = None if kind == planned else c.Measured(kind="measured", field=TO_CARRY, typed=kind)
        found.append(
            Offer(name="replace" if like else "change_over", kind=kind, label=label, says="", open=True, chosen=chosen, command=asked)
        )
    return found


def _again(call: Call, on: Carrier, setup: Setup | None) -> AgainState:
    """The counts it could be wound to again: as it was found, and as suits this door once it is measured."""
    found = {part: turns for part, turns in call.turns_found.items() if turns is not None}
    alike = len(set(found.values())) == 1
    said = {turns: "as found" if alike else f"as the {on.parts[part].lower()} was found" for part, turns in found.items()}
    most, wanted = on.most or 0, turns_for(on, setup) if setup else None
    if wanted is not None and 1 <= wanted <= most:
        said[wanted] = " and ".join(one for one in (said.get(wanted, ""), "right for this door") if one)
    turns = [AgainTurns(quarter_turns=turns, said=why) for turns, why in said.items() if turns]
    return AgainState(turns=turns, least=1, most=most)
