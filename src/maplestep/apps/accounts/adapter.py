"""What allauth asks of us: secrets are encrypted, and how the product is called on a phone."""

from __future__ import annotations

import base64
import hashlib
from typing import Any, Final

from allauth.mfa.adapter import DefaultMFAAdapter
from cryptography.fernet import Fernet, MultiFernet
from django.conf import settings

_NAME: Final = "Maple Step"


def _locks() -> MultiFernet:
    """The signing key as a key of encryption, and those that were before it."""
    keys = [settings.SECRET_KEY, *settings.SECRET_KEY_FALLBACKS]
    return MultiFernet(
        [Fernet(base64.urlsafe_b64encode(hashlib.sha256(key.encode()).digest())) for key in keys]
    )


class MfaAdapter(DefaultMFAAdapter):  # type: ignore[misc]
    """Encrypts the secrets of second factors."""

    def encrypt(self, text: str) -> str:
        """A secret as the database keeps it."""
        return _locks().encrypt(text.encode()).decode()

    def decrypt(self, encrypted_text: str) -> str:
        """The secret again."""
        return _locks().decrypt(encrypted_text.encode()).decode()

    def get_totp_issuer(self) -> str:
        """What the app shows above the code."""
        return _NAME

    def get_public_key_credential_rp_entity(self) -> dict[str, str]:
        """Whom a passkey is for: this host."""
        return {**super().get_public_key_credential_rp_entity(), "name": _NAME}

    def get_public_key_credential_user_entity(self, user: Any) -> dict[str, Any]:
        """Whose passkey it is."""
        return {**super().get_public_key_credential_user_entity(user), "name": user.username}
