"""Step sheets as files and on paper."""
