"""Teaching: drills of a routine, the plan of an evening, what a class remembers."""
