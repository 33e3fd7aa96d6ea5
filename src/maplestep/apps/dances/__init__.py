"""Dances and their step sheets."""
