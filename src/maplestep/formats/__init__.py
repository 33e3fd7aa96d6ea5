"""Open formats: core values to text and bytes and back. No Django in here."""
