"""Classes, their evenings, and what is remembered of them."""
