"""Parts, sections and moves from lines."""
