"""The calls of a routine, with the time that each really takes to say."""

from __future__ import annotations

from collections.abc import Collection, Sequence

from ..core.rehearsal.calls import Call, CallKind
from ..core.rehearsal.score import Score
from ..messages.language import speaking
from ..services.calls import calls_at, texts_of, worded
from .voice import spans_of, spoken_file


def spoken_calls(
    score: Score, kinds: Collection[CallKind], language: str, speeds: Sequence[float]
) -> tuple[dict[str, tuple[float, float]], dict[float, tuple[Call, ...]]]:
    """Where each text is in the file of the voice, (start, length) in seconds, and the calls of
    these kinds at each speed. Raises VoiceError when the synthesiser is missing."""
    with speaking(language):
        cues = worded(score)
        spans = spans_of(texts_of(score, cues), language)
        lasts = {words: seconds for words, (_, seconds) in spans.items()}
        return spans, calls_at(score, cues, kinds, lasts, speeds)


def voice_of(score: Score, language: str) -> bytes:
    """All that is called of a routine, spoken one behind the other, as a WAV file."""
    with speaking(language):
        return spoken_file(texts_of(score, worded(score)), language)
