"""Maple Step: lays a line dance on a song and checks what comes out."""
