"""Findings: one small check a file, gathered in :mod:`.registry`."""
