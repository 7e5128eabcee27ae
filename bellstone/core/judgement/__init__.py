"""Scores, verdicts and what goes through."""

from bellstone.core.judgement.rows import (
    at_words,
    counts,
    cut_to,
    is_named,
    judge_rows,
    one_each,
    rated_items,
    standing_rating,
)
from bellstone.core.judgement.score import LEAST_SEGMENT_FT, Score, score
from bellstone.core.judgement.tools import Fit, tool_fits
from bellstone.core.judgement.verdict import ORDER, VERDICT_WORDS, Verdict, VerdictShown

__all__ = [
    "Fit",
    "LEAST_SEGMENT_FT",
    "ORDER",
    "Score",
    "VERDICT_WORDS",
    "Verdict",
    "VerdictShown",
    "at_words",
    "counts",
    "cut_to",
    "is_named",
    "judge_rows",
    "one_each",
    "rated_items",
    "score",
    "standing_rating",
    "tool_fits",
]
