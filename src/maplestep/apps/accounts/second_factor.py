"""A second factor beside the password: an authenticator app's codes (TOTP, RFC 6238), passkeys
(WebAuthn), and recovery codes for when neither is at hand. The package allauth.mfa does the work.
"""

from __future__ import annotations

import json
import secrets
from typing import Any, Final

from allauth.mfa.models import Authenticator
from allauth.mfa.recovery_codes.internal.auth import RecoveryCodes
from allauth.mfa.totp.internal.auth import (
    TOTP,
    clear_totp_secret,
    format_hotp_value,
    get_totp_secret,
    hotp_value,
    validate_totp_code,
    yield_hotp_counters_from_time,
)
from allauth.mfa.utils import decrypt
from allauth.mfa.webauthn.internal.auth import (
    WebAuthn,
    begin_authentication,
    begin_registration,
    complete_authentication,
    complete_registration,
    parse_registration_response,
)
from django.core.exceptions import ValidationError
from django.db import transaction
from django.http import HttpRequest

from ...core.errors import MapleStepError
from ..errors import NotHere
from .models import User
from .throttle import spent

MAX_PASSKEYS: Final = 10
_KINDS: Final = (Authenticator.Type.TOTP, Authenticator.Type.WEBAUTHN)


class WrongCode(MapleStepError):
    """This code is not right, or was used already. Wait for the next one."""

    field = "code"


class CodeIsMissing(MapleStepError):
    """Type the code of your authenticator app, or one of your recovery codes."""

    field = "code"


class NotThisPasskey(MapleStepError):
    """This passkey does not belong to this account, or it took too long. Try again."""

    field = "passkey"


class TooManyPasskeys(MapleStepError):
    """An account has at most ten passkeys. Take one away first."""


def authenticators(user: User) -> list[Authenticator]:
    """What the user signs in with beside the password, recovery codes left out."""
    return list(Authenticator.objects.filter(user=user, type__in=_KINDS).order_by("pk"))


def has_second_factor(user: User) -> bool:
    """Whether the password alone is not enough."""
    return bool(authenticators(user))


def _one(user: User, kind: Authenticator.Type) -> Authenticator | None:
    return Authenticator.objects.filter(user=user, type=kind).first()


def codes_left(user: User) -> list[str]:
    """The recovery codes that were not used."""
    found = _one(user, Authenticator.Type.RECOVERY_CODES)
    return list(RecoveryCodes(found).get_unused_codes()) if found else []


def turn_on_app(user: User, code: str) -> list[str]:
    """Keep the app whose code this is; the secret is the one in the session.

    Returns the recovery codes. Raises WrongCode.
    """
    secret = get_totp_secret()
    if not validate_totp_code(secret, code):
        raise WrongCode
    Authenticator.objects.filter(user=user, type=Authenticator.Type.TOTP).delete()
    TOTP.activate(user, secret)
    RecoveryCodes.activate(user)
    return codes_left(user)


def forget_app_secret(request: HttpRequest) -> None:
    """The secret in the session is of no more use."""
    clear_totp_secret(request)


def turn_off(user: User, pk: int | None = None) -> None:
    """Take away one passkey, or with no key named the app; with the last go the recovery codes.

    Raises NotHere when the user has no such passkey.
    """
    mine = Authenticator.objects.filter(user=user)
    if pk is None:
        mine.filter(type=Authenticator.Type.TOTP).delete()
    elif not mine.filter(type=Authenticator.Type.WEBAUTHN, pk=pk).delete()[0]:
        raise NotHere
    if not has_second_factor(user):
        mine.delete()


def new_codes(user: User) -> list[str]:
    """Recovery codes instead of those before."""
    Authenticator.objects.filter(user=user, type=Authenticator.Type.RECOVERY_CODES).delete()
    RecoveryCodes.activate(user)
    return codes_left(user)


def check_code(user: User, code: str) -> None:
    """Let an app's code or a recovery code pass, each once.

    Raises CodeIsMissing, WrongCode, and TooOften after ten codes within ten minutes.
    """
    said = code.replace(" ", "")
    if not said:
        raise CodeIsMissing
    spent(
        f"code {user.pk}", 10,
        "Ten codes were tried for this account within ten minutes. Wait {minutes} minutes.",
    )  # fmt: skip
    app = _one(user, Authenticator.Type.TOTP)
    rescue = _one(user, Authenticator.Type.RECOVERY_CODES)
    if app is not None and _passes_once(app.pk, said):
        app.record_usage()
    elif rescue is not None and RecoveryCodes(rescue).validate_code(said):
        rescue.record_usage()
    else:
        raise WrongCode


@transaction.atomic
def _passes_once(pk: int, code: str) -> bool:
    """Whether an app's code is right and newer than the last one that was (RFC 6238, 5.2).

    Kept with the secret, so that all web processes know of it.
    """
    app = Authenticator.objects.select_for_update().get(pk=pk)
    secret = decrypt(app.data["secret"])
    for counter in yield_hotp_counters_from_time():
        right = secrets.compare_digest(
            format_hotp_value(hotp_value(secret, counter)).encode(), code.encode()
        )
        if right and counter > app.data.get("last", 0):
            app.data["last"] = counter
            app.save(update_fields=["data"])
            return True
    return False


def passkey_wanted(user: User) -> dict[str, Any]:
    """What a browser is asked for a new passkey (PublicKeyCredentialCreationOptionsJSON)."""
    if Authenticator.objects.filter(user=user, type=Authenticator.Type.WEBAUTHN).count() >= (
        MAX_PASSKEYS
    ):
        raise TooManyPasskeys
    return dict(begin_registration(user, passwordless=False))


def add_passkey(user: User, name: str, credential: str) -> list[str]:
    """Keep the passkey that a browser made; returns the recovery codes. Raises NotThisPasskey."""
    try:
        made = json.loads(credential)
        parse_registration_response(made)
        complete_registration(made)
    except (ValueError, TypeError, KeyError, AttributeError, ValidationError) as error:
        raise NotThisPasskey from error
    WebAuthn.add(user, name, made)
    RecoveryCodes.activate(user)
    return codes_left(user)


def passkey_asked(user: User) -> dict[str, Any] | None:
    """What a browser is asked to sign in with a passkey; None when the user has none."""
    if _one(user, Authenticator.Type.WEBAUTHN) is None:
        return None
    return dict(begin_authentication(user))


def check_passkey(user: User, credential: str) -> None:
    """Let a passkey's answer pass. Raises NotThisPasskey."""
    try:
        complete_authentication(user, json.loads(credential)).record_usage()
    except (ValueError, TypeError, KeyError, AttributeError, ValidationError) as error:
        raise NotThisPasskey from error
