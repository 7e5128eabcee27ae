"""How the core and the API grow: each a ratio to something measured in the same run."""

import gc
import json
import os
import resource
import tempfile
import time
from collections.abc import Callable, Iterator
from pathlib import Path

from bellstone.core import assess as assessing
from bellstone.core.assess import assess
from bellstone.core.ear import SourceLine, hear_page, listen
from bellstone.core.edits import add_page, record_from_page
from bellstone.core.profile import adjusted
from bellstone.core.record import Lateral
from bellstone.core.scheme import house_scheme
from bellstone.core.water import bands
from bellstone.formats import lateral_file
from bellstone.formats.pdf import report_pdf
from benchmarks.pages import lateral_of, wet_line
from benchmarks.reference import reference

STEPS = (100, 1_000, 10_000)
LATERALS, PAGE = 5_000, 100
TRIES = 5
SAMPLES = Path(__file__).parents[1] / "bellstone" / "demo"
LOT = """plan oak: 20,10
plan pole: 80,-12
plan hydrant: 150,8
plan gas meter: 2,4
mark A 1: at 0,0
mark B 60: 41.23ft oak, 23.32ft pole, right
mark C 199: at 198,0
"""


def best(work: Callable[[], object], times: int) -> float:
    """The shortest of several tries [s]: what the work takes when the machine does nothing else."""
    took = []
    for _ in range(times):
        start = time.perf_counter()
        work()
        took.append(time.perf_counter() - start)
    return min(took)


def growth() -> None:
    print("assessment, findings on one line (aim: at most 13 x a step)")
    before = None
    for count in STEPS:
        record = lateral_of(count)
        # a new copy each time, so that nothing is remembered of the last
        copies = iter([Lateral.model_validate(record.model_dump()) for _ in range(TRIES)])
        took = best(lambda copies=copies: assess(next(copies)), TRIES)  # type: ignore[misc]
        ratio = f"{took / before:5.1f} x" if before else ""
        print(f"  {count:6d}  {1e3 * took:8.1f} ms  {ratio}")
        before = took


def water() -> None:
    """An assessment with its bands, nothing remembered, beside the reference of as many nodes; and ten times the length."""
    took: dict[int, float] = {}
    print("a line with a pitch log, its bands of 500 draws with it (aim: at most 4 x the reference at 200 ft)")
    for length, findings in ((200, 120), (2_000, 1_200)):
        record = wet_line(length, findings)
        copies = iter([Lateral.model_validate(record.model_dump()) for _ in range(TRIES)])

        def once(copies: Iterator[Lateral] = copies) -> None:
            adjusted.cache_clear()
            copy = next(copies)
            assess(copy)
            bands(copy)

        profile = assess(record).profile
        nodes = len(profile.station_ft) if profile else 0
        yard = best(lambda nodes=nodes: reference(nodes), TRIES)  # type: ignore[misc]
        took[length] = best(once, TRIES)
        ratio = f"{1e3 * took[length]:.1f} ms, reference {1e3 * yard:.1f} ms  {took[length] / yard:.1f} x"
        print(f"  {length:5d} ft, {nodes} nodes: {ratio}")
    print(f"  2,000 ft beside 200 ft (aim: at most 13 x)  {took[2_000] / took[200]:.1f} x")


def memory() -> None:
    """What 1,000 assessments of ever new copies leave behind, once the caches are full: after 500, and 1,000 later."""
    record = wet_line(60, 30)
    text = record.model_dump_json()
    grown = []
    for n in range(1_500):
        copy = Lateral.model_validate_json(text)
        assess(copy)
        bands(copy)
        if n in (499, 1_499):
            gc.collect()
            pages = int(Path("/proc/self/statm").read_text().split()[1])
            grown.append(pages * resource.getpagesize() / 1e6)
    print("memory over 1,000 assessments with their bands (aim: flat)")
    print(f"  after 500: {grown[0]:.0f} MB, 1,000 later: {grown[1]:.0f} MB  {grown[1] / grown[0]:.2f} x")


def reading() -> None:
    text = lateral_of(STEPS[-1]).model_dump_json()
    plain, ours = best(lambda: json.loads(text), 5), best(lambda: Lateral.model_validate_json(text), 5)
    print(f"reading {STEPS[-1]} findings (aim: at most 6 x json.loads)")
    print(f"  json.loads {1e3 * plain:.1f} ms, checked record {1e3 * ours:.1f} ms  {ours / plain:5.1f} x")


SAID = (
    "at {n} and a half there's heavy roots at the joint, about seventy percent", "the joint has dropped about half an inch at {n} feet",
    "hairline crack up top around {n} feet", "standing water at {n}, about an inch with the water off", "{n} rts @ jt hvy ~70%",
    "okay so at {n} there's a wye on the left and then we keep going, looks pretty good through here",
)  # fmt: skip
SHORT = ("{n}.5 roots heavy joint 70%", "{n} offset drop 0.5in", "~{n} crack hairline top", "{n} standing 1in rest")
WORDS_A_MINUTE = 150  # of speech, common knowledge


def hearing() -> None:
    """Plain lines heard beside short ones read; a minute of speech; a page ten times as long."""
    scheme = house_scheme()

    def said(lines: tuple[str, ...], count: int, first: int) -> list[str]:
        return [lines[n % len(lines)].format(n=first + n) for n in range(count)]

    firsts = iter(range(1, 10**6, 1000))  # never the same lines: nothing is remembered
    plain = best(lambda: [listen(t, scheme) for t in said(SAID, 300, next(firsts))], 3) / 300
    short = best(lambda: [listen(t, scheme) for t in said(SHORT, 300, next(firsts))], 3) / 300
    print("a plain line heard (aim: a minute of speech in under 100 ms, a page linear)")
    print(f"  {1e3 * plain:.1f} ms a line, a short one read {1e3 * short:.1f} ms  {plain / short:.1f} x")
    minute = " ".join(said(SAID, 40, 1)).split()[:WORDS_A_MINUTE]
    took = best(lambda: hear_page([SourceLine(number=1, time_s=0.0, said=" ".join(minute))], scheme), 3)
    print(f"  a minute of speech {1e3 * took:.0f} ms")
    pages = {
        count: best(lambda count=count: record_from_page("\n".join(said(SAID, count, next(firsts)))), 3)
        for count in (200, 2_000)
    }  # type: ignore[misc]
    print(f"  a page of 2,000 lines beside 200  {pages[2_000] / pages[200]:.1f} x, {pages[2_000]:.1f} s")


def handing_over() -> None:
    """Digs, grouping and ties beside the assessment they are part of; the report of the largest sample beside its answer."""
    record = wet_line(200, 120)
    plotted, lines = add_page(record, LOT, house_scheme())
    assert all(line.added for line in lines), [line.why for line in lines]
    spent = 0.0

    def timed(work: Callable[..., object]) -> Callable[..., object]:
        def run(*args: object) -> object:
            nonlocal spent
            start = time.perf_counter()
            made = work(*args)
            spent += time.perf_counter() - start
            return made

        return run

    kept = assessing.digs, assessing.plan_shown
    assessing.digs, assessing.plan_shown = timed(kept[0]), timed(kept[1])  # type: ignore[assignment]
    copies = iter([Lateral.model_validate(plotted.model_dump()) for _ in range(TRIES)])
    whole = best(lambda: assess(next(copies)), TRIES)
    assessing.digs, assessing.plan_shown = kept
    part = spent / TRIES
    print("digs, their grouping, the lot and its ties, 200 ft with 120 findings (aim: at most 2 x the assessment)")
    print(f"  {1e3 * part:.1f} ms of {1e3 * whole:.1f} ms  {part / whole:.2f} x")
    samples = [lateral_file.loads(p.read_bytes()) for p in sorted(SAMPLES.glob("*.json"))]
    shown = max((assess(s) for s in samples), key=lambda a: len(a.findings))
    took = best(lambda: report_pdf(shown), TRIES)
    print(f"the report of the largest sample as PDF (aim: under 1 s)  {1e3 * took:.0f} ms")


def list_page() -> None:
    """A page of 100 of 5,000 laterals at the API, beside one of 100 laterals in all."""
    from django.conf import settings
    from django.test import Client

    from bellstone.desk import store
    from bellstone.desk.models import FoundBy, StoredLateral

    row = StoredLateral()
    store.fill(row, lateral_of(40))
    values = {"record": row.record, "verdict": row.verdict, "worst": row.worst, "summary": row.summary}
    client = Client(REMOTE_ADDR="127.0.0.1", HTTP_HOST="127.0.0.1")
    client.get("/", {"key": settings.DOOR_KEY})
    store.save(row)
    words = FoundBy.objects.get(lateral=row).words
    took = {}
    for total in (PAGE, LATERALS):
        many = range(StoredLateral.objects.count(), total)
        made = StoredLateral.objects.bulk_create([StoredLateral(name=f"Lateral {n}", **values) for n in many])
        FoundBy.objects.bulk_create([FoundBy(lateral=m, words=words) for m in made])
        took[total] = best(lambda: client.get(f"/api/laterals?limit={PAGE}"), 10)
    print(f"a page of {PAGE} laterals at the API (aim: under 150 ms of {LATERALS})")
    print(f"  of {PAGE}: {1e3 * took[PAGE]:.1f} ms, of {LATERALS}: {1e3 * took[LATERALS]:.1f} ms")
    search = best(lambda: client.get(f"/api/laterals?limit={PAGE}&search=clay+with+roots&by=soundness"), 10)
    print(f"  searched by what is in them and sorted, of {LATERALS}: {1e3 * search:.1f} ms")


def long_edit() -> None:
    """A line more of the largest lateral at the API: what it takes, and what comes back."""
    from django.conf import settings
    from django.test import Client

    from bellstone.desk.actions.create import create

    at = f"/api/laterals/{create(lateral_of(STEPS[-1])).pk}"
    client = Client(REMOTE_ADDR="127.0.0.1", HTTP_HOST="127.0.0.1")
    client.get("/", {"key": settings.DOOR_KEY})
    whole = client.get(at)
    took, sent = [], 0
    for version in range(1, 2 + TRIES):
        line = {"text": f"{90.1 + 70 * version:.1f} roots 2{version}% joint"}
        headers = {"If-Match": str(version), "A-IM": "json-patch"}
        start = time.perf_counter()
        got = client.post(f"{at}/lines", line, "application/json", headers=headers)
        took.append(time.perf_counter() - start)
        assert got.status_code == 226, got.content[:200]
        sent = max(sent, len(got.content))
    print(f"an edit of {STEPS[-1]} findings at the API (aim: under 1 s and 1 MB)")
    # the first finds nothing remembered of the whole
    middle = sorted(took[1:])[TRIES // 2]
    print(f"  {1e3 * middle:.0f} ms, {sent / 1e3:.1f} kB; the whole desk is {len(whole.content) / 1e6:.1f} MB")


def main() -> None:
    with tempfile.TemporaryDirectory() as data:
        os.environ |= {"BELLSTONE_DATA": data, "DJANGO_SETTINGS_MODULE": "bellstone.desk.settings"}
        import django
        from django.core.management import call_command

        django.setup()
        call_command("migrate", verbosity=0)
        memory()
        water()
        growth()
        reading()
        hearing()
        handing_over()
        list_page()
        long_edit()


if __name__ == "__main__":
    main()
