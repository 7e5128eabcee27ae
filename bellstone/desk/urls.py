"""The API, and the one page that is everything else."""

from django.conf import settings
from django.http import HttpRequest, HttpResponse
from django.urls import path, re_path
from django.views.decorators.csrf import ensure_csrf_cookie

from bellstone.desk.api import build

api = build()


@ensure_csrf_cookie
def page(request: HttpRequest) -> HttpResponse:
    index = settings.WEB_ROOT / "index.html"
    if not index.exists():
        return HttpResponse("The front end is not built: run make web", status=503, content_type="text/plain")
    return HttpResponse(index.read_bytes(), headers={"Cache-Control": "no-store"})


urlpatterns = [path("api/", api.urls), re_path(r"^(?!api/|assets/).*$", page)]
