"""The command line: sheets, songs and routines without a server."""
