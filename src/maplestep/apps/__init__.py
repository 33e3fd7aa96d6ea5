"""What users do, one Django app a domain: accounts, songs, dances, routines."""
