"""Marking phrases and the one-line song; lengths worked out by hand."""

from fractions import Fraction as F

import pytest
from core.dancing import song
from hypothesis import given
from hypothesis import strategies as st

from maplestep.core.errors import SongError
from maplestep.core.song import phrasing
from maplestep.core.song.line import apply_song_line, parse_song_line, write_song_line
from maplestep.core.song.model import Phrase, PhraseKind, Song
from maplestep.messages.song_changes import changes

K = PhraseKind


def typed(line: str) -> Song:
    return Song(title="Typed", bpm=F(120), phrases=parse_song_line(line)[1])


def counts(music: Song) -> list[int]:
    return [phrase.counts for phrase in music.phrases]


@pytest.mark.parametrize(
    ("text", "length"),
    [("32", 32), ("32+4", 36), (" 4 x 8 ", 32), ("4×8+2", 34), ("64-2", 62), ("16+16+2", 34)],
)
def test_lengths_as_dancers_write_them(text: str, length: int) -> None:
    assert phrasing.parse_length(text) == length


@pytest.mark.parametrize("text", ["", "abc", "32+", "0", "-4", "9999", "3.5", "4x", "1" * 50])
def test_lengths_that_are_none(text: str) -> None:
    with pytest.raises(SongError):
        phrasing.parse_length(text)


@given(st.integers(1, 2000), st.sampled_from([6, 8]))
def test_length_words_read_back(length: int, unit: int) -> None:
    assert phrasing.parse_length(phrasing.length_words(length, unit)) == length


@pytest.mark.parametrize(
    ("line", "counts_in", "becomes"),
    [
        # The intro gives to what follows, or takes from it.
        ("intro 40, verse 64, chorus 32", 32, [32, 72, 32]),
        ("intro 16, verse 64, chorus 32", 32, [32, 48, 32]),
        # It takes a whole phrase and part of the next: 16 + 8 + 8 of 32.
        ("intro 16, break 8, verse 32", 32, [32, 24]),
        ("verse 64, chorus 32", 16, [16, 48, 32]),
        ("intro 16, verse 64", 0, [80]),
        ("intro 64", 16, [16, 48]),
    ],
)
def test_the_dance_begins_where_it_is_told_and_the_music_stays(
    line: str, counts_in: int, becomes: list[int]
) -> None:
    music = phrasing.count_in(song(line), counts_in)
    assert counts(music) == becomes
    assert (music.phrases[0].kind is K.INTRO) == (counts_in > 0)
    assert music.length == song(line).length


def test_the_dance_begins_within_the_song() -> None:
    with pytest.raises(SongError, match="112 counts"):
        phrasing.count_in(song("intro 16, verse 64, chorus 32"), 112)


def test_stretches_that_sound_alike_are_named_with_one_press() -> None:
    music = typed("intro 16, A 32, B 32, A 32+4, B 32, C 16")
    assert [p.kind for p in music.phrases] == [K.INTRO] + [K.SECTION] * 5
    named = phrasing.call_alike(music, 3, K.VERSE)
    assert [(p.kind, p.name) for p in named.phrases] == [
        (K.INTRO, ""), (K.VERSE, ""), (K.SECTION, "B"), (K.VERSE, ""), (K.SECTION, "B"),
        (K.SECTION, "C"),
    ]  # fmt: skip
    assert counts(named) == counts(music)
    # A name that is more than a letter stays.
    solo = phrasing.call_alike(typed("guitar solo 16, guitar solo 16"), 0, K.BREAK)
    assert {(p.kind, p.name) for p in solo.phrases} == {(K.BREAK, "guitar solo")}


def test_boundaries_move_within_their_two_phrases() -> None:
    music = song("intro 16, verse 64, chorus 32")
    assert counts(phrasing.move_boundary(music, 1, 68)) == [16, 68, 28]
    assert counts(phrasing.move_boundary(music, 1, 200)) == [16, 95, 1]
    assert counts(phrasing.move_boundary(music, 0, -5)) == [1, 79, 32]
    # The last phrase has no neighbour: the song gets longer.
    assert counts(phrasing.move_boundary(music, 2, 40)) == [16, 64, 40]


def test_what_is_not_yet_marked_gives_and_takes() -> None:
    fresh = song("intro 16, unmarked 100")
    # Four eights of 100, then typed over with 64: 116 counts stay 116.
    marked = phrasing.mark(fresh, 1)
    assert counts(marked) == [16, 32, 68]
    assert counts(phrasing.set_length(marked, 1, 64)) == [16, 64, 36]
    assert counts(phrasing.set_length(marked, 1, 100)) == [16, 100]
    assert counts(phrasing.set_length(song("intro 16, verse 32, verse 32"), 1, 40)) == [16, 40, 32]


def test_split_join_take_out_and_add() -> None:
    assert counts(phrasing.split(song("intro 16, verse 56"), 1)) == [16, 24, 32]
    assert counts(phrasing.split(song("intro 16, verse 6"), 1)) == [16, 3, 3]
    assert counts(phrasing.split(song("verse 64"), 0, 36)) == [36, 28]
    assert counts(phrasing.merge(song("intro 16, verse 32, chorus 24"), 1)) == [16, 56]
    assert counts(phrasing.remove(song("intro 16, verse 32"), 0)) == [32]
    assert counts(phrasing.append(song("verse 32"))) == [32, 32]
    assert counts(phrasing.set_intro(song("verse 32"), 4)) == [4, 32]
    assert counts(phrasing.set_intro(song("intro 16, verse 32"), 0)) == [32]
    for refused in (
        lambda: phrasing.split(song("verse 1"), 0),
        lambda: phrasing.merge(song("verse 8"), 0),
        lambda: phrasing.remove(song("verse 8"), 0),
        lambda: phrasing.mark(song("verse 8"), 3),
    ):
        with pytest.raises(SongError):
            refused()


@pytest.mark.parametrize(
    ("line", "bpm", "phrases"),
    [
        (
            "intro 16, verse 64, chorus 32+4",
            None,
            [(K.INTRO, 16, ""), (K.VERSE, 64, ""), (K.CHORUS, 36, "")],
        ),
        ("118,5 bpm: Verse 2 32 x2", F(237, 2), [(K.VERSE, 32, "Verse 2")] * 2),
        ("96 bpm 16; refrain 4x8", F(96), [(K.VERSE, 16, ""), (K.CHORUS, 32, "")]),
        (
            "last chorus 32\nfiddle 16",
            None,
            [(K.CHORUS, 32, "last chorus"), (K.VERSE, 16, "fiddle")],
        ),
    ],
)
def test_a_song_in_one_line(
    line: str, bpm: F | None, phrases: list[tuple[PhraseKind, int, str]]
) -> None:
    read_bpm, read = parse_song_line(line)
    assert read_bpm == bpm
    assert [(p.kind, p.counts, p.name) for p in read] == phrases


def test_a_cue_may_hold_commas() -> None:
    _, read = parse_song_line('verse 32 "drums, then bass", chorus 16')
    assert [(p.counts, p.cue) for p in read] == [(32, "drums, then bass"), (16, "")]


@pytest.mark.parametrize("line", ["", ",,,", "verse", "verse 32, what", "verse 0", "verse 8 x999"])
def test_a_line_that_cannot_be_read_names_its_piece(line: str) -> None:
    with pytest.raises(SongError):
        parse_song_line(line)


names = st.sampled_from(["", "Verse 1", "Chorus", "last chorus", "odd-name", "x,y"])
phrases = st.builds(
    Phrase,
    kind=st.sampled_from([k for k in K if k is not K.UNMARKED]),
    counts=st.integers(1, 400),
    name=names,
    cue=st.sampled_from(["", "drums stop", "a, b; c"]),
)


@given(st.integers(40, 220), st.lists(phrases, min_size=1, max_size=9).map(tuple))
def test_the_written_line_reads_back(bpm: int, written: tuple[Phrase, ...]) -> None:
    read_bpm, read = parse_song_line(write_song_line(F(bpm), written, 8))
    assert read_bpm == bpm
    assert [(p.kind, p.counts, p.cue) for p in read] == [(p.kind, p.counts, p.cue) for p in written]


def test_a_line_with_a_tempo_keeps_the_drift_of_the_map() -> None:
    bent = song("verse 8", bpm=60, anchors=((F(0), 1.0), (F(4), 5.0), (F(8), 10.0)))
    # Twice as fast: 4 beats in 2 s, then 4 in 2.5.
    faster = apply_song_line(bent, "120 bpm: verse 8")
    assert [faster.tempo.seconds(n) for n in (0, 4, 8)] == [1.0, 3.0, 5.5]


def test_what_a_change_did_is_said() -> None:
    before = song("intro 16, verse 64, chorus 32")
    after = phrasing.set_length(before, 1, 68)
    said = " ".join(changes(before, after))
    # 112 counts and 4 more; the chorus starts at count 84 instead of 80: 42.0 s at 120 bpm.
    assert "112 counts are now 116" in said
    assert "Chorus at 0:42.0" in said
    assert changes(before, before) == []


LINES = st.lists(
    st.tuples(st.sampled_from([K.INTRO, K.VERSE, K.CHORUS, K.SECTION]), st.integers(1, 64)),
    min_size=1, max_size=8,
)  # fmt: skip


def made(stretches: list[tuple[PhraseKind, int]]) -> Song:
    phrases = tuple(
        Phrase(kind=kind, counts=long, name="ABC"[at % 3] if kind is K.SECTION else "")
        for at, (kind, long) in enumerate(stretches)
    )
    return Song(title="Made", bpm=F(120), phrases=phrases)


def edges(music: Song) -> set[int]:
    return {int(placed.start) for placed in music.placed}


@given(LINES, st.integers(0, 500))
def test_wherever_the_dance_begins_what_follows_stays(
    stretches: list[tuple[PhraseKind, int]], begin: int
) -> None:
    music = made(stretches)
    begin %= int(music.length)
    moved = phrasing.count_in(music, begin)
    assert moved.length == music.length
    assert begin == 0 or (moved.phrases[0].kind, moved.phrases[0].counts) == (K.INTRO, begin)
    # A boundary behind the place is one still, and none is new but that place.
    intro = music.phrases[0].counts if music.phrases[0].kind is K.INTRO else 0
    assert {at for at in edges(music) if at > max(begin, intro)} == {
        at for at in edges(moved) if at > max(begin, intro)
    }


@given(LINES, st.integers(0, 7), st.sampled_from(PhraseKind))
def test_calling_alike_changes_names_and_nothing_else(
    stretches: list[tuple[PhraseKind, int]], index: int, kind: PhraseKind
) -> None:
    music = made(stretches)
    index %= len(music.phrases)
    named = phrasing.call_alike(music, index, kind)
    assert counts(named) == counts(music)
    for before, after in zip(music.phrases, named.phrases, strict=True):
        alike = phrasing.is_alike(before, music.phrases[index])
        assert after.kind is (kind if alike else before.kind)
        assert alike or after == before


@given(LINES)
def test_letters_come_back_from_the_line(stretches: list[tuple[PhraseKind, int]]) -> None:
    music = made(stretches)
    _, read = parse_song_line(write_song_line(music.bpm, music.phrases, 8))
    assert read == music.phrases
