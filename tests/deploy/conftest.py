"""One setup of many machines for all tests of them."""

import os
from collections.abc import Iterator
from urllib.parse import urlsplit

import psycopg
import pytest
from machines import Site, bring_up


@pytest.fixture(scope="module")
def site(tmp_path_factory: pytest.TempPathFactory) -> Iterator[Site]:
    at = urlsplit(os.environ["MAPLESTEP_DATABASE"])
    name = f"deploy_{os.getpid()}"
    with psycopg.connect(at.geturl(), autocommit=True) as admin:
        admin.execute(f"drop database if exists {name} with (force)")
        admin.execute(f"create database {name} template template0")
    folder = tmp_path_factory.mktemp("deploy")
    folder.chmod(0o755)
    made = Site(folder, at._replace(path=f"/{name}").geturl())
    try:
        bring_up(made)
        yield made
    finally:
        made.stop()
        with psycopg.connect(at.geturl(), autocommit=True) as admin:
            admin.execute(f"drop database if exists {name} with (force)")
