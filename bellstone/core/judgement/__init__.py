"""Scores, verdicts and what goes through."""

from bellstone.core.judgement.grip import Grip, liner_grip
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
from bellstone.core.judgement.verdict import ORDER, VERDICT_WORDS, Reason, Verdict, VerdictShown
from bellstone.core.judgement.whole_lateral import LateralVerdict, whole_lateral

__all__ = [
    "Fit",
    "Grip",
    "LEAST_SEGMENT_FT",
    "LateralVerdict",
    "ORDER",
    "Reason",
    "Score",
    "VERDICT_WORDS",
    "Verdict",
    "VerdictShown",
    "at_words",
    "counts",
    "cut_to",
    "is_named",
    "judge_rows",
    "liner_grip",
    "one_each",
    "rated_items",
    "score",
    "standing_rating",
    "tool_fits",
    "whole_lateral",
]
