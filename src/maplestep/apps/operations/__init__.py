"""What whoever runs a server needs: backup and restore."""
