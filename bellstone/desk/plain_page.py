"""A page that needs no script and no database: what is said where the desk itself cannot be shown."""

from django.http import HttpResponse
from django.utils.html import format_html
from django.utils.safestring import SafeString

# The sheet's own paper and ink, light and dark, as the desk's tokens have them.
PAGE = """<!doctype html><html lang="en"><meta charset="utf-8"><meta name="viewport" content="width=device-width">
<title>Bell Stone: {heading}</title><style>
:root{{--ground:#F6F1E6;--sheet:#FDFAF3;--ink:#20252B;--quiet:#5B6168;--line:#857C69;color-scheme:light dark}}
@media (prefers-color-scheme:dark){{:root{{--ground:#191C20;--sheet:#22262B;--ink:#ECE6DA;--quiet:#B0AEA5;--line:#777D83}}}}
body{{margin:0;background:var(--ground);color:var(--ink);font:16px/1.5 system-ui,sans-serif}}
main{{max-width:44rem;margin:3rem auto;padding:1.5rem 2rem;background:var(--sheet);border-left:3px solid var(--ink)}}
h1{{font-size:1.35rem;margin:0 0 .5rem}}h2{{font-size:1rem;margin:1.5rem 0 .25rem}}p{{margin:.4rem 0}}
li{{display:flex;justify-content:space-between;gap:1rem;align-items:center;padding:.4rem 0;border-top:1px solid var(--line)}}
ul{{list-style:none;padding:0;margin:.5rem 0}}small,.quiet{{color:var(--quiet);font-size:.875rem;overflow-wrap:anywhere}}
button,.do{{font:inherit;color:var(--ink);background:none;border:1px solid var(--line);border-radius:2px;
min-height:2.75rem;padding:0 .9rem;cursor:pointer;text-decoration:none;display:inline-flex;align-items:center;white-space:nowrap}}
:focus-visible{{outline:2px solid var(--ink);outline-offset:2px}}</style>
<main><h1>▲ {heading}</h1>{body}</main></html>"""


def plain_page(heading: str, body: SafeString, status: int) -> HttpResponse:
    """A worded page; ``body`` is HTML already escaped."""
    return HttpResponse(
        format_html(PAGE, heading=heading, body=body), status=status, headers={"Cache-Control": "no-store"}
    )
