"""Rehearsing a routine: its score, where one can step in, what is called, what is asked."""
