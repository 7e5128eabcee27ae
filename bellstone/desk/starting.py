"""The database brought up to where this Bell Stone is, and whether work may go into it."""

from contextlib import suppress
from datetime import datetime
from pathlib import Path

from django.conf import settings
from django.core.management import call_command

from bellstone.desk import store
from bellstone.desk.errors import BrokenRecord
from bellstone.desk.guard import local_user
from bellstone.desk.keeping import Checked, back_up, kept_backups, laterals
from bellstone.desk.models import StoredLateral
from bellstone.desk.projection import project
from bellstone.desk.samples import load_samples


def may_take_work(found: Checked, folder: Path) -> bool:
    """A whole database may, and none where there never was one: a copy without its database is no fresh start."""
    return found.usable or (found.state == "missing" and not kept_backups(folder))


def project_anew() -> None:
    """The columns of every lateral that an older Bell Stone saved without them."""
    for row in StoredLateral.objects.filter(found_by__isnull=True):
        with suppress(BrokenRecord):
            store.readable(row)
            project(row, store.record_of(row), store.assessment_of(row))
            store.save(row)


def made_ready(found: Checked, samples: bool) -> str:
    """The schema brought up to date, a copy kept first, with the samples where they are asked; what to say of it."""
    if found.state == "older" and found.laterals:
        name = f"before-upgrade-{datetime.now(settings.HERE_NOW):%Y-%m-%d-%H%M%S}.sqlite3"
        back_up(found.path, found.path.parent / "backups" / name, keep=1)
    call_command("migrate", verbosity=0)
    local_user()
    project_anew()
    count = load_samples() if samples else 0
    if count:
        return f"{count} sample laterals loaded, places and people invented"
    return f"{laterals(found.laterals)} as you left them" if found.laterals else "no lateral yet"
