"""What a user can change here, one change a file."""
