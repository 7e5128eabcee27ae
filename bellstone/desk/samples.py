"""The demo's laterals: lateral files like any other, loaded once."""

from bellstone.demo import SAMPLES
from bellstone.desk.actions.create import create
from bellstone.desk.models import StoredLateral
from bellstone.formats import lateral_file


def load_samples() -> int:
    """Load the samples into an empty desk; how many were loaded."""
    if StoredLateral.objects.exists():
        return 0
    for path in reversed(SAMPLES):  # the newest change leads the list
        create(lateral_file.loads(path.read_bytes()))
    return len(SAMPLES)
