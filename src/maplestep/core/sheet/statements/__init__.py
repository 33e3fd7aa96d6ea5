"""What a sheet says of tags, restarts, bridges, changes and endings, in any wording."""

from .model import Statement, Statements, Unclear
from .read import read_statements, states_events

__all__ = ["Statement", "Statements", "Unclear", "read_statements", "states_events"]
