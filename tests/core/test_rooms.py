"""The core's rooms: others come in by the door, and nothing goes round in a circle."""

import ast
from collections.abc import Iterator
from functools import cache
from importlib import import_module
from pathlib import Path
from statistics import median

import networkx as nx
import pytest

import bellstone

CORE = Path(bellstone.__file__).parent / "core"
ROOMS = sorted(p.parent.name for p in CORE.glob("*/__init__.py"))
MODULES = sorted(p for p in CORE.rglob("*.py") if p.name != "__init__.py")


def _module(path: Path) -> str:
    return ".".join(("bellstone", "core", *path.relative_to(CORE).with_suffix("").parts))


@cache
def _imports(path: Path) -> list[ast.ImportFrom]:
    tree = ast.parse(path.read_text(encoding="utf-8"))
    return [
        n for n in ast.walk(tree) if isinstance(n, ast.ImportFrom) and (n.module or "").startswith("bellstone.core")
    ]


@pytest.mark.parametrize("path", MODULES, ids=_module)
def test_another_room_is_entered_by_its_door(path: Path) -> None:
    own = path.parent.name
    inside = [n.module for n in _imports(path) if str(n.module).count(".") > 2 and str(n.module).split(".")[2] != own]
    assert not inside, f"{_module(path)} reaches into {inside}: what others may use is named in the room's __init__"


def test_no_circle_of_modules() -> None:
    arrows = nx.DiGraph((_module(p), str(n.module)) for p in MODULES for n in _imports(p))
    assert list(nx.simple_cycles(arrows)) == []


@pytest.mark.parametrize("room", ROOMS)
def test_a_door_names_only_what_someone_outside_uses(room: str) -> None:
    door, root = f"bellstone.core.{room}", CORE.parents[1]
    outside = [
        p for d in ("bellstone", "benchmarks", "tests") for p in (root / d).rglob("*.py") if p.parent != CORE / room
    ]
    used = {a.name for p in outside for n in _imports(p) if n.module == door for a in n.names}
    assert sorted(set(import_module(door).__all__) - used) == []


MOST_LINES, MOST_BODY = 400, 40  # a module has one job, a function fits a screen
EVERY = sorted(p for p in CORE.parent.rglob("*.py") if "migrations" not in p.parts)


def _bodies(path: Path) -> Iterator[tuple[str, int]]:
    """Every function with the lines of its body, its docstring aside."""
    for node in ast.walk(ast.parse(path.read_text(encoding="utf-8"))):
        if isinstance(node, ast.FunctionDef):
            body = node.body[1:] if ast.get_docstring(node) is not None else node.body
            yield node.name, (body[-1].end_lineno or 0) - body[0].lineno + 1 if body else 0


@pytest.mark.parametrize("path", EVERY, ids=lambda p: str(p.relative_to(CORE.parent)))
def test_a_module_has_one_job_and_a_function_fits_a_screen(path: Path) -> None:
    assert len(path.read_text(encoding="utf-8").splitlines()) <= MOST_LINES
    assert [(name, lines) for name, lines in _bodies(path) if lines > MOST_BODY] == []


def test_most_functions_are_short() -> None:
    assert median(lines for path in EVERY for _, lines in _bodies(path)) <= 6
