"""The API: parse, call one action, answer."""

from django.conf import settings
from django.http import HttpRequest
from ninja import NinjaAPI
from ninja.parser import Parser
from ninja.renderers import JSONRenderer
from ninja.security import SessionAuth
from ninja.types import DictStrAny

from bellstone.desk.errors import register
from bellstone.formats.strict_json import strict_json


class SignedIn(SessionAuth):
    """A signed-in user; ninja's session authentication checks CSRF."""

    param_name = "session"  # in the schema; the cookie's own name is one of each data folder

    def authenticate(self, request: HttpRequest, key: str | None) -> object | None:
        return request.user if request.user.is_authenticated else None


class StrictBodies(Parser):
    """A body as JSON that says each thing once, and no deeper than anything here is."""

    def parse_body(self, request: HttpRequest) -> DictStrAny:
        tree: DictStrAny = strict_json(request.body, settings.DATA_UPLOAD_MAX_MEMORY_SIZE)
        return tree


class StrictJSON(JSONRenderer):
    json_dumps_params = {"allow_nan": False}


def build() -> NinjaAPI:
    from bellstone.desk.api import (
        deciding,
        flushing,
        handing_over,
        laterals,
        saying,
        schemes,
        signing,
        stills,
        table_files,
        tools,
        water,
        working,
    )

    api = NinjaAPI(
        title="Bell Stone",
        version="1",
        auth=SignedIn(csrf=True),
        renderer=StrictJSON(),
        parser=StrictBodies(),
        docs_url=None,
    )
    register(api)
    for about in (laterals, saying, deciding, water, flushing, table_files, handing_over, signing):
        api.add_router("/laterals", about.router)
    api.add_router("", stills.router)
    api.add_router("/schemes", schemes.router)
    api.add_router("/tools", tools.router)
    api.add_router("/underway", working.router)
    return api
