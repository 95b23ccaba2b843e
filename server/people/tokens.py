"""Secret tokens that stand in an address: shown once, and kept as their digest only."""

import hashlib
import secrets


def new_token() -> str:
    """A token that nobody guesses."""
    return secrets.token_urlsafe(24)


def digest_of(token: str) -> str:
    """What is kept of it."""
    return hashlib.sha256(token.encode()).hexdigest()
