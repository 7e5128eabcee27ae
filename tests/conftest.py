"""Tests keep their data apart from the desk's own."""

import os
import tempfile
from pathlib import Path

import pytest
from hypothesis import settings

os.environ["BELLSTONE_DATA"] = tempfile.mkdtemp(prefix="bellstone-test-")
os.environ.setdefault("DJANGO_ALLOW_ASYNC_UNSAFE", "1")  # the browser driver runs a loop of its own beside Django's

# Correctness only: how long a case takes is for the benchmarks, and a busy machine is not a failure.
# A build draws the same cases every time; at a desk each run draws its own.
settings.register_profile("desk", deadline=None, derandomize=bool(os.environ.get("CI")))
settings.load_profile("desk")


@pytest.fixture(scope="session")
def django_db_modify_db_settings() -> None:
    """A database of this process's own: the settings were read before this file, and name the desk's."""
    from django.db import connections

    connections["default"].settings_dict["TEST"]["NAME"] = str(Path(os.environ["BELLSTONE_DATA"]) / "test.sqlite3")
