"""Beginning a practice run, doing something on its site, and ending it; each in one transaction under the run's row lock."""

import uuid
from collections import Counter
from collections.abc import Iterable
from datetime import date, timedelta
from typing import Any

from django.db.models import Count
from django.shortcuts import get_object_or_404
from django.utils import timezone

from hinge.document import read
from hinge.errors import BadInputError, OutOfStepError
from hinge.faults.knowledge import faults
from hinge.practice.deeds import MOST_DEEDS, Deed, DeedSeen, KeptDeed, again
from hinge.practice.garage import Garage, garage_of
from hinge.practice.lessons import garage_of_lesson, garage_to_practise, lessons
from hinge.practice.visit import PracticeVisit
from hinge.questions.practice_call import PracticeReport, PracticeSite, report_of, site_of
from server.calls.models import Call
from server.config.transactions import mutation
from server.doors.models import Door
from server.people.models import Person, Shop
from server.people.yard import KEY_BEGINS, at_yard, is_of_yard, yard_of
from server.practice.models import PracticeRun

DOOR, PLACE, CUSTOMER = "Practice door", "Practice yard: nothing here is a real door", "A practice customer"
# The shop's calls of so many days shape which doors come in free practice.
MET_DAYS, MISSED_RUNS, MOST_SEED, MOST_ENTRIES = 365, 40, 10**9, 800


@mutation
def begin(person: Person, key: uuid.UUID, lesson: str, level: str, of_day: bool, advice: str, today: date) -> PracticeRun:
    """Begin a run under a client-made key: a lesson, free practice of a level, or the door of the day. A repeat gets the run there is.

    Raises BadInputError for a key that is none of a practice call, or a lesson or level there is none of.
    """
    if not is_of_yard(key):
        raise BadInputError("A practice call has a key of its own kind.", "key", str(key), f"a UUID that begins with {KEY_BEGINS}")
    there = PracticeRun.objects.filter(key=key).first()
    if there:
        if there.person_id != person.pk:
            raise OutOfStepError("This key is another person's run.", "key", str(key))
        return there
    garage = _garage(person, lesson, level, of_day, today)
    yard, record = yard_of(person.shop), garage.record.model_dump(mode="json")
    with at_yard(person):
        door = Door.objects.create(shop=yard, name=DOOR, place=PLACE, customer=CUSTOMER, record=record)
        call = Call.objects.create(shop=yard, door=door, key=key, technician=person.name, record_at_start=record)
    return PracticeRun.objects.create(
        shop=person.shop,
        person=person,
        call=call,
        key=key,
        seed=garage.seed,
        causes=list(garage.causes),
        complaint=garage.complaint,
        lesson=lesson,
        level=level,
        day=today if of_day else None,
        advice=advice,
    )


def _garage(person: Person, lesson: str, level: str, of_day: bool, today: date) -> Garage:
    if lesson:
        return garage_of_lesson(lesson)
    seed = PracticeRun.seed_of_day(person.shop, today) if of_day else uuid.uuid4().int % MOST_SEED
    return garage_of(seed) if of_day else garage_to_practise(level, seed, met_by(today), missed_by(person))


def met_by(today: date) -> dict[str, int]:
    """What the shop's real calls of a year found, by cause: what it meets comes in practice too."""
    since = Call.objects.filter(abandoned=False, closed_at__date__gte=today - timedelta(days=MET_DAYS)).exclude(cause="")
    return {row["cause"]: row["calls"] for row in since.values("cause").annotate(calls=Count("pk")) if row["cause"] in faults().causes}


def missed_by(person: Person) -> dict[str, int]:
    """On how many of a person's last runs a cause was missed, less those on which it was not."""
    runs = PracticeRun.objects.filter(person=person).exclude(ended_at=None).order_by("-started_at")[:MISSED_RUNS]
    counted = Counter[str]()
    for run in reversed(runs):
        for cause in run.causes:
            counted[cause] = counted[cause] + 1 if cause in run.missed_causes else max(0, counted[cause] - 1)
    return {cause: count for cause, count in counted.items() if count}


def _visit(run: PracticeRun, deeds: Iterable[dict[str, Any]] | None = None) -> tuple[PracticeVisit, list[DeedSeen]]:
    """A run's visit as it went; and what each deed showed."""
    entries = [happened for row in run.call.entries.order_by("position") for happened in row.happened()]
    return again(
        garage_of(run.seed, run.causes, run.complaint), entries, [read(KeptDeed, one) for one in (run.deeds if deeds is None else deeds)]
    )


def _mine(person: Person, key: uuid.UUID, lock: bool = False) -> PracticeRun:
    runs = PracticeRun.objects.select_for_update() if lock else PracticeRun.objects.all()
    return get_object_or_404(runs, key=key, person=person)


def site(person: Person, key: uuid.UUID) -> PracticeSite | None:
    """How the site of a person's run stands; None where it is longer than any honest one, and is not worked out again."""
    run = _mine(person, key)
    with at_yard(person):
        if run.call.entries.count() > MOST_ENTRIES:
            return None
        return site_of(*_visit(run), run.advice)


@mutation
def do(person: Person, key: uuid.UUID, deed: Deed) -> PracticeSite:
    """Do something on the site of a person's run. Raises OutOfStepError once it is ended, BadInputError for what there is none of."""
    run = _mine(person, key, lock=True)
    if run.ended_at:
        raise OutOfStepError("This run is ended: begin another.", "key", str(key))
    if len(run.deeds) >= MOST_DEEDS:
        raise OutOfStepError("This run has as many things done as it takes: end it.", "key", str(key))
    with at_yard(person):
        kept = KeptDeed(deed=deed, entries=run.call.entries.count())
        if kept.entries > MOST_ENTRIES:
            raise OutOfStepError("This run has as many entries as it takes: end it.", "key", str(key))
        deeds = [*run.deeds, kept.model_dump(mode="json")]
        standing = site_of(*_visit(run, deeds), run.advice)
    run.deeds = deeds
    run.save(update_fields=["deeds"])
    return standing


@mutation
def end(person: Person, key: uuid.UUID) -> PracticeRun:
    """End a person's run and grade it; ended again it stays as it was."""
    run = _mine(person, key, lock=True)
    if run.ended_at:
        return run
    with at_yard(person):
        visit, _ = _visit(run)
        report = report_of(visit)
        run.missed_causes = [cause for cause in run.causes if cause in visit.causes or cause not in visit.call.causes_found]
    run.ended_at, run.passed, run.report = timezone.now(), report.grade.passed, report.model_dump(mode="json")
    run.save()
    if run.passed and run.lesson and run.lesson not in person.passed_lessons:
        mine = Person.objects.select_for_update().get(pk=person.pk)
        mine.passed_lessons = [name for name in lessons() if name in {*mine.passed_lessons, run.lesson}]
        mine.save(update_fields=["passed_lessons"])
    return run


def report_on(run: PracticeRun) -> PracticeReport | None:
    """How a run went, once it is ended."""
    return PracticeReport.model_validate(run.report) if run.report else None


def ask_for(lead: Person, names: list[str]) -> Shop:
    """Ask for lessons before loaded parts are worked on. Raises BadInputError for one there is none of."""
    for place, name in enumerate(names):
        if name not in lessons():
            raise BadInputError(f"There is no lesson {name!r}.", f"lessons.{place}", name, ", ".join(lessons()))
    shop = Shop.objects.get(pk=lead.shop_id)
    shop.asked_lessons = [name for name in lessons() if name in names]
    shop.save(update_fields=["asked_lessons"])
    return shop
