"""Words of both languages: what each phrase is taken for, and how clauses are cut."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from maplestep.core.figures.model import Figure
from maplestep.core.figures.vocabulary import FIGURES
from maplestep.core.primitives.feet import Foot
from maplestep.core.sheet.build.user_figures import own_figure
from maplestep.core.sheet.language.lexicon import Kind, Lexicon, fold, standard
from maplestep.core.sheet.language.segments import segments_of


def kinds(text: str) -> list[str]:
    """Each lexeme as "kind value"."""
    found = []
    for lexeme in standard().lexemes(text):
        value = lexeme.value
        said = value.name if isinstance(value, Figure) else value
        said = said.value if isinstance(said, Foot) else said
        told = {"": "", "None": ""}.get(str(said), str(said))
        found.append(f"{lexeme.kind.name.lower()} {told}".strip())
    return found


WORDS = {
    "RF": ["foot R"],
    "right foot": ["foot R"],
    "Pied Gauche": ["foot L"],
    "PD PG D G": ["foot R", "foot L", "foot R", "foot L"],
    "RLR": ["feet (<Foot.RIGHT: 'R'>, <Foot.LEFT: 'L'>, <Foot.RIGHT: 'R'>)"],
    "½": ["amount 4"],
    "1/2 3/4 1/8 1 1/2 1½": ["amount 4", "amount 6", "amount 1", "amount 12", "amount 12"],
    "three-quarter turn": ["amount 6", "turn"],
    "quart de tour": ["amount 2", "turn"],
    "trois quarts": ["amount 6"],
    "9:00 9 o'clock 9h00": ["clock 9:00", "clock 9 o'clock", "clock 9h00"],
    "x2 2x twice": ["times 2", "times 2", "times 2"],
    "crossing shuffles": ["figure cross shuffle"],
    "Kick-ball-change": ["figure kick ball change"],
    "kick ball": ["figure kick", "figure ball"],
    "step lock step": ["figure lock step"],
    "step lock": ["figure lock step"],
    "rocking rocked rocks": ["figure rock"] * 3,
    "across over behind": ["relation cross", "relation cross", "relation behind"],
    "next to beside": ["relation together", "relation together"],
    "à côté du": ["relation together"],
    "devant": ["relation front"],
    "vers l'avant": ["direction fwd"],
    "on the ball of": ["standing"],
    "weight on": ["weight"],
    "sans appui": ["no_weight"],
    "over left shoulder": ["relation cross", "foot L", "shoulder"],
    "from front to back": ["style"],
    "the your with a": ["to"],
    "then, and; & puis": ["join", "break", "join", "break", "join", "join"],
    "hen": ["other"],
    "CHASSÉ": ["figure chassé"],
    "vigne": ["figure vine"],
    "Rocking-chair": ["figure rocking chair"],
}


@pytest.mark.parametrize("text", WORDS)
def test_what_a_phrase_is(text: str) -> None:
    assert kinds(text) == WORDS[text]


@pytest.mark.parametrize("figure", FIGURES, ids=lambda figure: figure.name)
def test_every_name_is_found_whole_however_it_is_written(figure: Figure) -> None:
    for name in figure.names:
        for written in (name, name.upper(), name.replace(" ", "-"), f"  {name} "):
            (lexeme,) = standard().lexemes(written)
            assert lexeme.kind is Kind.FIGURE
            assert lexeme.value.name == figure.name or name in lexeme.value.names, written


# A line without commas -> its clauses, each by its words.
CLAUSES = {
    "R side L together R side": ["R side", "L together", "R side"],
    "R step forward ½ pivot left": ["R step forward", "½ pivot left"],
    "R step forward pivot ½ left": ["R step forward", "pivot ½ left"],
    "vine ¼ right scuff": ["vine ¼ right", "scuff"],
    "touch R heel forward": ["touch R forward"],
    "step R into ½ pivot L": ["step R", "½ pivot L"],
    "jazz box ending with L touch": ["jazz box", "L touch"],
    "behind side cross side": ["behind side cross", "side"],
    "R heel together L heel together": ["R heel", "together", "L heel", "together"],
    "walk R L R kick L": ["walk R L R", "kick L"],
    "side touch": ["side touch"],
    "step back on L dragging R": ["step back L", "dragging R"],
}


@pytest.mark.parametrize("text", CLAUSES)
def test_where_a_line_without_commas_is_cut(text: str) -> None:
    found = [
        " ".join(text[lexeme.start : lexeme.end] for lexeme in segment.lexemes)
        for segment in segments_of(standard().lexemes(text))
    ]
    assert found == CLAUSES[text]
    # Whatever the cut, no word is lost and none comes twice.
    kept = [lexeme.start for s in segments_of(standard().lexemes(text)) for lexeme in s.lexemes]
    assert len(kept) == len(set(kept))


@given(st.text(max_size=60))
def test_folding_keeps_ordinary_letters_and_their_number(text: str) -> None:
    folded = fold(text)
    assert folded == folded.lower() or not text.isascii()
    if text.isascii():
        assert len(folded) == len(text)


def test_a_users_figure_wins_over_ours_of_the_same_name() -> None:
    vine = own_figure("vine", "1-2", "R side, L together", standard())
    assert vine is not None
    (lexeme,) = Lexicon((vine,)).lexemes("vine")
    assert lexeme.value.ways == ("F step side; O step together",)
    # Everybody else's vine is what it was.
    assert standard().lexemes("vine")[0].value.lengths == (4, 3)


OWN = {
    ("1&2", "R side, L together, R cross"): ("F step side; O step together; F step cross", "1&2"),
    # Begun with the left foot it leads with the left; counts start where they start.
    ("5-6", "L side ¼ left, R touch"): ("F step side >2; [O touch together]", "1-2"),
    ("1-2", "R forward, pivot ½ left"): ("F step fwd; O pivot place <4", "1-2"),
    ("1-4", "R shuffle forward, L shuffle forward"): (
        "F step fwd; O step together; F step fwd; O step fwd; F step together; O step fwd",
        "1&2 3&4",
    ),
}


@pytest.mark.parametrize(("counts", "words"), OWN)
def test_a_figure_from_its_steps(counts: str, words: str) -> None:
    figure = own_figure("hen", counts, words, standard())
    assert figure is not None
    assert (figure.ways[0], figure.rhythm()) == OWN[counts, words]


@pytest.mark.parametrize("words", ["R qqqq", "", "R side, L together, R side, L touch"])
def test_no_figure_from_steps_that_do_not_fit(words: str) -> None:
    assert own_figure("hen", "1&2", words, standard()) is None
