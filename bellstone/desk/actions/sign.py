"""Sign a lateral off: what was known that day, kept as it was; two such compare in words."""

from datetime import datetime
from importlib.metadata import version

from django.conf import settings

from bellstone.core import record
from bellstone.core.answer import Assessment, compared
from bellstone.core.ground import DomainError
from bellstone.desk import store
from bellstone.desk.actions import still
from bellstone.desk.actions.edit import check_version, locked
from bellstone.desk.errors import NotSigned
from bellstone.desk.models import Signed, StoredLateral
from bellstone.formats.pdf import Paper, report_pdf
from bellstone.formats.signature import Signature, input_digest


def sign(lateral_id: int, seen: int, by: str, paper: Paper = "us-letter") -> Signed:
    """A snapshot that nothing changes any more: record, assessment, report, and what it was judged by.

    Raises
    ------
    StaleVersion
        The record moved on since ``seen``: nobody signs what they did not see.
    DomainError
        No name, or the record is the same as was signed last.
    """
    row = store.row_of(lateral_id)
    check_version(row, seen)
    signature = _signature(row, by)
    last = row.signed.first()
    if last is not None and last.digest == signature.digest:
        raise DomainError("sign off", None, f"nothing has changed since {last.by} signed it on {last.on}")
    shown = store.assessment_of(row)
    others = [store.assessment_of(row, line.id) for line in store.record_of(row).lines if line.id != shown.path]
    pictures = still.of_record(store.record_of(row))
    report = report_pdf(shown, others, paper, signed=signature, stills=pictures)
    page = Signed(
        lateral=row, number=(last.number if last else 0) + 1, by=signature.by, on=signature.on,
        scheme=shown.scheme, house_rules=signature.house_rules, product=signature.product, digest=signature.digest,
        record=row.record, assessment=shown.model_dump_json(), report=report,
    )  # fmt: skip
    with locked(lateral_id, seen):
        if row.signed.filter(number=page.number).exists():
            raise DomainError("sign off", None, "somebody signed it just now: look at theirs first")
        page.save()
    return page


def _signature(row: StoredLateral, by: str) -> Signature:
    name = " ".join(by.split())
    try:
        record.seen(name)
    except ValueError as error:
        raise DomainError("name", by, "wants the name of who signs") from error
    told = store.record_of(row)
    scheme = store.scheme_of(told)
    product = version("bellstone")
    return Signature(
        by=name, on=datetime.now(settings.HERE_NOW).date().isoformat(), scheme=scheme.label, house_rules=told.site.house_rules.version,
        product=product, digest=input_digest(row.record, scheme.model_dump_json(), product),
    )  # fmt: skip


def signed(lateral_id: int, number: int) -> Signed:
    """One snapshot of a lateral by its number."""
    found = store.row_of(lateral_id).signed.filter(number=number).first()
    if found is None:
        raise NotSigned(number)
    return found


def compare(lateral_id: int, first: int, second: int | None) -> tuple[str, ...]:
    """What differs from one snapshot to another, or to the lateral as it stands."""
    row = store.row_of(lateral_id)
    before = Assessment.model_validate_json(signed(lateral_id, first).assessment)
    after = (
        store.assessment_of(row)
        if second is None
        else Assessment.model_validate_json(signed(lateral_id, second).assessment)
    )
    return compared(before, after)
