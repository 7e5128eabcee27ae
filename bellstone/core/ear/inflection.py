"""Words of one stem: ``separate``, ``separates``, ``separated``, ``separating`` are one verb however it is said."""

from functools import lru_cache

from bellstone.core.ear.wording import words_of

# verbs that change within, each with the form that the others stand for
_STRONG = {
    "hang": "hung hangs", "break": "broke broken", "fall": "fell fallen", "tear": "tore torn", "wear": "wore worn",
    "rot": "rotten", "sink": "sank sunk sunken", "stick": "stuck", "catch": "caught", "lie": "lay laid lain lying laying",
    "sit": "sat", "stand": "stood", "hold": "held", "eat": "ate eaten", "grow": "grew grown", "slide": "slid",
    "rise": "rose risen", "blow": "blew blown", "come": "came", "go": "went goes", "swell": "swollen",
    "shrink": "shrunk shrank", "wash": "washed", "lose": "lost", "find": "found", "see": "saw seen", "freeze": "frozen",
    "run": "ran", "drive": "drove driven", "swim": "swam swum", "spring": "sprung", "bite": "bitten",
}  # fmt: skip
_STEMS = {form: verb for verb, forms in _STRONG.items() for form in forms.split()}
# as they stand: another thing than the verb they look like, or too short to tell
_WHOLE = words_of("""
    line lines lined lining liner left right main less this its is was has does grass glass gas loss across moss
    cross brass address during something nothing anything being during bring string ring spring thing things fitting fittings
    sling king wing ceiling building railing opening speed seed need feed weed bed red shed sled hundred
    always plus minus bus us yes abs inches
""")
_VOWELS = frozenset("aeiouy")


@lru_cache(maxsize=8192)
def stem(word: str) -> str:
    """What the forms of a word share: no word of English, only the same for each of them.

    >>> {stem(w) for w in ("separate", "separates", "separated", "separating")}
    {'separat'}
    >>> stem("hung"), stem("dropped") == stem("drops"), stem("lined") == stem("line")
    ('hang', True, False)
    """
    if word in _STEMS:
        return stem(_STEMS[word])
    if len(word) < 4 or word in _WHOLE or not word.isalpha():
        return word
    for ending, least in (("ing", 3), ("ed", 3), ("es", 3), ("s", 3)):
        if word.endswith(ending) and len(word) - len(ending) >= least and not word.endswith("ss"):
            return _bare(word[: -len(ending)])
    return _bare(word)


def _bare(root: str) -> str:
    """A root without a doubled last letter or a mute *e*; *y* and *i* are one."""
    if len(root) > 3 and root[-1] == root[-2] and root[-1] not in "lsz" + "aeiou":
        return root[:-1]
    if root.endswith("e") and len(root) > 3:
        return root[:-1]
    return root[:-1] + "y" if root.endswith("i") and len(root) > 3 else root
