"""Which dance fits which song, what becomes of events on another song; claims; the read-back."""

from dataclasses import replace
from fractions import Fraction as F

import pytest
from core.dancing import happens, quarter_dance, restart, song, tag, timeline

from maplestep.core.layout.engine import lay_out
from maplestep.core.planner.fit import best_fit, rank_key, units_match
from maplestep.core.routine.model import Routine
from maplestep.core.sheet.read import read_sheet
from maplestep.core.tools.claim_check import check_claims
from maplestep.core.tools.swap import Fate, swap
from maplestep.messages.findings import message, sentences
from maplestep.messages.readback import as_text, read_back

DANCE = read_sheet(f"Brick Lane\nImprover\n{quarter_dance('right')}").sheet
PLAIN = song("verse 64, chorus 64, verse 64, chorus 64")
NEEDS_TAG = song("verse 68, chorus 64, verse 64, chorus 64")


def test_a_song_in_walls_costs_nothing() -> None:
    fit = best_fit(PLAIN, DANCE)
    assert fit is not None
    assert (fit.cost, fit.lost, fit.hits, fit.phrases, fit.good) == (0, 0, 4, 4, True)
    # Chorus 6 + verse 4, twice: 20 points matter.
    assert fit.matters == 20


def test_a_song_that_never_meets_the_dance_is_no_fit() -> None:
    # Phrases of 20 counts: no improver remembers an event a phrase (3 allowed), most are missed.
    odd = song(", ".join(["verse 20, chorus 20"] * 6))
    fit = best_fit(odd, DANCE)
    assert fit is not None
    assert not fit.good
    better = best_fit(NEEDS_TAG, DANCE)
    assert better is not None
    assert rank_key(better) < rank_key(fit)


def test_a_waltz_and_a_dance_in_eights_do_not_go_together() -> None:
    waltz = song("verse 48, chorus 48", unit=6)
    assert not units_match(waltz, DANCE)
    fit = best_fit(waltz, DANCE)
    assert fit is not None
    assert not fit.good
    sixes = read_sheet("1-3 L waltz basic forward\n4-6 R waltz basic back\n").sheet
    assert units_match(waltz, sixes)


def test_an_empty_sheet_fits_nothing() -> None:
    assert best_fit(PLAIN, read_sheet("A title").sheet) is None


def _fates(routine: Routine, put_to: object) -> list[tuple[str, int | None, int | None]]:
    best = next(s for s in swap(routine, put_to) if s.level == 1)  # type: ignore[arg-type]
    return [
        (c.fate.value, c.before.wall if c.before else None, c.after.wall if c.after else None)
        for c in best.changes
    ]


def test_what_becomes_of_a_tag_on_another_song() -> None:
    routine = Routine(song=NEEDS_TAG, sheet=DANCE, events=(tag(2, counts=4),), start=F(0))
    # The same song: it stays. A plain one: it goes. Verse 2 with 68: it moves two walls on.
    assert _fates(routine, NEEDS_TAG) == [("stays", 2, 2)]
    assert _fates(routine, PLAIN) == [("goes", 2, None)]
    later = song("verse 64, chorus 68, verse 64, chorus 64")
    assert _fates(routine, later) == [("moves", 2, 4)]
    bare = replace(routine, song=PLAIN, events=())
    assert _fates(bare, NEEDS_TAG) == [("new", None, 2)]


def test_half_and_double_time_are_considered() -> None:
    routine = Routine(song=PLAIN, sheet=DANCE, start=F(0))
    # 32 counts a phrase at 60 bpm: counted twice as fast they are 64 each at 120 counts a minute.
    slow = song("verse 32, chorus 32, verse 32, chorus 32", bpm=60)
    first, *rest = swap(routine, slow)
    assert (first.level, first.fit.hits) == (2, 4)
    assert {other.level for other in rest} == {F(1), F(1, 2)}
    assert all(change.fate is not Fate.GOES for change in first.changes)


ROUTINE = timeline(
    "Brick Lane\n" + quarter_dance("right") + "Tag\n1-4 R rocking chair\n",
    song("intro 16, verse 64, chorus 36, verse 56, chorus 32"),
)
CLAIMS = [
    # Wall 2 starts at 3:00, so its end faces 6:00; walls 3, 4, 5 start at 6:00, 9:00, 12:00.
    ("tag after wall 2 facing 6:00", ["tag"], True),
    ("tag after wall 2 facing 3:00", ["tag"], False),
    ("restart wall 5 after 16 counts", ["restart"], True),
    ("tag after wall 2 facing 6:00, restart wall 5 after 16 counts", ["tag", "restart"], True),
    ("Tag and restart on wall 3 after 8 counts", ["tag-restart"], True),
    ("Restart: wall 3 after 40 counts", ["restart"], False),
    ("restart on wall 30 after 16", ["restart"], False),
    ("restart wall 2 after 8; restart wall 2 after 16", ["restart", "restart"], False),
    ("Tags at the end of walls 1 and 3 (facing 3:00 and 9:00)", ["tag", "tag"], True),
    # It restarts before its turn, so that every wall from the third on starts at 6:00.
    ("the 6 o'clock wall: restart after 16", ["restart"], False),
    ("an 8-count tag after wall 1", ["tag"], False),
    ("we dance it twice", [None], False),
    ("reprise mur 3 après 16 temps", ["restart"], True),
]


@pytest.mark.parametrize(("text", "kinds", "agrees"), CLAIMS)
def test_claims_are_danced(text: str, kinds: list[str | None], agrees: bool) -> None:
    checked = check_claims(text, ROUTINE.routine)
    assert [c.event.kind.value if c.event else None for c in checked] == kinds
    assert all(c.agrees for c in checked) is agrees
    assert all(c.agrees or c.against for c in checked)


def test_a_claim_names_what_is_against_it() -> None:
    (claim,) = check_claims("tag after wall 2 facing 3:00", ROUTINE.routine)
    # Both readings are told: 3:00 is where wall 2 starts.
    assert sentences(claim.against[0]).startswith(
        "Tag +4 on wall 2 faces 6:00; 3:00 is where that wall starts"
    )
    (claim,) = check_claims("an 8-count tag after wall 1", ROUTINE.routine)
    assert [message(f) for f in claim.against] == ["It says 8 counts; Tag on the sheet has 4."]


def test_the_read_back_by_hand() -> None:
    line = lay_out(
        replace(ROUTINE.routine, events=(restart(2, "16", cue="drums"), tag(3, name="Tag")))
    )
    said = as_text(read_back(line)).splitlines()
    assert said[:5] == [
        "Brick Lane to Test: 32 counts, 4 walls.",
        "Start after 16 counts (0:08.0), facing 12:00.",
        "Wall 1, starts facing 12:00: dance all 32 counts, end facing 3:00.",
        "Wall 2, starts facing 3:00: dance 16 counts, restart facing 3:00; listen for drums.",
        "Wall 3, starts facing 3:00: dance all 32 counts, end facing 6:00; then the tag of 4 "
        "(R rock forward, L recover, R rock back, L recover), facing 6:00.",
    ]
    # 204 counts: 16 + 32 + 16 + 32 + 4, then 100, 132, 164, 196; wall 7 has 8 of them, at 6:00.
    # Walls 4 to 7 start at 6:00, 9:00, 12:00, 3:00.
    assert said[-1] == (
        "Wall 7, starts facing 3:00: the song ends after 8 counts, facing 3:00; "
        "finish with ¼ to the left to face the front."
    )
    french = as_text(read_back(line, "fr")).splitlines()
    assert (
        french[3] == "Mur 2, départ face à 3:00\xa0: danser 16 comptes, reprise face à 3:00\xa0; "
        "écouter\xa0: drums."
    )
    assert len(french) == len(said)


def test_the_read_back_says_every_kind() -> None:
    line = timeline(
        quarter_dance("right"), song("verse 200"),
        happens("change", 1, steps="31-32 R side, L touch"),
        happens("bridge", 2, "16", counts=4),
        happens("wait", 3, "8", seconds=2.0),
        happens("ending", 4, "8", steps="1-2 R stomp, hold"),
    )  # fmt: skip
    for language, words in {
        "en": ("step change on 31–32: R side, L touch", "after 16 counts the bridge of 4, then go "
               "on with count 17", "after 8 counts wait 2 seconds, then go on with count 9",
               "after 8 counts the ending (R stomp, hold)"),
        "fr": ("changement de pas aux comptes 31–32", "le pont de 4, puis continuer au compte 17",
               "attendre 2 secondes", "le final (D stomp, pause)"),
    }.items():  # fmt: skip
        text = as_text(read_back(line, language))
        for each in words:
            assert each in text
