"""What each line of a sheet is, chosen over the whole sheet."""
