"""The codes an authenticator app shows."""

import hashlib
import hmac


def totp(secret: bytes, at: float, digits: int = 6) -> str:
    """RFC 6238 over RFC 4226, HMAC-SHA-1, steps of 30 s."""
    digest = hmac.digest(secret, int(at // 30).to_bytes(8, "big"), hashlib.sha1)
    offset = digest[-1] & 15
    number = int.from_bytes(digest[offset : offset + 4], "big") & 0x7FFFFFFF
    return str(number % 10**digits).zfill(digits)
