"""The trade: counts, turns, feet, sheets, songs, routines and their timeline.

Pure Python and exact. Nothing in here imports Django, does input or output,
or looks at the clock; an import rule in ``pyproject.toml`` proves it.
"""
