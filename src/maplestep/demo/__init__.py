"""Demo data: invented dances on invented songs, as files of the open format."""
