"""For whom a lateral was looked at, under which number, by whom; and everyone it names."""

from bellstone.core.record import Lateral, Site, Visit


def job_words(site: Site, visit: Visit) -> str:
    """What of it was told, in one line; empty where nothing was.

    >>> job_words(Site(name="Alder Row 14", client="Hesper Estates"), Visit(id="v", job_number="1182", inspector="R. Quill"))
    'for Hesper Estates · job 1182 · looked at by R. Quill'
    >>> job_words(Site(name="Alder Row 14"), Visit(id="v"))
    ''
    """
    told = (("for ", site.client), ("job ", visit.job_number), ("looked at by ", visit.inspector))
    return " · ".join(lead + value.strip() for lead, value in told if value.strip())


def people_named(lateral: Lateral) -> tuple[str, ...]:
    """The client, who looked, and whose word is quoted: what a copy without names leaves out.

    >>> people_named(Lateral(site=Site(name="Alder Row 14", client="Hesper Estates")))
    ('Hesper Estates',)
    """
    looked = (v.inspector for v in lateral.visits)
    told = (lateral.site.client, *looked, *(c.who for c in lateral.claims))
    return tuple(dict.fromkeys(name.strip() for name in told if name.strip()))
