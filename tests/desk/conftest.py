import json
from typing import Any

import pytest
from django.conf import settings
from django.test import Client

from bellstone.core.edits import new_record
from bellstone.desk.actions.create import create


class Desk:
    """The API as the browser uses it: in by the printed address, with its CSRF token."""

    def __init__(self) -> None:
        self.client = Client(enforce_csrf_checks=True)
        self.client.get("/", {"key": settings.DOOR_KEY}, follow=True)
        self.token = self.client.cookies["csrftoken"].value

    def send(self, method: str, path: str, body: Any = None, version: int | None = None, **headers: str) -> Any:
        sent = {"X-CSRFToken": self.token, **({"If-Match": str(version)} if version is not None else {}), **headers}
        data = body if isinstance(body, bytes) else json.dumps(body) if body is not None else ""
        return self.client.generic(method, f"/api/laterals{path}", data, content_type="application/json", headers=sent)


@pytest.fixture
def desk(db: Any) -> Desk:
    return Desk()


@pytest.fixture
def lateral_id(db: Any) -> int:
    return create(new_record("Alder Row 14", "front cleanout", "front cleanout")).pk
