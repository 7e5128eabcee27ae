"""The same finding said in five styles is the same sighting."""

import pytest

from bellstone.core.ear import hear_line
from bellstone.core.entry import read_line
from tests.core.said import HOUSE

PLACES = {"41": "forty one", "27": "twenty seven", "63.5": "sixty three and a half"}
# the line it is, then as shorthand, a sentence, dictated, formal and slang
FINDINGS = [
    (
        "{p} roots light joint",
        "{p} rts lt jt",
        "There are light roots at the joint at {p} feet.",
        "okay light roots at the joint {w}",
        "Light roots were observed at the joint at {p} feet.",
        "{p}, bit of light roots at the joint",
    ),
    (
        "{p} roots hair joint",
        "{p} hair rts @ jt",
        "At {p} feet there are fine roots at the joint.",
        "we got little hairs at the joint at {w}",
        "Fine roots were noted at the joint at {p} feet.",
        "{p} fine little hairs at the joint",
    ),
    (
        "{p} roots ball 60%",
        "{p} root ball 60%",
        "There is a root ball at {p} feet taking up about sixty percent of the pipe.",
        "root ball at {w} about sixty percent",
        "A root mass was encountered at {p} feet, 60 percent of the bore.",
        "{p} root ball, like sixty percent",
    ),
    (
        "{p} offset up 0.5in",
        "{p} o/s up 1/2in",
        "At {p} feet the joint steps up half an inch.",
        "step up at {w} half an inch",
        "An upward offset of one half inch was noted at {p} feet.",
        "{p}, steps up on ya half an inch",
    ),
    (
        "{p} offset drop 0.25in",
        "{p} drop 1/4in o/s",
        "The joint has dropped about a quarter inch at {p} feet.",
        "dropped joint at {w} quarter inch",
        "A dropped joint of one quarter inch was noted at {p} feet.",
        "{p} dropped a quarter inch",
    ),
    (
        "{p} open 1in joint",
        "{p} opn jt 1in",
        "There is an open joint at {p} feet, about an inch.",
        "open joint at {w} about an inch",
        "An open joint of one inch was observed at {p} feet.",
        "{p} open joint, an inch",
    ),
    (
        "{p} crack lengthwise top",
        "{p} long crk top",
        "There is a lengthwise crack on top at {p} feet.",
        "lengthwise crack on top at {w}",
        "A longitudinal crack was observed at the top at {p} feet.",
        "{p} lengthwise crack up top",
    ),
    (
        "{p} crack around hairline",
        "{p} circ crk hairline",
        "There is a hairline crack around the pipe at {p} feet.",
        "hairline crack all the way around at {w}",
        "A circumferential hairline crack was noted at {p} feet.",
        "{p} hairline crack goes all the way around",
    ),
    (
        "{p} crack?",
        "{p} poss crk",
        "There might be a crack at {p} feet.",
        "might be a crack at {w}",
        "A possible crack was noted at {p} feet.",
        "{p} crack maybe",
    ),
    (
        "{p} hole 10 o'clock",
        "{p} hole 10 o'clock",
        "There is a hole at ten o'clock at {p} feet.",
        "hole at ten o'clock at {w}",
        "A hole was observed at 10 o'clock at {p} feet.",
        "{p} hole, ten o'clock",
    ),
    (
        "{p} break shattered",
        "{p} shattered",
        "The pipe is shattered at {p} feet.",
        "it's shattered at {w}",
        "The pipe is shattered at {p} feet.",
        "{p} all busted up",
    ),
    (
        "{p} collapse",
        "{p} collapse",
        "The pipe has collapsed at {p} feet.",
        "it's collapsed at {w}",
        "A collapse was observed at {p} feet.",
        "{p} caved in",
    ),
    (
        "{p} grease 30%",
        "{p} grease 30%",
        "There is grease at {p} feet, about thirty percent.",
        "grease at {w} about thirty percent",
        "Grease was noted at {p} feet, thirty percent.",
        "{p} grease like thirty percent",
    ),
    (
        "{p} fitting wye left",
        "{p} wye L",
        "There is a wye on the left at {p} feet.",
        "wye on the left at {w}",
        "A wye on the left was noted at {p} feet.",
        "{p} wye on the left side",
    ),
    (
        "{p} main",
        "{p} main",
        "We reached the main at {p} feet.",
        "there's the main at {w}",
        "The main was reached at {p} feet.",
        "hit the main {p}",
    ),
    (
        "{p} stopped",
        "{p} stopped",
        "The camera will not go past {p} feet.",
        "can't get past {w}",
        "The camera could not be advanced at {p} feet.",
        "{p} dead stop",
    ),
    (
        "{p} coupling shielded",
        "{p} shielded cplg",
        "There is a shielded coupling at {p} feet.",
        "shielded coupling at {w}",
        "A shielded coupling was noted at {p} feet.",
        "{p} shielded band",
    ),
    (
        "{p} standing 1in rest",
        "{p} standing water 1in water off",
        "There is an inch of standing water at {p} feet with the water off.",
        "standing water at {w} about an inch with the water off",
        "Standing water of one inch was observed at {p} feet with all fixtures off.",
        "{p} belly, an inch, water off",
    ),
    (
        "{p} scale heavy",
        "{p} hvy scale",
        "There is heavy scale at {p} feet.",
        "heavy scale at {w}",
        "Heavy scale was noted at {p} feet.",
        "{p} heavy scale",
    ),
    (
        "{p} none: roots",
        "{p} no rts",
        "There are no roots at {p} feet.",
        "no roots at {w}",
        "No roots were observed at {p} feet.",
        "{p} no roots",
    ),
    (
        "{p} change iron > clay",
        "{p} CI > clay",
        "It changes from iron to clay at {p} feet.",
        "goes from cast iron to clay at {w}",
        "The pipe changes from cast iron to clay at {p} feet.",
        "{p} iron to clay",
    ),
    (
        "{p} soil_seen",
        "{p} dirt showing",
        "You can see dirt at {p} feet.",
        "you can see dirt at {w}",
        "Soil was visible at {p} feet.",
        "{p} dirt showing",
    ),
    (
        "{p} cracked_bell",
        "{p} bell crkd",
        "The bell is cracked at {p} feet.",
        "bell's cracked at {w}",
        "The bell of the joint is cracked at {p} feet.",
        "{p} bell's cracked",
    ),
    (
        "{p} deformed 10%",
        "{p} egged 10%",
        "The pipe is egg shaped about ten percent at {p} feet.",
        "egg shaped about ten percent at {w}",
        "The pipe is deformed approximately ten percent at {p} feet.",
        "{p} egg shaped ten percent",
    ),
]


def things(lines: tuple[str, ...] | list[str]) -> list[object]:
    out: list[object] = []
    for line in lines:
        for act in read_line(line, HOUSE).acts:
            if act.act != "see":
                out.append(act)
                continue
            s = act.sighting
            at = s.at if s.kind not in ("open", "offset", "cracked_bell") else None  # a joint by their kind
            out.append((s.kind, s.form, s.position.counter.likely, at, s.water, s.sureness, s.none_of, s.state, s.qualities,
                        s.size and (s.size.likely, s.size.word), s.clock and (s.clock.word, s.clock.start), s.change))  # fmt: skip
    return out


@pytest.mark.parametrize("at", PLACES)
@pytest.mark.parametrize("said", FINDINGS, ids=[f[0].removeprefix("{p} ") for f in FINDINGS])
def test_a_finding_is_the_same_in_every_style(said: tuple[str, ...], at: str) -> None:
    written, *styles = (line.format(p=at, w=PLACES[at]) for line in said)
    for line in styles:
        heard = hear_line(line, HOUSE)
        assert heard.outcome == "heard", (line, heard.why)
        assert things(heard.lines) == things([written]), (line, heard.lines)
