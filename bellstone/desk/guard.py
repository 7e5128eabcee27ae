"""Who gets in: the one user, by the address the terminal printed; no other program, no page from elsewhere."""

import hmac
from collections.abc import Callable
from typing import Any
from urllib.parse import urlencode

from django.conf import settings
from django.contrib.auth import get_user_model
from django.contrib.auth.models import AnonymousUser
from django.http import HttpRequest, HttpResponse, HttpResponseRedirect
from django.utils.functional import SimpleLazyObject
from django.utils.safestring import mark_safe

from bellstone.desk.errors import problem
from bellstone.desk.plain_page import plain_page

Answer = Callable[[HttpRequest], HttpResponse]
LOOPBACK = ("127.0.0.1", "::1")
FORWARDED = ("Forwarded", "X-Forwarded-For", "X-Forwarded-Host", "X-Forwarded-Proto", "X-Real-Ip", "Via")

POLICY = (
    "default-src 'self'; style-src 'self' 'unsafe-inline'; img-src 'self' data: blob:; media-src 'self' blob:; "
    "font-src 'self' data:; object-src 'none'; base-uri 'self'; frame-ancestors 'none'; form-action 'self'"
)
SHUT = mark_safe(
    "<p>Open the whole address that the terminal printed when the desk was started: it ends in <code>?key=…</code>. "
    "<code>bellstone address</code> prints it again.</p>"
    '<p class="quiet">It is what keeps other programs and other users of this machine out of your laterals.</p>'
)


class ForeignPages:
    """Refuses what another site's page sends or a proxy forwards, and says in a header what our own page may load."""

    def __init__(self, get_response: Answer) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        request.get_host()  # raises DisallowedHost for a host that is not ours, before anything else
        if any(name in request.headers for name in FORWARDED) or request.META.get("REMOTE_ADDR") not in LOOPBACK:
            mend = "open it on the machine it runs on; there are no accounts yet"
            return problem(403, "Bell Stone is not served through another machine.", [("request", mend)])
        site = request.headers.get("Sec-Fetch-Site", "same-origin")
        if site in ("cross-site", "same-site") and request.path.startswith("/api/"):
            return problem(403, "Another site's page asked.", [("request", "open Bell Stone at its own address")])
        response = self.get_response(request)
        response.headers["Content-Security-Policy"] = POLICY
        return response


class Door:
    """The key in the printed address becomes the session; without it nothing is shown and nothing is taken."""

    def __init__(self, get_response: Answer) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        given = request.GET.get("key")
        if given is not None and request.method == "GET" and not request.path.startswith("/api/"):
            return self._at_the_door(request, given)
        if request.session.get("in"):
            return self.get_response(request)
        if request.path.startswith("/api/"):
            return problem(401, "Sign in first.", [("session", "open the address that the terminal printed")])
        return plain_page("This desk is shut to strangers.", SHUT, 401)

    def _at_the_door(self, request: HttpRequest, given: str) -> HttpResponse:
        if not hmac.compare_digest(given.encode(), settings.DOOR_KEY.encode()):
            return plain_page("This desk is shut to strangers.", SHUT, 401)
        request.session["in"] = True
        rest = urlencode([(k, v) for k, v in request.GET.items() if k != "key"])
        path = "/" + request.path.lstrip("/")  # never another site's
        return HttpResponseRedirect(f"{path}?{rest}" if rest else path)


class LocalUser:
    """Who came in through the door is the one user of this desk; nothing is written to know it."""

    def __init__(self, get_response: Answer) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        inside = request.session.get("in")
        request.user = SimpleLazyObject(local_user) if inside else AnonymousUser()  # type: ignore[assignment]
        return self.get_response(request)


def local_user() -> Any:
    """The one user; made when the desk starts, so that looking at it writes nothing."""
    user = get_user_model()
    return user.objects.filter(username="local").first() or user.objects.get_or_create(username="local")[0]
