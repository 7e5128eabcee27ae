"""Flush tests: started in the engine, looked at, cancelled; what is done is kept by what it was made from."""

import hashlib
from typing import Literal

from bellstone.core.record import Rec
from bellstone.core.water import EngineNumbers, FlushPlan, FlushPlayed, FlushReady, flush_test
from bellstone.desk import store
from bellstone.desk.errors import NoSuchFlush
from bellstone.desk.models import StoredFlush
from bellstone.engine.process import EngineRuns

runs = EngineRuns()
_tests: dict[str, FlushReady] = {}
TESTS_KEPT = 64


class FlushState(Rec):
    """How far a flush test is: progress 0 to 1, and what it came to."""

    key: str
    state: Literal["waiting", "running", "done", "failed", "cancelled"]
    progress: float
    trouble: str = ""
    played: FlushPlayed | None = None


def start(lateral_id: int, path: str | None, flush: FlushPlan) -> FlushState:
    """The flush test of this line: the one already done for its very shape, else a new run."""
    record = store.record_of(store.row_of(lateral_id))
    test = flush_test(record, store.scheme_of(record), path, flush)
    key = hashlib.sha256(test.job.model_dump_json().encode()).hexdigest()[:32]
    if StoredFlush.objects.filter(pk=key).exists():
        return state(key)
    _tests[key] = test
    while len(_tests) > TESTS_KEPT:
        _tests.pop(next(iter(_tests)))
    runs.start(key, test.job.model_dump_json)
    return state(key)


def state(key: str) -> FlushState:
    kept = StoredFlush.objects.filter(pk=key).first()
    if kept is not None:
        return FlushState(key=key, state="done", progress=1.0, played=FlushPlayed.model_validate_json(kept.played))
    run, test = runs.get(key), _tests.get(key)
    if run is None or test is None:
        raise NoSuchFlush(key)
    if run.state != "done":
        return FlushState(key=key, state=run.state, progress=run.progress, trouble=run.trouble)
    played = test.played(EngineNumbers.model_validate_json(run.numbers))
    StoredFlush.objects.get_or_create(pk=key, defaults={"played": played.model_dump_json()})
    return FlushState(key=key, state="done", progress=1.0, played=played)


def cancel(key: str) -> FlushState:
    run = runs.get(key)
    if run is not None:
        run.cancel()
    return state(key)
