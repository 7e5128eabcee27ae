"""Who gets in, request by request, and what is said to who does not."""

from typing import Any

import pytest
from django.conf import settings
from django.contrib.auth import get_user_model
from django.test import Client

from bellstone.desk.keeping import key_of, secret_of

FORWARDED = {
    "HTTP_X_FORWARDED_FOR": "203.0.113.9",
    "HTTP_FORWARDED": "for=203.0.113.9",
    "HTTP_VIA": "1.1 gate",
    "HTTP_X_REAL_IP": "203.0.113.9",
}


@pytest.fixture
def stranger(db: Any) -> Client:
    return Client(enforce_csrf_checks=True)


@pytest.fixture
def inside(db: Any) -> Client:
    client = Client(enforce_csrf_checks=True)
    assert client.get("/", {"key": settings.DOOR_KEY}).status_code == 302
    return client


def test_a_stranger_sees_no_lateral_no_page_and_no_schema(stranger: Client) -> None:
    for path in (
        "/",
        "/lateral/1/log",
        "/scheme",
        "/api/laterals",
        "/api/schemes",
        "/api/openapi.json",
        "/still-readable.zip",
    ):
        answer = stranger.get(path)
        assert answer.status_code == 401, path
        assert b"lateral/" not in answer.content
    assert stranger.post("/mend", {"copy": "none"}).status_code == 401
    assert stranger.get("/api/laterals").json()["problems"][0]["mend"] == "open the address that the terminal printed"


WRONG = {
    "none": "", "guess": "guess", "accent": "é", "nought": "\0", "long": "x" * 5000, "short by one": settings.DOOR_KEY[:-1],
    "long by one": settings.DOOR_KEY + "0", "capitals": settings.DOOR_KEY.upper(),
}  # fmt: skip


@pytest.mark.parametrize(
    "key", WRONG.values(), ids=WRONG
)  # the desk's own key differs from one test process to the next
def test_another_key_opens_nothing(stranger: Client, key: str) -> None:
    assert stranger.get("/", {"key": key}).status_code == 401
    assert stranger.get("/api/laterals").status_code == 401


def test_the_key_opens_pages_and_not_the_api(stranger: Client) -> None:
    assert stranger.get("/api/laterals", {"key": settings.DOOR_KEY}).status_code == 401
    assert stranger.post(f"/?key={settings.DOOR_KEY}").status_code == 401
    opened = stranger.get("/lateral/3/judge", {"key": settings.DOOR_KEY, "at": "4.5"})
    assert (opened.status_code, opened.headers["Location"]) == (302, "/lateral/3/judge?at=4.5")
    assert stranger.get("/api/laterals").status_code == 200


def test_the_session_is_a_cookie_no_script_and_no_other_site_has(inside: Client) -> None:
    cookie = inside.cookies[settings.SESSION_COOKIE_NAME]
    assert cookie["httponly"] and cookie["samesite"] == "Strict"
    assert settings.DOOR_KEY not in cookie.value
    assert settings.SESSION_COOKIE_NAME.startswith("bellstone_")  # one a data folder: ports share cookies


def test_a_session_made_up_is_none(stranger: Client) -> None:
    stranger.cookies[settings.SESSION_COOKIE_NAME] = "eyJpbiI6dHJ1ZX0:1abcde:forged"
    assert stranger.get("/api/laterals").status_code == 401


@pytest.mark.parametrize("header", FORWARDED)
def test_a_session_does_not_travel_through_a_proxy(inside: Client, header: str) -> None:
    assert inside.get("/api/laterals").status_code == 200
    assert inside.get("/api/laterals", **{header: FORWARDED[header]}).status_code == 403
    assert inside.get("/", {"key": settings.DOOR_KEY}, **{header: FORWARDED[header]}).status_code == 403


@pytest.mark.parametrize(
    ("site", "status"), [("cross-site", 403), ("same-site", 403), ("same-origin", 200), ("none", 200)]
)
def test_a_page_from_elsewhere_asks_in_vain(inside: Client, site: str, status: int) -> None:
    assert inside.get("/api/laterals", HTTP_SEC_FETCH_SITE=site).status_code == status


def test_a_write_without_its_token_is_refused_and_the_one_user_made_it(inside: Client, db: Any) -> None:
    inside.get("/")
    body = {"name": "Alder Row 14", "access": "yard"}
    assert inside.post("/api/laterals", body, content_type="application/json").status_code == 403
    token = {"X-CSRFToken": inside.cookies["csrftoken"].value}
    made = inside.post("/api/laterals", body, content_type="application/json", headers=token).json()
    line = {"text": "12 roots"}
    said = inside.post(
        f"/api/laterals/{made['id']}/lines", line, content_type="application/json", headers={**token, "If-Match": "1"}
    )
    assert said.status_code == 200
    from bellstone.desk.models import Change

    assert Change.objects.get().who.get_username() == "local"
    assert get_user_model().objects.count() == 1


def test_looking_writes_nothing(inside: Client, django_assert_num_queries: Any) -> None:
    inside.get("/api/laterals")  # the one user is there now
    with django_assert_num_queries(3) as asked:
        inside.get("/api/laterals")
    assert all(q["sql"].startswith("SELECT") for q in asked.captured_queries)


def test_a_key_is_told_from_its_folders_secret_and_no_other(tmp_path: Any) -> None:
    assert key_of("one") != key_of("two") and len(key_of("one")) == 40
    assert secret_of(tmp_path) != secret_of(tmp_path)  # none kept: one for the moment, never a fixed one
    (tmp_path / "secret.key").write_text(" kept \n")
    assert secret_of(tmp_path) == "kept"
