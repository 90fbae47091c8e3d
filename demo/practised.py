"""Practice runs of the demo's crew: each really walked on its lesson's door, kept as it went, ended and graded."""

from __future__ import annotations

import uuid
from datetime import date, timedelta

from django_scopes import scope

from demo.kept import keep_log
from demo.past import NEWEST
from hinge.practice.deeds import kept_deeds
from hinge.practice.lessons import garage_of_lesson
from hinge.questions.practice_call import technician_at
from server.people.models import Person, Shop
from server.people.yard import KEY_BEGINS, at_yard
from server.practice import service
from server.practice.models import PracticeRun

# Who passed which lessons so far.
PASSED = {"fenn": ("make_safe", "eyes"), "wren": ("balance",)}


def practise(shop: Shop) -> None:
    """Write the runs of a shop's crew, a day after another."""
    with scope(shop=shop.pk):
        for username, names in PASSED.items():
            for place, lesson in enumerate(names):
                _run(Person.objects.get(username=username), lesson, len(names) - place)


def _run(person: Person, lesson: str, days_ago: int) -> None:
    own = str(uuid.uuid5(uuid.NAMESPACE_OID, f"{person.username} {lesson}"))
    key, began = uuid.UUID(KEY_BEGINS + own[len(KEY_BEGINS) :]), NEWEST - timedelta(days=days_ago)
    run = service.begin(person, key, lesson, "", False, PracticeRun.Advice.ALL, date.today())
    visit = technician_at(garage_of_lesson(lesson), person.name, began).walk()
    with at_yard(person):
        keep_log(run.call, visit.log, began)
    PracticeRun.objects.filter(pk=run.pk).update(started_at=began, deeds=[one.model_dump(mode="json") for one in kept_deeds(visit)])
    service.end(person, key)
    PracticeRun.objects.filter(pk=run.pk).update(ended_at=began + timedelta(minutes=visit.minutes))
