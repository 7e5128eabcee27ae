"""A desk whose database takes no work: it says what is wrong, what can still be read, and offers the copies there are."""

import re
from collections.abc import Callable, Iterator
from contextlib import suppress
from datetime import datetime
from pathlib import Path

from django.conf import settings
from django.http import HttpRequest, HttpResponse, HttpResponseRedirect
from django.middleware.csrf import get_token
from django.utils.html import format_html, format_html_join
from django.utils.safestring import SafeString
from ninja.utils import check_csrf
from pydantic import ValidationError

from bellstone.core.record import Lateral
from bellstone.desk.errors import problem
from bellstone.desk.keeping import Checked, Refused, begin_anew, checked, kept_backups, laterals, restore, salvaged
from bellstone.desk.plain_page import plain_page
from bellstone.desk.starting import made_ready
from bellstone.formats.zipping import zipped

Answer = Callable[[HttpRequest], HttpResponse]

because: Checked | None = None  # set at the start, and taken away when a copy was put back

COPIES_SHOWN = 5
ANEW = "none"
WORDS = {
    "missing": "The laterals' file is gone, though there are copies of it",
    "empty": "The laterals' file is empty: of no length at all",
    "not a database": "The laterals' file is not a database any more",
    "damaged": "The laterals' file is damaged",
    "another's": "The laterals' file is some other program's database",
    "newer": "The laterals' file was written by a newer Bell Stone than this",
}
PAGE = """<p>{told}</p><p class="quiet">{why}</p>{copies}{rest}{anew}
<p class="quiet">From a terminal: <code>bellstone doctor</code> looks again, <code>bellstone restore FILE</code> puts a copy back.</p>"""


class WhileHurt:
    """Answers for everything while the database takes no work."""

    def __init__(self, get_response: Answer) -> None:
        self.get_response = get_response

    def __call__(self, request: HttpRequest) -> HttpResponse:
        if because is None:
            return self.get_response(request)
        if request.path == "/mend" and request.method == "POST":
            return _mend(request)
        if request.path == "/still-readable.zip":
            return _still_readable(because)
        if request.path.startswith("/api/"):
            return problem(
                503,
                f"{WORDS[because.state]}: nothing was changed.",
                [("database", "reload the page: it says what can be done")],
            )
        return _page(request, because)


def _page(request: HttpRequest, found: Checked, told: str = "") -> HttpResponse:
    told = told or "It takes no new work, so that nothing is lost on top of it. What it holds is left as it is."
    body = format_html(
        PAGE, told=told, why=found.why, rest=_rest(found), anew=_anew(request, found),
        copies=_copies(request) if found.state != "newer" else "",
    )  # fmt: skip
    return plain_page(f"{WORDS[found.state]}.", body, 503)


def _form(request: HttpRequest, name: str, button: str) -> SafeString:
    return format_html(
        '<form method="post" action="/mend"><input type="hidden" name="csrfmiddlewaretoken" value="{}">'
        '<input type="hidden" name="copy" value="{}"><button>{}</button></form>',
        get_token(request), name, button,
    )  # fmt: skip


def _when(path: Path) -> str:
    return datetime.fromtimestamp(path.stat().st_mtime, settings.HERE_NOW).strftime("%A %d %B %Y, %H:%M")


def _copies(request: HttpRequest) -> SafeString:
    copies = [checked(path, deep=False) for path in kept_backups(settings.DATA)]
    rows = [
        (_when(c.path), laterals(c.laterals), c.path.name, _form(request, c.path.name, "Put this copy back"))
        for c in copies
        if c.usable
    ][:COPIES_SHOWN]
    if not rows:
        return format_html(
            "<h2>{}</h2><p>{}</p>",
            "Copies",
            "There is none beside it. One of yours elsewhere can be put back from a terminal.",
        )
    items = format_html_join("", "<li><span>{}, {}<br><small>{}</small></span>{}</li>", rows)
    return format_html(
        "<h2>Copies, the newest first</h2><ul>{}</ul><p class=quiet>{}</p>", items, "The hurt file is kept beside them."
    )


def _rest(found: Checked) -> SafeString | str:
    names = [name for name, _ in _readable(found)]
    if not names:
        return (
            format_html("<h2>{}</h2><p>{}</p>", "What can still be read", "Nothing of it.")
            if found.state == "damaged"
            else ""
        )
    link = format_html('<a class="do" href="/still-readable.zip">Save these {}</a>', laterals(len(names)))
    return format_html(
        "<h2>What can still be read</h2><p>{}</p><p>{}</p>",
        ", ".join(names[:12]) + (" …" if len(names) > 12 else ""),
        link,
    )


def _anew(request: HttpRequest, found: Checked) -> SafeString | str:
    if found.state not in ("missing", "empty"):
        return ""
    return format_html("<h2>{}</h2>{}", "Or begin anew", _form(request, ANEW, "Begin with no lateral"))


def _readable(found: Checked) -> Iterator[tuple[str, str]]:
    """Name and record of each lateral that is still one."""
    for name, text in salvaged(found.path):
        with suppress(ValidationError):
            Lateral.model_validate_json(text)
            yield name, text


def _still_readable(found: Checked) -> HttpResponse:
    files = {}
    for number, (name, text) in enumerate(_readable(found), start=1):
        safe = re.sub(r"[^A-Za-z0-9]+", "-", name).strip("-") or "lateral"
        files[f"{number}-{safe}.bellstone.json"] = text.encode()
    response = HttpResponse(zipped(files), content_type="application/zip")
    response.headers["Content-Disposition"] = 'attachment; filename="still-readable.zip"'
    return response


def _mend(request: HttpRequest) -> HttpResponse:
    """A copy put back, or a new database begun; the desk goes on from there."""
    global because
    assert because is not None
    if (refused := check_csrf(request)) is not None:
        return refused
    wanted = request.POST.get("copy", "")
    copy = next((path for path in kept_backups(settings.DATA) if path.name == wanted), None)
    try:
        if copy is not None:
            found = restore(copy, settings.DATA, datetime.now(settings.HERE_NOW))[0]
        elif wanted == ANEW and because.state in ("missing", "empty"):
            found = begin_anew(settings.DATA, datetime.now(settings.HERE_NOW))
        else:
            return _page(request, because, "That copy is not there any more: choose another.")
        made_ready(found, samples=False)
    except Refused as refused:
        return _page(request, because, str(refused))
    because = None
    return HttpResponseRedirect("/")
