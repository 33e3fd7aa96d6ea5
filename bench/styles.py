"""Styles of the composing bench band: ``styles.toml``, which says what its signs mean."""

from __future__ import annotations

import tomllib
from dataclasses import dataclass, field, fields
from pathlib import Path
from typing import Any


@dataclass(frozen=True)
class Style:
    """One way of playing; ``metre`` beats a bar, ``steps`` a beat."""

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
    swing: tuple[float, float] = (0.5, 0.5)
    walking: bool = False
    programs: dict[str, tuple[int, ...]] = field(default_factory=dict)


def _fixed(value: Any) -> Any:
    if isinstance(value, dict):
        return {key: _fixed(inner) for key, inner in value.items()}
    return tuple(value) if isinstance(value, list) else value


def _style(name: str, told: dict[str, Any]) -> Style:
    known = {each.name for each in fields(Style)}
    assert told.keys() <= known, name
    return Style(name=name, **{key: _fixed(value) for key, value in told.items()})


STYLES = tuple(
    _style(name, told)
    for name, told in tomllib.loads(
        Path(__file__).with_name("styles.toml").read_text("utf-8")
    ).items()
)
