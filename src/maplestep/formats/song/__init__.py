"""Song maps as files of other programs."""
