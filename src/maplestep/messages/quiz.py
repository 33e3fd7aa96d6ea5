"""The questions of a quiz and their choices in words."""

from __future__ import annotations

from ..core.rehearsal.quiz import NOTHING, Asked, Question, event_choice
from ..core.rehearsal.score import Score
from .score import occurrence_words
from .words import text


def question_words(question: Question) -> str:
    """ "Wall 5: which way do you face at its start?"."""
    return text(f"quiz.{question.asked.value}", wall=question.wall)


def choice_words(score: Score, question: Question) -> list[str]:
    """The choices of a question, in their order."""
    if question.asked is Asked.WALL:
        return [text("call.wall", wall=wall) for wall in question.choices]
    if question.asked is Asked.FACING:
        return list(question.choices)
    said = {NOTHING: text("quiz.nothing")}
    for there in score.timeline.occurrences:
        event = occurrence_words(score.timeline.routine, there)
        words = text("quiz.after", event=event, after=f"{float(there.after):g}")
        said[event_choice(there)] = words
    return [said[choice] for choice in question.choices]
