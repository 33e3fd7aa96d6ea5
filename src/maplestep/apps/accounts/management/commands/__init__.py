"""Commands of accounts."""
