"""The simulated opener as a question: the lines so far in, how it stands out. It remembers nothing between two questions."""

from __future__ import annotations

from typing import Annotated

from pydantic import BaseModel, Field

from hinge.document import Between, Document
from hinge.practice.lines import LONGEST_LINE, answer
from hinge.practice.opener import OPEN_IN, WAITS_S, Opener, PracticeKind
from hinge.questions.question import Question

MOST_LINES = 300


class PracticeQuestion(Document):
    """A kind of opener, which unit of it, and every line said to it so far."""

    kind: PracticeKind
    unit: Annotated[int, Between(0, 1_000_000)] = 0
    lines: Annotated[list[Annotated[str, Field(max_length=LONGEST_LINE)]], Field(max_length=MOST_LINES)] = []


class Reply(BaseModel):
    """A line, and what the unit answered."""

    line: str
    said: str
    taken: bool


class PracticeAnswer(BaseModel):
    """How it stands after the last line; `way_in` is where the door went meanwhile [in above closed], `open_in` where it is fully open.

    `shows` is what can be seen and heard of it; `waits_s` how long it waits for a press while a limit is set.
    """

    door_in: float
    open_in: float
    going: str
    joined: bool
    alive: bool
    sees: bool
    limits_set: bool
    setting: str
    learned: bool
    shows: str
    waits_s: float
    way_in: list[float]
    replies: list[Reply]


def practice(asked: PracticeQuestion) -> PracticeAnswer:
    """Say every line to it, in order."""
    one, replies, before = Opener(asked.kind, seed=asked.unit), list[Reply](), 0
    for line in asked.lines:
        before = len(one.ran)
        said = answer(one, line)
        replies.append(Reply(line=line, said=said, taken=said.startswith("OK")))
    return PracticeAnswer(
        door_in=round(one.door_in, 3),
        open_in=OPEN_IN,
        going=one.going,
        joined=one.joined,
        alive=one.alive,
        sees=one.sees,
        limits_set=None not in one.stops.values(),
        setting=one.setting,
        learned=one.learned,
        shows=one.said,
        waits_s=WAITS_S,
        way_in=[round(ran.end_in, 3) for ran in one.ran[before:]],
        replies=replies,
    )


QUESTION = Question(PracticeQuestion, PracticeAnswer, practice)
