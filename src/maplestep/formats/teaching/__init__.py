"""Files of teaching: the forms kept of an evening, calendars, logs, prints."""
