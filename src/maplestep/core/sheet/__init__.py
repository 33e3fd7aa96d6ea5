"""Step sheets: from the text instructors write to parts, sections and moves."""
