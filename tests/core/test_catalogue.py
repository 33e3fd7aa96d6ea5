"""One catalogue: every language says the same things with the same facts, and all of them are
asked for somewhere. No sentence stands in the core."""

import ast
import re
from collections.abc import Iterator
from pathlib import Path
from string import Formatter

import pytest

import maplestep
from maplestep.core.errors import BandError, Message, SongError
from maplestep.core.figures.vocabulary import BY_NAME
from maplestep.messages.errors import error_words
from maplestep.messages.language import LANGUAGES, USUAL, speaking, spoken
from maplestep.messages.words import CATALOGUES, text

PACKAGE = Path(maplestep.__file__).parent
OTHERS = [code for code in LANGUAGES if code != USUAL]
ENGLISH = CATALOGUES[USUAL]


def facts(template: str) -> list[str]:
    return sorted({name for _, name, _, _ in Formatter().parse(template) if name})


def test_every_language_has_its_catalogue() -> None:
    assert set(CATALOGUES) == set(LANGUAGES)


@pytest.mark.parametrize("code", OTHERS)
def test_a_language_says_all_that_english_says_with_the_same_facts(code: str) -> None:
    other = CATALOGUES[code]
    assert other.findings.keys() == ENGLISH.findings.keys()
    assert other.texts.keys() == ENGLISH.texts.keys()
    for name, (what, advice) in ENGLISH.findings.items():
        assert facts("".join(other.findings[name])) == facts(what + advice), name
    for name, said in ENGLISH.texts.items():
        # "starts elsewhere, Chorus at 1:02": a name need not be said twice.
        assert facts(other.texts[name]) == facts(said), name


def constants(tree: ast.AST) -> Iterator[str]:
    for node in ast.walk(tree):
        if isinstance(node, ast.Constant) and isinstance(node.value, str):
            yield node.value


def test_every_text_is_asked_for() -> None:
    said, begun = set[str](), set[str]()
    for file in PACKAGE.rglob("*.py"):
        if file.stem in {"english", "french"} and file.parent.name == "messages":
            continue
        source = file.read_text("utf-8")
        said.update(constants(ast.parse(source)))
        begun.update(re.findall(r'f"([a-z][\w-]*\.(?:[\w-]+\.)?)\{', source))
        begun.update(f"{room}." for room in re.findall(r'texts_of\("([\w-]+)"', source))
    for page in (PACKAGE / "formats" / "templates").glob("*.html"):
        said.update(re.findall(r"\bwords\.(\w+)", page.read_text("utf-8")))
    unused = [c for c in ENGLISH.texts if c not in said and not c.startswith(tuple(begun))]
    assert unused == []
    # Of those that are put together from a prefix, each ending is said there as well.
    for room in ("cue", "print", "say", "list"):
        endings = {c.removeprefix(f"{room}.") for c in ENGLISH.texts if c.startswith(f"{room}.")}
        assert endings - said - {"list"} <= {"walls", "turns"}, room


def refusals(file: Path) -> Iterator[str]:
    """The templates that errors of ours are made with."""
    for node in ast.walk(ast.parse(file.read_text("utf-8"))):
        if isinstance(node, ast.Call) and node.args and isinstance(node.args[0], ast.Constant):
            name = getattr(node.func, "id", "")
            ours = name in {"Message", "CannotSignUp", "error_words"} or (
                name.endswith("Error") and name not in {"ValueError", "TypeError", "KeyError"}
            )
            said = node.args[0].value
            if ours and isinstance(said, str) and " " in said:
                yield said


@pytest.mark.parametrize("code", OTHERS)
def test_every_refusal_is_said_in_every_language_with_the_same_facts(code: str) -> None:
    raised = {said for file in PACKAGE.rglob("*.py") for said in refusals(file)}
    assert len(raised) > 140
    templates = CATALOGUES[code].templates
    assert raised - templates.keys() == set()
    for said, translated in templates.items():
        assert facts(translated) == facts(said)
    # The rest are the docstrings of errors and sentences that are named before they are said.
    sources = " ".join(file.read_text("utf-8") for file in PACKAGE.rglob("*.py"))
    joined = re.sub(r'"\s+"', "", sources)
    rest = {said.replace("\n", r"\n") for said in templates.keys() - raised}
    assert [said for said in rest if said not in joined] == []


def test_an_error_is_said_with_its_facts() -> None:
    error = SongError(Message("A song may have {max_song:,} counts.", max_song=2000), field="")
    assert str(error) == error_words(error) == "A song may have 2,000 counts."
    with speaking("fr"):
        assert error_words(error) == "Une musique peut avoir 2,000 comptes."
        assert error_words("Nobody has said this yet.") == "Nobody has said this yet."
        assert error_words(BandError()).startswith("Le groupe de remplacement manque")


_SENTENCE = re.compile(r"^[A-ZÀ-Ý][a-z’']+ (?:[\w’'“”,&:-]+ ){2,}.*[\w’'”.]$")


def sentences_in(file: Path) -> Iterator[str]:
    tree = ast.parse(file.read_text("utf-8"))
    left_out = {
        id(inner)
        for node in ast.walk(tree)
        # What an error says is its own, and what a docstring says is for readers of the code.
        if isinstance(node, ast.Raise | ast.Expr)
        or (isinstance(node, ast.Call) and getattr(node.func, "id", "").endswith("Error"))
        for inner in ast.walk(node)
    }
    for node in ast.walk(tree):
        plain = isinstance(node, ast.Constant) and isinstance(node.value, str)
        if plain and id(node) not in left_out and _SENTENCE.match(node.value):
            yield f"{file.relative_to(PACKAGE)}:{node.lineno}: {node.value}"


def test_no_sentence_stands_in_the_core() -> None:
    core = [found for f in (PACKAGE / "core").rglob("*.py") for found in sentences_in(f)]
    assert [found for found in core if not found.startswith("core/errors")] == []


def test_a_language_is_spoken_for_as_long_as_it_is_asked_for() -> None:
    assert spoken() == USUAL
    with speaking("fr"):
        assert text("plan.nothing") == "Ni tags ni reprises"
        with speaking("xx"):
            assert spoken() == USUAL
        assert spoken() == "fr"
    assert text("plan.nothing") == "No tags, no restarts"


# By hand, common practice: a half turn is "½ tour", other parts "¼ de tour"; figures by the names
# that French sheets use.
@pytest.mark.parametrize(
    ("name", "fact", "words"),
    [
        ("turn", "½ left", "½ tour à gauche"),
        ("turn", "¼ right", "¼ de tour à droite"),
        ("turn", "full left", "un tour complet à gauche"),
        ("turn", "1½", "1½"),
        ("event", "Restart after 24", "Reprise après 24"),
        ("event", "Tag +4", "Tag +4"),
        ("event", "Tag +4 and restart after 16", "Tag +4 et reprise après 16"),
        ("event", "Restart after 6 without &", "Reprise après 6 sans &"),
        ("event", "Step change on 13–14", "Changement de pas sur 13–14"),
        ("event", "Wait 2 s after 8", "Attente 2 s après 8"),
        ("foot", "right", "droit"),
        ("side", "right", "droite"),
        ("figure", "vine", "vine"),
        ("what", "step with the left foot", "pas du pied gauche"),
        ("what", "counts 9–16", "comptes 9–16"),
        ("what", "section 3", "section 3"),
        ("section", "Counts 9–16", "Comptes 9–16"),
        ("section", "My own title", "My own title"),
        ("where", "every wall that starts facing 6:00", "chaque mur qui commence face à 6:00"),
        ("where", "whenever a chorus ends", "chaque fin de refrain"),
        ("where", "walls 2, 6", "murs 2, 6"),
        ("where", "wall 2", "mur 2"),
        ("way", "to the 9:00 side", "vers le côté 9:00"),
        ("differs", "it ends on the right foot instead of the left",
         "elle finit sur le pied droit au lieu du gauche"),
        ("differs", "it turns ¼ left instead of ½ right",
         "elle tourne ¼ de tour à gauche au lieu de ½ tour à droite"),
        ("differs", "it does not turn, instead of ¼ right",
         "elle ne tourne pas, au lieu de ¼ de tour à droite"),
        ("cue", "the left drum", "the left drum"),
    ],
)  # fmt: skip
def test_a_fact_in_french(name: str, fact: str, words: str) -> None:
    assert CATALOGUES["fr"].fact(name, fact) == words


@pytest.mark.parametrize("figure", BY_NAME)
def test_every_figure_has_a_word_in_every_language(figure: str) -> None:
    for catalogue in CATALOGUES.values():
        assert catalogue.fact("figure", figure).strip()
