"""Song maps and their phrases."""
