"""The API: routers put together, and every error as one form."""

from __future__ import annotations

import logging

from django.core.exceptions import BadRequest, RequestDataTooBig
from django.http import HttpRequest, HttpResponse
from django.http.multipartparser import MultiPartParserError
from ninja import NinjaAPI
from ninja.errors import AuthenticationError, HttpError, ValidationError
from ninja.security import django_auth

from ..apps.accounts.account_api import router as account
from ..apps.accounts.api import WrongCredentials
from ..apps.accounts.api import router as accounts
from ..apps.accounts.factor_api import router as factor
from ..apps.accounts.mail_api import router as mail
from ..apps.accounts.second_factor import CodeIsMissing, NotThisPasskey, WrongCode
from ..apps.accounts.throttle import TooOften
from ..apps.dances.api import router as dances
from ..apps.dances.desk_api import router as steps_desk
from ..apps.dances.scan_api import router as scans
from ..apps.errors import ChangedElsewhere, NotHere, StillInUse, StoreAway
from ..apps.operations.api import router as archives
from ..apps.routines.api import router as routines
from ..apps.routines.fit_api import router as fit_desk
from ..apps.routines.guide_api import router as guide
from ..apps.routines.run_api import router as run_desk
from ..apps.routines.screen_api import router as screens
from ..apps.songs.api import router as songs
from ..apps.songs.edit_api import router as song_desk
from ..apps.songs.sound_api import router as sound
from ..apps.teaching.api import router as teach_desk
from ..apps.teaching.evening_api import router as evenings
from ..apps.teaching.files_api import router as teach_files
from ..apps.teaching.share_api import router as sharing
from ..apps.teaching.together_api import router as together
from ..core.errors import MapleStepError, Message
from ..messages.errors import error_words
from .text_in import TextParser

log = logging.getLogger(__name__)
api = NinjaAPI(
    title="Maple Step",
    version="1",
    description="Songs, dances, routines and their timelines. Every object has one owner.",
    auth=django_auth,
    docs_url=None,
    parser=TextParser(),
    openapi_url="/openapi.json",
)
api.add_router("", accounts)
api.add_router("/account", account)
api.add_router("/account", factor)
api.add_router("/account", archives)
api.add_router("", mail)
api.add_router("/songs", song_desk)
api.add_router("", sound)
api.add_router("/songs", songs)
api.add_router("/dances", steps_desk)
api.add_router("/dances", dances)
api.add_router("/dances", scans)
api.add_router("", guide)
api.add_router("", fit_desk)
api.add_router("", routines)
api.add_router("", run_desk)
api.add_router("", screens)
api.add_router("", teach_files)
api.add_router("", evenings)
api.add_router("", sharing)
api.add_router("", together)
api.add_router("", teach_desk)

_STATUS: dict[type[MapleStepError], int] = {
    NotHere: 404,
    ChangedElsewhere: 409,
    StillInUse: 409,
    WrongCredentials: 403,
    CodeIsMissing: 403,
    WrongCode: 403,
    NotThisPasskey: 403,
    TooOften: 429,
    StoreAway: 503,
}


@api.exception_handler(MapleStepError)
def refused(request: HttpRequest, error: MapleStepError) -> HttpResponse:
    """What the core or an action refuses, with its facts."""
    form = {
        "message": error_words(error),
        "field": getattr(error, "field", ""),
        "line": getattr(error, "line", None),
        "column": getattr(error, "column", None),
        "version": getattr(error, "version", None),
    }
    response = api.create_response(request, form, status=_STATUS.get(type(error), 422))
    if isinstance(error, TooOften):
        response["Retry-After"] = str(error.wait)
    if isinstance(error, StoreAway):
        response["Retry-After"] = "60"
    return response


@api.exception_handler(ValidationError)
def malformed(request: HttpRequest, error: ValidationError) -> HttpResponse:
    """A request that is not of the documented form."""
    first = error.errors[0] if error.errors else {"loc": (), "msg": "cannot be read"}
    field = ".".join(str(step) for step in first["loc"][2:])
    words = str(first["msg"]).removeprefix("Value error, ")
    form = {"message": f"{field or 'This'}: {words}.", "field": field}
    return api.create_response(request, form, status=422)


@api.exception_handler(AuthenticationError)
def signed_out(request: HttpRequest, error: AuthenticationError) -> HttpResponse:
    """Nobody is signed in, or no longer."""
    return api.create_response(request, {"message": error_words("Sign in first.")}, status=401)


@api.exception_handler(HttpError)
@api.exception_handler(BadRequest)
@api.exception_handler(MultiPartParserError)
def unreadable(request: HttpRequest, error: Exception) -> HttpResponse:
    """A request that is no JSON, no form, or that lacks its token."""
    form = {
        "message": error_words(Message("This request cannot be read: {error}.", error=str(error)))
    }
    return api.create_response(request, form, status=getattr(error, "status_code", 400))


@api.exception_handler(RequestDataTooBig)
def too_big(request: HttpRequest, error: RequestDataTooBig) -> HttpResponse:
    """A body larger than any sheet or routine."""
    words = "This is too large to be a step sheet or a routine. Make it shorter."
    form = {"message": error_words(words)}
    return api.create_response(request, form, status=413)


@api.exception_handler(Exception)
def broken(request: HttpRequest, error: Exception) -> HttpResponse:
    """Our own mistake: logged, and said without details."""
    log.exception("unhandled error at %s", request.path)
    words = "Something went wrong on our side. What was saved before is safe."
    form = {"message": error_words(words)}
    return api.create_response(request, form, status=500)
