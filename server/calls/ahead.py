"""The answers ahead of a call: one at a time in each process, and never before what somebody waits for."""

import pickle

from django.conf import settings

from hinge.call.facts import Call as Facts
from hinge.questions.ahead_of_call import ShopTerms
from server.calls.models import Call
from server.calls.service import counted as own_calls
from server.config.child_program import ChildProgram
from server.people.models import Person
from server.stock.service import lists_of_shop

# What is touched next never waits behind a whole way.
_near, _far = (ChildProgram("server.calls.ahead_program", most=500, seconds=180.0, places=2, patience=30.0) for _ in range(2))


def of(call: Call, facts: Facts, person: Person, far: bool, counted: bool) -> str:
    """What a call will show after each likely next entry, to the end of the work or what is touched next: a CallAhead as JSON.

    Raises BusyError where others are being worked out.
    """
    shop = ShopTerms(person.shop.ways, lists_of_shop(person, call.key), own_calls(facts.complaint) if facts.complaint else {}, counted)
    question = pickle.dumps((facts, shop, settings.AHEAD_SECONDS if far else 0.0))
    return (_far if far else _near).answer([question]).decode()
