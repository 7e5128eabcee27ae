"""What an assessment says: plain records, their warnings and words."""

from bellstone.core.answer.assessment import (
    Assessment,
    CountShown,
    LandmarkShown,
    LineShown,
    Origin,
    Remarked,
    SegmentResult,
)
from bellstone.core.answer.consequence import Rerated, consequence, rerated
from bellstone.core.answer.preview import Preview, preview
from bellstone.core.answer.scope import before_you_pull_out, cautions, house_rule_words, scope_words
from bellstone.core.answer.section_table import DepthShown, section_table
from bellstone.core.answer.warnings import warnings_of

__all__ = [
    "Assessment",
    "CountShown",
    "DepthShown",
    "LandmarkShown",
    "LineShown",
    "Origin",
    "Preview",
    "Remarked",
    "Rerated",
    "SegmentResult",
    "before_you_pull_out",
    "cautions",
    "consequence",
    "house_rule_words",
    "preview",
    "rerated",
    "scope_words",
    "section_table",
    "warnings_of",
]
