"""The command line, thin: read a file, lay it out, say what comes of it.

Exit code 0: clean; 1: something is wrong (findings of severity "wrong"); 2: the input
cannot be read, said on stderr with line and column.
"""

from __future__ import annotations

import argparse
import json
import sys
from collections.abc import Sequence
from decimal import Decimal
from pathlib import Path
from tempfile import TemporaryDirectory
from typing import Any, Final

from pydantic import BaseModel

from ..core.errors import FileError, MapleStepError, Message
from ..core.layout.engine import lay_out
from ..core.rehearsal.practice import MixRequest, plan_mix
from ..core.rehearsal.score import score_of
from ..core.routine.model import Routine
from ..core.sheet.read import Reading, read_sheet
from ..core.sheet.render import LANGUAGES, language_of
from ..core.sheet.write.format import Style, format_sheet
from ..core.song.model import PhraseKind
from ..formats.archive import Archive
from ..formats.routine.routine_file import (
    EventForm,
    PhraseForm,
    RoutineForm,
    SongForm,
    read_routine,
    routine_of,
)
from ..formats.sheet.sheet_csv import write_csv
from ..formats.sheet.sheet_file import SheetForm, write_sheet_file
from ..formats.sheet.sheet_in import sheet_text_of
from ..formats.sheet.sheet_markdown import write_markdown
from ..formats.sheet.sheet_pdf import Print, write_pdf
from ..formats.song.song_file import SongFileForm, read_song_file
from ..messages.errors import error_words
from ..messages.language import LANGUAGES as SPOKEN
from ..messages.language import USUAL, speaking
from ..messages.score import clock_time
from ..messages.words import text as text_of
from ..services.check import USUAL_BPM, check_routine, check_sheet
from ..views.listening import listening_report
from ..views.shared import FindingView
from ..views.sheet import SheetView, sheet_view
from ..views.timeline import SegmentView, WholeTimelineView, whole_timeline_view
from ..views.vocabulary import vocabulary_view
from .routine import add_fit_commands
from .sheet import add_sheet_commands

CLEAN: Final = 0
WRONG: Final = 1
UNREADABLE: Final = 2
_DEFAULT_WALLS: Final = 8


def main(argv: Sequence[str] | None = None) -> int:
    """Run one command; returns the exit code."""
    arguments = _parser().parse_args(argv)
    with speaking(arguments.speak):
        return _run(arguments)


def _run(arguments: argparse.Namespace) -> int:
    try:
        code: int = arguments.run(arguments)
    except FileError as error:
        place = f":{error.line}:{error.column}" if error.line else ""
        return _unreadable(f"{arguments.file}{place}: {error_words(error)}")
    except OSError as error:
        return _unreadable(f"{arguments.file}: {error.strerror or error}")
    except MapleStepError as error:
        return _unreadable(error_words(error))
    return code


def _parser() -> argparse.ArgumentParser:
    parser = argparse.ArgumentParser(
        prog="maplestep", description="Check a step sheet, walk its walls, lay it on a song."
    )
    parser.add_argument(
        "--speak", choices=tuple(SPOKEN), default=USUAL, help="language of what is found"
    )
    commands = parser.add_subparsers(required=True, metavar="COMMAND")
    check = commands.add_parser("check", help="check a step sheet by itself")
    check.add_argument("file", metavar="SHEET")
    check.set_defaults(run=_check)
    check.add_argument(
        "--bpm", type=float, default=USUAL_BPM, help="tempo the load is worked out for"
    )
    write = commands.add_parser("format", help="write a step sheet in canonical text")
    write.add_argument("file", metavar="SHEET")
    write.add_argument("--to", choices=("txt", "md", "csv", "json", "pdf"), default="txt")
    write.add_argument("--language", choices=tuple(LANGUAGES), help="words to write (the sheet's)")
    write.add_argument(
        "--counts", choices=("on", "over"), help="counts go on (9-16) or start over (1-8)"
    )
    write.add_argument("-o", "--output", metavar="FILE", help="where to write; else to the screen")
    write.set_defaults(run=_format)
    figures = commands.add_parser("figures", help="list every figure that is understood")
    figures.set_defaults(run=_figures, file="")
    walls = commands.add_parser("walls", help="list the walls of a step sheet")
    walls.add_argument("file", metavar="SHEET")
    walls.add_argument(
        "--events",
        default="",
        metavar="LIST",
        help='events such as "restart 5 after 24; tag 3 8 counts 4; tag 2 Tag 1"',
    )
    walls.add_argument("--count", type=int, default=_DEFAULT_WALLS, help="how many walls (8)")
    walls.set_defaults(run=_walls)
    timeline = commands.add_parser("timeline", help="lay a routine on its song")
    timeline.add_argument("file", metavar="ROUTINE.json")
    timeline.set_defaults(run=_timeline)
    add_fit_commands(commands)
    add_sheet_commands(commands)
    _add_song_commands(commands)
    schema = commands.add_parser("schema", help="print the JSON Schema of an open file")
    schema.add_argument(
        "of", nargs="?", choices=("routine", "sheet", "song", "archive"), default="routine"
    )
    schema.set_defaults(run=_schema, file="")
    for command in (check, walls, timeline):
        command.add_argument("--json", action="store_true", help="print JSON")
    return parser


def _check(arguments: argparse.Namespace) -> int:
    if not 1 <= arguments.bpm <= 1000:
        raise MapleStepError("--bpm has to lie between 1 and 1000 beats per minute.")
    view = sheet_view(check_sheet(_read_sheet(arguments.file), bpm=arguments.bpm))
    if arguments.json:
        _print_json(view)
    else:
        _print_sheet(view)
    return _code(view.findings)


def _format(arguments: argparse.Namespace) -> int:
    reading = _read_sheet(arguments.file)
    language = LANGUAGES[arguments.language] if arguments.language else language_of(reading.text)
    goes_on = None if arguments.counts is None else arguments.counts == "on"
    style = Style(language=language, goes_on=goes_on)
    if arguments.to == "pdf":
        if not arguments.output:
            raise MapleStepError("A PDF is no text for the screen. Say where to: -o FILE.")
        Path(arguments.output).write_bytes(write_pdf(reading, Print(style=style)))
        return CLEAN
    text = {
        "txt": lambda: format_sheet(reading, style),
        "md": lambda: write_markdown(reading, style),
        "csv": lambda: write_csv(reading),
        "json": lambda: write_sheet_file(reading),
    }[arguments.to]()
    if arguments.output:
        Path(arguments.output).write_text(text, encoding="utf-8", newline="")
    else:
        print(text, end="")
    return CLEAN


def _figures(_: argparse.Namespace) -> int:
    print(figures_table(), end="")
    return CLEAN


def figures_table() -> str:
    """Every figure in a Markdown table: names, counts, and what it expands to."""
    lines = ["| figure | also called | in French | counts | danced with the right foot |"]
    lines.append("| --- | --- | --- | --- | --- |")
    for figure in vocabulary_view().figures:
        also, french = ", ".join(figure.also), ", ".join(figure.french)
        lines.append(f"| {figure.name} | {also} | {french} | {figure.counts} | {figure.moves} |")
    return "\n".join(lines) + "\n"


def _walls(arguments: argparse.Namespace) -> int:
    reading = _read_sheet(arguments.file)
    if not 1 <= arguments.count <= 99:
        raise MapleStepError("--count has to lie between 1 and 99 walls.")
    events = read_events(arguments.events)
    part = reading.sheet.wall
    if part is None:
        raise FileError("There are no steps in this sheet.")
    # A song long enough for the walls asked for; its tempo plays no part in the answer.
    song = SongForm(
        title="",
        bpm=Decimal(120),
        phrases=[
            PhraseForm(kind=PhraseKind.VERSE, counts=max(1, int(part.length)))
            for _ in range(2 * arguments.count)
        ],
    )
    form = RoutineForm(title="", song=song, sheet="", events=events)
    view = _view(routine_of(form, reading), reading)
    wanted = [p for p in view.segments if p.wall <= arguments.count]
    if arguments.json:
        print(json.dumps([p.model_dump(mode="json") for p in wanted], ensure_ascii=False, indent=2))
    else:
        for segment in wanted:
            print(_wall_line(segment, seconds=False))
    about_feet = [f for f in view.findings if f.code.startswith(("fit.never", "fit.wrong-foot"))]
    findings = [*view.sheet_findings, *about_feet]
    if not arguments.json:
        _print_findings([f for f in findings if f.severity == "wrong"])
    return _code(findings)


def _timeline(arguments: argparse.Namespace) -> int:
    form, routine, reading = read_routine(Path(arguments.file).read_bytes())
    view = _view(routine, reading, form.title)
    if arguments.json:
        _print_json(view)
    else:
        for segment in view.segments:
            print(_wall_line(segment, seconds=True))
        print("\n" + text_of("cli.hits", hits=view.hits, phrases=view.phrases_danced))
        _print_findings([*view.sheet_findings, *view.findings])
    return _code([*view.sheet_findings, *view.findings])


def _schema(arguments: argparse.Namespace) -> int:
    forms: dict[str, type[BaseModel]] = {
        "routine": RoutineForm,
        "sheet": SheetForm,
        "song": SongFileForm,
        "archive": Archive,
    }
    print(json.dumps(schema_of(forms[arguments.of]), ensure_ascii=False, indent=2))
    return CLEAN


def schema_of(form: type[BaseModel]) -> dict[str, object]:
    """The JSON Schema of an open file."""
    return {
        "$schema": "https://json-schema.org/draft/2020-12/schema",
        **form.model_json_schema(),
    }


def _add_song_commands(commands: Any) -> None:
    analyse = commands.add_parser("analyse", help="find beats, counts and phrases in a recording")
    analyse.add_argument("file", metavar="AUDIO")
    analyse.add_argument("--json", action="store_true", help="print JSON")
    analyse.set_defaults(run=_analyse)
    band = commands.add_parser("band", help="let the stand-in band play a song map")
    band.add_argument("file", metavar="SONG.json")
    band.set_defaults(run=_band)
    mix = commands.add_parser("mix", help="make a practice mix of a routine")
    mix.add_argument("file", metavar="ROUTINE.json")
    mix.add_argument("--audio", metavar="FILE", help="the song's recording (the stand-in band)")
    mix.add_argument("--speed", type=float, default=1.0, help="0.6 to 1 (1)")
    mix.add_argument("--language", choices=tuple(SPOKEN), default=USUAL, help="what is spoken in")
    mix.add_argument("--spoken", action="store_true", help="speak every count")
    mix.add_argument("--figures", action="store_true", help="call every figure a count ahead")
    for name in ("clicks", "count-in", "calls"):
        mix.add_argument(f"--no-{name}", action="store_true", help=f"without {name}")
    mix.set_defaults(run=_mix)
    for command in (band, mix):
        command.add_argument(
            "-o", "--output", metavar="OUT", required=True, help=".wav, .flac, .ogg or .mp3"
        )


def _analyse(arguments: argparse.Namespace) -> int:
    from ..audio.analyse import analyse  # noqa: PLC0415 - numpy is slow to load; steps need none
    from ..audio.decode import Missing  # noqa: PLC0415 - as above

    def warn(missing: Missing) -> None:
        print(error_words(missing.message), file=sys.stderr)

    report = listening_report(analyse(Path(arguments.file), warn=warn))
    if arguments.json:
        _print_json(report)
        return CLEAN
    print(
        text_of(
            "cli.heard", bpm=f"{round(report.bpm, 1):g}", beats=len(report.beats),
            counted=report.count_unit, first=f"{report.beats[0]:.3f}",
            sure=f"{report.confidence['beat']:.0%}",
        )
    )  # fmt: skip
    for phrase in report.phrases:
        counts = text_of("cli.counts", counts=f"{phrase.words:>6}")
        print(f"  {clock_time(phrase.start_seconds)}  {phrase.kind:<13}{counts}")
    for other in report.candidates[1:]:
        sure = f"{max(other.confidence, 0.01):.0%}"
        print(text_of("cli.or", bpm=f"{round(other.bpm, 1):g}", words=other.words, sure=sure))
    return CLEAN


def _band(arguments: argparse.Namespace) -> int:
    from ..audio.band import play  # noqa: PLC0415 - as above

    play(read_song_file(Path(arguments.file).read_bytes()), Path(arguments.output))
    return CLEAN


def _mix(arguments: argparse.Namespace) -> int:
    from ..audio.band import play  # noqa: PLC0415 - as above
    from ..audio.calls import spoken_calls  # noqa: PLC0415
    from ..audio.intake import take_in  # noqa: PLC0415
    from ..audio.mix import render_mix  # noqa: PLC0415

    _, routine, _ = read_routine(Path(arguments.file).read_bytes())
    request = MixRequest(
        speed=arguments.speed, language=arguments.language, spoken=arguments.spoken,
        clicks=not arguments.no_clicks, count_in=not arguments.no_count_in,
        calls=not arguments.no_calls, figures=arguments.figures,
    )  # fmt: skip
    with TemporaryDirectory() as folder:
        source = Path(folder) / "song.ogg"
        if arguments.audio:
            take_in(Path(arguments.audio), source)
        else:
            play(routine.song, source)
        score = score_of(lay_out(routine))
        _, plans = spoken_calls(score, request.kinds, request.language, [request.speed])
        plan = plan_mix(routine.song, request, plans[request.speed])
        render_mix(source, Path(arguments.output), plan, request.language)
    return CLEAN


def read_events(text: str) -> list[EventForm]:
    """Events in one line: ``restart 5 after 24; tag 3 8 counts 4; tag 2 Tag 1``.

    Raises FileError naming the piece that cannot be read.
    """
    pieces = [piece.strip() for piece in text.split(";") if piece.strip()]
    return [_event(index, piece) for index, piece in enumerate(pieces, start=1)]


def _event(index: int, piece: str) -> EventForm:
    kind, *words = piece.split()
    walls = []
    while words and words[0].strip(",").isdigit():
        walls.append(int(words.pop(0).strip(",")))
    rest = " ".join(words)
    before, _, after = rest.partition("after ")
    form: dict[str, object] = {"id": f"e{index}", "kind": kind.lower(), "walls": walls}
    tag = before.strip()
    if after:
        form["after"] = after.strip()
    if tag.lower().startswith("counts ") and tag[7:].strip().isdigit():
        form["counts"] = int(tag[7:])
    elif tag:
        form["tag"] = tag
    try:
        return EventForm.model_validate(form)
    except ValueError as error:
        raise MapleStepError(
            Message(
                "--events: “{piece}” cannot be read. Write for example: restart 5 after 24; tag "
                "3 8 counts 4; tag-restart 6 counts 4 after 16; tag 2 Tag 1.",
                piece=piece,
            )
        ) from error


def _read_sheet(path: str) -> Reading:
    return read_sheet(sheet_text_of(Path(path).read_bytes(), path))


def _view(routine: Routine, reading: Reading, title: str = "") -> WholeTimelineView:
    return whole_timeline_view(check_routine(lay_out(routine), reading), title=title)


def _code(findings: Sequence[FindingView]) -> int:
    return WRONG if any(finding.severity == "wrong" for finding in findings) else CLEAN


def _print_json(view: BaseModel) -> None:
    print(view.model_dump_json(indent=2))


def _print_sheet(view: SheetView) -> None:
    turns = text_of("cli.turns", way=view.turn) if view.turn else text_of("cli.no-turn")
    code = "cli.walls" if view.walls and view.walls > 1 else "cli.wall"
    walls = text_of(code, walls=view.walls, turns=turns) if view.walls else ""
    title = view.title or text_of("cli.untitled")
    print(text_of("cli.sheet", title=title, counts=f"{view.counts:g}", walls=walls))
    for part in view.parts:
        for section in part.sections:
            where = f"  {part.name}  {section.title}"
            print(
                text_of(
                    f"cli.section.{section.free}", named=where, first=section.first,
                    last=section.last, starts=section.start_facing, ends=section.end_facing,
                )
            )  # fmt: skip
    _print_findings([*view.findings, *view.load])


def _wall_line(segment: SegmentView, *, seconds: bool) -> str:
    kind = text_of(f"cli.kind.{segment.kind}")
    name = f"{kind} {segment.wall}" if segment.kind == "wall" else f"  {kind} {segment.wall}"
    if segment.item is not None:
        name = f"{segment.wall} {segment.name}" if segment.kind == "wall" else f"  {segment.name}"
    clock = f"  {clock_time(segment.start_seconds)}" if seconds else ""
    words = [segment.changed_words, segment.event_words] if segment.kind == "wall" else []
    what = "".join(f"  {each}" for each in words if each)
    if segment.ended == "song":
        what = "  " + text_of("cli.song-ends", count=f"{segment.length:g}")
    to = text_of("cli.to")
    counts = text_of("cli.counts", counts=f"{segment.length:>3g}")
    return (
        f"{name:<10}{clock}  {segment.start_facing:>5}{to}{segment.end_facing:>5}  {counts}{what}"
    )


def _print_findings(findings: Sequence[FindingView]) -> None:
    for finding in findings:
        line = text_of("cli.line", line=finding.line) if finding.line else ""
        severity = text_of(f"cli.severity.{finding.severity}")
        print(f"[{severity}] {line}{finding.message} {finding.advice}")


def _unreadable(message: str) -> int:
    print(message, file=sys.stderr)
    return UNREADABLE
