"""The words that statements of events are made of, in English and French.

Every number of a text is a token or part of one, so that none can be lost.
"""

from __future__ import annotations

import re
from dataclasses import dataclass
from typing import Final

from ..language.numbers import CARDINAL, ORDINAL

_C: Final = CARDINAL
_COUNTS: Final = r"(?:counts?|cts?|c|temps|comptes?|beats?)\b"
_CLOCK: Final = r"(?:1[0-2]|[1-9])(?:[:.h]\s?[0-5]\d|\s*o['’]?\s*clock|\s?h\b(?!\d))"
_SIDE: Final = r"(?:front|back|home|rear)(?:\s+wall)?(?!\s+(?:rock|shuffle|step|lock|coaster))"
_WALLS: Final = r"(?:walls?|murs?|rotations?|repetitions?|time (?:around|through|you dance (?:it|the dance)|it is danced)|tours?(?= de danse))"
_JOIN: Final = r"\s*(?:,\s*(?:and|et)?|&|\+|/|and(?:\s+also)?|et)\s*"
_SAID: Final = rf"(?:\s*\(\s*(?:(?:both|all)\s+)?(?:facing|face(?: a)?|starts?(?: at| facing)?|starting(?: at| facing)?|at|depart)?\s*(?:{_CLOCK}|{_SIDE})\s*\))?"
_ONE: Final = rf"(?!(?:one|une?)\s+(?:\w+\s+)?(?:re-?start|tag|bridge|reprise|pont)s?\b)(?:{_C})(?!\w|[:.]\d|\s*o.?clock|[\s-]*(?:count|ct|temps|compte)(?!s?\s+\d))"
_LIST: Final = rf"{_ONE}{_SAID}(?:(?:{_JOIN}|\s*(?:[-–](?=(?:w\s?)?\d)|through|thru)\s*)(?:(?:{_WALLS}|w)\s*)?(?:#\s*)?{_ONE}{_SAID})*"
_ORDS: Final = (
    rf"{ORDINAL}(?:{_JOIN}(?:(?:after|at (?:the )?end of|apres)\s+)?"
    rf"(?:(?:the|le|la|du|au|de la)\s+)?{ORDINAL})*"
)
_ALL_THERE_IS: Final = r"(?:\s*(?:only|seulement)(?=\s*(?:$|[,;.)\]]|(?:and|then|et|puis|&)\b))|\s*,?\s*(?:and|then|et|puis|&)\s+(?:re-?start|start|recommence|reprend))"
"""Behind a range of counts: they are all that is danced."""
_BEGINNING: Final = r"(?:the\s+)?(?:top|beginning|start|(?:count\s+)?1|(?:count\s+)?one)\b(?!\s*[-–&:.]\s*\d)|au\s+(?:debut|compte\s+1)\b"
_COUNT: Final = rf"(?P<%s>(?:{_C}))\s?(?P<%s_and>(?<!\s)&(?!\s*\d)|(?<=\s)&(?!\s*\d|\s+(?:re-?start|start|tag|then|puis|recommence|reprend)\b)|½|\.5(?!\d))?(?!\d|:\d)"
_BETWEEN: Final = rf"(?:{_WALLS}|w)\s*(?P<bw1>{_C})\s*(?:and|&|et)\s*(?:le\s+)?(?:(?:{_WALLS}|w)\s*)?(?P<bw2>{_C})"
_NEAR_A_WALL: Final = (
    rf"\s*(?:(?!restart|tag)[a-z]+\s+){{0,4}}(?:{_WALLS}|w\s?\d|{_ORDS}\s+{_WALLS})"
)
"""Behind "R1:" or "T:", which stand for a restart and a tag where walls are named."""

_PATTERNS: Final = (
    ("not", r"\b(?:no|not any|pas de|sans|ni|zero|none|aucune?)\b(?!\s*\.?\s*\d)|(?<=tags)\s*:\s*0\b|(?<=restarts)\s*:\s*0\b"),
    ("fraction", r"\d+\s*/\s*[248]\b|[¼½¾⅛]"),
    ("ordinary", rf"\b(?:{_WALLS}\s*(?:#\s*)?{_LIST}|{_ORDS}\s+{_WALLS})\s*(?:,\s*)?(?:(?:all|both|then|just|each)\s+)?(?:(?:go(?:es)?|run|runs)\s+(?:straight\s+)?through|(?:are|is)\s+(?:all\s+|both\s+)?(?:danced\s+)?(?:(?:as\s+)?(?:normal|usual|written|full|complete|whole)|in full|straight through)|(?:have|has)\s+(?:none|neither)|as (?:normal|usual|written)|in full|normale?s?\b|(?:sont|est)\s+(?:complets?|normale?s?)|complets?\b)"),
    ("nth_clock", rf"(?P<nth>{ORDINAL})\s+time\s+(?:you\s+)?(?:start|begin|face|are at)\w*\s+(?:at|facing|to|the)?\s*(?P<nth_at>{_CLOCK}|{_SIDE})"),
    ("nth_later", rf"\b(?:when|as) (?:you )?(?:start|begin|face|are (?:at|facing))\w*\s+(?:at|facing|to|the)?\s*(?P<later_at>{_CLOCK}|{_SIDE})\s+for\s+the\s+(?P<later>{ORDINAL})\s+time"),
    ("clock_wall", rf"(?:(?P<nth_wall>{ORDINAL})\s+)?(?P<cwall>{_CLOCK})\s+walls?\b|\b(?P<side_wall>front|back)\s+wall\b"),
    ("starts", rf"\b(?:start(?:s|ing)?|begin(?:s|ning)?|depart)\s+(?:(?:the\s+|this\s+)?wall(?:\s+\d{{1,2}})?\s+)?(?:at|facing|to|on|from|a)?\s*(?:the\s+)?(?P<start_at>{_CLOCK}|{_SIDE}|(?<=facing )(?:12|3|6|9)\b(?![:.]|\s*(?:counts?|cts?)))"),
    ("before_wall", rf"[;,]\s*(?:and\s+|you\s+)*(?:start|begin)\s+{_WALLS}\s*{_C}(?=\s+(?:facing|at|on|from)\b)|\b(?:before|then)\s+(?:starting|start|beginning|begin|you start|on to)\s+(?:with\s+)?{_WALLS}\s*{_C}"),
    ("kind_ord", rf"\b(?:{ORDINAL}|{_C})\s+(?:(?:easy|short|quick|little|simple|small)\s+)?(?=(?:restart|tag|bridge|reprise)s?\b)"),
    ("between_walls", rf"\b(?:between|entre)\s+(?:the\s+|les?\s+)?(?:{_BETWEEN}|(?P<bo1>{ORDINAL})(?:\s+{_WALLS})?\s*(?:and|&|et)\s*(?:the\s+|le\s+)?(?P<bo2>{ORDINAL})\s+{_WALLS})"),
    ("walls_ord", rf"\b(?P<ords>{_ORDS})\s+{_WALLS}\b"),
    ("walls_num", rf"\b(?:{_WALLS}|w(?=\s?\d))\s*(?:number\s+|no\.?\s*|#\s*|n°\s*|:\s*)?(?P<list>{_LIST})(?P<or>\s*(?:or|ou)\s+{_C}\b)?"),
    ("every", rf"\b(?:every|each|chaque|tou(?:te)?s? les?|whenever)(?:\s+(?:(?:time|fois|second|other)|(?:{ORDINAL}|{_C})\s+(?:walls?|rotations?|murs?)))?\b"),
    ("last_wall", r"\b(?:the\s+)?(?:last|final|dernier)\s+(?:walls?|murs?|rotation)\b"),
    ("tag_restart", r"\btag\s*(?:[-/&+]|and|et|then)\s*(?:re-?start|reprise)s?\b"),
    ("continue", rf"\b(?:then\s+)?(?:continue|carry on|go on|resume|keep going|continuer)\s+(?:with|from|at|avec|on)?\s*(?:count|compte)?\s*{_C}\b|\b(?:and|then) (?:continue|carry on|go on)\b|\bcarry on as normal\b"),
    ("replace", r"\b(?:replac(?:e|es|ing)|chang(?:e|es|ing)|remplacer?|changer?)\s+(?:the\s+|les\s+|le\s+)?(?:steps?\s+(?:on|of)\s+)?(?:last\s+)?(?:(?:counts?|cts?|steps?|comptes?|temps)\s*|(?=\d{1,3}\s*[-–]\s*\d|\d{1,3}\s+(?:to|for|into|with|by)\b))(?P<rep_a>\d{1,3})(?:\s*[-–&a]\s*(?P<rep_b>\d{1,3}))?"),
    ("change_last", r"\b(?:chang(?:e|es|ing)|replac(?:e|es|ing)|remplacer?|changer?)\s+(?:the\s+|le\s+|la\s+)?(?:last\s+)?(?:touch|scuff|brush|kick|point|flick|hook|hitch|clap|hold|stomp|touche|pointe|(?<=last )(?:step|count)|dernier (?:pas|compte))\b[^.;:()]{0,20}?\s+(?=(?:to|for|into|with|by|par|en)\b)"),
    ("repeat", rf"\b(?:repeat|repeter|do|dance|danser)\s+(?:the\s+)?(?:last\s+(?P<rl>{_C})\s+{_COUNTS}(?:\s+(?:again|twice|once more))?|(?:counts?\s+|cts?\.?\s+|comptes?\s+)?(?P<ra>\d{{1,3}})\s*[-–]\s*(?P<rb>\d{{1,3}})\s+again|counts?\s+(?P<rc>\d{{1,3}})\s*[-–]\s*(?P<rd>\d{{1,3}})(?=.*\bend\b))"),
    ("range", rf"(?:\b(?:dance|danser|only|do)\s+(?:only\s+)?(?:counts?\s+|cts?\.?\s+|comptes?\s+|steps?\s+)?|\b(?:counts?|cts?\.?|comptes?|temps)\s+(?=1\s*[-–]\s*\d{{1,3}}{_ALL_THERE_IS}))1\s*(?:[-–]|to|a)\s*{_COUNT % ('upto', 'upto')}"),
    ("section", rf"\b(?:after|following|apres|at the end of|at|to the end of|until the end of|up to(?: the end of)?|upto)\s+(?:la\s+|the\s+)?(?:section|sec\.?|s|set|part(?:ie)?)\s?(?P<sec>{_C})\b|\b(?:first|after|apres)\s+(?P<secs>{_C})\s+sections?\b|\b(?:do|dance|danser|faire)\s+(?:only\s+)?sections?\s+1\s*(?:[-–&]|and|to|et|a)\s*(?P<sect>{_C})\b|\b(?:after\s+(?:the\s+)?|apres\s+(?:la\s+|le\s+)?)(?P<seco>{ORDINAL})\s+(?:section|set|eight|part(?:ie)?)\b|\b(?:after|following|apres|at the end of|up to)\s+(?P<secn>(?:section|sec\.?|set)\s+)?(?P<secl>[a-h])(?=\s*(?:$|[,;.:()]|on\b|of\b|in\b|facing\b|during\b|face\b|du\b|au\b|sur\b))"),
    ("part", r"\b(?:after|following|apres|at the end of|to the end of)\s+(?:la\s+|the\s+)?part(?:ie)?\s?(?P<part>\d{1,2})\b"),
    # "32c, 4w, easy": what the dance is, and no place in a wall.
    ("head", r"\b\d{1,3}\s?(?:counts?|cts?|c|comptes?|temps)\W{1,4}\d\s?(?:walls?|w|murs?)\b(?!\s*\d)"),
    ("of_section", rf"\b(?:of|de)\s+(?:the\s+|la\s+)?(?:section|sec\.?|part(?:ie)?|set|s)\s?(?P<of_sec>{_C})\b"),
    ("on_count", r"\b(?:on|sur|from)\s+(?:count|ct\.?|compte|le compte)\s+(?P<on>\d{1,3})\b"),
    ("at_count", r"(?:\b(?:at|au)\s+(?:the\s+)?)?\b(?:count|cts?\.?|compte|temps|beat)\s+(?P<at>\d{1,3})\b"),
    ("in_brackets", rf"\(\s*(?:on|at|after|that is|i\.e\.)?\s*(?:count|ct\.?|compte|temps)\s+{_COUNT % ('braced', 'braced')}\s*\)"),
    ("from_one", r"\b(?:from|with|at|au|du)\s+(?:the\s+)?(?:count|ct\.?|compte|temps)\s+(?:1|one)\b(?!\s*[-–&]?\s*\d)"),
    ("after_wall", rf"\b(?:after|apres|following)\s+(?:you(?:['’]ve|\s+have)?\s+(?:done|danced|finished|completed)\s+)?(?:the\s+|le\s+|les\s+|each\s+)?(?={_WALLS}\b|{_ORDS}\s+{_WALLS})"),
    ("end_of", r"\b(?:at\s+)?(?:the\s+)?end\s+of\b|\ba?\s*la fin (?:du|des|de)\b|\bfin (?:du|des)\b|\bat the end\b"),
    ("after", rf"(?:@|\b(?:after|(?<!the )following|apres|(?:up\s*to|upto|until|through|to)(?:\s+and\s+including)?|jusqu'?\s?(?:au|a)|once you'?ve (?:done|danced)|done|danced|dance to|(?:cut|stopped)(?: short)? (?:at|after))(?<=\w)\s)\s*(?:the\s+(?:first\s+)?|les\s+|le\s+(?=\d)|dancing\s+|only\s+)?(?:counts?\s+|cts?\.?\s+|comptes?\s+|temps\s+|beats?\s+|le compte\s+|le temps\s+)?{_COUNT % ('cut', 'cut')}(?:\s*{_COUNTS}|(?=\s|$|[,;.:()]))(?!\s*(?:tag|bridge|sections?))"),
    ("after_nth", rf"\b(?:after|apres|(?:up\s*to|until|through|to)(?:\s+and\s+including)?|jusqu'?\s?(?:au|a))\s+(?:the\s+|le\s+)?(?P<nth_cut>{ORDINAL})\s+(?:count|beat|compte|temps)\b"),
    ("dance", rf"\b(?:dance|danser?|dansez|do|only|just|juste|seulement|(?:ne )?faire(?: que)?|(?:on )?ne danse(?:r|z)? que|only have|has only|have only|stop (?:at|after))\s+(?:only\s+|just\s+)?(?:the\s+first\s+|first\s+|les\s+)?(?:premiers?\s+)?{_COUNT % ('danced', 'danced')}(?:\s+premiers?)?(?:\s*{_COUNTS}|(?=\s+(?:and|then|et|puis)\b|\s+(?:of|on|in|de|du)\s+(?:the\s+|le\s+)?(?:{_WALLS}|{ORDINAL})))(?!\s*(?:tag|bridge))"),
    ("long", rf"(?P<long>{_C})[\s-]*(?:{_COUNTS})?[\s-]*(?=(?:tags?|bridges?|ponts?)\b)"),
    ("of", rf"(?<=tag)\s+(?:of|de)\s+(?P<of>{_C})\b(?:\s*{_COUNTS})?"),
    ("into", rf"(?P<into>{_C})[\s-]*{_COUNTS}\s+into\b"),
    ("left_out", r"\b(?:leave (?:out|off)|omit|skip|miss(?: out)?|drop|ignore|sauter)\s+(?:the\s+|any\s+|le\s+)?(?:tag|bridge|restart|pont|reprise)s?\b"),
    ("cut_section", rf"\b(?:leave (?:out|off)|leaving (?:out|off)|omit|skip|miss(?: out)?|drop|cut|without|sans)\s+(?:the\s+|la\s+)?(?:(?P<last_sec>last|final|derniere)\s+(?:section|set|eight)|(?:section|sec\.?|s|set)\s?(?P<off_sec>{_C})|(?P<off_ord>{ORDINAL})\s+(?:section|set|eight))\b"),
    ("cut_off", r"\b(?:leave (?:out|off)|omit|skip|miss(?: out)?|drop|cut)\s+(?:counts?|cts|comptes?|temps)?\s*(?P<off>\d{1,3})\s*(?:[-–]|to|a)\s*(?P<off_to>\d{1,3})"),
    ("of_all", r"\(\s*(?:out\s+)?of\s+(?:the\s+)?\d{2,3}(?:\s*counts?)?\s*\)"),
    ("counts", rf"(?:(?<=hold )|(?<=hold for )|(?<=tenir ))(?P<held>{_C})(?=[\s*_]*(?:$|[.;,)]))|(?P<counts>{_C})[\s-]*(?P<more>(?:extra|additional|more)\s+)?{_COUNTS}"),
    ("wall_after", rf"(?P<wa>{_C})\s*[(\[]?\s*(?=(?:after|apres)\s+(?:c(?:oun)?t\.?\s+)?\d)"),
    ("restart", rf"\br\s?\d?\s?:(?={_NEAR_A_WALL})|"
     r"\b(?:re-?starts?|reprises?)\s*[:=]\s*[1-6]\s*(?=[-–—:]\s*(?:on|at|in|during|walls?|murs?|au|sur)\b)|"
                r"\bre-?start(?:s|ed)?\b|\brestarting\b|\bredemarr\w+|\breprises?\b|\b(?:re)?start\s+(?:the\s+dance\s+)?(?:again|over|from the (?:top|beginning|start))\b|\bbegin\s+(?:the\s+dance\s+)?(?:again|over)\b|\brepren(?:dre|ds?|ez)\b(?!\s+(?:appui|le poids))|\brecommence[rz]?\b"
                rf"|\b(?:(?:go|goes|going|get|jump)\s+)?(?:straight\s+)?back\s+to\s+{_BEGINNING}|\b(?:retour(?:ner|nez)?|reven(?:ir|ez))\s+{_BEGINNING}"),
    ("short", r"\bshort(?:er)?\s+(?=walls?\b)|\bshort\s+wall\b|\b(?:is|are)\s+short\b|\bhalf[\s-]+walls?\b|(?<=\d )(?:ends?|stops?|finish(?:es)?|is over)(?=\s+after\s+(?:only\s+|just\s+|the\s+|count\s+)*\d)|(?:\b\d\s+)?\bmurs?\s+courts?\b"),
    ("unknown_kind", r"\br/s\b"),
    ("bridge", r"\bbridges?\b|\bpont\b"),
    ("change", r"\bstep change\b|\bchangement de pas\b"),
    ("ending", r"\bending\b(?!\s+(?:with|w|weight|up|in)\b|\s+(?:on|facing)\s+(?:the\s+)?(?:left|right|l|r|both)\b)|\b(?:end|finish) the dance\b|\bto\s+(?:end|finish)\b(?=\s*(?::|,|the dance|on\b|facing|$))|\b(?:dance|song|music)\s+(?:ends|finishes)\b(?!\s+(?:with\s+(?:the\s+)?(?:weight|left|right|l|r)|on\s+(?:the\s+)?(?:left|right|l|r|lf|rf)|weight)\b)|(?:^\W*|[.;]\s+)(?:big\s+)?finish(?:\s*:|(?=\s+on\s+wall))|(?:^\W*|[.;]\s+)fin(?:ale?)?\s*:|(?:^\W*|[.;]\s+)finale?(?=\s+(?:au|sur|du)\b)|\bat the very end\b|\bfin de (?:la )?danse\b"),
    ("hold", r"\b(?:hold|wait|pause|freeze|tenir|tenez|attendre|attendez|patienter)\b(?:\s+for|\s+pendant)?"),
    ("numbered", r"(?P<named>tag|restart|bridge)\s*(?:#|no\.?(?=\s*\d)|n[°º]|number(?=\s*\d))?\s*(?P<no>[1-9]|(?<=\s)[a-d])\b(?!\s+(?:wall|tag|at|the)\b|\d|\s*[-–&]\s*\d|[:.]\d|[\s-]*(?:counts?|cts?|temps|comptes?))|\B#(?P<no2>[1-9])\b"),
    ("tag", r"\bt\s?\d?\s?:(?=" + _NEAR_A_WALL + r")|\btags?\s*/\s*bridges?\b|\bbridges?\s*/\s*tags?\b|\btags?\b"),
    ("item", r"(?:^|(?<=\s))\d{1,2}[.)]\s+(?=(?:re-?start|tag|bridge|ending|walls?|on|at|after|mur|reprise)\b)"),
    ("instead", r"\binstead\b|\bau lieu\b|\bchang(?:e|ing) weight\b"),
    ("insert", r"\binsert(?:ing)?\b|\binserer\b"),
    ("add", r"\b(?:add|adding|extra|additional|ajouter?|rajouter?)\b"),
    ("here", r"\b(?:here|ici)\b"),
    ("but_not", rf"\b(?:but|and)\s+not\b|\bnot\s+(?=(?:done\s+|danced\s+|used\s+|on\s+|in\s+|during\s+|the\s+)*(?:{_WALLS}|{ORDINAL}\s+{_WALLS}))|\bpas\s+(?=(?:au\s+|le\s+)*{_WALLS})|\bexcept\b(?!\s+on\b)|\bsauf\b|\b(?:from|a partir (?:du|de)|des le)\s+(?={_WALLS}\s*\d)|\bonwards?\b|\bif\s+(?:using|you use|dancing to|you dance to)\b|\b(?:radio edit|(?:long|short|album|extended) (?:version|edit))\b"),
    ("half", r"\b(?:half\s?way|moitie|middle)\b"),
    ("twice", r"\b(?:twice|deux fois|x\s?\d)\b"),
    ("but_last", rf"\b(?:leave (?:out|off)|omit|skip|miss(?: out)?|drop|cut|without|except|replace)\s+(?:the\s+|les\s+)?last(?:\s+(?P<but>{_C})\s+{_COUNTS})?"),
    ("front", r"\b(?:facing|face|faces|ends? at|finish(?:es)? at|end facing|finish(?:ing)?(?: facing)?|face a)\s+(?:the\s+)?(?P<front>" + _SIDE + r")"),
    ("clock", rf"(?P<clock>{_CLOCK})"),
    ("side", rf"\b(?P<side>{_SIDE})\b"),
    ("or", r"\b(?:or|ou)\b"),
    ("facing_hour", r"\b(?:facing|face(?: a)?|ends? at|finish(?:es)? at|or|ou)\s+(?P<hour>12|3|6|9)\b(?!\s*(?:counts?|cts?)|[:.h]|\s*o.?clock)"),
    ("sentence", r"[.;\n](?=\s|$)"),
    ("own_steps", rf"(?<=:)\s*(?:counts?\s+)?1\s*[-–]\s*(?P<own>\d{{1,2}})(?!{_ALL_THERE_IS})\s*[:,]?(?=\s+\w)"),
    ("intro", rf"\bintro(?:duction)?\b\s*(?:of|is|de|:)?\s*{_C}\s*{_COUNTS}|{_C}[\s-]*{_COUNTS}\s+intro\b"),
    # "Tags: 1 (after wall 2)", "the tag happens three times": how many there are.
    ("many", rf"\b(?:happens?|comes?|occurs?|is (?:danced|done|added)|se danse|revient)\s+(?:{_C})\s+(?:times|fois)\b|(?:(?<=tag:)|(?<=tags:)|(?<=restart:)|(?<=restarts:)|(?<=bridges:)|(?<=bridge:))\s*[1-9](?=\s*\()"),
    ("span", r"\b(?:counts?|comptes?|temps|steps?)\s*(?P<sa>\d{1,3})\s*[-–]\s*(?P<sb>\d{1,3})\b"),
    ("number", rf"\b(?:{_C})\b(?!\s*bpm)|\b\d{{1,3}}(?:st|nd|rd|th|eme|er|e)\b"),
)  # fmt: skip
# "Tag 2" must be found before "tag"; kinds before the numbers that belong to them.
_ORDER: Final = (
    "head", "many", "of_all", "item", "intro", "not", "ordinary", "fraction", "nth_clock", "nth_later", "clock_wall", "starts", "before_wall", "kind_ord", "numbered",
    "between_walls", "walls_ord", "walls_num", "every", "last_wall", "tag_restart", "continue", "replace", "change_last", "repeat",
    "range", "part", "section", "of_section", "from_one", "on_count", "at_count", "in_brackets", "after_wall", "end_of", "after", "after_nth", "dance", "long", "of",
    "into", "left_out", "cut_section", "cut_off", "counts", "front", "facing_hour", "wall_after", "restart", "short", "unknown_kind", "bridge",
    "change", "ending", "hold", "tag", "insert", "add", "here", "but_not", "half", "instead", "twice", "but_last", "clock", "side",
    "or", "sentence", "own_steps", "span", "number",
)  # fmt: skip
_BY_NAME: Final = dict(_PATTERNS)
_ANY: Final = re.compile("|".join(f"(?P<t_{name}>{_BY_NAME[name]})" for name in _ORDER))
ANY_KIND: Final = re.compile(
    r"\b(?:[rt]\s?\d?\s?:|tag|re-?start|bridge|pont|reprise|ending|redemarr|short|half[ -]wall|extra|add |ajouter|replace"
    r"|begin again|back to|retour|reven(?:ir|ez)|start again|start over|start the dance|begin the dance|recommencer|repren|recommence|murs? courts?"
    r"|last wall|final|(?:ends?|stops?|finish(?:es)?|is over) after|insert|only|just |additional|seulement|ne faire|ne dans|freeze|(?:dance|song|music) ends|(?:big )?finish\b|end the dance|finish the dance|fin\b|hold|wait |pause|tenir |tenez |attend|patienter|repeat|last \w+ counts? (?:again|twice)|r/s|(?:leave (?:out|off)|omit|skip|miss(?: out)?|drop|cut|replace) (?:(?:the )?(?:last|final)|(?:counts? )?\d|(?:the )?(?:section|set|s\d|\w+ section))|to end|very end|ends on|finishes|step change|change )",
)

# "At the end of wall 4 sway R, L": something happens there, without a word for it.
HAPPENS_AT_A_WALL: Final = re.compile(
    rf"\b(?:after|end of|fin du|apres)\s+(?:the\s+|le\s+)?(?:(?:{_WALLS}|w)\s*\d|{_ORDS}\s+{_WALLS})"
    rf"|\b(?:end|fin)\s+(?:w|{_WALLS})\s*\d|\b(?:between|entre)\s+(?:the\s+|les?\s+)?(?:(?:{_WALLS}|w)\s*{_C}\b|{ORDINAL}\b)|\b(?:short|courte?)\b.*\d|\d.*\bshort\b"
)


@dataclass(frozen=True, slots=True)
class Token:
    """One word of a statement with its groups and its place."""

    name: str
    match: re.Match[str]

    @property
    def start(self) -> int:
        return self.match.start()

    @property
    def end(self) -> int:
        return self.match.end()

    def __getitem__(self, group: str) -> str:
        return self.match[group] or ""


def tokens_of(folded: str) -> list[Token]:
    """The tokens of a folded text, in order; words that say nothing of events are left out."""
    found = []
    for match in _ANY.finditer(folded):
        name = next(name for name in _ORDER if match[f"t_{name}"] is not None)
        found.append(Token(name, match))
    return found
