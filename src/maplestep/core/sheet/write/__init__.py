"""Sheets written back."""
