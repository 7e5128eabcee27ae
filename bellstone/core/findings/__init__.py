"""Findings: sightings placed, turned with the flow and rated; joints, pairs, earlier visits, the axis."""

from bellstone.core.findings.axis import AxisSpan, axis_spans, joined
from bellstone.core.findings.conditions import against_ratings
from bellstone.core.findings.earlier_visit import Earlier, earlier_findings
from bellstone.core.findings.finding import Finding, Resolved
from bellstone.core.findings.joints import (
    OFF_JOINT_FT,
    JointsShown,
    at_joint_in,
    joints_of,
    noted_joints,
    off_pattern,
    spacing_not_of,
    usual_lay_length,
    with_joints,
)
from bellstone.core.findings.matching import Proposal
from bellstone.core.findings.proposals import proposed
from bellstone.core.findings.resolve import computed_row, is_joint, resolve
from bellstone.core.findings.twice import seen_twice
from bellstone.core.findings.where import AxisWords, axis_words_of

__all__ = [
    "AxisSpan",
    "AxisWords",
    "Earlier",
    "Finding",
    "JointsShown",
    "OFF_JOINT_FT",
    "Proposal",
    "Resolved",
    "against_ratings",
    "at_joint_in",
    "axis_spans",
    "axis_words_of",
    "computed_row",
    "earlier_findings",
    "is_joint",
    "joined",
    "joints_of",
    "noted_joints",
    "off_pattern",
    "proposed",
    "resolve",
    "seen_twice",
    "spacing_not_of",
    "usual_lay_length",
    "with_joints",
]
