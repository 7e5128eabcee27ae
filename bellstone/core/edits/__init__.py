"""Record in, record out: a line, a page, a row, a reading, one thing seen twice."""

from bellstone.core.edits.adding import Adder, add_line
from bellstone.core.edits.corrected_reading import Reread, with_reading
from bellstone.core.edits.digs import with_dig_as_computed, with_dig_moved
from bellstone.core.edits.new_lateral import new_record
from bellstone.core.edits.page import PageLine, add_page, add_said, record_from_page, record_from_said, record_of_drafts
from bellstone.core.edits.review import MOST_DRAFTS, Taken, Undecided, add_drafts, heard_page
from bellstone.core.edits.rows import replace_sighting, with_words, without, without_all
from bellstone.core.edits.runs import with_first_pipe, without_run
from bellstone.core.edits.same_item import join_items, keep_apart
from bellstone.core.edits.stills import with_still

__all__ = [
    "MOST_DRAFTS",
    "Adder",
    "PageLine",
    "Reread",
    "Taken",
    "Undecided",
    "add_line",
    "add_page",
    "add_said",
    "heard_page",
    "join_items",
    "keep_apart",
    "new_record",
    "record_from_page",
    "record_from_said",
    "record_of_drafts",
    "replace_sighting",
    "add_drafts",
    "with_dig_as_computed",
    "with_dig_moved",
    "with_first_pipe",
    "with_reading",
    "with_still",
    "with_words",
    "without",
    "without_all",
    "without_run",
]
