"""Dances put to songs."""
