"""Words for what is heard where phrases begin."""

from __future__ import annotations

from collections.abc import Mapping

from ..core.song.listening import Cue
from .words import text


def heard_cues() -> Mapping[Cue, str]:
    """What each cue is called in the language that is spoken."""
    return {cue: text(f"heard.{cue.value}") for cue in Cue}
