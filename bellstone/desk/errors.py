"""What the desk refuses, and the one place that turns any refusal into a status and a problem."""

from typing import Any

from django.core.exceptions import RequestDataTooBig
from django.db import DatabaseError
from django.http import HttpRequest, HttpResponse, JsonResponse
from ninja import NinjaAPI
from ninja.errors import AuthenticationError, HttpError, ValidationError

from bellstone.core.ground import BellStoneError, DomainError, RecordError
from bellstone.core.record import place_of
from bellstone.engine.process import TooManyRuns


class Refusal(BellStoneError):
    """What the desk refuses: its status, what to say, where it is and how to mend it."""

    status = 404
    says, place, mend = "", "", ""

    @property
    def message(self) -> str:
        return self.says or str(self)

    @property
    def more(self) -> dict[str, Any]:
        return {}


class NoSuchLateral(Refusal):
    says, place, mend = "There is no such lateral.", "lateral", "go back to Laterals and open one there"


class NoSuchScheme(Refusal):
    """There is no scheme of that name and version here."""

    place, mend = "scheme", "choose one of those listed"

    @property
    def message(self) -> str:
        return f"There is no scheme {self}."


class NoSuchStill(Refusal):
    """No picture of that name was put to a finding here."""

    says, place, mend = "This still is not on this desk.", "still", "put the picture to the finding again"


class NotSigned(Refusal):
    """There is no snapshot of that number."""

    says, place, mend = "There is no such signed page.", "number", "choose one of those listed"


class NoSuchFlush(Refusal):
    """No such flush test was started since the server came up."""

    says, place, mend = "That flush test was dropped: the desk was stopped since.", "flush", "start it again"


class StaleVersion(Refusal):
    """The record has moved on since the sender saw it; ``since`` says what changed."""

    status = 409
    says = "Somebody changed this lateral since you saw it. Nothing of yours was saved over it."
    place, mend = "version", "look at what changed, then make your change again"

    def __init__(self, seen: int, now: int, since: list[str]) -> None:
        super().__init__(f"this lateral is at version {now}; you saw {seen}")
        self.now, self.since = now, since

    @property
    def more(self) -> dict[str, Any]:
        return {"version": self.now, "since": self.since}


class InTheBin(Refusal):
    """A lateral that was deleted is looked at, and not changed."""

    status, says, place = 409, "This lateral is in the bin: nothing was changed.", "lateral"
    mend = "take it out of the bin on Laterals first"


class BrokenRecord(Refusal):
    """What is kept of a lateral is no record any more."""

    status, place = 409, "record"
    mend = "put a copy back with `bellstone restore`, or take this lateral from one; the others are well"

    def __init__(self, name: str, place: str, why: str) -> None:
        super().__init__(f"What is kept of “{name}” cannot be read, at {place}: {why}.")


class NothingTo(Refusal):
    """Nothing to undo or redo."""

    status, place, mend = 409, "changes", "there is no step that way"


class BadPatch(Refusal):
    """Operations that do not fit the record."""

    status, says, place = 422, "The change does not fit the record; nothing was changed.", "patch"

    @property
    def mend(self) -> str:  # type: ignore[override]
        return str(self)


def problem(status: int, message: str, problems: list[tuple[str, str]], **more: Any) -> HttpResponse:
    body = {"message": message, "problems": [{"place": p, "mend": m} for p, m in problems], **more}
    return JsonResponse(body, status=status)


UNSAVED = (
    ("locked", "Somebody else is writing just now: nothing of yours was saved.", "try again in a moment"),
    ("full", "There is no room left where the laterals lie: nothing of yours was saved.", "make room, then try again"),
    (
        "readonly",
        "The laterals' file may not be written: nothing of yours was saved.",
        "give yourself the right to write it",
    ),
    (
        "unable to open",
        "The laterals' file cannot be opened.",
        "see that its folder is there and yours: `bellstone doctor`",
    ),
)


def unsaved(error: Any) -> HttpResponse:
    """What the database refused: busy, full, closed to writing, or damaged."""
    words = str(error)
    for sign, message, mend in UNSAVED:
        if sign in words:
            return problem(503, message, [("database", mend)])
    return problem(
        503,
        f"The laterals' file cannot be read or written: {words}.",
        [("database", "stop the desk, then `bellstone doctor`")],
    )


def _shown(error: DomainError) -> str:
    """A refusal for reading on screen: what was got, and what was wanted."""
    got = f"“{error.got}”" if isinstance(error.got, str) else "" if error.got is None else f"{error.got}"
    return f"{' '.join(filter(None, (error.name.replace('_', ' '), got)))}: {error.wanted}"


def register(api: NinjaAPI) -> None:
    """Give the API its one error format."""

    def answer(request: HttpRequest, error: Exception | type[Exception]) -> HttpResponse:
        match error:
            case Refusal():
                return problem(error.status, error.message, [(error.place, error.mend)], **error.more)
            case TooManyRuns():
                return problem(503, f"{error}.", [("flush", "wait until one is done, or cancel one")])
            case RecordError():
                return problem(422, "It cannot be read; nothing was changed.", error.problems)
            case DomainError():
                return problem(422, _shown(error), [(error.name, error.wanted)])
            case ValidationError():
                found = [(place_of(tuple(e["loc"])), str(e["msg"])) for e in error.errors]
                return problem(422, "The request cannot be read; nothing was changed.", found)
            case DatabaseError():
                return unsaved(error)
            case RequestDataTooBig():
                return problem(413, "It is too large; nothing was changed.", [("request", "cut it in parts")])
            case AuthenticationError():
                return problem(401, "Sign in first.", [("session", "open Bell Stone at its own address and try again")])
            case HttpError(__cause__=RecordError() as cause):
                return problem(error.status_code, "The request cannot be read; nothing was changed.", cause.problems)
            case HttpError():
                return problem(error.status_code, str(error), [("request", "send JSON as the schema says")])
        raise error  # none of ours: it is a fault, and shows as one

    for kind in (BellStoneError, DatabaseError, ValidationError, AuthenticationError, RequestDataTooBig, HttpError):
        api.add_exception_handler(kind, answer)
