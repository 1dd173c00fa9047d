"""Pairings through the API: of drafts, of the shelf, and of two chains."""

from examples import NINE_SPEED_HUB, WHOLE_BRIEF, brief, setup, sprockets

ASKED = {"brief": WHOLE_BRIEF, "setup": NINE_SPEED_HUB["name"]}


def test_pairings_of_a_draft(client):
    found = client.post("/api/calculate/pairings", json=ASKED).json()
    assert found["mounted"] == [44, 19]
    assert found["ratio_min"] == 1.95
    by = {(each["front"], each["rear"]): each for each in found["pairings"]}
    assert by[44, 19]["primary_ratio"] == 44 / 19
    assert by[44, 19]["lowest"]["ratio"] == 0.53 * 44 / 19
    # 44/22 is 2 and allowed, 44/23 = 1.913 is not.
    assert (by[44, 22]["state"], by[44, 23]["state"]) == ("tight", "fails")
    assert by[44, 23]["why"][0].startswith("44 ÷ 23 = 1.913 is under the smallest allowed, 1.95, by 1.9 %")
    assert by[44, 19]["chain"]["links"] is None
    framed = {**WHOLE_BRIEF, "frame": {"chainstay_mm": 440, "adjust_mm": 12, "tensioning": "sliding"}}
    again = client.post("/api/calculate/pairings", json={**ASKED, "brief": framed}).json()
    chain = next(each for each in again["pairings"] if (each["front"], each["rear"]) == (44, 19))["chain"]
    assert (chain["links"], chain["half_link"]) == (102, False)


def test_a_setup_without_a_pairing_or_unknown_is_refused_by_name(client):
    unknown = client.post("/api/calculate/pairings", json={**ASKED, "setup": "No such"})
    assert unknown.status_code == 422
    [problem] = unknown.json()["problems"]
    assert (problem["where"], NINE_SPEED_HUB["name"] in problem["what"]) == ("setup", True)
    double = {"brief": brief(setup(sprockets([28, 44], [11, 32]))), "setup": "As ridden"}
    refused = client.post("/api/calculate/pairings", json=double)
    assert refused.json()["problems"][0]["where"] == "path"


def test_two_chains_on_one_axle(client):
    asked = {"front": [30, 36, 42], "rear": [15, 17, 19, 21], "shortest_mm": 420, "longest_mm": 440}
    found = client.post("/api/calculate/twin-chains", json=asked).json()
    assert found["count"] == len(found["twins"]) > 0
    first = found["twins"][0]
    assert first["apart_mm"] <= 0.5
    assert first["low"]["front"] / first["low"]["rear"] < first["high"]["front"] / first["high"]["rear"]
    refused = client.post("/api/calculate/twin-chains", json={**asked, "longest_mm": 400})
    assert refused.json()["problems"][0]["where"] == "longest_mm"
