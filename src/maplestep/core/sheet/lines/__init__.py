"""What each line of a sheet is."""
