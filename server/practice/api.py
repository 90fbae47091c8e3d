"""Practice: lessons, runs on simulated sites, how each went, and who has passed what."""

import uuid
from datetime import datetime
from typing import Literal, cast

from django.db.models import Count
from django.http import HttpRequest, HttpResponse
from django.shortcuts import get_object_or_404
from django.utils import timezone
from ninja import Router
from pydantic import BaseModel, Field

from hinge.practice.deeds import Deed
from hinge.practice.lessons import LEVELS, Level, lessons
from hinge.questions.practice_call import PracticeReport, PracticeSite
from server.config.request_body import RequestBody, written
from server.people.models import Person
from server.people.scope import person_of, require_lead
from server.people.service import crew_of
from server.people.signed_in import WorksOnDoors
from server.people.throttle import heavy
from server.practice import service
from server.practice.models import PracticeRun

router = Router(tags=["practice"], auth=WorksOnDoors())
LAST_RUNS = 12
Advice = Literal["none", "hints", "all"]


class LessonOut(BaseModel):
    """A lesson, whether this person has passed it, and whether the shop asks for it before loaded parts are worked on."""

    id: str
    title: str
    aim: str
    passed: bool
    asked: bool


class LevelOut(BaseModel):
    """A level of free practice."""

    id: Level
    title: str


class RunRow(BaseModel):
    """A run in a list; `passed` counts only once `is_ended`."""

    key: uuid.UUID
    title: str
    advice: Advice
    started_at: datetime
    is_ended: bool
    passed: bool


class Practice(BaseModel):
    """What can be practised: lessons, levels, the door of the day with this person's run on it, and their last runs."""

    lessons: list[LessonOut]
    levels: list[LevelOut]
    door_of_day: RunRow | None
    runs: list[RunRow]


class NewRun(RequestBody):
    """A run to begin under a practice key the client made: of a lesson, of a level, or else the door of the day."""

    key: uuid.UUID
    lesson: str = Field("", max_length=40)
    level: str = Field("", max_length=12)
    advice: Advice = "hints"


class RunOut(BaseModel):
    """A run, the site as it stands (nothing where the run is too long to be worked out again), and how it went once it is ended."""

    run: RunRow
    lesson: LessonOut | None
    site: PracticeSite | None
    report: PracticeReport | None


class CrewLessons(BaseModel):
    """What one person has passed, by lesson, and how many runs they have ended."""

    name: str
    role: str
    passed: list[str]
    runs: int


class CrewPractice(BaseModel):
    """Who has passed what, and the lessons asked for before loaded parts are worked on."""

    lessons: list[LessonOut]
    people: list[CrewLessons]


class AskedLessons(RequestBody):
    """The lessons asked for before loaded parts are worked on."""

    lessons: list[str] = Field(max_length=40)


def _lessons(person: Person) -> list[LessonOut]:
    return [
        LessonOut(id=name, title=one.title, aim=one.aim, passed=name in person.passed_lessons, asked=name in person.shop.asked_lessons)
        for name, one in lessons().items()
    ]


def _row(run: PracticeRun) -> RunRow:
    lesson = lessons().get(run.lesson)
    title = lesson.title if lesson else LEVELS.get(cast(Level, run.level), "The door of the day")
    advice, is_ended = cast(Advice, run.advice), run.ended_at is not None
    return RunRow(key=run.key, title=title, advice=advice, started_at=run.started_at, is_ended=is_ended, passed=run.passed)


def _out(person: Person, run: PracticeRun, site: PracticeSite | None) -> HttpResponse:
    lesson = next((one for one in _lessons(person) if one.id == run.lesson), None)
    return written(RunOut(run=_row(run), lesson=lesson, site=site, report=service.report_on(run)))


@router.get("/practice", response=Practice, operation_id="practice_runs")
def practice(request: HttpRequest) -> HttpResponse:
    """What can be practised, and what this person has run."""
    person = person_of(request)
    runs = PracticeRun.objects.filter(person=person).order_by("-started_at")
    today = runs.filter(day=person.shop.wall_time(timezone.now()).date()).first()
    return written(
        Practice(
            lessons=_lessons(person),
            levels=[LevelOut(id=name, title=title) for name, title in LEVELS.items()],
            door_of_day=_row(today) if today else None,
            runs=[_row(run) for run in runs[:LAST_RUNS]],
        )
    )


@router.post("/practice", response=RunOut, operation_id="begin_practice", throttle=heavy())
def begin(request: HttpRequest, given: NewRun) -> HttpResponse:
    """Begin a run, or go on with the one of this key."""
    person = person_of(request)
    today = person.shop.wall_time(timezone.now()).date()
    run = service.begin(person, given.key, given.lesson, given.level, not given.lesson and not given.level, given.advice, today)
    return _out(person, run, service.site(person, run.key))


@router.get("/practice/{uuid:key}", response=RunOut, operation_id="practice_run")
def one_run(request: HttpRequest, key: uuid.UUID) -> HttpResponse:
    """A run of one's own, and its site as it stands."""
    person = person_of(request)
    return _out(person, get_object_or_404(PracticeRun.objects, key=key, person=person), service.site(person, key))


@router.post("/practice/{uuid:key}/deeds", response=PracticeSite, operation_id="do_practice")
def deed(request: HttpRequest, key: uuid.UUID, given: Deed) -> HttpResponse:
    """Look, do, try, let go or pull on the site of a run of one's own: how it stands then."""
    return written(service.do(person_of(request), key, given))


@router.post("/practice/{uuid:key}/end", response=RunOut, operation_id="end_practice", throttle=heavy())
def end(request: HttpRequest, key: uuid.UUID) -> HttpResponse:
    """End a run of one's own, and say how it went."""
    person = person_of(request)
    run = service.end(person, key)
    return _out(person, run, service.site(person, key))


@router.get("/practice/crew", response=CrewPractice, operation_id="crew_practice")
def crew(request: HttpRequest) -> HttpResponse:
    """Who has passed what; for leads."""
    lead = person_of(request)
    require_lead(lead)
    return written(_crew(lead))


def _crew(lead: Person) -> CrewPractice:
    ended = PracticeRun.objects.exclude(ended_at=None).values("person_id").annotate(runs=Count("pk"))
    counts = {row["person_id"]: row["runs"] for row in ended}
    people = [
        CrewLessons(name=one.name, role=one.role, passed=one.passed_lessons, runs=counts.get(one.pk, 0)) for one in crew_of(lead.shop_id)
    ]
    return CrewPractice(lessons=_lessons(lead), people=people)


@router.put("/practice/asked", response=CrewPractice, operation_id="ask_for_lessons")
def ask_for(request: HttpRequest, given: AskedLessons) -> HttpResponse:
    """Say which lessons are asked for before loaded parts are worked on; for leads."""
    lead = person_of(request)
    require_lead(lead)
    lead.shop = service.ask_for(lead, given.lessons)
    return written(_crew(lead))
