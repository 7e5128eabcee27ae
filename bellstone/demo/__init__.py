"""Sample laterals, all invented: lateral files like any other."""

from pathlib import Path

SAMPLES = tuple(sorted(Path(__file__).parent.glob("*.json"), key=lambda path: int(path.name.split("-")[0])))
