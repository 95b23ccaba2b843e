"""Writes: making a backup, restoring one, and doing the first by itself every night."""
