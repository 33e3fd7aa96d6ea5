"""Styles of the composing bench band: how popular music keeps its time, from memory.

A lane is one bar: one sign for each step, ``x`` a stroke, ``X`` an accent, ``o`` a soft one,
``.`` nothing. Of several lanes one is drawn for each section; ``""`` leaves the part out.
``steps`` divides a beat: 4 sixteenths, 3 triplets. The beat of a style is the one its notation
has; ``bpm`` is the range such music is played at.
"""

from __future__ import annotations

from dataclasses import dataclass, field

EIGHTHS = "x.x.x.x.x.x.x.x."
SIXTEENTHS = "xoXoxoXoxoXoxoXo"
QUARTERS = "x...x...x...x..."
OFFBEATS = "..x...x...x...x."
BACKBEAT = "....x.......x..."


@dataclass(frozen=True)
class Style:
    """One way of playing; ``metre`` beats a bar."""

    name: str
    family: str
    bpm: tuple[int, int]
    kick: tuple[str, ...] = ("",)
    snare: tuple[str, ...] = ("",)
    top: tuple[str, ...] = ("",)
    bass: tuple[str, ...] = ("",)
    chords: tuple[str, ...] = ("",)
    extra: tuple[str, ...] = ("",)
    metre: int = 4
    steps: int = 4
    # How late the second of two steps comes: 0.5 straight, 0.67 swung.
    swing: tuple[float, float] = (0.5, 0.5)
    walking: bool = False
    programs: dict[str, tuple[int, ...]] = field(default_factory=dict)


HELD = "x..............."
HALVES = "x.......x......."
ROCK_KICKS = ("x.......x.......", "x.....x.x.......", "x.......x.x.....", "x..x....x.......",
              "x.x.....x.x.....", "x.....x...x.....", "x.........x..x..")  # fmt: skip
GUITARS = {"chords": (25, 26, 27, 28, 29, 30), "bass": (33, 34, 35), "lead": (29, 30, 81, 65)}
KEYS = {"chords": (0, 2, 4, 16, 18), "bass": (32, 33, 35, 38), "lead": (52, 54, 73, 56, 40)}
COUNTRY = {"chords": (24, 25, 27, 105), "bass": (32, 33), "lead": (105, 110, 40, 22, 54)}
CLUB = {"chords": (81, 90, 62, 88, 4), "bass": (38, 39), "lead": (80, 81, 84, 54)}

STYLES = (
    Style("rock", "rock", (88, 152), ROCK_KICKS, (BACKBEAT,), (EIGHTHS, QUARTERS, ""),
          (EIGHTHS, HALVES, "x.....x.x.x.x.x."), (EIGHTHS, HELD, "x..x..x...x.x...", ""),
          programs=GUITARS),
    Style("rock open", "rock", (72, 128), ROCK_KICKS, (BACKBEAT,), (QUARTERS, "x.xxx.xxx.xxx.xx"),
          (HALVES, EIGHTHS), (HELD, "x.......x.x....."), programs=GUITARS),
    Style("punk", "fast rock", (150, 205), ("x.x.....x.x.....", "x.....x.x.......", ROCK_KICKS[0]),
          (BACKBEAT,), (EIGHTHS, QUARTERS), (EIGHTHS,), (EIGHTHS,), programs=GUITARS),
    Style("skank beat", "fast rock", (90, 118), (QUARTERS,), (OFFBEATS,), (EIGHTHS, OFFBEATS),
          (EIGHTHS, SIXTEENTHS), (EIGHTHS, SIXTEENTHS), programs=GUITARS),
    Style("metal", "fast rock", (100, 168), (SIXTEENTHS, EIGHTHS, "x.xxx.xxx.xxx.xx"),
          (BACKBEAT, "........x......."), (QUARTERS, EIGHTHS), (EIGHTHS, SIXTEENTHS),
          ("x.xxx.xxx.xxx.xx", EIGHTHS), programs=GUITARS),
    Style("half time", "half time", (104, 172),
          ("x.....x.........", "x.........x...x.", "x...............", "x..x......x....."),
          ("........x.......",), (EIGHTHS, QUARTERS, "x.x.xxx.x.x.xxx."),
          (HELD, "x.....x.........", EIGHTHS), (HELD, EIGHTHS, HALVES), programs=GUITARS),
    Style("trap", "half time", (126, 160), ("x.....x...x.....", "x..........x....", "x.......x..x...."),
          ("........x.......",), ("x.x.x.x.x.x.xxxx", EIGHTHS, "x.xxx.x.xxx.x.x."),
          (HELD, "x.....x...x....."), (HELD, ""), programs=CLUB),
    Style("hip hop", "hip hop", (76, 104),
          ("x......x.x......", "x..x......x.....", "x.x....x..x....."), (BACKBEAT,),
          (EIGHTHS, SIXTEENTHS), ("x..x..x...x.....", "x.......x..x...."), (HELD, HALVES, ""),
          swing=(0.5, 0.62), programs=CLUB),
    Style("house", "club", (114, 132), (QUARTERS,), (BACKBEAT, ""), (OFFBEATS, EIGHTHS),
          (OFFBEATS, EIGHTHS, "x..x..x.x..x..x."), ("x..x..x...x..x..", OFFBEATS, HELD),
          ("", SIXTEENTHS), programs=CLUB),
    Style("techno", "club", (124, 146), (QUARTERS,), ("", BACKBEAT), (OFFBEATS, SIXTEENTHS),
          (".xxx.xxx.xxx.xxx", OFFBEATS), ("", HELD, "x..x..x..x..x.x."), ("", EIGHTHS),
          programs=CLUB),
    Style("disco", "club", (104, 128), (QUARTERS,), (BACKBEAT,), (OFFBEATS, SIXTEENTHS),
          ("x.xxx.xxx.xxx.xx", EIGHTHS, "xx.xxx.xxx.xxx.x"), ("..xx..x...xx..x.", OFFBEATS),
          programs=KEYS),
    Style("drum and bass", "breakbeat", (160, 178), ("x.........x.....", "x......x..x....."),
          (BACKBEAT,), (EIGHTHS, QUARTERS, SIXTEENTHS), (HELD, "x.....x.........", HALVES),
          (HELD, ""), programs=CLUB),
    Style("break", "breakbeat", (90, 138), ("x.x.......xx....", "x..x..x...x....."),
          ("....x..x.x..x...", "....x..x....x..x"), (EIGHTHS, SIXTEENTHS),
          ("x..x..x.....x...", EIGHTHS), (HELD, ""), programs=CLUB),
    Style("funk", "breakbeat", (92, 118), ("x.x....x..x.....", "x..x......x..x.."),
          (BACKBEAT, "....x..o.o..x..o"), (SIXTEENTHS, EIGHTHS),
          ("x..x...x..x.x...", "x...x..x..x...x."), ("..x..x...xx...x.", "....x..x....x..x"),
          programs=KEYS),
    Style("dotted ostinato", "ostinato", (84, 138), (QUARTERS, ROCK_KICKS[0]), (BACKBEAT,),
          (EIGHTHS, ""), ("x..x..x.x..x..x.", HALVES), ("x..x..x..x..x.x.", "x..x..x.x..x..x."),
          programs=CLUB),
    Style("three three two", "ostinato", (88, 132), ("x..x..x.x..x..x.", QUARTERS),
          (BACKBEAT, "...x..x....x..x."), (EIGHTHS, ""), ("x..x..x.x..x..x.",),
          ("x..x..x.x..x..x.", HELD), programs=CLUB),
    Style("push beat", "push", (92, 148), ("x.....x.x.....x.", "x......xx......x"), (BACKBEAT,),
          (EIGHTHS, QUARTERS), ("x.....xx......xx", "x.....x.......x."),
          ("......x.......x.", "x.....x.......x."), programs=GUITARS),
    Style("train beat", "country", (92, 132), (EIGHTHS, QUARTERS), ("ooXoooXoooXoooXo", "oxXooxXooxXooxXo"),
          ("", OFFBEATS), (QUARTERS, HALVES), (OFFBEATS, "x.o.x.o.x.o.x.o."), programs=COUNTRY),
    Style("two-step", "country", (150, 206), (HALVES,), (BACKBEAT,), (QUARTERS, EIGHTHS, ""),
          (HALVES, "x.......x...x..."), (BACKBEAT, "....x.x.....x.x."), programs=COUNTRY),
    Style("slow two-step", "country", (74, 106), (QUARTERS, HALVES), (OFFBEATS, BACKBEAT),
          (EIGHTHS, ""), (QUARTERS,), (OFFBEATS, "..x...xx..x...xx"), programs=COUNTRY),
    Style("country rock", "country", (104, 140), ROCK_KICKS[:4], (BACKBEAT,), (EIGHTHS, QUARTERS),
          (HALVES, QUARTERS), ("x.x.x.xxx.x.x.xx", "x..xx.x.x..xx.x."), programs=COUNTRY),
    Style("polka", "march", (104, 132), (QUARTERS,), (OFFBEATS,), ("", EIGHTHS), (QUARTERS,),
          (OFFBEATS,), programs=COUNTRY),
    Style("march", "march", (100, 126), (HALVES, QUARTERS), ("..x.x.xx..x.x.xx", OFFBEATS),
          ("",), (QUARTERS, HALVES), (OFFBEATS,), programs={"chords": (61, 60), "bass": (58,), "lead": (56, 72)}),
    Style("shuffle", "swung", (84, 144), ("x.....x.....", "x....xx....."), ("...x.....x..",),
          ("x.xx.xx.xx.x", "x..x..x..x.."), ("x..x..x..x..", "x.xx.xx.xx.x"),
          ("x.xx.xx.xx.x", "...x.....x..", "..x..x..x..x"), steps=3, programs=GUITARS),
    Style("twelve eight", "swung", (54, 84), ("x.....x.....", "x....xx....."), ("...x.....x..",),
          ("xxxxxxxxxxxx",), ("x..x..x..x..", "x....xx....x"), ("xxxxxxxxxxxx", "x.....x....."),
          steps=3, programs=KEYS),
    Style("swing", "swung", (112, 208), ("", "x..x..x..x..", "x..........."), ("", "...x.....x.."),
          ("x..x.xx..x.x", "...x.....x.."), ("x..x..x..x..",), ("x....x......", "...x.....x..", ".....x.....x"),
          steps=3, walking=True, programs=KEYS),
    Style("swung hip hop", "swung", (82, 108), ("x......x.x......", "x.....x..x......"), (BACKBEAT,),
          (SIXTEENTHS, EIGHTHS), ("x..x......x.....",), (HELD, "x.......x..x...."),
          swing=(0.6, 0.67), programs=KEYS),
    Style("bounce", "swung", (118, 172), ("x.....x.....",), ("...x.....x..",),
          ("x.xx.xx.xx.x", "..x..x..x..x"), ("x.....x.....", "x..x..x..x.."),
          ("...x.....x..", "..x..x..x..x"), steps=3, programs=COUNTRY),
    Style("waltz", "three", (84, 178), ("x...........",), ("", "....x...x..."), ("", QUARTERS[:12], "x.x.x.x.x.x."),
          ("x...........", "x.......x..."), ("....x...x...", "..x.x.x.x.x."), metre=3, programs=COUNTRY),
    Style("rock waltz", "three", (92, 150), ("x...........", "x.......x..."), ("....x.......", "....x...x..."),
          (QUARTERS[:12], "x.x.x.x.x.x."), ("x...........", "x.x.x.x.x.x."), ("x...........", "x.x.x.x.x.x."),
          metre=3, programs=GUITARS),
    Style("swung waltz", "three", (96, 176), ("x........",), ("", "...x..x.."), ("x..x.xx..", "x.xx.xx.x"),
          ("x..x..x..", "x........"), ("...x..x..",), metre=3, steps=3, walking=True, programs=KEYS),
    Style("six eight", "compound", (54, 88), ("x.....x.....", "x..........."), ("...x.....x..",),
          ("xxxxxxxxxxxx", "x.xx.xx.xx.x"), ("x.....x.....",), ("xxxxxxxxxxxx", "x..........."),
          steps=3, programs=KEYS),
    Style("jig band", "compound", (96, 132), ("x.....x.....", "x..x..x..x.."), ("...x.....x..", ""),
          ("x.xx.xx.xx.x", "xxxxxxxxxxxx", ""), ("x..x..x..x..", "x.....x....."), ("..x..x..x..x", "x.xx.xx.xx.x"),
          steps=3, programs=COUNTRY),
    Style("cha-cha", "latin", (104, 132), ("x.......x.......", "x.....x.x.....x."), ("......x.......x.", "", "....x.......x.xx"),
          ("x...x.x.x...x.x.", QUARTERS), ("x.....x.....x...", "x..x..x.x..x..x."), ("..x...x...x...x.", "x..x..x...x.x..."),
          ("x..x..x...x.x...", "", EIGHTHS), programs={**KEYS, "chords": (0, 24)}),
    Style("samba", "latin", (92, 124), ("x..xx..xx..xx..x",), ("..x..x.x..x.x..x", ""), (SIXTEENTHS,),
          ("x..xx..xx..xx..x", HALVES), ("x..x..x..x..x...", "..x..x.x..x..x.x"), programs={**KEYS, "chords": (24, 25)}),
    Style("bossa", "latin", (104, 148), ("x..xx..xx..xx..x", HALVES), ("x..x..x...x..x..",), (EIGHTHS,),
          ("x..xx..xx..xx..x", "x.....xxx.....xx"), ("x..x..x..x..x...",), programs={**KEYS, "chords": (24, 4)}),
    Style("salsa", "latin", (86, 108), ("x..x..x.x..x..x.", ""), ("..x.x...x..x..x.", ""), (EIGHTHS, QUARTERS),
          ("...x..x....x..x.", "......x.....x..."), ("x.xx.x.xx.xx.x.x", "x..x.xx..x.xx.x."), ("..x.x...x..x..x.",), programs={**KEYS, "chords": (0,)}),
    Style("reggae", "off-beat", (66, 94), ("........x.......", QUARTERS, "x.......x......."), ("........x.......", BACKBEAT),
          (EIGHTHS, OFFBEATS), ("x..x..x...x.....", "....x.x.x..x...."), (OFFBEATS, "..xx..xx..xx..xx"), swing=(0.5, 0.62), programs=KEYS),
    Style("ska", "off-beat", (116, 168), (HALVES, QUARTERS), (BACKBEAT,), (OFFBEATS, EIGHTHS), (QUARTERS, EIGHTHS), (OFFBEATS,), programs=KEYS),
    Style("reggaeton", "latin", (84, 104), (QUARTERS,), ("...x..x....x..x.",), ("", EIGHTHS), (HELD, "x..x..x.x..x..x."), (HELD, OFFBEATS), programs=CLUB),
    Style("piano ballad", "no drums", (58, 96), bass=(HALVES, HELD), chords=(EIGHTHS, QUARTERS, "x..x..x.x..x..x."), programs={**KEYS, "chords": (0, 1, 4)}),
    Style("picked guitar", "no drums", (72, 128), bass=(HALVES, QUARTERS), chords=(EIGHTHS, SIXTEENTHS, "x.xxx.xxx.xxx.xx"), programs=COUNTRY),
    Style("triplet ballad", "no drums", (52, 80), bass=("x.....x.....",), chords=("xxxxxxxxxxxx",), steps=3, programs=KEYS),
    Style("strummed", "no drums", (84, 138), bass=("", HALVES), chords=("x...x.x...x.x.x.", "x.x.x.xxx.x.x.xx", "x...x.xx..xxx.xx"), programs=COUNTRY),
    Style("choral", "no drums", (66, 108), bass=(QUARTERS, HALVES), chords=(QUARTERS, HALVES), programs={"chords": (52, 19, 48), "bass": (19, 43), "lead": (52, 68)}),
    Style("slow rock", "ballad", (58, 88), ROCK_KICKS[:5], (BACKBEAT,), (EIGHTHS, SIXTEENTHS), (HALVES, "x.....x.x......."), (HELD, EIGHTHS), programs=KEYS),
    Style("soft pop", "ballad", (70, 112), ("x.......x.......", "x..x....x..x....", "x......xx......."), (BACKBEAT, "....o.......o..."), (EIGHTHS, QUARTERS),
          (HALVES, HELD), (QUARTERS, HELD, "x..x..x.x..x..x."), programs=KEYS),
    Style("chip", "chip", (96, 168), ("x...x...x...x...", "x.....x.x.......", ""), (BACKBEAT, ""), ("", EIGHTHS, SIXTEENTHS), (SIXTEENTHS, EIGHTHS, "x.x.xx.xx.x.xx.x"),
          (SIXTEENTHS, "x..x..x..x..x.x."), programs={"chords": (80, 81, 87), "bass": (38, 87, 80), "lead": (80, 81, 84)}),
    Style("chip slow", "chip", (66, 104), ("x.......x.......", ""), (BACKBEAT, ""), ("", SIXTEENTHS), (EIGHTHS, SIXTEENTHS), (SIXTEENTHS,), programs={"chords": (80, 81, 87), "bass": (38, 87, 80), "lead": (80, 81, 84)}),
)  # fmt: skip
