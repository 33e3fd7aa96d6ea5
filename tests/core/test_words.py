"""Every sentence can be said: one case for each code, with its words written out by hand."""

import re
from collections.abc import Sequence
from dataclasses import replace
from fractions import Fraction as F

import pytest
from core.dancing import happens, quarter_dance, restart, song, tag, timeline

from maplestep.core.findings.registry import fit_findings, load_findings, sheet_findings
from maplestep.core.primitives.finding import Finding
from maplestep.core.routine.from_sheet import taken_over
from maplestep.core.sheet.read import read_sheet
from maplestep.core.song.model import PhraseKind, Song
from maplestep.core.tools.claim_check import check_claims
from maplestep.messages.english import FINDINGS
from maplestep.messages.findings import advice, message
from maplestep.messages.language import speaking
from maplestep.services.plan import PlanRequest, plan

# 32 counts, a quarter right on 31, right foot first and free at the end.
DANCE = quarter_dance("right")
# 8 counts that begin with the right foot and end with the weight on it.
LOADED = "1-2 R rock forward, recover\n3-4 R side, L touch\n5-7 hold\n8 L touch\n"
# 8 counts, right foot first; after 4 the right foot carries the weight by a step, at 8 it is free.
STEPS = "1-2 R side, L together\n3 hold\n4 R side\n5-8 L vine left, R touch\n"
# The dance ends on the left foot, so a tag that begins with it is wrong.
LEFT_TAG = STEPS + "Tag\n1-2 L side, R touch\n"
RIGHT_TAG = STEPS + "Tag\n1 R side\n2 hold\n"

SHEETS = {
    "sheet.no-steps": ("A title alone", "There are no steps here yet."),
    "sheet.counts-unreadable": ("0-1 R side", "“0-1” is no count. There is no count 0."),
    "sheet.figure-unknown": (
        "1&2 R shufle forward",
        "“shufle” names no figure known here; these counts are not danced.",
    ),
    "sheet.figure-unknown-alone": (
        "1 R qqqq",
        "“R qqqq” names no figure known here; these counts are not danced.",
    ),
    "sheet.no-steps-on-counts": ("1-2 R side, L together\n3-4", "Nothing is danced on 3-4."),
    "sheet.counts-figures": (
        "1&2&3 R side, L together",
        "1&2&3 has room for 5, but side, together makes 2.",
    ),
    "sheet.rhythm-assumed": (
        "1-2 R shuffle forward",
        "shuffle does not fit on 1-2 as written; danced as 1&2.",
    ),
    "sheet.stretched": (
        "1-4 R rock forward",
        "1-4: the rock is danced slowly, 2 counts a step.",
    ),
    "sheet.turn-size": (
        "1 R side turning left",
        "1: the step turns, but the sheet does not say how far.",
    ),
    "sheet.repeat-nothing": (
        "1-4 R rocking chair\nRepeat section 3",
        "There is no section 3 above to dance again.",
    ),
    "sheet.repeat-length": (
        "1-4 R rocking chair\n5-6 repeat 1-4",
        "This repeats 4 counts on 2.",
    ),
    "sheet.repeat-changed": (
        "1-4 R rocking chair\n5-8 repeat 1-4 with 1/4 turn left",
        "“with 1/4 turn left”: the passage is danced again as it stands.",
    ),
    "sheet.variant-nothing": (
        "Part A\n1-4 R rocking chair\nC' = C with counts 1-2: R walk",
        "C' is made from C, which is not on the sheet above it.",
    ),
    "sheet.option-nowhere": (
        "1-4 R rocking chair\nEasier option for 9-12: R vine",
        "This easier option is for 9-12, where nothing is danced.",
    ),
    "sheet.option-unread": (
        "1-4 R rocking chair\nEasier option: R wibble",
        "The easier option for 1–4 cannot be danced as written.",
    ),
    "sheet.option-differs": (
        "1-2 R step forward, pivot ½ left\nEasier option: R rock forward, hold",
        "The easier option for 1–2 is not equal: it does not turn, instead of ½ left and "
        "it ends on the right foot instead of the left.",
    ),
    "sheet.own-figure": (
        "Figure hen = 1&2 R wibble\n1-4 R rocking chair",
        "The figure “hen” cannot be read from its steps.",
    ),
    "sheet.turn-side": (
        "1-2 R step forward, pivot ½ right",
        "Section 1: ½ right is the hard way round for this pivot; it turns left by itself.",
    ),
    "sheet.event-beyond": (
        "1-8 R weave\nRestart: wall 2 after 16 counts",
        "The note has a restart after 16 counts; the dance has 8.",
    ),
    "sheet.event-facing": (
        # Every wall turns a half; wall 2 begins at 6:00 and ends at 12:00.
        "1-2 R step forward, pivot ½ left\nTag at the end of wall 2 facing 3:00",
        "The note says the tag on wall 2 faces 3:00; danced through it is 12:00.",
    ),
    "sheet.event-facing-start": (
        "1-2 R step forward, pivot ½ left\nTag at the end of wall 2 facing 6:00",
        "6:00 is where wall 2 starts; its tag happens facing 12:00.",
    ),
    "sheet.clock-wall": (
        "1-2 R step forward, pivot ½ left\nTag: wall 3, the 6 o'clock wall",
        "Wall 3 starts at 12:00, so it is not the 6:00 wall.",
    ),
    "sheet.clock-wall-which": (
        "1-2 R step forward, pivot ½ left\nRestart during the 6 o'clock wall",
        "The 6:00 wall is the one that starts at 6:00: wall 2, 4, 6, 8, 10, 12 without restarts.",
    ),
    "sheet.clock-wall-never": (
        "1-2 R step forward, pivot ½ left\nRestart during the 9 o'clock wall",
        "No wall starts at 9:00.",
    ),
    "sheet.section-short": (
        "T\n16 counts\nSection 1\n1-8 R weave\nSection 2\n1-7 R weave",
        "Section 2 has 7 counts; with 8 the dance would have the counts it claims.",
    ),
    "sheet.turn-assumed": (
        "1-2 R step forward, pivot ½",
        "The pivot has no side; taken as ½ left.",
    ),
    "sheet.language": (
        "T\n1-2 Passo destro avanti, giro di 1/2 a sinistra\n3-4 Passo destro a destra, tocco",
        "This sheet is in Italian, which is not read here: nothing of it is danced.",
    ),
    "sheet.feet-differ": (
        "1&2 Shuffle forward R, R, L",
        "1&2: the shuffle is not danced on the feet listed (R, R, L).",
    ),
    "sheet.supplied": (
        "1-2 R side, touch",
        "1-2, as understood: touch with the left foot.",
    ),
    "sheet.uncounted": (
        "1-4 R rocking chair\nstep right side",
        "“step right side” has no counts and is not danced.",
    ),
    "sheet.word-unread": (
        "1-2 R side, touch L beside L",
        "1-2: “L” finds no place in what is danced.",
    ),
    "sheet.figure-described": (
        "1&2 R coaster (step R back, step L together, step R back)",
        "1&2: the figure named and the steps described are not the same: "
        "“step R back, step L together, step R back”.",
    ),
    "sheet.counts-many": (
        "1-900 R rocking chair",
        "1-900: a line may have 128 counts at most; this one is not danced.",
    ),
    "sheet.too-long": (
        "1-8 R rocking chair x2\n" + "Repeat counts 1-8\n" * 900,
        "With all its repeats this sheet has more than 6,000 moves; the rest is not danced.",
    ),
    "sheet.statement-wall": (
        "1-4 R rocking chair\nRestart after 2 counts",
        "“Restart after 2 counts”: it does not say on which wall.",
    ),
    "sheet.place-marked": (
        "1-4 R rocking chair\nRestart on wall 4\n5-8 R rocking chair",
        "“Restart on wall 4”: taken where the sheet marks it, after 4.",
    ),
    "sheet.statement-place": (
        "1-4 R rocking chair\nRestart on wall 4",
        "“Restart on wall 4”: it does not say after which count.",
    ),
    "sheet.statement-number": (
        "1-4 R rocking chair\nRestart on wall 4 after 2 counts, 77",
        "“77” in this note finds no place, so nothing is taken from the note.",
    ),
    "sheet.statement-or": (
        "1-4 R rocking chair\nRestart on wall 3 or 4 after 2 counts",
        "“Restart on wall 3 or 4 after 2 counts”: two walls with an “or” between them.",
    ),
    "sheet.statement-last": (
        "1-4 R rocking chair\nOn the last wall dance 2 counts and pose",
        "“the last wall dance 2 counts”: which wall is the last one depends on the song.",
    ),
    "sheet.statement-every": (
        "1-4 R rocking chair\nTag after every second wall",
        "“Tag after every second”: it does not say which walls these are.",
    ),
    "sheet.statement-clock-wall": (
        "1-4 R rocking chair\nRestart on your second 6 o'clock wall after 2",
        "“Restart on your second 6 o'clock wall after 2”: a wall counted by its clock can be meant "
        "in two ways.",
    ),
    "sheet.statement-half": (
        "1-4 R rocking chair\nRestart halfway through wall 4",
        "“Restart halfway through wall 4”: it does not say after which count.",
    ),
    "sheet.statement-twice": (
        "1-4 R rocking chair\nThe tag is danced twice after wall 5",
        "“tag is danced twice after wall 5”: it is not clear what is danced twice.",
    ),
    "sheet.statement-but_last": (
        "Part A\n1-4 R rocking chair\nPart B\n1-4 R rocking chair\n"
        "In wall 8 leave out the last 2 counts and restart",
        "“In wall 8 leave out the last 2 counts and restart”: counted from the end of the wall.",
    ),
    "sheet.statement-but_not": (
        "1-4 R rocking chair\nTag after wall 3 but not after wall 6",
        "“Tag after wall 3 but not after”: it says where something does not happen as well.",
    ),
    "sheet.statement-with": (
        "1-4 R rocking chair\nRestart on wall 3 after 2 counts with a touch",
        "“Restart on wall 3 after 2 counts”: the steps before the restart have no length.",
    ),
    "sheet.statement-kind": (
        "1-4 R rocking chair\nR/s on wall 3 after 2 counts",
        "“R/s on wall 3 after 2 counts”: it is not clear what happens there.",
    ),
    "sheet.tag-foot": (
        "1-4 R rocking chair\nTag\n1 R side",
        "Tag ends with the weight on the right foot, which has to start again.",
    ),
    "sheet.tag-start-foot": (
        "1-4 R rocking chair\nTag\n1-2 L side, R touch",
        "Tag starts with the left foot, which carries the weight there.",
    ),
    "sheet.restart-foot": (
        "1-4 R rocking chair\nRestart on wall 2 after 1 count",
        "Wall 2 restarts after 1, but the right foot carries the weight there.",
    ),
    "sheet.read-as": (
        "1-2 R side, hold\n3&4 Touch L forward bumping hips L, R, L (weight on L)",
        "3&4: could be read in several ways; read as bump, so that the feet fit.",
    ),
    "sheet.foot-assumed": (
        "1 R side\n2 qqqq\n3 touch",
        "3: the touch names no foot; taken with the right.",
    ),
    "sheet.weight-conflict": (
        "1-2 R side, R together",
        "Section 1, count 2: the right foot carries the weight and cannot move.",
    ),
    "sheet.counts-out-of-order": (
        "1-4 R rocking chair\n3-4 R side, L together",
        "Section 1: 3-4 comes behind count 4.",
    ),
    "sheet.counts-missing": (
        "Section 1\n1-2 R side, L together\n5-8 R rocking chair",
        "Section 1: nothing is written for 3–4.",
    ),
    "sheet.section-too-long": (
        "[1-4] first\n1-6 R walk",
        "Counts 1–4 should have 4 counts and goes on to 6.",
    ),
    "sheet.total-counts": (
        "T\n16 counts\n1-8 R weave",
        "The sheet says 16 counts; the sections add up to 8.",
    ),
    "sheet.part-counts": ("Part A (16 counts)\n1-8 R weave", "A should have 16 counts and has 8."),
    "sheet.walls": (
        "T\n4 walls\n1-2 R step forward, pivot ½ left",
        "The sheet says 4-wall; one wall turns ½, so it has 2.",
    ),
    "sheet.walls-no-turn": (
        "T\n4 walls\n1-8 R weave",
        "The sheet says 4-wall; its turns take each other back, so it has 1.",
    ),
    "sheet.facing": (
        "1-2 R step forward, pivot ½ left (3:00)",
        "Section 1: the sheet says facing 3:00; danced through it is 6:00.",
    ),
    "sheet.end-foot": (
        "1-2 R side, L together\n3-4 R side, hold",
        "The dance ends with the weight on the right foot, which has to start again.",
    ),
    "sheet.end-foot-weigh": (
        LOADED,
        "The dance ends with the weight on the right foot, which has to start again.",
    ),
    "sheet.end-foot-no-steps": (
        "T\nStart weight: right\n1-2 R touch",
        "The dance ends with the weight on the right foot, which has to start again.",
    ),
}
SPINNING = "1-2 R cross, unwind 1½ left (weight L)\n3-4 R side, L together"
SWITCHES = "1&2& R heel switches\n3-4 R side, L together"
LOADS = {
    # Four landings in two counts at 120: 2 a count, 4 a second.
    "load.fast": (SWITCHES, 120, "Section 1, from count 1: 4.0 steps a second at this tempo."),
    "load.fast-eased": (
        f"{SWITCHES}".replace("\n", "\nEasier option 1-2: R together, L together\n"),
        120,
        "Section 1, from count 1: 4.0 steps a second at this tempo.",
    ),
    # 12 eighths are 1.5 turns; at 120 the 4 counts are danced 30 times a minute: 45 turns.
    "load.turns": (SPINNING, 120, "45 whole turns a minute at this tempo."),
    "load.turns-eased": (
        SPINNING.replace("\n", "\nEasier option 1-2: R cross, unwind ½ left (weight L)\n"),
        120,
        "45 whole turns a minute at this tempo.",
    ),
    "load.spin": (SPINNING, 60, "Section 1, from count 2: 1½ turns without a break."),
    "load.spin-eased": (
        SPINNING.replace("\n", "\nEasier option 1-2: R cross, unwind ½ left (weight L)\n"),
        60,
        "Section 1, from count 2: 1½ turns without a break.",
    ),
    # 8 walls of two steps of 0.4 m.
    "load.drift": (
        "1-2 Walk forward R, L",
        60,
        "Over 8 walls the class moves about 6.4 m to the front.",
    ),
    # 8 steps of 0.4 m; the pivot leaves the weight on the foot behind, half round.
    "load.drift-back": (
        "1-8 Walk forward R\n9-10 R forward, pivot ½ left",
        60,
        "The class moves up to 3.2 m to the front before it comes back.",
    ),
}
VERSES = song("verse 32, chorus 32")
# 120 bpm; count 9 comes two seconds late: 3.5 + 0.5 + 2.
STOPPING = song(
    "verse 32, chorus 32", anchors=((F(0), 0.0), (F(7), 3.5), (F(8), 6.0), (F(64), 34.0))
)
# Four counts each: A turns a half, B does not; the right foot is free after both.
AB = (
    "Part A\n1-2 R step forward, pivot ½ left\n3-4 Walk forward R, L\nPart B\n1-4 R rocking chair\n"
)
Case = tuple[str, Song, Sequence[object], str]
FITS: dict[str, Case] = {
    "fit.nothing-danced": (
        DANCE,
        song("verse 32"),
        [40],
        "The dance starts after 40 counts, but the song has only 32.",
    ),
    "fit.parts-left-out": (
        "Part A\n1-8 R weave\nPart B\n1-8 R weave\nPart C\n1-8 R weave\n",
        VERSES,
        [],
        "Every wall is danced as part A; the sheet has B, C besides.",
    ),
    "fit.parts-never-danced": (
        AB,
        song("verse 16"),
        [{"sequence": "A x4"}],
        "The order never comes to B.",
    ),
    "fit.order-unread": (
        AB,
        song("verse 8"),
        [{"sequence": "A ] B"}],
        "“]” in the order is nothing that can be danced.",
    ),
    "fit.order-unknown": (
        AB,
        song("verse 8"),
        [{"sequence": "A, Q, B"}],
        "The sheet has no “Q”.",
    ),
    "fit.order-bracket": (
        AB,
        song("verse 8"),
        [{"sequence": "(A B"}],
        "A bracket “(” in the order has no partner.",
    ),
    "fit.order-times": (AB, song("verse 8"), [{"sequence": "A x0 B"}], "x0 cannot be danced."),
    "fit.order-cut": (
        AB,
        song("verse 8"),
        [{"sequence": "A[3-2] B"}],
        "“[3-2]” does not cut anything.",
    ),
    "fit.order-many": (
        AB,
        song("verse 8"),
        [{"sequence": "A x399 B x2"}],
        "The order has more than 400 parts; the rest is left out.",
    ),
    "fit.order-long": (
        AB,
        song("verse 8"),
        [{"sequence": "A " * 1001}],
        "The order is longer than 2000 characters.",
    ),
    "fit.order-beyond": (
        AB,
        song("verse 8"),
        [{"sequence": "A[1-9] B"}],
        "A[1-9] goes beyond part A, which has 4 counts.",
    ),
    "fit.order-short": (
        AB,
        song("verse 20"),
        [{"sequence": "A B"}],
        "The order is over 12 counts before the song.",
    ),
    "fit.order-never": (
        AB,
        song("verse 8"),
        [{"sequence": "A B A B"}],
        "The song ends in B; A, B is never danced.",
    ),
    "fit.pin": (
        AB,
        song("verse 8"),
        [{"sequence": "A B", "pins": (("B", 0),)}],
        "B has to start at 12:00; as number 2 it starts at 6:00.",
    ),
    "fit.pins": (
        AB,
        song("verse 16"),
        [{"sequence": "A B x3", "pins": (("B", 2),)}],
        "B has to start at 3:00; numbers 2, 3, 4 do not.",
    ),
    "fit.wait-no-stop": (
        DANCE,
        VERSES,
        [happens("wait", 1, "8")],
        "Wait after 8 on wall 1: the song map has no stop there, so no time is waited.",
    ),
    "fit.wait-length": (
        DANCE,
        STOPPING,
        [happens("wait", 1, "8", seconds=9)],
        "Wait 9 s after 8 on wall 1: the band stops for 2.0 seconds there.",
    ),
    "fit.stop-no-wait": (
        DANCE,
        STOPPING,
        [],
        "The band stops for 2.0 seconds after count 8 of wall 1.",
    ),
    "fit.cue-missing": (
        DANCE,
        VERSES,
        [restart(1, "16")],
        "Restart after 16 on wall 1 has no cue.",
    ),
    "fit.never-by-rule": (
        DANCE,
        VERSES,
        [happens("tag", 1, walls=(), phrase=PhraseKind.BRIDGE, counts=4)],
        "Tag +4 never happens: no place in the song is “whenever a bridge ends”.",
    ),
    "fit.never-other-change": (
        DANCE,
        VERSES,
        [
            happens("change", 1, steps="1-2 hold"),
            happens("change", 1, steps="5-6 hold", called="second"),
        ],
        "Step change on 5–6 on wall 1 never happens: its steps are for another part, or that wall "
        "has a step change already.",
    ),
    "fit.change-gone": (
        DANCE,
        VERSES,
        [happens("change", 1, tag="Step change 7")],
        "The sheet has no step change “Step change 7” any more.",
    ),
    "fit.steps-unread": (
        DANCE,
        VERSES,
        [happens("tag", 1, steps="# nothing")],
        "Tag +0 on wall 1 never happens: its steps cannot be read.",
    ),
    "fit.wrong-foot-joint": (
        "Part A\n1-4 R side, L together, R side, hold\nPart B\n1-4 R rocking chair\n",
        song("verse 8"),
        [{"sequence": "A B"}],
        "Wall 1: B comes after A and its right foot is not free.",
    ),
    "fit.wrong-foot-joint-weigh": (
        "Part A\n1-4 R side, L together, R side, L touch\nPart B\n1-4 R rocking chair\n",
        song("verse 8"),
        [{"sequence": "A B"}],
        "Wall 1: B comes after A and its right foot is not free.",
    ),
    "fit.wrong-foot-joint-no-steps": (
        # A's last two counts are a hold on the right foot that B's first begins with.
        "Part A\n1-2 R side, hold\n3-4 hold\nPart B\n1-4 R rocking chair\n",
        song("verse 6"),
        [{"sequence": "A[1-2] A[3-4] B"}],
        "Wall 2: B comes after A and its right foot is not free.",
    ),
    "fit.tag-gone": (
        DANCE,
        VERSES,
        [tag(1, name="Tag 9")],
        "The sheet has no “Tag 9” any more, so wall 1 has no tag.",
    ),
    "fit.not-taken-over": (
        DANCE + "Restart: wall 2 after 8 counts\n",
        VERSES,
        [],
        "The sheet says: Restart: wall 2 after 8 counts. The routine has no such event.",
    ),
    "fit.not-on-sheet": (
        DANCE + "Restart: wall 2 after 8 counts\n",
        VERSES,
        [restart(2, "8"), restart(1, "4")],
        "Restart: wall 1 after 4 counts: the sheet does not say this.",
    ),
    "fit.never-after-song": (
        DANCE,
        VERSES,
        [restart(7, "16")],
        "Restart after 16 on wall 7 never happens: the song ends in wall 2.",
    ),
    "fit.never-beyond-dance": (
        DANCE,
        VERSES,
        [restart(1, "32")],
        "Restart after 32 on wall 1 never happens: the dance has 32 counts.",
    ),
    "fit.never-stopped-before": (
        DANCE,
        VERSES,
        [restart(1, "16"), tag(1, counts=4)],
        "Tag +4 on wall 1 never happens: the wall stops after 16.",
    ),
    "fit.wrong-foot-restart": (
        STEPS,
        VERSES,
        [restart(1, "4")],
        "Wall 1 restarts after 4, but the right foot carries the weight there.",
    ),
    "fit.wrong-foot-restart-weigh": (
        "1-2 R side, L touch\n3-4 L side, R touch\n",
        VERSES,
        [restart(1, "2")],
        "Wall 1 restarts after 2, but the right foot carries the weight there.",
    ),
    "fit.wrong-foot-restart-no-steps": (
        # Wall 1 ends on the right foot; wall 2 holds its first two counts and stops there.
        "1-2 hold\n3-4 R side, hold\n",
        VERSES,
        [restart(2, "2")],
        "Wall 2 restarts after 2, but the right foot carries the weight there.",
    ),
    "fit.wrong-foot-into-tag": (
        STEPS.replace("R touch", "R hold") + "Tag\n1-2 L side, R touch\n",
        VERSES,
        [tag(1, name="Tag")],
        "After wall 1 the tag begins with the left foot, which carries the weight.",
    ),
    "fit.wrong-foot-into-tag-weigh": (
        LEFT_TAG,
        VERSES,
        [tag(1, name="Tag")],
        "After wall 1 the tag begins with the left foot, which carries the weight.",
    ),
    "fit.wrong-foot-into-tag-no-steps": (
        "T\nStart weight: right\n1-2 hold\nTag\n1 R side\n",
        VERSES,
        [tag(1, name="Tag")],
        "After wall 1 the tag begins with the right foot, which carries the weight.",
    ),
    "fit.wrong-foot-out-of-tag": (
        RIGHT_TAG,
        VERSES,
        [tag(1, name="Tag")],
        "After the tag of wall 1 the right foot has to start, but it carries the weight.",
    ),
    "fit.wrong-foot-out-of-tag-weigh": (
        RIGHT_TAG.replace("2 hold", "2 L touch"),
        VERSES,
        [tag(1, name="Tag")],
        "After the tag of wall 1 the right foot has to start, but it carries the weight.",
    ),
    "fit.wrong-foot-out-of-tag-no-steps": (
        LOADED,
        VERSES,
        [tag(1, counts=4)],
        "After the tag of wall 1 the right foot has to start, but it carries the weight.",
    ),
    "fit.claimed-facing": (
        DANCE,
        VERSES,
        [tag(1, counts=4, facing=6)],
        "Tag +4 on wall 1 faces 3:00, not 9:00.",
    ),
    "fit.claimed-facing-is-start": (
        DANCE,
        VERSES,
        [tag(1, counts=4, facing=0)],
        "Tag +4 on wall 1 faces 3:00; 12:00 is where that wall starts.",
    ),
    "fit.claimed-facing-of-many": (
        DANCE,
        song("verse 104"),
        [tag(1, 2, counts=4, facing=2)],
        "Tag +4 on wall 2 faces 6:00, not 3:00.",
    ),
    "fit.wall-off-unit": (
        # A tag of 4 before wall 2 puts it on count 5; the one after it puts wall 3 on count 1.
        DANCE,
        song("verse 104"),
        [tag(1, 2, counts=4)],
        "Wall 2 starts on count 5 of an eight in the music.",
    ),
    "fit.walls-off-unit": (
        DANCE,
        song("verse 100"),
        [tag(1, counts=4)],
        "Walls 2 to 3 start on count 5 of an eight in the music.",
    ),
    "fit.phrases-unmarked": (
        DANCE,
        song("verse 32, unmarked 90"),
        [],
        "90 counts of the song, from count 33 on, have no phrases yet.",
    ),
    "fit.phrase-missed": (
        DANCE,
        song("verse 24, chorus 40"),
        [],
        "Chorus begins on count 25 of wall 1.",
    ),
    "fit.phrase-missed-last": (
        DANCE,
        song("verse 24, chorus 8"),
        [],
        "Chorus begins on count 25 of wall 1.",
    ),
    "fit.phrase-missed-in-tag": (
        DANCE,
        song("verse 34, chorus 34"),
        [tag(1, counts=4)],
        "Chorus begins in the tag after wall 1.",
    ),
    "fit.phrase-missed-in-tag-last": (
        DANCE,
        song("verse 34, chorus 2"),
        [tag(1, counts=4)],
        "Chorus begins in the tag after wall 1.",
    ),
    "fit.final-facing": (
        DANCE,
        song("verse 32"),
        [],
        "The song ends on count 32 of wall 1, facing 3:00.",
    ),
    "fit.final-facing-half": (
        DANCE,
        VERSES,
        [],
        "The song ends on count 32 of wall 2, facing 6:00.",
    ),
}


# Statements that are not taken over, below "1-16 R walk" twice; and two parts where one is named.
_TWO_TAGS = "Tag 1\n1-4 R walk\nTag 2\n1-4 R rocking chair\n"
_TWO_PARTS = "Part A\n1-8 R walk\nPart B\n1-8 R walk\n"
LEFT = {
    "sheet.left-length": ("Tag after wall 2", "It does not say how long the tag is"),
    "sheet.left-which": (_TWO_TAGS + "Tag after wall 2", "The sheet has several of these"),
    "sheet.left-steps": (
        "On wall 3 change counts 15-16",
        "The sheet has no steps for this change.",
    ),
    "sheet.left-middle": (
        "Tag: 4 counts after 16 counts of wall 3",
        "A tag in the middle of a wall.",
    ),
    "sheet.left-place": (
        "Restart on wall 3 after section 9",
        "It does not say after which count.",
    ),
    "sheet.left-rule": (
        "Restart the ninth time you start at 9:00 after 8 counts",
        "No wall of the dance comes to this.",
    ),
    "sheet.left-order": (_TWO_PARTS + "Sequence: A, Z, B", "This order is not read."),
    "sheet.left-part": (
        _TWO_PARTS + "Restart the second time you start at 6:00 after 4 counts",
        "In a phrased dance the order says where it comes.",
    ),
}
# What is said of a routine, on STEPS (8 counts, no turn) with the tag of RIGHT_TAG (2 counts).
CLAIMS = {
    "claim.no-wall": ("there is a restart", "It names no wall."),
    "claim.no-event": ("we dance it twice", "No tag, restart, bridge, step change"),
    "claim.cannot-be": ("step change on wall 2", "The sheet has no steps for this change."),
    "claim.tag-inside": ("tag after 4 counts of wall 2", "A tag in the middle of a wall is taken"),
    "claim.length": ("an 8-count tag after wall 1", "It says 8 counts; Tag on the sheet has 2."),
    "claim.which": (_TWO_TAGS + ">tag after wall 1", "It does not say which of the sheet's tags"),
    "claim.no-length": (">tag after wall 1", "It does not say how long it is; taken as 4 counts"),
    "claim.twice": (
        "restart wall 2 after 4 counts; restart wall 2 after 6 counts",
        "Two restarts are named for wall 2; only the earlier one happens.",
    ),
    "claim.clock-walls": (
        "the 12 o'clock wall: restart after 4",
        "all start at 12:00.",
    ),
}


# DANCE has 32 counts, so its second wall ends a verse of 64; LOADED is eight counts long.
PLANS = {
    "plan.nothing-to-dance": ("A title alone", song("verse 64"), {}, "There is nothing to dance"),
    "plan.no-phrases": (DANCE, song("unmarked 64"), {}, "This song has no marked phrases."),
    "plan.other-unit": (
        "Waltz\n" + "1-3 L twinkle\n4-6 R twinkle\n" * 4,
        song("verse 32, chorus 32"),
        {},
        "Waltz is not counted like this song, which goes by in eights.",
    ),
    # Phrases of 20 counts, walls of 32, and nothing allowed that could bring them together.
    "plan.poor": (
        "Kiln\n" + DANCE,
        song("verse 20, chorus 20, verse 20, chorus 20"),
        {"max_events": 0},
        "Kiln and this song do not go together.",
    ),
    # A restart after 8 counts puts every wall eight counts early: no phrase of 32 is met again.
    "plan.spoilt": (
        DANCE,
        song("verse 32, chorus 32, verse 32, chorus 32"),
        {"max_events": 0, "keep": ("spoils",)},
        "With the events that stay, even the best plan begins only",
    ),
}


def test_every_code_has_its_case() -> None:
    # How a search ends without a plan: planner/test_walls.py, bench/stress.py.
    ends = {"plan.nothing-possible", "plan.given-up"}
    assert {*SHEETS, *LOADS, *FITS, *LEFT, *CLAIMS, *PLANS, *ends} == set(FINDINGS)


@pytest.mark.parametrize("code", PLANS)
def test_what_is_said_of_a_plan(code: str) -> None:
    sheet, music, limits, words = PLANS[code]
    events = [replace(restart(1, "8"), id="spoils")] if "keep" in limits else []
    verdict = plan(timeline(sheet, music, *events).routine, PlanRequest(**limits)).verdict
    assert verdict is not None
    assert verdict.code == code
    assert words in message(verdict)


@pytest.mark.parametrize("code", LEFT)
def test_why_a_statement_is_not_taken_over(code: str) -> None:
    text, words = LEFT[code]
    above = "" if "Part A" in text else "1-16 R walk\n1-16 R walk\n"
    left = taken_over(read_sheet(f"Kiln\n{above}{text}\n")).left
    assert any(words in sentence for sentence in said([each.why for each in left], code))


@pytest.mark.parametrize("code", CLAIMS)
def test_what_is_said_of_a_claim(code: str) -> None:
    *sheet, text = CLAIMS[code][0].split(">")
    steps = STEPS + sheet[0] if sheet else RIGHT_TAG
    line = timeline(steps, song("verse 64"))
    against = [f for claim in check_claims(text, line.routine) for f in claim.against]
    assert any(CLAIMS[code][1] in sentence for sentence in said(against, code))


_ENGLISH_WORDS = (
    r"[{}]|\bNone\b|\b(?:left|right|wall|foot|feet|turn|counts?|after|the|and|with|not|restart"
    r"|step|ending|facing|starts?|forward|together|eight|six|section \d+ \w+ing)\b(?! change)"
)


def said(findings: Sequence[Finding], code: str) -> list[str]:
    findings = [each for f in findings for each in (f, *f.consequences)]
    for finding in findings:
        assert not re.search(r"[{}]|\bNone\b", message(finding) + advice(finding))
        with speaking("fr"):
            french = f"{message(finding)} {advice(finding)}"
        # Beside what is quoted of the user's own words, nothing is left in English.
        assert not re.search(_ENGLISH_WORDS, re.sub("«.*?»", "", french)), french
    return [message(finding) for finding in findings if finding.code == code]


@pytest.mark.parametrize("code", SHEETS)
def test_what_is_said_of_a_sheet(code: str) -> None:
    text, words = SHEETS[code]
    assert words in said(sheet_findings(read_sheet(text)), code)


@pytest.mark.parametrize("code", LOADS)
def test_what_is_said_of_the_load(code: str) -> None:
    text, bpm, words = LOADS[code]
    assert words in said(load_findings(read_sheet(text), bpm=bpm), code)


@pytest.mark.parametrize("code", FITS)
def test_what_is_said_of_a_routine(code: str) -> None:
    sheet, music, rest, words = FITS[code]
    start = next((item for item in rest if isinstance(item, int)), None)
    more = next((item for item in rest if isinstance(item, dict)), {})
    events = [item for item in rest if not isinstance(item, int | dict)]
    line = timeline(sheet, music, *events, start=start, **more)  # type: ignore[arg-type]
    assert words in said(fit_findings(line), code)
