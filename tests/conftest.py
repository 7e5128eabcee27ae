"""Tests keep their data apart from the desk's own."""

import os
import tempfile

os.environ["BELLSTONE_DATA"] = tempfile.mkdtemp(prefix="bellstone-test-")
os.environ.setdefault("DJANGO_ALLOW_ASYNC_UNSAFE", "1")  # the browser driver runs a loop of its own beside Django's
