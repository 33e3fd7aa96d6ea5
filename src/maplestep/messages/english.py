"""The product's English: every sentence by its code; ``{names}`` are its facts.

``FINDINGS``: what is the case, then what to do. ``TEXTS``: all others.
"""

from __future__ import annotations

from typing import Final

from .catalogue import Catalogue

FINDINGS: Final[dict[str, tuple[str, str]]] = {
    "sheet.no-steps": (
        "There are no steps here yet.",
        "Write a count, then the steps: 1&2 R shuffle forward.",
    ),
    "sheet.counts-unreadable": ("“{counts}” is no count. {why}", "Write 1, 1-2, 1&2 or 7-8&."),
    "sheet.figure-unknown": (
        "“{text}” names no figure known here; these counts are not danced.",
        "Nearest: {nearest}.",
    ),
    "sheet.figure-unknown-alone": (
        "“{text}” names no figure known here; these counts are not danced.",
        "Write it as single steps: R side, L together.",
    ),
    "fit.not-taken-over": (
        "The sheet says: {said}. The routine has no such event.",
        "Take it over from the sheet, or correct the sheet.",
    ),
    "fit.not-on-sheet": (
        "{said}: the sheet does not say this.",
        "Write it into the sheet, so that both agree.",
    ),
    "sheet.language": (
        "This sheet is in {language}, which is not read here: nothing of it is danced.",
        "English, French, Spanish and German are read. Paste the sheet in one of them.",
    ),
    "sheet.uncounted": (
        "“{said}” has no counts and is not danced.",
        "Write its counts in front of it.",
    ),
    "sheet.word-unread": (
        "{counts}: “{text}” finds no place in what is danced.",
        "Remove it, or write the steps out.",
    ),
    "sheet.figure-described": (
        "{counts}: the figure named and the steps described are not the same: “{text}”.",
        "Correct the one that is wrong.",
    ),
    "sheet.feet-differ": (
        "{counts}: the {figure} is not danced on the feet listed ({feet}).",
        "Correct the feet, or take them out.",
    ),
    "sheet.supplied": (
        "{counts}, as understood: {what}.",
        "Write it out if it is meant otherwise.",
    ),
    "sheet.read-as": (
        "{counts}: could be read in several ways; read as {figures}, so that the feet fit.",
        "Write it out if it is meant otherwise.",
    ),
    "sheet.too-long": (
        "With all its repeats this sheet has more than {most} moves; the rest is not danced.",
        "Repeat less, or split the sheet.",
    ),
    "sheet.counts-many": (
        "{counts}: a line may have {most} counts at most; this one is not danced.",
        "Write fewer counts on a line.",
    ),
    "sheet.statement-wall": (
        "“{said}”: it does not say on which wall.",
        "Give the number of the wall, for example: wall 3.",
    ),
    "sheet.place-marked": (
        "“{said}”: taken where the sheet marks it, after {count}.",
        "Write the count if it is meant otherwise.",
    ),
    "sheet.statement-place": (
        "“{said}”: it does not say after which count.",
        "Write the count, for example: after 16.",
    ),
    "sheet.statement-number": (
        "“{said}” in this note finds no place, so nothing is taken from the note.",
        "Say what the number means, or take it out.",
    ),
    "sheet.statement-or": (
        "“{said}”: two walls with an “or” between them.",
        "Say which one is meant.",
    ),
    "sheet.statement-last": (
        "“{said}”: which wall is the last one depends on the song.",
        "Give its number.",
    ),
    "sheet.statement-every": (
        "“{said}”: it does not say which walls these are.",
        "Give their numbers, or the clock they end at.",
    ),
    "sheet.statement-clock-wall": (
        "“{said}”: a wall counted by its clock can be meant in two ways.",
        "Give the number of the wall.",
    ),
    "sheet.statement-half": (
        "“{said}”: it does not say after which count.",
        "Write the count, for example: after 16.",
    ),
    "sheet.statement-twice": (
        "“{said}”: it is not clear what is danced twice.",
        "Write the tag out at its full length.",
    ),
    "sheet.statement-but_last": (
        "“{said}”: counted from the end of the wall.",
        "Write after which count the wall stops.",
    ),
    "sheet.statement-but_not": (
        "“{said}”: it says where something does not happen as well.",
        "Name only the walls where it happens.",
    ),
    "sheet.statement-with": (
        "“{said}”: the steps before the restart have no length.",
        "Write how many counts they take.",
    ),
    "sheet.statement-kind": (
        "“{said}”: it is not clear what happens there.",
        "Write restart, tag, bridge or ending.",
    ),
    "sheet.tag-foot": (
        "{tag} ends with the weight on the {foot} foot, which has to start again.",
        "Make its last step a touch, or add a step.",
    ),
    "sheet.tag-start-foot": (
        "{tag} starts with the {foot} foot, which carries the weight there.",
        "Start it with the other foot, or change the last step of the wall.",
    ),
    "sheet.restart-foot": (
        "Wall {walls} restarts after {after}, but the {foot} foot carries the weight there.",
        "Make the last step before it a touch, or add a step together.",
    ),
    "sheet.no-steps-on-counts": ("Nothing is danced on {counts}.", "Write the step, or hold."),
    "sheet.counts-figures": (
        "{counts} has room for {landings}, but {figures} makes {moves}.",
        "Give every landing its count, or say hold.",
    ),
    "sheet.rhythm-assumed": (
        "{figures} does not fit on {counts} as written; danced as {meant}.",
        "Write the counts out.",
    ),
    "sheet.stretched": (
        "{counts}: the {figures} is danced slowly, {lasts} counts a step.",
        "Write the steps out if it is meant otherwise.",
    ),
    "sheet.turn-size": (
        "{counts}: the {figure} turns, but the sheet does not say how far.",
        "Write ¼, ½ or another size.",
    ),
    "sheet.repeat-nothing": (
        "There is no {what} above to dance again.",
        "Name a passage that stands before this line.",
    ),
    "sheet.repeat-length": (
        "This repeats {length} counts on {room}.",
        "Change the counts of the line, or of the passage it repeats.",
    ),
    "sheet.variant-nothing": (
        "{part} is made from {base}, which is not on the sheet above it.",
        "Write that part first, or write {part} out.",
    ),
    "sheet.option-nowhere": (
        "This easier option is for {counts}, where nothing is danced.",
        "Put it below the steps it replaces, or give their counts.",
    ),
    "sheet.option-unread": (
        "The easier option for {counts} cannot be danced as written.",
        "Write it so that it fills these counts.",
    ),
    "sheet.option-differs": (
        "The easier option for {counts} is not equal: {differs}.",
        "Whoever dances it comes out differently. Change the option.",
    ),
    "sheet.own-figure": (
        "The figure “{name}” cannot be read from its steps.",
        "Write counts and steps, as in: Figure {name} = 1&2 R side, L together, R cross.",
    ),
    "sheet.turn-assumed": (
        "The {figure} has no side; taken as {turn}.",
        "Write it out if it goes the other way.",
    ),
    "sheet.foot-assumed": (
        "{counts}: the {figure} names no foot; taken with the {foot}.",
        "Write R or L in front of it.",
    ),
    "sheet.weight-conflict": (
        "{section}, count {count}: the {foot} foot carries the weight and cannot move.",
        "Use the {other} foot, or make the step before it a touch.",
    ),
    "sheet.counts-out-of-order": (
        "{section}: {counts} comes behind count {after}.",
        "Renumber the line, or start a new section with a heading.",
    ),
    "sheet.counts-missing": (
        "{section}: nothing is written for {counts}.",
        "Write the steps, or hold.",
    ),
    "sheet.section-too-long": (
        "{section} should have {claimed} counts and goes on to {reached}.",
        "Change the heading, or move the rest to the next section.",
    ),
    "sheet.total-counts": (
        "The sheet says {claimed} counts; the sections add up to {counts}.",
        "Sections: {sections}.",
    ),
    "sheet.section-short": (
        "{section} has {length} counts; with {usual} the dance would have the counts it claims.",
        "Look for what is missing on {counts}, or write hold.",
    ),
    "sheet.part-counts": (
        "{part} should have {claimed} counts and has {counts}.",
        "Change the heading or the steps.",
    ),
    "sheet.walls": (
        "The sheet says {claimed}-wall; one wall turns {turn}, so it has {walls}.",
        "Look for a turn that is missing or goes the wrong way.",
    ),
    "sheet.walls-no-turn": (
        "The sheet says {claimed}-wall; its turns take each other back, so it has {walls}.",
        "Look for a turn that is missing or goes the wrong way.",
    ),
    "sheet.facing": (
        "{section}: the sheet says facing {claimed}; danced through it is {facing}.",
        "Check the turns up to here.",
    ),
    "sheet.turn-side": (
        "{section}: {turn} is the hard way round for this {figure}; it turns {easy} by itself.",
        "Check the side, or the foot before it.",
    ),
    "sheet.event-beyond": (
        "The note has a {event} after {after} counts; the dance has {length}.",
        "Correct the count.",
    ),
    "sheet.event-facing": (
        "The note says the {event} on wall {wall} faces {claimed}; danced through it is {happens}.",
        "Wall {wall} starts at {starts}. Correct the note, or look for a wrong turn.",
    ),
    "sheet.event-facing-start": (
        "{claimed} is where wall {wall} starts; its {event} happens facing {happens}.",
        "Say which of the two is meant.",
    ),
    "sheet.clock-wall": (
        "Wall {wall} starts at {starts}, so it is not the {claimed} wall.",
        "Correct the number or the clock.",
    ),
    "sheet.clock-wall-which": (
        "The {claimed} wall is the one that starts at {claimed}: wall {walls} without restarts.",
        "Give the number of the wall as well.",
    ),
    "sheet.clock-wall-never": (
        "No wall starts at {claimed}.",
        "Correct the clock of the note.",
    ),
    "sheet.end-foot": (
        "The dance ends with the weight on the {foot} foot, which has to start again.",
        "End the {figure} with a touch, or change the weight before it.",
    ),
    "sheet.end-foot-no-steps": (
        "The dance ends with the weight on the {foot} foot, which has to start again.",
        "Change the weight before it.",
    ),
    "sheet.end-foot-weigh": (
        "The dance ends with the weight on the {foot} foot, which has to start again.",
        "Step on the last {figure}, or change the weight before it.",
    ),
    "load.fast": (
        "{section}, from count {count}: {speed} steps a second at this tempo.",
        "Offer an easier option, or teach it on a slower song first.",
    ),
    "load.fast-eased": (
        "{section}, from count {count}: {speed} steps a second at this tempo.",
        "Easier option {option}.",
    ),
    "load.turns": (
        "{turns} whole turns a minute at this tempo.",
        "Offer an option without turns first.",
    ),
    "load.turns-eased": (
        "{turns} whole turns a minute at this tempo.",
        "Easier option {option}.",
    ),
    "load.spin": (
        "{section}, from count {count}: {turn} turns without a break.",
        "Look ahead, and offer an option without the turn.",
    ),
    "load.spin-eased": (
        "{section}, from count {count}: {turn} turns without a break.",
        "Easier option {option}.",
    ),
    "load.drift": (
        "Over {walls} walls the class moves about {metres} m {way}.",
        "Start it with that much room.",
    ),
    "load.drift-back": (
        "The class moves up to {metres} m {way} before it comes back.",
        "Start it with that much room.",
    ),
    "fit.nothing-danced": (
        "The dance starts after {start} counts, but the song has only {length}.",
        "Start earlier, or add phrases to the song.",
    ),
    "fit.parts-left-out": (
        "Every wall is danced as part {first}; the sheet has {others} besides.",
        "Write the order of the parts, as in: A x2, B, A, B x2.",
    ),
    "fit.parts-never-danced": (
        "The order never comes to {others}.",
        "Put it in where it belongs, if it is danced to this song.",
    ),
    "fit.order-unread": (
        "“{said}” in the order is nothing that can be danced.",
        "Write parts, repeats, groups and cuts, as in: (A x2, B) x2, B[1-16].",
    ),
    "fit.order-unknown": (
        "The sheet has no “{said}”.",
        "Use the names of its parts, tags, bridges and endings.",
    ),
    "fit.order-bracket": ("A bracket “{said}” in the order has no partner.", "Close or remove it."),
    "fit.order-times": ("x{said} cannot be danced.", "Repeat it at least once."),
    "fit.order-cut": (
        "“{said}” does not cut anything.",
        "Write it behind a part, first count before last: B[1-16].",
    ),
    "fit.order-many": (
        "The order has more than {said} parts; the rest is left out.",
        "Shorten it.",
    ),
    "fit.order-long": ("The order is longer than {said} characters.", "Shorten it with groups."),
    "fit.order-beyond": (
        "{item} goes beyond part {part}, which has {length} counts.",
        "Cut it inside the part.",
    ),
    "fit.order-short": (
        "The order is over {left} counts before the song.",
        "Add parts, or an ending that says the dance is over.",
    ),
    "fit.order-never": (
        "The song ends in {part}; {items} is never danced.",
        "Remove it, or start earlier.",
    ),
    "fit.pin": (
        "{part} has to start at {pinned}; as number {wall} it starts at {facing}.",
        "Change what comes before it, or the rule.",
    ),
    "fit.pins": (
        "{part} has to start at {pinned}; numbers {walls} do not.",
        "Change what comes before them, or the rule.",
    ),
    "fit.wait-no-stop": (
        "{event} on wall {wall}: the song map has no stop there, so no time is waited.",
        "Mark the stop at the Song desk, or move the wait to it.",
    ),
    "fit.wait-length": (
        "{event} on wall {wall}: the band stops for {lasts} seconds there.",
        "Write that, or leave the seconds out and wait for the cue.",
    ),
    "fit.stop-no-wait": (
        "The band stops for {lasts} seconds after count {count} of {where} {wall}.",
        "Add a wait there, so that nobody dances on.",
    ),
    "fit.cue-missing": (
        "{event} on wall {wall} has no cue.",
        "Write what to listen for.",
    ),
    "fit.never-by-rule": (
        "{event} never happens: no place in the song is “{where}”.",
        "Change the rule, or take it out.",
    ),
    "fit.never-other-change": (
        "{event} on wall {wall} never happens: its steps are for another part, or that wall has "
        "a step change already.",
        "Keep one of the two, with the steps of both.",
    ),
    "fit.change-gone": (
        "The sheet has no step change “{tag}” any more.",
        "Write it into the sheet again, or give the event its own steps.",
    ),
    "fit.steps-unread": (
        "{event} on wall {wall} never happens: its steps cannot be read.",
        "Write counts and steps, as in: 1-4 R rocking chair.",
    ),
    "fit.wrong-foot-joint": (
        "Wall {wall}: {after} comes after {before} and its {foot} foot is not free.",
        "End the {step} on {count} with a touch, or add a step on the & after it.",
    ),
    "fit.wrong-foot-joint-weigh": (
        "Wall {wall}: {after} comes after {before} and its {foot} foot is not free.",
        "Step on the {step} on {count}.",
    ),
    "fit.wrong-foot-joint-no-steps": (
        "Wall {wall}: {after} comes after {before} and its {foot} foot is not free.",
        "Begin on the other foot, or give the counts before it steps.",
    ),
    "fit.tag-gone": (
        "The sheet has no “{tag}” any more, so wall {wall} has no tag.",
        "Write it into the sheet again, or take the tag out.",
    ),
    "fit.never-after-song": (
        "{event} on wall {wall} never happens: the song ends in wall {last}.",
        "Remove it, or move it to an earlier wall.",
    ),
    "fit.never-beyond-dance": (
        "{event} on wall {wall} never happens: the dance has {length} counts.",
        "Choose a count inside the dance.",
    ),
    "fit.never-stopped-before": (
        "{event} on wall {wall} never happens: the wall stops after {cut}.",
        "Take one of the two out.",
    ),
    "fit.wrong-foot-restart": (
        "Wall {wall} restarts after {cut}, but the {foot} foot carries the weight there.",
        "On that wall, end the {step} on {count} with a touch, or add a step on the & after it.",
    ),
    "fit.wrong-foot-restart-weigh": (
        "Wall {wall} restarts after {cut}, but the {foot} foot carries the weight there.",
        "On that wall, step on the {step} on {count}.",
    ),
    "fit.wrong-foot-restart-no-steps": (
        "Wall {wall} restarts after {cut}, but the {foot} foot carries the weight there.",
        "Add a step that frees it.",
    ),
    "fit.wrong-foot-into-tag": (
        "After wall {wall} the tag begins with the {foot} foot, which carries the weight.",
        "End the {step} on {count} with a touch, or begin the tag on the other foot.",
    ),
    "fit.wrong-foot-into-tag-weigh": (
        "After wall {wall} the tag begins with the {foot} foot, which carries the weight.",
        "Step on the {step} on {count}, or begin the tag on the other foot.",
    ),
    "fit.wrong-foot-into-tag-no-steps": (
        "After wall {wall} the tag begins with the {foot} foot, which carries the weight.",
        "Begin the tag on the other foot.",
    ),
    "fit.wrong-foot-out-of-tag": (
        "After the tag of wall {wall} the {foot} foot has to start, but it carries the weight.",
        "End the tag's {step} on {count} with a touch, or add a step to the tag.",
    ),
    "fit.wrong-foot-out-of-tag-weigh": (
        "After the tag of wall {wall} the {foot} foot has to start, but it carries the weight.",
        "Step on the tag's {step} on {count}, or add a step to the tag.",
    ),
    "fit.wrong-foot-out-of-tag-no-steps": (
        "After the tag of wall {wall} the {foot} foot has to start, but it carries the weight.",
        "Write the tag's steps so that they free it.",
    ),
    "fit.claimed-facing": (
        "{event} on wall {wall} faces {facing}, not {claimed}.",
        "Wall {wall} starts at {start}. Correct the claim, or look for a wrong turn.",
    ),
    "fit.claimed-facing-of-many": (
        "{event} on wall {wall} faces {facing}, not {claimed}.",
        "Its walls face differently. Take wall {wall} off it and give that wall one of its own.",
    ),
    "fit.claimed-facing-is-start": (
        "{event} on wall {wall} faces {facing}; {claimed} is where that wall starts.",
        "Say which of the two is meant: starts at {start}, happens facing {facing}.",
    ),
    "fit.wall-off-unit": (
        "Wall {wall} starts on count {count} of an {unit} in the music.",
        "A tag or restart before it can bring it back.",
    ),
    "fit.walls-off-unit": (
        "Walls {wall} to {last} start on count {count} of an {unit} in the music.",
        "A tag or restart before wall {wall} can bring them back.",
    ),
    "fit.phrases-unmarked": (
        "{counts} counts of the song, from count {from} on, have no phrases yet.",
        "Mark them at the Song desk, and the posts here show how the dance sits.",
    ),
    "fit.phrase-missed": (
        "{phrase} begins on count {count} of wall {wall}.",
        "The next wall starts {late} counts late. Restart wall {wall} after {early}, if it suits.",
    ),
    "fit.phrase-missed-last": (
        "{phrase} begins on count {count} of wall {wall}.",
        "It is the last wall.",
    ),
    "fit.phrase-missed-in-tag": (
        "{phrase} begins in the {where} after wall {wall}.",
        "The next wall starts {late} counts late. Shorten the {where}.",
    ),
    "fit.phrase-missed-in-tag-last": (
        "{phrase} begins in the {where} after wall {wall}.",
        "No wall follows.",
    ),
    "fit.final-facing": (
        "The song ends on count {count} of {where} {wall}, facing {facing}.",
        "Finish with {turn} to the {side} to face the front.",
    ),
    "fit.final-facing-half": (
        "The song ends on count {count} of {where} {wall}, facing {facing}.",
        "A ½ turn either way faces the front.",
    ),
    "sheet.left-length": (
        "It does not say how long the tag is, and the sheet has no steps for it.",
        "Say how many counts it has.",
    ),
    "sheet.left-which": (
        "The sheet has several of these; it does not say which one is meant.",
        "Name it: Tag 1, Tag 2.",
    ),
    "sheet.left-steps": (
        "The sheet has no steps for this change.",
        "Write them with the event.",
    ),
    "sheet.left-middle": (
        "A tag in the middle of a wall.",
        "Say whether the dance goes on or begins again.",
    ),
    "sheet.left-place": (
        "It does not say after which count.",
        "Add it: after 16 counts.",
    ),
    "sheet.left-rule": (
        "No wall of the dance comes to this.",
        "Give the number of the wall.",
    ),
    "sheet.left-order": (
        "This order is not read.",
        "Write it as “A, B, A[1-16], Tag”, with the parts’ names.",
    ),
    "sheet.left-part": (
        "In a phrased dance the order says where it comes.",
        "Write it into the order.",
    ),
    "plan.nothing-to-dance": (
        "There is nothing to dance to this song yet.",
        "Write the dance at the Steps desk.",
    ),
    "plan.no-phrases": (
        "This song has no marked phrases.",
        "Mark them at the Song desk; plans follow them.",
    ),
    "plan.given-up": ("The search took too long.", "Allow fewer cuts, tags or events."),
    "plan.nothing-possible": ("Nothing can be danced within these limits.", "Allow more."),
    "plan.other-unit": (
        "{dance} is not counted like this song, which goes by in {unit}.",
        "They do not go together.",
    ),
    "plan.poor": (
        "{dance} and this song do not go together.",
        "Even the best plan begins only {hits} of {phrases} phrases on count 1.",
    ),
    "plan.spoilt": (
        "With the events that stay, even the best plan begins only {hits} of {phrases} phrases "
        "on count 1.",
        "Without them the dance sits well.",
    ),
    "claim.no-wall": ("It names no wall.", "Say on which wall it happens."),
    "claim.no-event": (
        "No tag, restart, bridge, step change or ending is named here.",
        "Name it, with its wall.",
    ),
    "claim.cannot-be": ("{why}", "Correct it and check again."),
    "claim.tag-inside": (
        "A tag in the middle of a wall is taken as a bridge: the wall goes on.",
        "Call it a restart if the dance begins again.",
    ),
    "claim.length": (
        "It says {said} counts; {part} on the sheet has {length}.",
        "Correct the one that is wrong.",
    ),
    "claim.which": (
        "It does not say which of the sheet's tags it is; taken as {counts} counts without steps.",
        "Name it: Tag 1, Tag 2.",
    ),
    "claim.no-length": (
        "It does not say how long it is; taken as {counts} counts without steps.",
        "Say how many counts it has.",
    ),
    "claim.twice": (
        "Two restarts are named for wall {walls}; only the earlier one happens.",
        "Take one of the two out.",
    ),
    "claim.clock-walls": (
        "Walls {walls} all start at {facing}.",
        "Give the number of the one that is meant.",
    ),
}
"""By the code of a finding: what is the case, what to do."""

TEXTS: Final[dict[str, str]] = {
    "fix.write": "Write {text}",
    "fix.take-out": "Remove it",
    "fix.take-out-wall": "Remove from wall {wall}",
    "repair.touch": "Touch instead of stepping on {count}",
    "repair.step": "Step on {count} instead of the {verb}",
    "repair.together": "Step {foot} together on the & after {count}",
    "repair.leave-out": "Leave a step out of the {figure} before {count}",
    "repair.ball-change": "Begin {part} with a ball change",
    "ending.turn": "Stop after {after} and turn {turn} to the front",
    "ending.stand": "Stop after {after}, where you face the front",
    "ending.last-turn": "On the last {figure}, turn {turn} instead of {was}",
    "ending.section": "Stop after {after}, at the end of the section, and turn {turn}",
    "ending.section-stand": (
        "Stop after {after}, at the end of the section, where you face the front"
    ),
    "ending.hold": "Stop after {after}, facing the front, and hold for {left} counts",
    "ending.across": "The {foot} foot is free: step across it, or turn slowly.",
    "plan.fits": "{lead}, so {phrase} begins on count 1 of wall {wall}.",
    "plan.on-unit": ("{lead}, so that the walls after it start on count 1 of an {unit} again."),
    "plan.with-next": "{lead}; only with what comes on wall {wall} does a phrase fit.",
    "plan.alone": "{lead}.",
    "plan.phrase-has": "{phrase} has {counts} counts: {lead}",
    "plan.what.tag": "a tag of {length} follows wall {wall}",
    "plan.what.tag-restart": "wall {wall} stops after {after} for a tag of {length}",
    "plan.what.restart": "wall {wall} stops after {after}",
    "plan.what.other": "{event} on wall {wall}",
    "plan.fill": "{parts} fill it",
    "plan.fill-next": "{parts} fill it, so {phrase} begins with {part}",
    "plan.event": "{event}",
    "plan.bill": "{words}: {more}",
    "plan.nothing": "No tags, no restarts",
    "plan.on-wall": "{event}, wall {walls}",
    "plan.on-walls": "{event}, walls {walls}",
    "cost.phrase": "{said} begins on count {count} of wall {wall}",
    "cost.phrase-over": "{said} begins after the dance is over",
    "cost.off-unit": "Wall {wall} starts on count {count} of an {unit}",
    "cost.event": "{said}, wall {wall}",
    "cost.side": "{said} leaves wall {wall} facing a side or corner",
    "cost.repair": "A foot has to be freed on wall {wall}",
    "cost.different": "{said} is one more thing to remember",
    "cost.away": "{said} as number {wall} is away from its phrase",
    "cost.more.side": "faces a side or corner",
    "cost.more.different": "one more thing to remember",
    "song.bpm": "{before} bpm is now {now}.",
    "song.sixes": "It goes in sixes now.",
    "song.eights": "It goes in eights now.",
    "song.later": "Count 1 is at {at}, {seconds} s later.",
    "song.earlier": "Count 1 is at {at}, {seconds} s earlier.",
    "song.counts": "{before} counts are now {now}.",
    "song.phrase": "{name} starts elsewhere, {name} at {at}.",
    "song.phrases": "{name} and {more} more start elsewhere, {name} at {at}.",
    "song.ends": "The song ends at {at}.",
    "heard.stops": "stops for {seconds} s",
    "heard.slows": "slows down over {seconds} s",
    "heard.as-heard": "as heard",
    "heard.between": "between the beats",
    "heard.shifted": "beats shifted",
    "heard.2": "twice as many counts",
    "heard.3": "three counts for one",
    "heard.1/2": "half as many counts",
    "heard.1/3": "one count for three",
    "heard.for-one": "{counts} counts for one",
    "heard.for": "{counts} counts for {others}",
    "heard.other-beats": "{words}, on the other beats",
    "check.tempo": "Check the tempo: {bpm} bpm is likely, {others} is possible.",
    "check.one": "Check count 1: which beat begins the bar is not sure.",
    "check.unit": "Check whether it goes in eights or in sixes.",
    "check.unsure": "In {seconds} seconds of it the beat is hard to hear; they are marked.",
    "say.line": "{head}: {said}.",
    "say.and": "; ",
    "say.wall": "Wall {n}, starts facing {starts}",
    "say.part": "{n}: {part}{phrase}, starts facing {starts}",
    "say.with": " on {phrase}",
    "say.whole": "dance all {counts} counts, end facing {ends}",
    "say.whole-plain": "dance it through, end facing {ends}",
    "say.restart": "dance {counts} counts, {last}restart facing {ends}",
    "say.cut": "dance counts {first} to {upto} only, end facing {ends}",
    "say.tag": "then the tag of {counts}{steps}, facing {ends}",
    "say.tag-restart": "dance {counts} counts, then the tag of {tag} and restart facing {ends}",
    "say.bridge": (
        "after {after} counts the bridge of {counts}{steps}, then go on with count {next}"
    ),
    "say.wait": "after {after} counts wait{long}, then go on with count {next}",
    "say.wait-end": "then wait{long}",
    "say.change": "with the step change on {counts}: {steps}",
    "say.ending": "after {after} counts the ending{steps}, facing {ends}",
    "say.song": "the song ends after {counts} counts, facing {ends}",
    "say.finish": "finish with {turn} to the {side} to face the front",
    "say.finish-half": "finish with a ½ turn to face the front",
    "say.front": "you face the front",
    "say.listen": "listen for {cue}",
    "say.title": "{dance} to {song}: {counts} counts{walls}",
    "say.start": "Start after {counts} counts ({time}), facing 12:00",
    "say.walls": ", {n} walls",
    "say.wall1": ", 1 wall",
    "say.seconds": " {seconds:g} seconds",
    "say.until": " for the band",
    "say.last": "end on {step}, ",
    "cue.to": "to",
    "cue.facts": "{bpm:g} bpm · {counts} counts of intro · wall 1 at {time}",
    "cue.ends": "ends",
    "cue.song": "Song ends after {count}",
    "cue.cut": "Only to {count}",
    "cue.front": "you face the front",
    "cue.turn": "{turn} {side} to the front",
    "cue.half": "½ turn to the front",
    "cue.right": "right",
    "cue.left": "left",
    "cue.facing": "facing {clock}",
    "print.part": "Part",
    "print.counts": "counts",
    "print.count": "Count",
    "print.wall": "wall",
    "print.walls": "walls",
    "print.steps": "Steps",
    "print.facing": "Facing",
    "print.through": "Through",
    "print.option": "Easier option",
    "print.notes": "Notes",
    "print.cautions": (
        "Warm up first. Dance on a clear, dry floor in shoes that let the foot turn. In turns "
        "look ahead, and stop if you feel dizzy. With balance, knee, hip or back trouble, "
        "dance the option without turns. Keep the music moderate. The hall's rules and the "
        "advice of a doctor or physiotherapist come first."
    ),
    "print.tag": "Tag",
    "print.bridge": "Bridge",
    "print.ending": "Ending",
    "print.change": "Step change",
    "print.turns": "turns {turn} a wall",
    "list.wall": "Wall",
    "list.what": "What",
    "list.part": "Part",
    "list.starts": "Starts facing",
    "list.ends": "Ends facing",
    "list.counts": "Counts",
    "list.from": "From count",
    "list.song-count": "Song count",
    "list.starts-at": "Starts at",
    "list.ends-at": "Ends at",
    "list.phrase": "Phrase",
    "list.happens": "What happens",
    "list.cue": "Cue",
    "list.foot": "Free foot",
    "list.title": "{named} to {song}",
    "list.sheet": "Walls",
    "happens.song-ends": "Song ends after {count}",
    "happens.wait": "Wait for the band",
    "happens.cut": "Cut after {count}",
    "call.wait": "Wait: {cue}",
    "call.wall": "Wall {wall}",
    "call.eight": "{name}, facing {clock}: {counts}",
    "call.song-ends": "{words}, song ends",
    "quiz.wall": "Which wall is being danced?",
    "quiz.facing": "Wall {wall}: which way do you face at its start?",
    "quiz.event": "What comes in wall {wall}?",
    "quiz.nothing": "Nothing: it is danced to its end",
    "quiz.after": "{event}, after {after}",
    "score.part": "{name}, wall {wall}",
    "score.event.restart": "Restart",
    "score.event.tag": "Tag of {counts}",
    "score.event.tag-restart": "Tag of {counts} and restart",
    "score.event.bridge": "Bridge of {counts}",
    "score.event.change": "Step change",
    "score.event.wait": "Wait",
    "score.event.ending": "Ending",
    "score.place": "wall {wall}, after {after}, facing {clock}",
    "score.late": "{counts} late",
    "score.early": "{counts} early",
    "score.in-time": "in time",
    "score.count": "1 count",
    "score.counts": "{counts} counts",
    "score.same": "facing {facing} like the others",
    "score.other": "facing {facing} while the others face {faced}",
    "score.missed": "If it is missed: {when}, {where}.",
    "score.no-way-back": "No wall begins after that.",
    "score.step-in": "Step in at {time}: count 1 of wall {wall}, facing {clock}",
    "score.step-in-part": "Step in at {time}: count 1 of {name}, wall {wall}, facing {clock}",
    "score.on-phrase": "{said}, on “{phrase}”",
    "calls.number.1": "one",
    "calls.number.2": "two",
    "calls.number.3": "three",
    "calls.number.4": "four",
    "calls.number.5": "five",
    "calls.number.6": "six",
    "calls.number.7": "seven",
    "calls.number.8": "eight",
    "calls.number.9": "nine",
    "calls.number.10": "ten",
    "calls.number.11": "eleven",
    "calls.number.12": "twelve",
    "calls.number.13": "thirteen",
    "calls.number.14": "fourteen",
    "calls.number.15": "fifteen",
    "calls.number.16": "sixteen",
    "calls.event.restart": "restart",
    "calls.event.tag": "tag",
    "calls.event.tag-restart": "tag and restart",
    "calls.event.bridge": "bridge",
    "calls.event.change": "step change",
    "calls.event.wait": "wait",
    "calls.event.ending": "ending",
    "calls.ahead.8": "{event} coming",
    "calls.ahead.4": "four more, {event}",
    "calls.wall": "wall {wall}, {faced}",
    "calls.part": "{name}, {faced}",
    "calls.facing.12:00": "front",
    "calls.facing.1:30": "half past one",
    "calls.facing.3:00": "three o’clock",
    "calls.facing.4:30": "half past four",
    "calls.facing.6:00": "back",
    "calls.facing.7:30": "half past seven",
    "calls.facing.9:00": "nine o’clock",
    "calls.facing.10:30": "half past ten",
    "calls.amount.eighth": "eighth",
    "calls.amount.quarter": "quarter",
    "calls.amount.three eighths": "three eighths",
    "calls.amount.half": "half",
    "calls.amount.five eighths": "five eighths",
    "calls.amount.three quarters": "three quarters",
    "calls.amount.seven eighths": "seven eighths",
    "call.ahead": "In {ahead}: {event}, facing {clock}",
    "cli.order": "order: {sequence}",
    "cli.taken": "taken over: {statement}",
    "cli.left": "not taken over, line {line}: {said}",
    "cli.states-nothing": "The sheet states no order, tag, restart or ending.",
    "cli.after": " after {count}",
    "cli.length": ", {counts} counts",
    "cli.statement": "{kind}: wall {walls}{after}{length}",
    "cli.statements": "{kind}: walls {walls}{after}{length}",
    "cli.unclear": "not certain ({cause}): {said}",
    "cli.no-statement": "This states no tag or restart.",
    "cli.points": "{points} points, {hits} of {phrases} phrases",
    "cli.own": "As it is now: {points} points.",
    "cli.on-one": "count 1 of wall {wall}",
    "cli.after-dance": "after the dance",
    "cli.on-count": "count {count} of wall {wall}",
    "cli.late": ", next wall {counts} late",
    "cli.hits": "{hits} of {phrases} phrases begin on count 1.",
    "cli.phrases": "{hits} of {phrases} phrases",
    "cli.level.1": "as counted",
    "cli.level.1/2": "half time",
    "cli.level.2": "double time",
    "cli.to": " to ",
    "cli.fate.stays": "stays",
    "cli.fate.moves": "moves",
    "cli.fate.goes": "goes",
    "cli.fate.new": "new",
    "cli.heard": "{bpm} bpm, {beats} beats, in {counted}s, first beat at {first} s, {sure} sure",
    "cli.counts": "{counts} counts",
    "cli.or": "or {bpm} bpm ({words}, {sure})",
    "cli.turns": "turns {way}",
    "cli.no-turn": "no turn left over",
    "cli.wall": ", {walls} wall ({turns})",
    "cli.walls": ", {walls} walls ({turns})",
    "cli.untitled": "Untitled",
    "cli.sheet": "{title}: {counts} counts{walls}",
    "cli.section.left": "{named}: counts {first}–{last}, {starts} to {ends}, left foot free",
    "cli.section.right": "{named}: counts {first}–{last}, {starts} to {ends}, right foot free",
    "cli.section.either": "{named}: counts {first}–{last}, {starts} to {ends}, either foot free",
    "cli.kind.wall": "wall",
    "cli.kind.tag": "tag",
    "cli.kind.bridge": "bridge",
    "cli.kind.wait": "wait",
    "cli.kind.ending": "ending",
    "cli.song-ends": "song ends on {count}",
    "cli.line": "line {line}: ",
    "cli.severity.wrong": "wrong",
    "cli.severity.doubtful": "doubtful",
    "cli.severity.know": "know",
    "or": "{one} or {other}",
}
"""All other sentences, by their codes."""

_SAID: Final = {("unit", "6"): "sixes", ("unit", "8"): "eights", ("dance", ""): "This dance"}


def _fact(name: str, fact: str) -> str:
    """Facts that are said in a word of their own."""
    return _SAID.get((name, fact), fact)


ENGLISH: Final = Catalogue(findings=FINDINGS, texts=TEXTS, fact=_fact)
