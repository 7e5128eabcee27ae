"""This is that, tables, schemes and paths through the API."""

import pytest

from bellstone.core.edits import record_from_page
from bellstone.desk.actions.create import create

PAGE = "run A yard clay 4in, facing main, counts to main\n20 roots curtain 30% joint\npass back\n20.3 roots curtain 30% joint\n40 main"


@pytest.fixture
def twice(db) -> int:
    return create(record_from_page(PAGE, "Twice")[0]).pk


def test_the_consequence_is_told_before_it_is_taken_and_undo_brings_two_back(desk, twice) -> None:
    two = {"keep": "i1", "join": "i2"}
    words = desk.send("POST", f"/{twice}/same/look", two).json()["words"]
    assert "soundness" in words
    assert desk.send("GET", f"/{twice}").json()["version"] == 1
    taken = desk.send("POST", f"/{twice}/same", two, version=1).json()
    assert words in taken["said"]
    assert {s["item"] for s in taken["record"]["visits"][0]["sightings"][:2]} == {"i1"}
    back = desk.send("POST", f"/{twice}/undo", version=2).json()
    assert len({s["item"] for s in back["record"]["visits"][0]["sightings"][:2]}) == 2


def test_a_proposal_refused_does_not_come_again(desk, twice) -> None:
    assert len(desk.send("GET", f"/{twice}").json()["assessment"]["proposals"]) == 1
    apart = desk.send("POST", f"/{twice}/apart", {"keep": "i1", "join": "i2"}, version=1).json()
    assert apart["assessment"]["proposals"] == []
    assert desk.send("POST", f"/{twice}/same", {"keep": "i1", "join": "i9"}, version=2).status_code == 422


def test_a_table_is_looked_at_taken_and_its_columns_remembered(desk, twice) -> None:
    text = "A,B\n25,hole\n"
    look = desk.send("POST", f"/{twice}/tables/sightings/look", {"text": text}).json()
    assert (look["mapping"], look["remembered"], look["count"]) == ({}, False, 1)
    refused = desk.send(
        "POST", f"/{twice}/tables/sightings", {"text": text, "mapping": {"counter": 1, "kind": 0}}, version=1
    )
    assert refused.status_code == 422 and refused.json()["problems"][0]["place"] == "row 2"
    added = desk.send(
        "POST", f"/{twice}/tables/sightings", {"text": text, "mapping": {"counter": 0, "kind": 1}}, version=1
    ).json()
    assert "Imported 1 row" in added["said"]
    again = desk.send("POST", f"/{twice}/tables/sightings/look", {"text": "a,b\n1,roots"}).json()
    assert (again["mapping"], again["remembered"]) == ({"counter": 0, "kind": 1}, True)
    saved = desk.send("GET", f"/{twice}/tables/sightings")
    assert saved.headers["Content-Disposition"] == 'attachment; filename="Twice-sightings.csv"'
    assert b"hole" in saved.content
    assert b"25 hole" in desk.send("GET", f"/{twice}/notes").content


def test_a_scheme_is_copied_versioned_and_says_what_it_changes(desk, twice) -> None:
    client = desk.client
    headers = {"X-CSRFToken": desk.token}
    (shipped,) = client.get("/api/schemes").json()
    whole = client.get("/api/schemes/one", {"label": shipped["label"]}).json()
    ladder = whole["kinds"]["roots"]["rating"]["ladder"]
    whole["kinds"]["roots"]["rating"]["ladder"] = [[r, limit.replace("20", "40")] for r, limit in ladder]
    copy = {"name": "Corbel rules", "based_on": shipped["label"], "scheme": whole}

    def save(body):
        return client.post("/api/schemes", body, content_type="application/json", headers=headers)

    assert save(copy).json()["version"] == "1"
    assert save(copy).json()["version"] == "2"
    assert save({**copy, "name": shipped["label"][:-2]}).status_code == 422
    upside_down = {"ladder": [[5, "5 %"], [1, "more"]]}
    roots = whole["kinds"]["roots"] | {"rating": whole["kinds"]["roots"]["rating"] | upside_down}
    kinds = whole["kinds"] | {"roots": roots}
    broken = whole | {"kinds": kinds}
    assert save({**copy, "scheme": broken}).json()["problems"][0]["place"] == "kinds.roots.rating"
    odd = whole | {
        "kinds": whole["kinds"] | {"roots": roots | {"rating": roots["rating"] | {"ladder": [[1, "a bit"]]}}}
    }
    assert save({**copy, "scheme": odd}).json()["problems"][0]["place"] == "kinds.roots.rating"
    changes = desk.send("POST", f"/{twice}/scheme/look", {"label": "Corbel rules 2"}).json()
    assert [(c["before"], c["after"]) for c in changes if c["what"].startswith("roots")] == [("3", "2")] * 2
    judged = desk.send("POST", f"/{twice}/scheme", {"label": "Corbel rules 2"}, version=1).json()
    assert judged["assessment"]["scheme"] == "Corbel rules 2"
    assert "2 ratings changed, such as roots 3 → 2" in judged["said"]
    assert desk.send("POST", f"/{twice}/scheme", {"label": "None 1"}, version=2).status_code == 404


def test_a_scheme_that_is_not_here_is_a_warning_not_a_refusal(db) -> None:
    from bellstone.desk import store

    record, _ = record_from_page(PAGE)
    away = record.model_copy(update={"site": record.site.model_copy(update={"scheme": "Elsewhere 3"})})
    result = store.assessment_of(create(away))
    assert result.scheme.startswith("Bell Stone house scheme")
    assert any("Elsewhere 3 is not here" in w.text for w in result.warnings)


def test_a_path_is_judged_by_itself_and_an_unknown_one_refused(desk, db) -> None:
    branch = "run B vent 3in iron, on bathroom branch, facing main\n4 hole 3in\n12 branch bathroom same 30"
    page = PAGE.replace("40 main", "30 branch bathroom\n40 main") + f"\n{branch}"
    row = create(record_from_page(page)[0])
    lines = desk.send("GET", f"/{row.pk}").json()["assessment"]["lines"]
    assert [line["name"] for line in lines] == ["main line", "bathroom"]
    branch = desk.send("GET", f"/{row.pk}?path=line1").json()["assessment"]
    # a branch that fails is not hidden by a main line that does not
    summary = desk.send("GET", "").json()["rows"][0]["summary"]
    assert (summary["verdict_words"], summary["worst"]) == ("Not serviceable (bathroom)", 5)
    assert branch["path"] == "line1" and branch["line"]["worst"] == 5
    assert desk.send("GET", f"/{row.pk}?path=nowhere").status_code == 422


def test_a_firms_own_word_is_heard_wherever_something_is_said(desk, twice) -> None:
    """Case C15: the lateral's own scheme reads the entry line, its preview, pages, rows, kept lines and tables."""
    (shipped,) = desk.client.get("/api/schemes").json()
    whole = desk.client.get("/api/schemes/one", {"label": shipped["label"]}).json()
    grease = whole["kinds"]["grease"] | {"synonyms": [*whole["kinds"]["grease"]["synonyms"], "morch"]}
    copy = {
        "name": "Morch rules",
        "based_on": shipped["label"],
        "scheme": whole | {"kinds": whole["kinds"] | {"grease": grease}},
    }
    headers = {"X-CSRFToken": desk.token}
    assert desk.client.post("/api/schemes", copy, content_type="application/json", headers=headers).status_code == 201
    desk.send("POST", f"/{twice}/pages", {"page": "21 morch 30%"}, version=1)  # not a word of the shipped scheme: kept
    desk.send("POST", f"/{twice}/scheme", {"label": "Morch rules 1"}, version=2)
    assert desk.send("POST", f"/{twice}/read", {"text": "22 morch 40%"}).json()["findings"][0]["kind"] == "grease"
    desk.send("POST", f"/{twice}/lines", {"text": "22 morch 40%"}, version=3)
    desk.send("POST", f"/{twice}/pages", {"page": "23 morch 50%"}, version=4)
    desk.send("PUT", f"/{twice}/sightings/s3", {"text": "24 morch 60%"}, version=5)
    desk.send("PUT", f"/{twice}/remarks/r1", {"text": "21 morch 30%"}, version=6)
    table = {"text": "footage,kind,size\n25,morch,70%\n"}
    end = desk.send("POST", f"/{twice}/tables/sightings", table, version=7).json()
    said = [s["size"]["likely"] for s in end["record"]["visits"][0]["sightings"] if s["kind"] == "grease"]
    assert sorted(said) == [30, 40, 50, 60, 70]
    assert end["record"]["visits"][0]["remarks"] == []


def test_what_nobody_said_is_rated_by_the_laterals_own_scheme(db) -> None:
    """Case C15: a pond that only the adjusted pipe holds is a finding of the scheme in force."""
    from bellstone.core.assess import assess
    from bellstone.core.scheme import house_scheme

    page = "run A cleanout clay 4in, facing main, counts to main\nfall 2%\nmain stands 3in\n0 invert 100\n60 invert 98.8\n60 main"
    record, _ = record_from_page(page)
    house = house_scheme()
    standing = house.kinds["standing"].model_copy(update={"family": "pools"})
    firm = house.model_copy(update={"kinds": house.kinds | {"standing": standing}})
    assert {f.family for f in assess(record, firm).findings if f.computed} == {"pools"}
