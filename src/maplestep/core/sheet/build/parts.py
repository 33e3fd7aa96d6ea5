"""Building one part: sections, landings, feet and weight, line by line."""

from __future__ import annotations

import re
from bisect import bisect_left
from collections.abc import Iterator, Mapping, Sequence
from dataclasses import replace
from fractions import Fraction
from math import ceil, floor
from typing import Final

from ...errors import CountError
from ...figures.expand import FigureUse, Stance, expand
from ...primitives.counts import CountList, Feel, label, parse_counts
from ...primitives.feet import Foot, is_free
from ...primitives.finding import Finding
from ...primitives.moves import Move, Span
from ...primitives.turns import FULL
from .. import reading_findings
from ..claims import EVENT_WORDS
from ..counting import EIGHT
from ..language.gauge import gauge
from ..language.interpretations import (
    Fitted,
    fit_line,
    readings,
    rhythms,
    section_column,
    usual_column,
    waltz_column,
)
from ..language.lexicon import Lexicon
from ..language.sharing import counts_in, moved, whole_counts
from ..lines.columns import numbers, option_in
from ..lines.fitting import counted_lines, has_own_counts
from ..lines.model import OptionLine, Remark, SectionHeading, StepLine
from ..lines.repeats import Repetition, read_repetition, repeated_behind
from ..model import Claim, Option, Part, PartKind, Section
from .dancing import conflicts, dance, mirror, placed
from .effort import Effort
from .sections import ZERO, SectionBuilder
from .supplied import what_was_supplied
from .written_out import written_out

MAX_ON_A_LINE: Final = 128
Passage = tuple[Fraction, Fraction, tuple[Fraction, ...]]
"""Counts [start, end) of the part and the landings in them."""


class PartBuilder:
    """Takes the lines of one part and gives the part with what was found."""

    def __init__(
        self,
        *,
        kind: PartKind,
        name: str,
        feel: Feel,
        start: Foot | None,
        claimed: Claim | None,
        span: Span,
        lexicon: Lexicon,
        effort: Effort | None = None,
        others: Mapping[str, Part] | None = None,
        waltz: bool = False,
    ) -> None:
        self.name, self._waltz = name, waltz
        self._effort = effort or Effort()
        self._others = others or {}
        self._kind, self._feel, self._lexicon = kind, feel, lexicon
        self._claimed, self._span = claimed, span
        self._start = self._weight = start
        self._facing = 0
        self._weights: list[Foot | None] = []
        self._opens_unknown = False
        self._sections: list[Section] = []
        self._options: list[Option] = []
        self.findings: list[Finding] = []
        self.landings: list[Fraction] = []
        self.moves: list[Move] = []
        self._opened: SectionBuilder | None = None
        self._headed = False
        self._last: StepLine | None = None
        self._last_landings: tuple[Fraction, ...] = ()

    @property
    def reached(self) -> Fraction:
        """Where the steps so far end, in counts of the part."""
        if self._opened is not None and self._opened.landings:
            return self._opened.base + self._opened.reached
        return self._sections[-1].end if self._sections else ZERO

    @property
    def length(self) -> Fraction:
        """Where the closed sections end."""
        return self._sections[-1].end if self._sections else ZERO

    def open_section(self, heading: SectionHeading) -> None:
        """A new section begins; the one before is complete."""
        # "Section 2" above "Repeat section 1": one section in two lines.
        self._close_section(goes_on=heading.repeats is not None and not heading.title)
        self._headed = True
        self._opened = self._section(heading.span, heading)
        if heading.repeats is not None:
            above = self._sections[-1] if self._sections else None
            length = int(above.end - above.start) if above is not None else 0
            room = (heading.counts or length) if heading.repeats.bare else 0
            self._repeat(heading.repeats, heading, self.length, room)

    def add_remark(self, remark: Remark) -> None:
        """A facing may be claimed in free text below the steps; an empty line ends nothing."""
        if remark.blank or EVENT_WORDS.search(remark.text):
            return
        if self._opened is None and self._is_bare_block() and _names_steps(remark.text):
            length = int(self._claimed.value) if self._claimed else None
            self.open_section(SectionHeading("", remark.span, "", None, length))
        opened = self._opened
        if opened is None:
            return
        if opened.landings:
            opened.claim_facing(remark.text, remark.span)
            if _names_steps(remark.text):
                self.findings.append(reading_findings.uncounted(remark.span, remark.text.strip()))
        elif self._headed:
            opened.pending.append((remark.text, remark.span.start, remark.span))

    def add_steps(self, line: StepLine) -> None:
        """Read a line of steps and dance it."""
        if line.repeats is not None and not line.counts:
            self._again(line, line.repeats)
            return
        counts = self._counts(line)
        if counts is None:
            return
        if self._opened is None or self._starts_over(counts):
            self._close_section()
            self._headed = False
            self._opened = self._section(line.span, None)
        if line.repeats is not None:
            landings = self._opened.place(line, counts, self.findings)
            self._opened.drop_landings(len(landings))
            self._repeat(line.repeats, line, Fraction(ceil(landings[0])), _room(landings))
            return
        option = option_in(line.words)
        self._read_steps(line, counts, line.words if option is None else option[0])
        if option is not None:
            start = line.words_at + option[1]
            place = Span(start, start + len(option[2]), line.span.line)
            self._add_option("", option[2], place.start, place)

    def _read_steps(self, line: StepLine, counts: CountList, words: str) -> None:
        assert self._opened is not None
        if not self._effort.spend(len(counts.positions), line.span, self.findings):
            return
        line, words = self._going_on(line, words)
        fitted = fit_line(
            words, len(counts.positions), counts.whole, self._lexicon, self._effort.ways
        )
        self._effort.looked(fitted)
        fitted = self._in_rhythm(counts, fitted, words)
        if fitted.how == "rhythm":
            self.findings.append(reading_findings.rhythm_assumed(line, fitted, counts.first))
            first = counts.first
            meant = tuple(at + first for at in parse_counts(fitted.rhythm).positions)
            counts = CountList(text=line.counts, positions=meant)
        reached = self._opened.landings[-1] if self._opened.landings else None
        landings = self._opened.place(line, counts, self.findings)
        if reached is not None and landings[0].__floor__() > reached.__floor__() + 1:
            # Nobody knows what is danced on the counts left out; it shows where the feet cross.
            stance = Stance(weight=self._weight, facing=self._facing)
            if fitted.unknown or not fitted.uses or conflicts(fitted, landings, stance):
                self._weight = None
        self.landings.extend(landings)
        self._last, self._last_landings = line, landings
        danced = self._dance(line, landings, fitted)
        ends = [(use.start, own[-1]) for use, own in placed(danced, landings)] if danced else []
        self._opened.claim_facing(line.words, line.span, ends)
        if line.behind:
            self._opened.claim_facing(line.behind, line.span)

    def _going_on(self, line: StepLine, words: str) -> tuple[StepLine, str]:
        """ "5 Fan R toe out", "6 in": a line of one direction goes on with the figure above."""
        lone = _OUT_OR_IN.fullmatch(words)
        last = self.moves[-1] if self.moves else None
        if lone is None or last is None or last.figure not in _GO_ON or last.foot is None:
            return line, words
        figure = _ON_THE_FLOOR.get((last.figure, last.direction, lone[1].casefold()), last.figure)
        foot = f"{last.foot.value} " if last.foot in (Foot.LEFT, Foot.RIGHT) else ""
        named = f"{figure} {foot}"
        return line._replace(
            words=named + words, words_at=line.words_at - len(named)
        ), named + words

    def _in_rhythm(self, counts: CountList, fitted: Fitted, words: str) -> Fitted:
        """Whole counts may stand for the usual rhythm: so, when otherwise the feet cross."""
        stance = Stance(weight=self._weight, facing=self._facing)
        plain = not counts.whole or fitted.how or not fitted.uses or len(fitted.uses) < 2
        if plain or not conflicts(fitted, counts.positions, stance):
            return fitted
        for other in rhythms(words, len(counts.positions), self._lexicon):
            meant = parse_counts(other.rhythm).positions
            if not other.unread and not conflicts(other, meant, stance):
                return other
        return fitted

    def _counts(self, line: StepLine) -> CountList | None:
        """The line's count column; None, and a finding, when it is none or asks too much."""
        said = numbers(line.counts)
        unread = self._weight
        self._weight = None
        if said and max(said) - min(said) > MAX_ON_A_LINE:
            self.findings.append(reading_findings.counts_many(line, MAX_ON_A_LINE))
            return None
        try:
            counts = parse_counts(line.counts, self._feel)
        except CountError as error:
            self.findings.append(reading_findings.counts_unreadable(line, error))
            return None
        self._weight = unread
        return counts

    def add_option(self, line: OptionLine) -> None:
        """An easier way to dance a passage that has been read."""
        self._add_option(line.counts, line.words, line.words_at, line.span)

    def finish(self) -> tuple[Part, tuple[Finding, ...]]:
        """The part as far as it was read."""
        self._close_section()
        part = Part(
            kind=self._kind,
            name=self.name,
            sections=tuple(self._sections),
            start_weight=self._start,
            weights=tuple(self._weights),
            claimed=self._claimed,
            span=self._span,
            opens_unknown=self._opens_unknown,
            options=tuple(self._options),
        )
        return part, tuple(self.findings)

    # sections

    def _section(self, span: Span, heading: SectionHeading | None) -> SectionBuilder:
        title = heading.title if heading and heading.title else f"Section {len(self._sections) + 1}"
        return SectionBuilder(
            base=self.length, title=title, span=span, heading=heading, feel=self._feel
        )

    def _starts_over(self, counts: CountList) -> bool:
        """Without headings a new count 1 begins the next section; so does the count that follows
        a heading's own: "17-24 Repeat steps 9 to 16" behind the steps of "Steps 9 to 16"."""
        opened = self._opened
        assert opened is not None
        if opened.is_full and opened.heading is not None and opened.heading.first is not None:
            return counts.first + 1 == opened.heading.first + (opened.heading.counts or 0)
        return (
            not self._headed and bool(opened.landings) and counts.first < 1 and opened.reached >= 4
        )

    def _close_section(self, *, goes_on: bool = False) -> None:
        opened = self._opened
        if opened is not None and not opened.landings and not self._read_uncounted(opened):
            heading = opened.heading
            if heading is not None and heading.title and heading.repeats is None and not goes_on:
                said = heading.text.strip()
                self.findings.append(reading_findings.uncounted(heading.span, said))
        if opened is not None and opened.landings:
            self._sections.append(opened.finish(self.name, self.findings))
        self._opened = None

    def _read_uncounted(self, opened: SectionBuilder) -> bool:
        """Steps on the heading's own line, or below it without counts, in their usual rhythm:
        are they danced, or said why not?"""
        heading = opened.heading
        if heading is None:
            return False
        wanted = heading.counts
        if has_own_counts(heading.words):
            opened.dance_heading()
            for line in counted_lines(heading.words, heading.words_at, heading.span):
                self.add_steps(line)
            return True
        named = self._without_name(_told(heading, opened.pending), wanted or EIGHT)
        texts = [piece for text in named for piece in _with_tail(*text)]
        if self._in_usual_rhythm(texts, wanted) or self._on_all_counts(texts, wanted):
            opened.dance_heading()
        elif told := next((each for each in texts if _names_steps(each[0])), None):
            self.findings += self._why_uncounted(heading, *told)
        else:
            return False
        return True

    def _without_name(
        self, texts: list[tuple[str, int, Span]], counts: int
    ) -> list[tuple[str, int, Span]]:
        """ "Rumba box fwd - RF side, LF together, ...": a figure's name before all its steps.

        It is a title where the steps fill the section without it, and do not with it.
        """
        named = _NAMED.match(texts[0][0]) if len(texts) == 1 else None
        if named is None:
            return texts
        text, at, span = texts[0]
        told = text[named.end() :]
        whole, alone = (counts_in(section_column(each, self._lexicon)) for each in (text, told))
        fills = alone == counts and whole != counts
        return [(told, at + named.end(), span)] if fills else texts

    def _why_uncounted(
        self, heading: SectionHeading, text: str, at: int, span: Span
    ) -> Iterator[Finding]:
        """A word of the line that is nearly one we know, counts that do not fit, or none at all."""
        first, length = heading.first or 1, heading.counts or EIGHT
        line = StepLine(text, span, whole_counts(first, first + length - 1), at, text, at)
        fitted = fit_line(text, length, True, self._lexicon)
        near = [each for each in fitted.unknown if each.meant]
        yield from (reading_findings.figure_unknown(line, each) for each in near)
        counted = heading.first is not None and heading.counts is not None
        if near:
            return
        if counted and fitted.uses and not fitted.unknown and fitted.how == "short":
            yield reading_findings.landings_do_not_fit(line, length, fitted.uses)
        else:
            yield reading_findings.uncounted(heading.span, text)

    def _in_usual_rhythm(self, texts: Sequence[tuple[str, int, Span]], wanted: int | None) -> bool:
        """Dance lines without counts in their figures' rhythm, when that fills the section."""
        columns = self._usual_columns([text for text, _, _ in texts], wanted)
        lengths = [counts_in(column) for column in columns]
        total = sum(lengths)
        if not total or (wanted or total) != total or (not wanted and total % 2):
            return False
        at = 0
        for (text, offset, span), column, length in zip(texts, columns, lengths, strict=True):
            if length:
                self._add_uncounted(text, offset, span, moved(column, at))
                at += length
        return True

    def _usual_columns(self, texts: Sequence[str], wanted: int | None) -> list[str]:
        """The count column of each text, "" where it is not known."""
        threes = [waltz_column(text, self._lexicon) for text in texts] if self._waltz else []
        if threes and all(threes):
            return threes
        whole = section_column(texts[0], self._lexicon) if len(texts) == 1 else ""
        if whole and (wanted or counts_in(whole)) == counts_in(whole):
            return [whole]
        columns: list[str] = []
        for text in texts:
            # "Same on L" takes as long as what stands before it.
            again = columns and read_repetition(text, counted=True) is not None
            column = whole_counts(1, counts_in(columns[-1])) if again and columns[-1] else ""
            columns.append(column or usual_column(text, self._lexicon))
        return columns

    def _on_all_counts(self, texts: Sequence[tuple[str, int, Span]], wanted: int | None) -> bool:
        """ "[1-8] R figure of eight vine": the words of the heading take all its counts."""
        if not wanted or len(texts) != 1 or wanted > MAX_ON_A_LINE:
            return False
        words, at, span = texts[0]
        fitted = fit_line(words, wanted, True, self._lexicon)
        if fitted.how == "short" or fitted.unknown or not fitted.uses:
            return False
        self._add_uncounted(words, at, span, f"1-{wanted}")
        return True

    def _add_uncounted(self, text: str, offset: int, span: Span, counts: str) -> None:
        again = read_repetition(text, counted=True)
        self.add_steps(StepLine(text, span, counts, offset, text, offset, again))

    def _is_bare_block(self) -> bool:
        """A tag or the like of which nothing has been danced yet."""
        return self._kind is not PartKind.PART and not self._sections

    # repeats

    def _repeat(
        self, asked: Repetition, line: SectionHeading | StepLine, target: Fraction, room: int = 0
    ) -> None:
        source = self._source(asked)
        if source is None:
            self.findings.append(reading_findings.nothing_to_repeat(line, asked))
            return
        start, end = source
        if room and asked.all_so_far and room < end - start:
            start, end = self._just_before(target, room)
        pool, given = self._pool(asked)
        begins, ends = _with_lead_in(pool, start), _with_lead_in(pool, end)
        moves = [move for move in pool if begins <= move.at < ends]
        # Looking through what was danced costs too.
        work = len(moves) + len(pool) // 16
        if not self._effort.spend(work, line.span, self.findings):
            return
        if room and Fraction(room) != end - start:
            self.findings.append(reading_findings.repeat_length(line, room, int(end - start)))
        self.copy(
            moves, (begins, ends), target - start,
            mirrored=_on_the_other_side(asked, moves), span=line.span, landings=given,
        )  # fmt: skip
        if asked.changed:
            self.findings.append(reading_findings.repeated_otherwise(line, asked))

    def _just_before(self, target: Fraction, room: int) -> tuple[Fraction, Fraction]:
        """ "Same again" on four counts: the last four; "as above" on the first of a section: those
        of the section above."""
        above = next((s for s in reversed(self._sections) if s.end <= target), None)
        if above is not None and above.end == target and above.end - above.start > room:
            return above.start, above.start + room
        return target - room, target

    def _pool(self, asked: Repetition) -> tuple[Sequence[Move], Sequence[Fraction] | None]:
        """The moves and landings a repetition takes from: this part's, or another's."""
        other = self._others.get(asked.part.casefold()) if asked.part else None
        if other is None:
            return self.moves, None
        return other.moves, sorted({move.at for move in other.moves})

    def _again(self, line: StepLine, asked: Repetition) -> None:
        """ "Counts 1-4 again": right behind what has been danced."""
        if self._opened is not None and self._opened.is_full:
            self._close_section()
        if self._opened is None:
            self._opened = self._section(line.span, None)
        self._repeat(asked, line, self.reached)

    def _source(self, asked: Repetition) -> tuple[Fraction, Fraction] | None:
        if asked.label:
            return self._of_label(asked.label)
        if asked.part and asked.part.casefold() != self.name.casefold():
            return self._of_other(asked)
        return self._of_sections(asked) if not asked.counts else self._of_counts(asked)

    def _of_sections(self, asked: Repetition) -> tuple[Fraction, Fraction] | None:
        if asked.last > len(self._sections):
            return None
        return self._sections[asked.first - 1].start, self._sections[asked.last - 1].end

    def _of_label(self, label: str) -> tuple[Fraction, Fraction] | None:
        titled = re.compile(rf"(?:Section\s+)?{label}(?![\w'’])")
        for section in self._sections:
            if titled.match(section.title):
                return section.start, section.end
        return None

    def _of_counts(self, asked: Repetition) -> tuple[Fraction, Fraction] | None:
        if asked.back:
            return (self.reached - asked.back, self.reached) if asked.back <= self.reached else None
        if not asked.last:
            return (ZERO, self.reached) if self.reached else None
        start, end = Fraction(asked.first - 1), Fraction(asked.last)
        opened = self._opened
        if opened is not None and opened.landings and end <= opened.reached:
            return opened.base + start, opened.base + end
        return (start, end) if end <= self.reached else None

    def _of_other(self, asked: Repetition) -> tuple[Fraction, Fraction] | None:
        part = self._others.get(asked.part.casefold())
        if part is None or (
            asked.last and asked.last > (part.length if asked.counts else len(part.sections))
        ):
            return None
        if not asked.last:
            return ZERO, part.length
        if asked.counts:
            return Fraction(asked.first - 1), Fraction(asked.last)
        return part.sections[asked.first - 1].start, part.sections[asked.last - 1].end

    def copy(
        self,
        moves: Sequence[Move],
        source: tuple[Fraction, Fraction],
        shift: Fraction,
        *,
        mirrored: bool = False,
        span: Span | None = None,
        landings: Sequence[Fraction] | None = None,
    ) -> None:
        """Dance moves again, ``shift`` counts later, on the other foot if ``mirrored``."""
        opened = self._opened
        assert opened is not None
        pool = self.landings if landings is None else landings
        copied = [at + shift for at in pool if source[0] <= at < source[1]]
        opened.add_landings(copied)
        self.landings.extend(copied)
        for move in moves:
            again = move._replace(at=move.at + shift, span=span or move.span)
            self._take(mirror(again) if mirrored else again)

    # options

    def _add_option(self, counts: str, words: str, words_at: int, span: Span) -> None:
        passages = list(self._passages(counts, words))
        if not passages:
            self.findings.append(reading_findings.option_nowhere(span, counts))
            return
        options = [self._option(passage, words, words_at, span) for passage in passages]
        # Without counts it stands for the line above, or for so many counts before its end.
        known = [option for option in options if option.known]
        equal = [option for option in known if not self._differs(option)]
        self._options.append(next(iter((*equal, *known, *options))))

    def _differs(self, option: Option) -> bool:
        """Does it turn otherwise or end on another foot than the passage?"""
        inside = [
            (move, weight)
            for move, weight in zip(self.moves, self._weights, strict=True)
            if option.start <= move.at < option.end
        ]
        turn = sum(move.turn for move, _ in inside)
        ends = inside[-1][1] if inside else None
        own = option.weights[-1] if option.weights else None
        return (turn - option.net_turn) % FULL != 0 or ends is not own

    def _option(self, passage: Passage, words: str, words_at: int, span: Span) -> Option:
        start, end, landings = passage
        fitted, landings = self._option_fitted(passage, words)
        known = bool(fitted.uses) and fitted.how != "short" and not fitted.unknown
        before = [(m, w) for m, w in zip(self.moves, self._weights, strict=True) if m.at < start]
        weight = before[-1][1] if before else self._start
        facing = sum(move.turn for move, _ in before)
        moves: list[Move] = []
        weights: list[Foot | None] = []
        stance = Stance(weight=weight, facing=facing)
        for danced in dance(fitted, landings, stance, offset=words_at, line=span.line):
            for move in danced:
                weight = move.weight or weight
                moves.append(move)
                weights.append(weight)
        return Option(
            start=start,
            end=end,
            moves=tuple(moves),
            weights=tuple(weights),
            length=end - start,
            text=words,
            span=span,
            known=known,
        )

    def _option_fitted(self, passage: Passage, words: str) -> tuple[Fitted, tuple[Fraction, ...]]:
        """An option danced on the landings it stands for, or else on whole counts."""
        start, end, landings = passage
        fitted = fit_line(words, len(landings), False, self._lexicon)
        if fitted.how or fitted.unknown or not fitted.uses:
            landings = tuple(Fraction(n) for n in range(int(start), int(end)))
            fitted = fit_line(words, len(landings), True, self._lexicon)
        if fitted.how == "rhythm":
            landings = tuple(at + start for at in parse_counts(fitted.rhythm).positions)
        return fitted, landings

    def _passages(self, counts: str, words: str) -> Iterator[Passage]:
        """What an option may stand for, the likeliest first."""
        passage = self._passage(counts)
        if passage is not None:
            yield passage
        if counts or self._opened is None:
            return
        length = counts_in(usual_column(words, self._lexicon))
        end = self.reached
        for start in sorted({at.__floor__() for at in self._opened.landings}, reverse=True):
            if length and end - 8 <= start <= end - length:
                landings = tuple(Fraction(start + n) for n in range(length))
                yield Fraction(start), Fraction(start + length), landings

    def _passage(self, counts: str) -> Passage | None:
        """The counts an option is for, with their landings; those of the last line by default."""
        if not counts:
            if not self._last_landings:
                return None
            first, last = self._last_landings[0], self._last_landings[-1]
            start = Fraction(max(first.__floor__(), 0))
            return start, Fraction(last.__floor__() + 1), self._last_landings
        try:
            asked = parse_counts(counts, self._feel)
        except CountError:
            return None
        bases = [self._opened.base] if self._opened is not None else []
        bases += [self._sections[-1].start] if self._sections and not bases else []
        for base in (*bases, ZERO):
            landings = tuple(at + base for at in asked.positions)
            end = Fraction(landings[-1].__floor__() + 1)
            if end <= self.reached:
                return Fraction(max(landings[0].__floor__(), 0)), end, landings
        return None

    # dancing

    def _dance(
        self, line: StepLine, landings: tuple[Fraction, ...], fitted: Fitted
    ) -> Fitted | None:
        """Dance a line; what was danced in the end, None when nothing could be."""
        if fitted.unknown:
            # Nobody knows which foot it ends on; guessing would only add false alarms.
            self._weight = None
            self._opens_unknown = self._opens_unknown or not self._weights
            self.findings.extend(
                reading_findings.figure_unknown(line, each) for each in fitted.unknown
            )
            return None
        if not fitted.uses:
            self.findings.append(reading_findings.no_words(line))
            return None
        if fitted.how == "short":
            self.findings.append(
                reading_findings.landings_do_not_fit(line, len(landings), fitted.uses)
            )
        elif fitted.how == "stretched":
            self.findings.append(reading_findings.stretched(line, fitted))
        self.findings.extend(reading_findings.word_unread(line, each) for each in fitted.unread)
        if fitted.differs:
            self.findings.append(reading_findings.described_otherwise(line, fitted.differs))
        stance = Stance(weight=self._weight, facing=self._facing)
        better = self._better(line, landings, fitted, stance)
        if better is not None:
            ways = [
                edit
                for way in (better, fitted)
                if (edit := written_out(line, landings, way, stance, self._lexicon))
            ]
            self.findings.append(reading_findings.read_as(line, better.uses, ways))
            fitted = better
        supplied: list[str] = []
        for use, own in placed(fitted, landings):
            self._figure(line, use, own, supplied)
        if supplied:
            self.findings.append(reading_findings.supplied(line, supplied))
        return fitted

    def _better(
        self, line: StepLine, landings: tuple[Fraction, ...], fitted: Fitted, stance: Stance
    ) -> Fitted | None:
        """Another way to read the line, when in this one a foot moves that carries the weight."""
        if fitted.how or not conflicts(fitted, landings, stance):
            return None
        first = fitted.uses[0].foot if fitted.uses else None
        if first is not None and first is stance.weight:
            return None  # the foot that is named carries the dancer: no reading mends that
        words = line.words
        for other in readings(words, len(landings), self._lexicon):
            if other.cost > _OTHER_READING or other.unread or other.uses == fitted.uses:
                continue
            if not conflicts(other, landings, stance):
                return other
        return None

    def _figure(
        self,
        line: StepLine,
        use: FigureUse,
        landings: tuple[Fraction, ...],
        supplied: list[str],
    ) -> None:
        stance = Stance(weight=self._weight, facing=self._facing)
        expansion = expand(use, landings, stance, offset=line.words_at, line=line.span.line)
        if expansion.assumed_turn:
            self.findings.append(reading_findings.turn_assumed(line, use, expansion.assumed_turn))
        elif use.no_amount and not use.asks_turn:
            self.findings.append(reading_findings.turn_without_size(line, use))
        if expansion.feet_differ(use):
            self.findings.append(reading_findings.feet_differ(line, use))
        if expansion.assumed_foot and self._weights:
            self.findings.append(reading_findings.foot_assumed(line, use, expansion.assumed_foot))
        supplied.extend(what_was_supplied(use, expansion.moves))
        for move in expansion.moves:
            self._take(move)

    def _take(self, move: Move) -> None:
        """Follow the weight; a foot that carries the dancer cannot move."""
        assert self._opened is not None
        foot = move.foot
        if not self._weights and self._start is None and foot in (Foot.LEFT, Foot.RIGHT):
            self._start = self._weight = foot.other
        if foot is not None and not is_free(foot, self._weight) and not move.may_move_loaded_foot:
            self._slid_with_weight(foot)
        loaded = foot is not None and not is_free(foot, self._weight)
        if loaded and not move.may_move_loaded_foot and not self._just_said(foot):
            said = self._opened.count_words(move.at), self._opened.title
            before = next((m for m in reversed(self.moves) if m.weight is foot), None)
            self.findings.append(reading_findings.weight_conflict(move, said, before))
        if move.weight is not None:
            self._weight = move.weight
        self._facing += move.turn
        self._weights.append(self._weight)
        self.moves.append(move)
        self._opened.moves.append(move)

    def _just_said(self, foot: Foot | None) -> bool:
        """ "L heel, L heel" on a loaded foot: the move before was the same foot's, and told."""
        last = self.moves[-1] if self.moves else None
        same = last is not None and last.foot is foot and last.weight is None
        return same and last is not None and not last.may_move_loaded_foot

    def _slid_with_weight(self, needed: Foot) -> None:
        """ "Slide L up to R" takes the weight when R is the next to move."""
        index = len(self.moves) - 1
        last = self.moves[index] if self.moves else None
        if (
            last is None
            or last.figure != "slide together"
            or last.foot is not needed.other
            or last.weight
        ):
            return
        slid = last._replace(weight=last.foot)
        self._weight = self._weights[index] = last.foot
        self.moves[index] = slid
        counts = label(slid.at, self._feel)
        if self._opened is not None and self._opened.moves:
            counts = self._opened.count_words(slid.at)
            self._opened.moves[-1] = slid
        else:
            before = self._sections[-1]
            self._sections[-1] = replace(before, moves=(*before.moves[:-1], slid))
        what = f"slide taking the weight on the {needed.other.word} foot"
        self.findings.append(reading_findings.supplied_move(slid, counts, what))


_OTHER_READING: Final = 1.6


_OUT_OR_IN: Final = re.compile(r"(?:and\s+|back\s+)?(in|out)\W*", re.IGNORECASE)
_GO_ON: Final = frozenset({"touch", "point", "toe", "heel", "toe fan", "heel fan"})
_ON_THE_FLOOR: Final = {("heel", "out", "in"): "heel fan", ("toe", "out", "in"): "toe fan"}


def _side_of(moves: Sequence[Move]) -> Foot | None:
    """The side a passage goes to first: that of its first step to the side."""
    return next(
        (m.foot for m in moves if m.direction == "side" and m.foot in (Foot.LEFT, Foot.RIGHT)), None
    )


def _on_the_other_side(asked: Repetition, moves: Sequence[Move]) -> bool:
    """Whether a repeat is danced with the other foot: said so, or by its lead foot or its side."""
    lead = next((m.foot for m in moves if m.foot in (Foot.LEFT, Foot.RIGHT)), None)
    return (
        asked.mirrored
        or (asked.starting is not None and asked.starting is not lead)
        or (asked.toward is not None and asked.toward is not (_side_of(moves) or lead))
    )


def _room(landings: Sequence[Fraction]) -> int:
    """How many whole counts a column has: "3&4" and "&3-4" have two."""
    return floor(landings[-1]) - ceil(landings[0]) + 1


def _with_lead_in(moves: Sequence[Move], at: Fraction) -> Fraction:
    """Where the passage from count ``at`` begins: "&1" has its first move half a count before."""
    index = bisect_left(moves, at, key=lambda move: move.at)
    if index == len(moves):
        return at
    begins = at
    while index and at - 1 < moves[index - 1].at < at:
        index -= 1
        if moves[index].span.line == moves[index + 1].span.line:
            begins = moves[index].at
        else:
            break
    return begins


def _told(
    heading: SectionHeading, pending: Sequence[tuple[str, int, Span]]
) -> list[tuple[str, int, Span]]:
    """The words of a heading and of the lines without counts below it."""
    if not heading.words:
        return list(pending)
    texts = _run_together([(heading.words, heading.words_at, heading.span), *pending])
    # "Begin again!" below the last one is no step.
    return [each for each in texts if _names_steps(each[0])] or texts


def _run_together(texts: Sequence[tuple[str, int, Span]]) -> list[tuple[str, int, Span]]:
    """The words of an item that the edge of the page cut, put together, places kept."""
    found = list(texts[:1])
    for text, offset, span in texts[1:]:
        words, at, first = found[-1]
        gap = offset + len(text) - len(text.lstrip()) - at - len(words)
        begins = text.lstrip()[:1]
        cut = begins.islower() or begins in "½¼¾⅛&" or text.strip() in _SIDES
        if cut and 0 < gap <= _MOST_GAP:
            joined = Span(first.start, span.end, first.line)
            found[-1] = (words + " " * gap + text.strip(), at, joined)
        else:
            found.append((text, offset, span))
    return found


_NAMED: Final = re.compile(r"[^\W\d_][^,;:–—]{2,40}?(?:\s[-–—]|:)\s+(?=\S)")
_MOST_GAP: Final = 12
_SIDES: Final = frozenset({"R", "L", "D", "G", "RF", "LF", "PD", "PG"})


def _with_tail(text: str, at: int, span: Span) -> Iterator[tuple[str, int, Span]]:
    """The text, and "same on L" behind it as one of its own."""
    cut = repeated_behind(text)
    yield (text[: cut[0]] if cut else text), at, span
    if cut:
        yield text[cut[1] :], at + cut[1], span


_TELLING: Final = 6


def _names_steps(text: str) -> bool:
    """Are these the words of steps, feet and all? One strange word among many is a step too."""
    seen = gauge(text)
    told = seen.steps > 0 and seen.feet > 0
    return told and (not seen.unknown or seen.steps + seen.feet >= _TELLING * seen.unknown)
