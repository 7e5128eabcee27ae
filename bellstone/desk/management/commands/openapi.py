"""Prints the API's schema: the snapshot in docs/openapi.json, and what the browser's types come from."""

import json

from django.core.management.base import BaseCommand

from bellstone.desk.urls import api


class Command(BaseCommand):
    help = __doc__

    def handle(self, *args: object, **options: object) -> None:
        self.stdout.write(json.dumps(api.get_openapi_schema(path_prefix="/api/"), indent=1))
