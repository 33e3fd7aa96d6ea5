"""Who uses Maple Step."""
