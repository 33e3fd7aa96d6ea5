"""The command line's commands of a routine: plan, fit, swap, say, score, claims, export."""

from __future__ import annotations

import argparse
import json
from collections.abc import Callable
from pathlib import Path
from typing import Any, Final

from pydantic import BaseModel

from ..core.errors import MapleStepError, Message
from ..core.layout.engine import lay_out
from ..core.layout.timeline import Timeline
from ..core.rehearsal.score import score_of
from ..core.tools.claim_check import check_claims
from ..core.tools.swap import swap
from ..formats.routine.calls_vtt import write_vtt
from ..formats.routine.cue_sheet import write_cue_sheet
from ..formats.routine.routine_file import read_routine
from ..formats.routine.routine_midi import write_routine_midi
from ..formats.routine.wall_list import write_walls_csv, write_walls_xlsx
from ..formats.song.song_file import read_song_file
from ..messages.language import LANGUAGES, speaking, spoken
from ..messages.readback import as_text, read_back
from ..messages.score import clock_time
from ..messages.words import text
from ..services.plan import plan
from ..views.fit import claim_views, phrase_fit_view, swap_views
from ..views.plans import PlanRequestForm, PlansView, plans_view
from ..views.score import score_view

_DONE: Final = 0
_AGAINST: Final = 1


def add_fit_commands(commands: Any) -> None:
    """Add the commands to the parser's."""
    plan = commands.add_parser("plan", help="find the best tags and restarts, or order of parts")
    plan.add_argument("--top", type=int, default=5, help="how many plans (5)")
    plan.add_argument("--max-events", type=int, help="at most so many tags and restarts")
    plan.add_argument("--cuts", help="counts a wall may stop after, as in 8,16,24")
    plan.add_argument("--tags", help="lengths a tag may have, as in 2,4,8")
    plan.add_argument("--keep", default="", help="names of events that stay, as in restart-5,tag-1")
    plan.add_argument("--no-side", action="store_true", help="no event that faces a side wall")
    plan.set_defaults(run=_plan)
    fit = commands.add_parser("fit", help="which phrases begin on count 1, and how late others")
    fit.set_defaults(run=_fit)
    swap = commands.add_parser("swap", help="put the dance to another song")
    swap.set_defaults(run=_swap)
    say = commands.add_parser("say", help="the routine in words, as said to a class")
    say.add_argument("--language", choices=tuple(LANGUAGES), default=None)
    say.set_defaults(run=_say)
    score = commands.add_parser("score", help="what comes when: counts, figures, events, ways back")
    score.add_argument("--language", choices=tuple(LANGUAGES), default=None)
    score.set_defaults(run=_score)
    claims = commands.add_parser("claims", help="check what is said of tags and restarts")
    claims.set_defaults(run=_claims)
    export = commands.add_parser("export", help="write wall list, cue sheet, calls or clicks")
    export.add_argument("--to", choices=tuple(_WRITERS), required=True)
    export.add_argument("--language", choices=tuple(LANGUAGES), default=None)
    export.add_argument("-o", "--output", metavar="OUT", required=True)
    export.set_defaults(run=_export)
    for command in (plan, fit, swap, say, score, claims, export):
        command.add_argument("file", metavar="ROUTINE.json")
    swap.add_argument("song", metavar="SONG.json")
    claims.add_argument(
        "text", help='as in "tag after wall 2 facing 6:00, restart wall 5 after 16"'
    )
    for command in (plan, fit, swap, score, claims):
        command.add_argument("--json", action="store_true", help="print JSON")


def _numbers(text: str | None, what: str) -> list[str] | None:
    if text is None:
        return None
    pieces = [piece.strip() for piece in text.split(",") if piece.strip()]
    if not pieces:
        raise MapleStepError(Message("--{what} needs counts, as in --{what} 8,16.", what=what))
    return pieces


def _plan(arguments: argparse.Namespace) -> int:
    _, routine, _ = read_routine(Path(arguments.file).read_bytes())
    tags = _numbers(arguments.tags, "tags")
    try:
        asked = PlanRequestForm(
            cuts=_numbers(arguments.cuts, "cuts"),
            tags=None if tags is None else [int(tag) for tag in tags],
            max_events=arguments.max_events,
            no_side_events=arguments.no_side,
            keep=[name.strip() for name in arguments.keep.split(",") if name.strip()],
            top=arguments.top,
        )
    except ValueError as error:
        raise MapleStepError(
            "--top is 1 to 20, --max-events 0 to 30, --tags whole counts as in 2,4,8."
        ) from error
    view = plans_view(plan(routine, asked.request()))
    if arguments.json:
        slim = {"plans": {"__all__": {"segments"}}}
        print(json.dumps(view.model_dump(mode="json", exclude=slim), ensure_ascii=False, indent=2))
    else:
        _print_plans(view)
    return _DONE if view.plans and view.good else _AGAINST


def _print_plans(view: PlansView) -> None:
    if view.verdict:
        print(view.verdict)
    for number, each in enumerate(view.plans, start=1):
        points = text("cli.points", points=each.cost, hits=each.hits, phrases=each.phrases)
        print(f"{number}. {points}: {each.words}")
        for reason in each.reasons:
            print(f"     {reason.words}")
        for cost in each.costs:
            print(f"     {cost.cost:>3}  {cost.words}")
    print(text("cli.own", points=view.own.cost))


def _score(arguments: argparse.Namespace) -> int:
    form, routine, _ = read_routine(Path(arguments.file).read_bytes())
    with speaking(arguments.language or spoken()):
        view = score_view(score_of(lay_out(routine)), title=form.title)
        if arguments.json:
            print(view.model_dump_json(indent=2))
            return _DONE
        figures = [(each.at_seconds, 1, each.words) for each in view.figures]
        walls = [(s.start_seconds, 0, f"{s.words}, {s.start_facing}") for s in view.segments]
        events = [
            (each.at_seconds, 2, f"{each.words}, {each.place}. {each.missed}")
            for each in view.joints
        ]
    for at, level, words in sorted([*walls, *figures, *events]):
        print(f"{clock_time(at):>7}  {'  ' * (level == 1)}{words.strip()}")
    return _DONE


def _fit(arguments: argparse.Namespace) -> int:
    form, routine, _ = read_routine(Path(arguments.file).read_bytes())
    view = phrase_fit_view(lay_out(routine), form.title)
    if arguments.json:
        _print(view)
        return _DONE
    for phrase in view.lateness:
        if phrase.hit:
            said = text("cli.on-one", wall=phrase.wall)
        elif phrase.on_count is None:
            said = text("cli.after-dance")
        else:
            said = text("cli.on-count", count=f"{phrase.on_count:g}", wall=phrase.wall)
            if phrase.next_wall_late is not None:
                said += text("cli.late", counts=f"{phrase.next_wall_late:g}")
        print(f"{clock_time(phrase.at_seconds)}  {phrase.phrase:<16}{said}")
    print(text("cli.hits", hits=view.hits, phrases=view.phrases))
    return _DONE


def _swap(arguments: argparse.Namespace) -> int:
    _, routine, _ = read_routine(Path(arguments.file).read_bytes())
    song = read_song_file(Path(arguments.song).read_bytes())
    views = swap_views(lay_out(routine), song, swap(routine, song))
    if arguments.json:
        slim = {"before_segments", "after_segments"}
        print(
            json.dumps(
                [view.model_dump(mode="json", exclude=slim) for view in views],
                ensure_ascii=False, indent=2,
            )
        )  # fmt: skip
        return _DONE
    for view in views:
        counted = text(f"cli.level.{view.level}")
        planned = view.planned
        hits = text("cli.phrases", hits=planned.hits, phrases=planned.phrases)
        print(f"{view.song_title}, {counted}: {hits}")
        for change in view.changes:
            old, new = change.before, change.after
            words = (new or old).words if new or old else ""  # type: ignore[union-attr]
            walls = text("cli.to").join(str(placed.wall) for placed in (old, new) if placed)
            fate = text(f"cli.fate.{change.fate}")
            print(f"  {fate:<6} {text('plan.on-wall', event=words, walls=walls)}")
    return _DONE


def _say(arguments: argparse.Namespace) -> int:
    _, routine, _ = read_routine(Path(arguments.file).read_bytes())
    print(as_text(read_back(lay_out(routine), arguments.language or spoken())), end="")
    return _DONE


def _claims(arguments: argparse.Namespace) -> int:
    _, routine, _ = read_routine(Path(arguments.file).read_bytes())
    views = claim_views(check_claims(arguments.text, routine), routine)
    if arguments.json:
        print(json.dumps([view.model_dump(mode="json") for view in views], ensure_ascii=False))
    else:
        for view in views:
            print(f"{'ok ' if view.agrees else 'no '} {view.text}")
            for against in view.against:
                print(f"      {against}")
    return _DONE if all(view.agrees for view in views) else _AGAINST


_WRITERS: Final[dict[str, Callable[[Timeline, str], bytes]]] = {
    "csv": lambda line, _: write_walls_csv(line).encode(),
    "xlsx": lambda line, _: write_walls_xlsx(line),
    "pdf": write_cue_sheet,
    "vtt": lambda line, _: write_vtt(line).encode(),
    "mid": lambda line, _: write_routine_midi(line),
}


def _export(arguments: argparse.Namespace) -> int:
    _, routine, _ = read_routine(Path(arguments.file).read_bytes())
    language = arguments.language or spoken()
    with speaking(language):
        made = _WRITERS[arguments.to](lay_out(routine), language)
    Path(arguments.output).write_bytes(made)
    return _DONE


def _print(view: BaseModel) -> None:
    print(view.model_dump_json(indent=2))
