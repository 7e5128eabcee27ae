"""Coding schemes: the one that ships and the firm's own copies, by name and version."""

from functools import lru_cache

from pydantic import ValidationError

from bellstone.core.ground import RecordError
from bellstone.core.scheme import Scheme, house_scheme, scheme_problems
from bellstone.desk.errors import NoSuchScheme
from bellstone.desk.models import StoredScheme


def _row(label: str) -> StoredScheme | None:
    name, _, version = label.rpartition(" ")
    if not version.isdecimal() or len(version) > 9:
        return None
    return StoredScheme.objects.filter(name=name, version=int(version)).first()


@lru_cache(maxsize=16)
def scheme_named(label: str) -> Scheme:
    """A scheme by its name and version; a saved one never changes.

    Raises
    ------
    NoSuchScheme
        It is neither the one that ships nor saved here.
    """
    if label == house_scheme().label:
        return house_scheme()
    row = _row(label)
    if row is None:
        raise NoSuchScheme(label)
    try:
        return Scheme.model_validate_json(row.scheme)
    except ValidationError as error:  # saved before schemes were bounded, or hurt since
        raise NoSuchScheme(label) from error


def resolved(label: str) -> str:
    """The label itself where that scheme is here, else that of the one that ships."""
    try:
        return scheme_named(label).label
    except NoSuchScheme:
        return house_scheme().label


def all_labels() -> list[tuple[str, str]]:
    """Every scheme's label and what it was copied from, the shipped one first."""
    rows = StoredScheme.objects.values_list("name", "version", "based_on")
    return [(house_scheme().label, ""), *((f"{name} {version}", based) for name, version, based in rows)]


def save_copy(name: str, based_on: str, scheme: Scheme) -> Scheme:
    """A new version of a firm's own scheme.

    Raises
    ------
    RecordError
        A scheme that leaves something unrated or rates a larger size lower, or the shipped one's name.
    NoSuchScheme
        ``based_on`` is not here.
    """
    scheme_named(based_on)
    name = " ".join(name.split())
    if name.lower() == house_scheme().name.lower():
        raise RecordError([("name", "is the shipped scheme's: give your copy a name of its own")])
    problems = scheme_problems(scheme)
    if problems:
        raise RecordError(problems)
    last = StoredScheme.objects.filter(name=name).order_by("-version").first()
    version = last.version + 1 if last else 1
    saved = scheme.model_copy(update={"name": name, "version": str(version)})
    StoredScheme.objects.create(name=name, version=version, based_on=based_on, scheme=saved.model_dump_json())
    return saved
