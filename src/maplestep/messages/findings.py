"""Findings and their fixes in words, in the language that is spoken."""

from __future__ import annotations

from ..core.primitives.finding import EventEdit, EventsEdit, Finding, Fix, SheetEdit
from .words import catalogue, fact_in, text


def _said(finding: Finding, which: int) -> str:
    words = catalogue()
    facts = {name: fact_in(words, name, fact) for name, fact in finding.facts.items()}
    return words.put(words.findings[finding.code][which], facts)


def message(finding: Finding) -> str:
    """What is the case, in one sentence."""
    return _said(finding, 0)


def advice(finding: Finding) -> str:
    """What to do about it."""
    return _said(finding, 1)


def sentences(finding: Finding) -> str:
    """What is the case, and what to do about it."""
    return f"{message(finding)} {advice(finding)}".strip()


def fix_words(fix: Fix, finding: Finding) -> str:
    """The label of the button that applies a fix."""
    match fix:
        case EventsEdit():
            return text(fix.code, **fix.facts)
        case SheetEdit():
            return text("fix.write", text=fix.text)
        case EventEdit(claims_facing=None) if fix.walls:
            return text("fix.take-out-wall", wall=finding.place.wall)
        case EventEdit(claims_facing=None):
            return text("fix.take-out")
        case EventEdit():
            return text("fix.write", text=finding.found)
