"""Where should tags and restarts fall? Exactly optimal plans, and what each costs."""
