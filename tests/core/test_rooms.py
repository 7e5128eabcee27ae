"""The core's rooms: others come in by the door, and nothing goes round in a circle."""

import ast
from functools import cache
from importlib import import_module
from pathlib import Path

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
