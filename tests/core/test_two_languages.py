"""Two languages say the same dance: only words differ, and none of the other language is left."""

import json
import re
import string
from collections.abc import Iterator
from typing import Any

import pytest
from core.dancing import happens, quarter_dance, restart, song, tag, timeline
from core.test_styles import TEXTS
from hypothesis import given, settings
from hypothesis import strategies as st

from maplestep.core.figures.vocabulary import FIGURES
from maplestep.core.layout.timeline import Timeline
from maplestep.core.routine.model import Event
from maplestep.core.sheet.read import read_sheet
from maplestep.core.song.model import PhraseKind
from maplestep.core.tools.endings import end_choices
from maplestep.formats.routine.calls_vtt import calls
from maplestep.formats.routine.wall_list import rows
from maplestep.messages.endings import end_note, end_words
from maplestep.messages.language import LANGUAGES, speaking
from maplestep.messages.readback import read_back
from maplestep.messages.song_changes import changes
from maplestep.messages.words import CATALOGUES, fact_in
from maplestep.services.check import check_routine, check_sheet
from maplestep.services.plan import PlanRequest, plan
from maplestep.views.plans import plans_view
from maplestep.views.sheet import sheet_view
from maplestep.views.timeline import timeline_view

DANCE = quarter_dance("right")
MUSIC = song("intro 16, verse 56, chorus 32, verse 40, chorus 36, outro 28")
# Every word here is one the trade says in English only; "tag", "rock" and "section" are in both.
ENGLISH = re.compile(
    r"\b(?:left|right|walls?|foot|feet|turns?|counts?|after|the|and|with|not|restart|step|ending"
    r"|facing|starts?|stops?|forward|together|eight|begins?|follows?|song|front|hold|bridge|wait)\b",
    re.IGNORECASE,
)
FRENCH = re.compile(r"\b(?:gauche|droite?|murs?|pied|comptes?|après|reprise|face à|musique)\b")
# What screens are given in words; all else has to be the same whatever is spoken.
SAID = frozenset(
    {"message", "advice", "words", "event_words", "changed_words", "label", "verdict", "name",
     "word", "turn", "dance_turn", "consequences", "said", "phrase", "note"}
)  # fmt: skip
EVENTS = st.lists(
    st.one_of(
        st.builds(restart, st.integers(1, 5), st.sampled_from(["8", "16", "24", "6&"])),
        st.builds(lambda wall: tag(wall, counts=4), st.integers(1, 5)),
        st.builds(lambda wall: happens("bridge", wall, "16", counts=4), st.integers(1, 5)),
        st.builds(lambda wall: happens("wait", wall, "8", seconds=2.0), st.integers(1, 5)),
        st.builds(lambda wall: happens("ending", wall, "8", counts=4), st.integers(3, 6)),
    ),
    max_size=3,
    unique_by=lambda event: (event.kind, event.walls),
)


def spoken(view: Any, key: str = "") -> Iterator[str]:
    """Everything a form says in words."""
    if isinstance(view, dict):
        for name, value in view.items():
            yield from spoken(value, name)
    elif isinstance(view, list):
        for value in view:
            yield from spoken(value, key)
    elif isinstance(view, str) and key in SAID:
        yield view


def unspoken(view: Any, key: str = "") -> Any:
    """The form without its words."""
    if isinstance(view, dict):
        return {name: unspoken(value, name) for name, value in view.items()}
    if isinstance(view, list):
        return [unspoken(value, key) for value in view]
    return None if isinstance(view, str) and key in SAID else view


def told(line: Timeline) -> dict[str, Any]:
    reading = read_sheet(DANCE)
    checked = check_routine(line, reading)
    view: dict[str, Any] = json.loads(timeline_view(checked).model_dump_json())
    view["endings"] = [
        {"words": end_words(choice), "note": end_note(choice)}
        for choice in end_choices(line, reading)
    ]
    return view


@settings(max_examples=25, deadline=None)
@given(EVENTS)
def test_only_words_differ_between_languages(events: list[Event]) -> None:
    line = timeline(DANCE, MUSIC, *events)
    views = {}
    for code in LANGUAGES:
        with speaking(code):
            views[code] = told(line)
    assert unspoken(views["en"]) == unspoken(views["fr"])
    for said in spoken(views["fr"]):
        assert not ENGLISH.search(re.sub("«.*?»", "", said)), said
    for said in spoken(views["en"]):
        assert not FRENCH.search(said), said


@settings(max_examples=15, deadline=None)
@given(EVENTS)
def test_what_is_read_out_and_printed_is_in_one_language(events: list[Event]) -> None:
    line = timeline(DANCE, MUSIC, *events)
    english, french = read_back(line, "en"), read_back(line, "fr")
    assert [(x.wall, x.at_seconds) for x in english] == [(x.wall, x.at_seconds) for x in french]
    assert not any(ENGLISH.search(each.words) for each in french)
    assert not any(FRENCH.search(each.words) for each in english)
    with speaking("fr"):
        assert not any(ENGLISH.search(call.words) for call in calls(line))
        assert not any(ENGLISH.search(str(row[11])) for row in rows(line))


@pytest.mark.parametrize("limits", [{}, {"max_events": 1}, {"cuts": ("8", "16")}])
def test_plans_cost_the_same_in_every_language(limits: dict[str, Any]) -> None:
    found = plan(timeline(DANCE, MUSIC).routine, PlanRequest(**limits))
    views = {}
    for code in LANGUAGES:
        with speaking(code):
            views[code] = json.loads(plans_view(found).model_dump_json())
    assert unspoken(views["en"]) == unspoken(views["fr"])
    assert views["fr"]["plans"]
    for said in spoken(views["fr"]):
        assert not ENGLISH.search(said), said


SHEET = """Kiln
32 counts, 4 walls
Section 1
1-2 R shufle forward
3&4 R sailor ¼ right
5-8 R side, R together, L side, touch
"""


def test_a_sheet_is_judged_alike_in_every_language() -> None:
    checked = check_sheet(read_sheet(SHEET))
    views = {}
    for code in LANGUAGES:
        with speaking(code):
            views[code] = json.loads(sheet_view(checked).model_dump_json())
    assert len(views["fr"]["findings"]) == len(views["en"]["findings"]) > 2
    found = {code: [f["code"] for f in view["findings"]] for code, view in views.items()}
    assert found["en"] == found["fr"]


# The sheet's own words, and the names of figures, which French halls say in English.
FIGURE_NAMES = re.compile(
    "|".join(sorted((re.escape(name) for f in FIGURES for name in f.names), key=len, reverse=True)),
    re.IGNORECASE,
)


@pytest.mark.slow
@pytest.mark.parametrize("name", TEXTS)
def test_nothing_is_left_in_english_where_a_sheet_is_read_in_french(name: str) -> None:
    checked = check_sheet(read_sheet(TEXTS[name]))
    with speaking("fr"):
        view = sheet_view(checked)
    said = [words for f in (*view.findings, *view.load) for words in (f.message, f.advice)]
    said += [words for p in view.parts for option in p.options for words in option.differs]
    titles = [s.title for part in checked.reading.sheet.parts for s in part.sections if s.title]
    for words in said:
        own = re.sub(r"[“«][^”»]*[”»]", "", words)
        for title in titles:
            own = own.replace(title, "")
        own = FIGURE_NAMES.sub("", own)
        assert not ENGLISH.search(own), words
        assert not re.search(r"\d\.\d", own), words


def test_what_an_option_does_otherwise_is_said_in_french() -> None:
    sheet = (
        "Kiln\n1-4 R vine ½ right, L touch\nEasy option 1-4: R side, L together, R side, touch L"
    )
    with speaking("fr"):
        (option,) = sheet_view(check_sheet(read_sheet(sheet))).parts[0].options
    # By hand: ½ right against no turn; both end on the right foot, the touch takes no weight.
    assert option.differs == ["elle ne tourne pas, au lieu de ½ tour à droite"]


def with_tenths(template: str) -> dict[str, Any]:
    """Facts for a template: two and a half where it wants a number, a word elsewhere."""
    return {
        name: 2.5 if spec and spec[-1] in "fg" else "x"
        for _, name, spec, _ in string.Formatter().parse(template)
        if name
    }


@pytest.mark.parametrize(("code", "point"), [("en", "."), ("fr", ",")])
def test_tenths_stand_behind_the_point_of_the_language(code: str, point: str) -> None:
    """Source: Unicode CLDR, decimal separators of en and fr."""
    words = CATALOGUES[code]
    rows = [*words.texts.values(), *words.templates.values()]
    said = [
        words.put(template, with_tenths(template))
        for template in rows
        if 2.5 in with_tenths(template).values()
    ]
    shown = [each for each in said if re.search(r"2[.,]5", each)]
    assert shown
    assert all(re.search(rf"2{re.escape(point)}50?\b", each) for each in shown)
    # Numbers that come written out, and a title that only looks like one.
    assert fact_in(words, "lasts", "3.7") == f"3{point}7"
    assert fact_in(words, "title", "3.7") == "3.7"


def test_what_a_correction_changed_is_said_in_french() -> None:
    # By hand: 120 to 126 bpm, one phrase of 28 counts made 32, so 208 counts are 212.
    after = song("intro 16, verse 56, chorus 32, verse 40, chorus 36, outro 32", bpm=126)
    with speaking("fr"):
        said = changes(MUSIC, after)
    assert said[0] == "120 bpm deviennent 126."
    assert "208 comptes deviennent 212." in said
    assert not any(ENGLISH.search(each) for each in said)


def test_a_phrase_without_a_name_is_called_by_its_kind() -> None:
    # Common practice: verse is "couplet", chorus "refrain".
    with speaking("fr"):
        view = told(timeline(DANCE, MUSIC))
    names = [phrase["name"] for phrase in view["phrases"]]
    assert names[1:3] == ["Couplet", "Refrain"]
    assert {kind.value for kind in PhraseKind} >= {"verse", "chorus"}
