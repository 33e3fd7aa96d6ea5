"""The API against its own OpenAPI document: schemathesis sends sound and unsound requests."""

from collections.abc import Iterator

import pytest
import schemathesis
from django.core.signals import request_finished, request_started
from django.db import close_old_connections
from django_fixtures import Api
from hypothesis import HealthCheck, settings
from schemathesis.checks import not_a_server_error
from schemathesis.specs.openapi.checks import response_schema_conformance

from maplestep.server.wsgi import application

schema = schemathesis.openapi.from_wsgi("/api/openapi.json", application)
# The operations left out change who is signed in.
requests = schema.exclude(path_regex="/api/(session|accounts)")


@pytest.fixture
def kept_connection() -> Iterator[None]:
    """A real request closes its connection, and with it the test's transaction."""
    for signal in (request_started, request_finished):
        signal.disconnect(close_old_connections)
    yield
    for signal in (request_started, request_finished):
        signal.connect(close_old_connections)


@requests.parametrize()
@settings(
    max_examples=10, deadline=None, suppress_health_check=[HealthCheck.function_scoped_fixture]
)
def test_every_answer_is_one_of_the_documented(
    case: schemathesis.Case, ada: Api, kept_connection: None
) -> None:
    cookies = {name: morsel.value for name, morsel in ada.client.cookies.items()}
    headers = {"X-CSRFToken": cookies["csrftoken"], "Accept-Encoding": "identity"}
    answer = case.call(cookies=cookies, headers=headers)
    case.validate_response(answer, checks=(not_a_server_error, response_schema_conformance))
