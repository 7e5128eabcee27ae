"""The demo's laterals: lateral files like any other, loaded once."""

from pathlib import Path

from bellstone.desk.actions.create import create
from bellstone.desk.models import StoredLateral
from bellstone.formats import lateral_file

DEMO = Path(__file__).resolve().parent.parent.parent / "demo"


def load_samples() -> int:
    """Load the samples into an empty desk; how many were loaded."""
    if StoredLateral.objects.exists():
        return 0
    files = sorted(DEMO.glob("*.json"), reverse=True)
    for path in files:
        create(lateral_file.loads(path.read_bytes()))
    return len(files)
