"""What an assessment says: plain records, their warnings and words."""

from bellstone.core.answer.above_dig import with_what_lies_above
from bellstone.core.answer.assessment import Assessment, CountShown, Remarked
from bellstone.core.answer.compared import compared
from bellstone.core.answer.consequence import Rerated, consequence, rerated
from bellstone.core.answer.dig_sheet import dig_sheets
from bellstone.core.answer.found_by import found_by, wanted
from bellstone.core.answer.judged_path import JudgedPath, judged_path, line_verdict
from bellstone.core.answer.lines_shown import LineShown, lines_shown
from bellstone.core.answer.next_look import next_look
from bellstone.core.answer.owners_page import OwnersPage, owners_page
from bellstone.core.answer.people import job_words, people_named
from bellstone.core.answer.places_shown import landmarks, origins
from bellstone.core.answer.plan_shown import plan_shown, to_write
from bellstone.core.answer.preview import Preview, preview
from bellstone.core.answer.review import Review, review
from bellstone.core.answer.scope import before_you_pull_out, cautions, house_rule_words, scope_words
from bellstone.core.answer.section_table import depths_read, section_table
from bellstone.core.answer.segments_shown import segment_shown
from bellstone.core.answer.told import statements_of
from bellstone.core.answer.warnings import warnings_of

__all__ = [
    "job_words",
    "people_named",
    "found_by",
    "wanted",
    "Assessment",
    "CountShown",
    "JudgedPath",
    "LineShown",
    "OwnersPage",
    "Preview",
    "Remarked",
    "Rerated",
    "Review",
    "before_you_pull_out",
    "cautions",
    "compared",
    "consequence",
    "depths_read",
    "dig_sheets",
    "house_rule_words",
    "judged_path",
    "landmarks",
    "line_verdict",
    "lines_shown",
    "next_look",
    "origins",
    "owners_page",
    "plan_shown",
    "to_write",
    "with_what_lies_above",
    "preview",
    "rerated",
    "review",
    "scope_words",
    "section_table",
    "segment_shown",
    "statements_of",
    "warnings_of",
]
