"""Commands of whoever runs a server."""
