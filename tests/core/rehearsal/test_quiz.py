"""The quiz: its questions against the routine, and the boxes of Leitner (1972) worked by hand."""

from core.dancing import happens, quarter_dance, song, timeline
from hypothesis import given
from hypothesis import strategies as st

from maplestep.core.primitives.leitner import Card, answered
from maplestep.core.primitives.turns import clock
from maplestep.core.rehearsal.quiz import (
    NOTHING,
    Asked,
    due_in,
    known_share,
    next_round,
    questions_of,
)
from maplestep.core.rehearsal.score import score_of

LINE = timeline(
    quarter_dance("right"), song("intro 8, verse 160"), happens("restart", 3, "16", called="r")
)
SCORE = score_of(LINE)
QUESTIONS = questions_of(SCORE)


def test_every_answer_is_what_the_routine_says() -> None:
    for question in QUESTIONS:
        wall = LINE.walls[question.wall - 1]
        assert question.answer in question.choices
        assert len(set(question.choices)) == len(question.choices) > 1
        if question.asked is Asked.WALL:
            assert wall.start_seconds < question.at_seconds < wall.end_seconds
            assert question.answer == str(wall.number)
        elif question.asked is Asked.FACING:
            assert question.answer == clock(wall.start_facing)
        else:
            assert question.answer == ("r 16" if wall.number == 3 else NOTHING)


def test_a_dance_that_faces_one_way_and_has_no_event_asks_for_walls_only() -> None:
    plain = score_of(timeline("1-8 R rocking chair x2", song("verse 64")))
    assert {question.asked for question in questions_of(plain)} == {Asked.WALL}


def test_what_was_wrong_comes_again_in_the_next_round() -> None:
    first = next_round(QUESTIONS, {}, 1)
    cards = {q.key: answered(Card(), right=n > 0, number=1) for n, q in enumerate(first)}
    # Wrong: box 1, due in round 1 + 1 = 2. Right: box 2, due in 1 + 2 = 3.
    assert due_in(cards[first[0].key]) == 2
    assert {due_in(cards[q.key]) for q in first[1:]} == {3}
    second = next_round(QUESTIONS, cards, 2)
    assert first[0] in second
    # There are more than 8 questions left that were never asked; those right wait until then.
    assert not set(first[1:]) & set(second)


@given(rights=st.lists(st.booleans(), max_size=12))
def test_a_question_waits_longer_the_better_it_is_known(rights: list[bool]) -> None:
    card, number = Card(), 1
    for right in rights:
        after = answered(card, right=right, number=number)
        assert 1 <= after.box <= 5
        assert due_in(after) - number == 2 ** (after.box - 1)
        assert (after.box == 1) if not right else after.box >= card.box
        card, number = after, due_in(after)
    assert known_share([], {}) == 0.0


def test_all_right_makes_all_known() -> None:
    cards = {question.key: Card(3, 7) for question in QUESTIONS}
    assert known_share(QUESTIONS, cards) == 1.0
    cards[QUESTIONS[0].key] = Card(2, 7)
    assert known_share(QUESTIONS, cards) == (len(QUESTIONS) - 1) / len(QUESTIONS)
