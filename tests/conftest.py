"""Tests keep their data apart from the desk's own."""

import os
import tempfile

from hypothesis import settings

os.environ["BELLSTONE_DATA"] = tempfile.mkdtemp(prefix="bellstone-test-")
os.environ.setdefault("DJANGO_ALLOW_ASYNC_UNSAFE", "1")  # the browser driver runs a loop of its own beside Django's

# Correctness only: how long a case takes is for the benchmarks, and a busy machine is not a failure.
# A build draws the same cases every time; at a desk each run draws its own.
settings.register_profile("desk", deadline=None, derandomize=bool(os.environ.get("CI")))
settings.load_profile("desk")
