"""Who works on loaded parts: not an apprentice, and nobody before the lessons the shop asks for. Licensed practice decides besides."""

from hinge.call.commands import Said
from hinge.call.facts import Call as Facts
from hinge.call.loaded import is_on_loaded_parts
from hinge.errors import ContradictionError
from server.people.models import Person

APPRENTICE = (
    "Work on loaded parts is a technician's: one on this call counts it on their own sign-in. "
    "Local rules and licensed practice decide who may do it."
)


def require_may_work(person: Person, facts: Facts, command: Said) -> None:
    """Refuse work on loaded parts to who may not do it. Raises ContradictionError."""
    asked = [] if person.role == Person.Role.LEAD else [name for name in person.shop.asked_lessons if name not in person.passed_lessons]
    if (not asked and person.role != Person.Role.APPRENTICE) or not is_on_loaded_parts(facts, command):
        return
    if person.role == Person.Role.APPRENTICE:
        raise ContradictionError(APPRENTICE, "kind", command.kind, "a technician")
    said = f"Your shop asks for practice before loaded parts are worked on: {len(asked)} of its lessons are not passed yet."
    raise ContradictionError(said, "kind", command.kind, "the lessons passed")
