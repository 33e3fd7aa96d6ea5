"""The command line's commands that start from a sheet's words: routine, statements."""

from __future__ import annotations

import argparse
import json
import re
from fractions import Fraction
from pathlib import Path
from typing import Any, Final

from ..core.errors import MapleStepError, Message
from ..core.routine.from_sheet import TakenOver, taken_over
from ..core.sheet.read import Reading
from ..core.sheet.statements import read_statements
from ..core.song.model import MAX_PHRASE, USUAL_INTRO, Song, unmapped_song
from ..formats.routine.routine_file import RoutineForm, event_form, song_form, write_routine
from ..formats.sheet.sheet_in import sheet_of_file
from ..formats.song.song_file import read_song_file
from ..messages.events import statement_words
from ..messages.findings import sentences
from ..messages.words import text
from ..views.statements import statements_view

_DONE: Final = 0
_ASKED: Final = 1
_LENGTH: Final = re.compile(r"^(\d{1,3}):([0-5]\d)$")
_USUAL_LENGTH: Final = 180.0


def add_sheet_commands(commands: Any) -> None:
    """Add the commands to the parser's."""
    routine = commands.add_parser("routine", help="put a sheet to a song, with all it states")
    routine.add_argument("file", metavar="SHEET")
    routine.add_argument("--song", metavar="SONG.json", help="a song file")
    routine.add_argument("--bpm", type=float, help="or its tempo in beats per minute")
    routine.add_argument("--length", metavar="M:SS", help="and its length, for example 3:12")
    routine.add_argument("-o", "--output", metavar="ROUTINE.json", required=True)
    routine.add_argument("--json", action="store_true", help="print JSON")
    routine.set_defaults(run=_routine)
    said = commands.add_parser("statements", help="what a sentence says of tags and restarts")
    said.add_argument("text", help='as in "restart on wall 3 after 16 counts"')
    said.add_argument("--json", action="store_true", help="print JSON")
    said.set_defaults(run=_statements, file="")


def _routine(arguments: argparse.Namespace) -> int:
    reading = sheet_of_file(Path(arguments.file).read_bytes(), Path(arguments.file).name)
    stated = taken_over(reading)
    form = RoutineForm(
        title=reading.sheet.title[:120],
        song=song_form(_song(arguments, reading)),
        sheet=reading.text,
        sequence=stated.sequence,
        events=[event_form(event) for event in stated.events],
    )
    Path(arguments.output).write_text(write_routine(form), encoding="utf-8")
    if arguments.json:
        print(json.dumps(_report(stated), ensure_ascii=False, indent=2))
    else:
        _print(stated)
    return _ASKED if stated.left else _DONE


def _song(arguments: argparse.Namespace, reading: Reading) -> Song:
    if arguments.song:
        return read_song_file(Path(arguments.song).read_bytes())
    bpm = arguments.bpm or reading.sheet.claims.bpm
    if not bpm:
        raise MapleStepError("Say which song: --song SONG.json, or --bpm 118 --length 3:12.")
    length = _USUAL_LENGTH
    if arguments.length:
        match = _LENGTH.match(arguments.length)
        if match is None:
            raise MapleStepError(
                Message("“{length}” is no length. Write it as 3:12.", length=arguments.length)
            )
        length = 60 * int(match[1]) + int(match[2])
    claim = reading.sheet.claims.intro
    intro = claim.value if claim and claim.value <= MAX_PHRASE else USUAL_INTRO
    return unmapped_song(
        reading.sheet.claims.song or "Untitled song",
        Fraction(bpm).limit_denominator(100_000), length, intro=intro,
    )  # fmt: skip


def _report(stated: TakenOver) -> dict[str, Any]:
    return {
        "sequence": stated.sequence,
        "events": [event_form(event).model_dump(mode="json") for event in stated.events],
        "left": [
            {"line": each.span.line, "said": each.said, "why": sentences(each.why)}
            for each in stated.left
        ],
    }


def _print(stated: TakenOver) -> None:
    if stated.sequence:
        print(text("cli.order", sequence=stated.sequence))
    for event in stated.events:
        print(text("cli.taken", statement=statement_words(event)))
    for each in stated.left:
        print(text("cli.left", line=each.span.line, said=each.said))
        print(f"  {sentences(each.why)}")
    if not (stated.sequence or stated.events or stated.left):
        print(text("cli.states-nothing"))


def _statements(arguments: argparse.Namespace) -> int:
    view = statements_view(read_statements(arguments.text))
    if arguments.json:
        print(json.dumps(view.model_dump(mode="json"), ensure_ascii=False, indent=2))
    else:
        for each in view.statements:
            walls = ", ".join(map(str, each.walls))
            after = text("cli.after", count=each.after) if each.after else ""
            length = text("cli.length", counts=each.length) if each.length else ""
            code = "cli.statement" if len(each.walls) == 1 else "cli.statements"
            print(text(code, kind=each.kind, walls=walls, after=after, length=length))
        for unclear in view.unclear:
            print(text("cli.unclear", cause=unclear.why, said=unclear.said))
        if not view.statements and not view.unclear:
            print(text("cli.no-statement"))
    return _ASKED if view.unclear else _DONE
