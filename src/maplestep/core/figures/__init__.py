"""Figures: a vocabulary written as data, and the one rule that expands it."""
