"""What the words of a step line mean."""
