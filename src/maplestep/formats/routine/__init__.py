"""Routines as files, lists, calls and on paper."""
