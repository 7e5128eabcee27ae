"""Who gets in: one local user on loopback, and no page from elsewhere."""

from collections.abc import Callable

from django.conf import settings
from django.contrib.auth import get_user_model, login
from django.http import HttpRequest, HttpResponse, JsonResponse

Answer = Callable[[HttpRequest], HttpResponse]

POLICY = (
    "default-src 'self'; style-src 'self' 'unsafe-inline'; img-src 'self' data: blob:; media-src 'self' blob:; "
    "font-src 'self' data:; object-src 'none'; base-uri 'self'; frame-ancestors 'none'; form-action 'self'"
)


class ForeignPages:
    """Refuses what another site's page sends, and says in a header what our own page may load."""

    def __init__(self, get_response: Answer) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        request.get_host()  # raises DisallowedHost for a host that is not ours, before anything else
        site = request.headers.get("Sec-Fetch-Site", "same-origin")
        if site in ("cross-site", "same-site") and request.path.startswith("/api/"):
            problem = {"place": "request", "mend": "open Bell Stone at its own address"}
            return JsonResponse({"message": "Another site's page asked.", "problems": [problem]}, status=403)
        response = self.get_response(request)
        response.headers["Content-Security-Policy"] = POLICY
        return response


class LocalUser:
    """On loopback the server signs in its one user; on a network accounts are required."""

    def __init__(self, get_response: Answer) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        loopback = request.META.get("REMOTE_ADDR") in ("127.0.0.1", "::1")
        if settings.LOCAL and loopback and not request.user.is_authenticated:
            user, _ = get_user_model().objects.get_or_create(username="local")
            login(request, user, backend="django.contrib.auth.backends.ModelBackend")
        return self.get_response(request)
