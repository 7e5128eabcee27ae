"""How many small wrong changes of the core the tests see: ``python -m tests.mutants 300``.

Changes are drawn at random over the rooms that compute: another operator, another comparison, a number one off, a
loop or a condition undone. Each is run in a process of its own against the tests that pass over its line, the quickest
first. What no test fails for is listed: the next test to write.
"""

import argparse
import importlib
import importlib.util
import os
import random
import signal
import subprocess
import sys
import time
from collections.abc import Iterator, Sequence
from importlib.abc import Loader, MetaPathFinder
from pathlib import Path
from typing import Any, NamedTuple

ROOT = Path(__file__).parents[1]
CORE = ROOT / "bellstone" / "core"
ROOMS = ("scheme", "judgement", "stations", "water", "dig", "profile")
# not changes of what is computed: types, names drawn by chance, a function remembered or not
SKIPPED = (
    "BitOr",
    "BitAnd",
    "BitXor",
    "Shift",
    "Variable",
    "RemoveDecorator",
    "ExceptionReplacer",
    "_Is",
    "FloorDiv",
    "Invert",
)
# keywords that change no answer: lengths checked twice, records frozen, what is remembered
SAME_ANSWER = ("strict=", "frozen=", "slots=", "@remembered", "@lru_cache")
# Whole answers and figures first, for they see most; then the quickest. The few trials that take longer than this are
# left out: what only they would see counts as not seen.
FIRST, LONG_TEST_S = ("test_answers.py", "test_figures.py", "test_kept_figures.py"), 2.0
LATE_AFTER, LEAST_LATE_S = 4, 60  # times what its tests take unchanged, and at least so long: then it hangs


class Mutant(NamedTuple):
    path: Path
    operator: str
    occurrence: int
    line: int


def mutants(rooms: Sequence[str] = ROOMS) -> Iterator[Mutant]:
    """Every change that the operators can make in the rooms."""
    from cosmic_ray.ast import ast_nodes, get_ast
    from cosmic_ray.plugins import get_operator, operator_names

    names = [n for n in operator_names() if not any(s in n for s in SKIPPED)]
    for path in sorted(p for room in rooms for p in (CORE / room).glob("*.py") if p.name != "__init__.py"):
        said = path.read_text().splitlines()
        nodes = list(ast_nodes(get_ast(path.read_text())))
        for name in names:
            operator = get_operator(name)()
            at = [start for node in nodes for start, _ in operator.mutation_positions(node)]
            yield from (
                Mutant(path, name, n, line) for n, (line, _) in enumerate(at) if not _is_same(name, said[line - 1])
            )


BY_ALPHABET = ("Eq_Lt", "Eq_Gt", "Eq_LtE", "Eq_GtE")  # and so NotEq_Lt and the rest


def _is_same(operator: str, line: str) -> bool:
    """Whether a change of a flag or a number on this line can change no answer, or would compare words by their alphabet."""
    if operator.endswith(BY_ALPHABET) and '"' in line:
        return True
    return ("True" in operator or "Number" in operator) and any(word in line for word in SAME_ANSWER)


def drawn(count: int, seed: int, rooms: Sequence[str] = ROOMS) -> list[Mutant]:
    """A draw of them: a place in the code first, then one of its changes, or comparisons would be half of all."""
    by_place: dict[tuple[Path, int, str], list[Mutant]] = {}
    for m in mutants(rooms):
        by_place.setdefault((m.path, m.line, m.operator.split("_")[0]), []).append(m)
    rng = random.Random(seed)
    places = rng.sample(sorted(by_place), min(count, len(by_place)))
    return [rng.choice(by_place[place]) for place in places]


def covered(work: Path) -> tuple[dict[tuple[str, int], set[str]], dict[str, float]]:
    """Which tests pass over a line, and how long each takes [s]."""
    import xml.etree.ElementTree as ET

    from coverage import CoverageData

    data, timed = work / "coverage", work / "timed.xml"
    if not timed.exists():
        subprocess.run(
            [sys.executable, "-m", "pytest", "tests/core", "bellstone/core", "--cov=bellstone.core", "--cov-context=test",
             "--cov-report=", f"--junitxml={timed}", "-o", "junit_family=xunit1", "-n", "auto", "--dist", "loadfile"],
            cwd=ROOT, env={**os.environ, "COVERAGE_FILE": str(data), "CI": "1"}, check=True,
        )  # fmt: skip
    read = CoverageData(str(data))
    read.read()
    tests: dict[tuple[str, int], set[str]] = {}
    for file in read.measured_files():
        for line, contexts in read.contexts_by_lineno(file).items():
            tests[file, line] = {c.rsplit("|", 1)[0] for c in contexts if c}
    seconds: dict[str, float] = {}
    for case in ET.parse(timed).iter("testcase"):
        where = (case.get("file") or "").removeprefix("./")
        seconds[f"{where}::{case.get('name')}"] = float(case.get("time") or 0)
    return tests, seconds


class _Changed(MetaPathFinder, Loader):
    """Imports one module from changed source, and all others as they are."""

    def __init__(self, path: Path, source: str) -> None:
        self.name = ".".join(path.relative_to(ROOT).with_suffix("").parts)
        self.path, self.source = path, source

    def find_spec(self, fullname: str, path: Any, target: Any = None) -> Any:
        if fullname != self.name:
            return None
        return importlib.util.spec_from_file_location(fullname, self.path, loader=self)

    def create_module(self, spec: Any) -> None:
        return None

    def exec_module(self, module: Any) -> None:
        exec(compile(self.source, str(self.path), "exec"), module.__dict__)


def _run_changed(mutant: Mutant, tests: list[str]) -> int:
    """In a process of its own: the tests against the change; pytest's answer."""
    import pytest
    from cosmic_ray.mutating import mutate_code
    from cosmic_ray.plugins import get_operator

    changed = mutate_code(mutant.path.read_text(), get_operator(mutant.operator)(), mutant.occurrence)
    if changed is None:
        return 1
    finder = _Changed(mutant.path, changed)
    sys.meta_path.insert(0, finder)
    try:
        importlib.import_module(
            finder.name
        )  # now, for a file named to the test runner is read from disk by its own hook
    except Exception:
        return 1
    quiet = os.open(os.devnull, os.O_WRONLY)
    os.dup2(quiet, 1), os.dup2(quiet, 2)
    return int(pytest.main([*tests, "-x", "-p", "no:cacheprovider", "-p", "no:warnings"]))


def _quickest(over: set[str], seconds: dict[str, float]) -> list[str]:
    """Of the tests that pass over a line those that tell soonest, in order; the figures pass over every module's head."""
    figures = {t for t in seconds if FIRST[1] in t}
    order = sorted(over | figures, key=lambda t: (not any(name in t for name in FIRST), seconds.get(t, 1.0)))
    return [t for t in order if seconds.get(t, 1.0) <= LONG_TEST_S] or order[:1]


def seen(mutant: Mutant, tests: list[str]) -> int:
    """Starts the process of one mutant."""
    child = os.fork()
    if child == 0:
        try:
            os._exit(_run_changed(mutant, tests))
        except BaseException:
            os._exit(1)
    return child


def main() -> None:
    parse = argparse.ArgumentParser(description=__doc__)
    parse.add_argument("count", type=int, nargs="?", default=300)
    parse.add_argument("--seed", type=int, default=int(time.strftime("%Y%m%d")))
    parse.add_argument("--rooms", default=",".join(ROOMS))
    parse.add_argument("--work", type=Path, default=ROOT / "build" / "mutants")
    given = parse.parse_args()
    given.work.mkdir(parents=True, exist_ok=True)
    os.environ["CI"] = "1"
    os.chdir(ROOT)
    tests, seconds = covered(given.work)
    waiting = drawn(given.count, given.seed, given.rooms.split(","))[::-1]
    import django  # noqa: F401  -- what the tests bring in is brought in once, and the core by each change
    import hypothesis  # noqa: F401
    import scipy.optimize
    import scipy.sparse.csgraph  # noqa: F401

    running: dict[int, tuple[Mutant, float, float]] = {}
    left, count, begun = list[str](), 0, time.monotonic()
    while waiting or running:
        while waiting and len(running) < (os.cpu_count() or 1):
            mutant = waiting.pop()
            over = tests.get((str(mutant.path), mutant.line)) or {
                t for (f, _), ts in tests.items() if f == str(mutant.path) for t in ts
            }
            order = _quickest(over, seconds)
            longest = max(LATE_AFTER * sum(seconds.get(t, 1.0) for t in order), LEAST_LATE_S)
            running[seen(mutant, order)] = (mutant, time.monotonic(), longest)
        for child, (mutant, since, longest) in list(running.items()):
            done, status = os.waitpid(child, os.WNOHANG)
            late = time.monotonic() - since > longest
            if late:
                os.kill(child, signal.SIGKILL)
                os.waitpid(child, 0)
            if done or late:
                del running[child]
                count += 1
                if count % 10 == 0:
                    print(f"{count - len(left)} of {count} seen so far", flush=True)
                code = 1 if late else os.waitstatus_to_exitcode(status)
                if code in (4, 5):  # a test that is not there, or none: it says nothing
                    raise SystemExit(f"the tests of {mutant} did not run (pytest answers {code}): remove {given.work}")
                if code == 0:
                    left.append(f"{mutant.path.relative_to(ROOT)}:{mutant.line} {mutant.operator} #{mutant.occurrence}")
                    print("not seen", left[-1], flush=True)
        time.sleep(0.02)
    print(
        f"{count - len(left)} of {count} seen ({100 * (1 - len(left) / count):.0f} %), seed {given.seed}, {time.monotonic() - begun:.0f} s"
    )


if __name__ == "__main__":
    main()
