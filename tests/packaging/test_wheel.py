"""What ships: the wheel holds all that a desk needs, and the pins of the checks are the product's."""

import re
import shutil
import subprocess
import sys
import zipfile
from pathlib import Path

import pytest

ROOT = Path(__file__).parents[2]
LEFT_OUT = shutil.ignore_patterns("__pycache__", "*.egg-info")


@pytest.fixture(scope="module")
def wheel(tmp_path_factory) -> list[str]:
    """The names in a wheel built from a copy of the tree, without the network."""
    tree, out = tmp_path_factory.mktemp("tree"), tmp_path_factory.mktemp("wheel")
    shutil.copytree(ROOT / "bellstone", tree / "bellstone", ignore=LEFT_OUT)
    shutil.copy(ROOT / "pyproject.toml", tree)
    build = "import sys; from setuptools import build_meta; build_meta.build_wheel(sys.argv[1])"
    subprocess.run([sys.executable, "-c", build, str(out)], cwd=tree, check=True, capture_output=True)
    return zipfile.ZipFile(next(out.glob("*.whl"))).namelist()


@pytest.mark.parametrize("needed", [
    "bellstone/desk/static_web/index.html", "bellstone/core/scheme/house.toml", "bellstone/demo/1-quillet-lane.json",
    "bellstone/engine/__main__.py", "bellstone/desk/migrations/0001_initial.py", "bellstone/py.typed",
])  # fmt: skip
def test_the_wheel_holds_what_a_desk_needs(wheel, needed: str) -> None:
    assert needed in wheel


def test_the_wheel_ships_every_built_script_and_font(wheel) -> None:
    built = {f"bellstone/desk/static_web/{p.relative_to(ROOT / 'bellstone/desk/static_web')}"
             for p in (ROOT / "bellstone" / "desk" / "static_web").rglob("*") if p.is_file()}  # fmt: skip
    assert built and built <= set(wheel)


def _pins(name: str) -> dict[str, str]:
    return dict(re.findall(r"^([\w.-]+)==(\S+)", (ROOT / "requirements" / name).read_text(encoding="utf-8"), re.M))


def test_what_is_tested_is_what_ships() -> None:
    shipped, tested = _pins("run.txt"), _pins("dev.txt")
    assert {name: tested[name] for name in shipped.keys() & tested.keys() if tested[name] != shipped[name]} == {}


def test_the_lock_names_no_address_and_no_path() -> None:
    for name in ("run.txt", "dev.txt"):
        assert not re.search(
            r"https?://|file:/|^--(index|find|trusted)", (ROOT / "requirements" / name).read_text(), re.M
        )
