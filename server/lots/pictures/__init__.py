"""Seed found in a picture, in a process of its own."""
