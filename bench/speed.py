"""How fast Kettledrum is, run by hand with `make bench`; figures are medians unless they say otherwise.

Speed is not tested: machines differ. What is worth comparing is one run with another on the same machine.
"""

import gzip
import http.client
import json
import re
import statistics
import sys
import tempfile
import time
import urllib.request
from collections.abc import Callable, Iterable
from pathlib import Path

from playwright.sync_api import Page, sync_playwright

from kettledrum.core.gearing.gear_table import gear_table
from kettledrum.core.job.brief import Brief
from kettledrum.core.lineup.comparison import compare
from kettledrum.core.pairings.grid import pairings
from kettledrum.core.parts.setup import Setup
from kettledrum.core.terms.validation import validate
from kettledrum.demo import honey_round
from kettledrum.formats.files import as_json

sys.path.insert(0, str(Path(__file__).parents[1] / "tests"))
sys.path.insert(0, str(Path(__file__).parents[1] / "tools"))

import costs
import motors
import rides
import roads
import search
import verdict

from examples import setup, sprockets
from serving import CHROMIUM, CHROMIUM_WORDS, Served

TYPE_A_TOOTH = """async (teeth) => {
  const field = document.querySelector('[data-place="path[0].front"]');
  const set = Object.getOwnPropertyDescriptor(HTMLTextAreaElement.prototype, "value").set;
  const start = performance.now();
  set.call(field, teeth);
  field.dispatchEvent(new Event("input", { bubbles: true }));
  await new Promise((done) => {
    const caption = `${teeth} teeth`;
    const shown = () => [...document.querySelectorAll("text")].some((text) => text.textContent === caption);
    const watch = new MutationObserver(look);
    function look() {
      if (!shown()) return;
      watch.disconnect();
      requestAnimationFrame(() => setTimeout(done));
    }
    watch.observe(document.body, { subtree: true, childList: true, characterData: true });
    // Figures that were worked out before may be there already.
    look();
  });
  return performance.now() - start;
}"""


FIND_PARTS = """async (text) => {
  const field = document.querySelector('[role="search"] input');
  const count = document.querySelector('main [role="status"]');
  const set = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, "value").set;
  const start = performance.now();
  set.call(field, text);
  const changed = await new Promise((done) => {
    const watch = new MutationObserver(() => {
      watch.disconnect();
      requestAnimationFrame(() => setTimeout(done, 0, true));
    });
    watch.observe(document.querySelector("main"), { subtree: true, childList: true, characterData: true });
    field.dispatchEvent(new Event("input", { bubbles: true }));
    // What leaves the same parts in sight repaints nothing.
    setTimeout(done, 3000, false);
  });
  return changed ? performance.now() - start : null;
}"""


def million() -> int:
    """A million additions."""
    total = 0
    for number in range(1_000_000):
        total += number
    return total


def timed(run: Callable[[], object], times: int = 40) -> float:
    """Milliseconds that a run takes."""
    taken = []
    for _ in range(times):
        start = time.perf_counter()
        run()
        taken.append(time.perf_counter() - start)
    return statistics.median(taken) * 1000


def line(what: str, figure: float, unit: str) -> None:
    """Prints a figure."""
    sys.stdout.write(f"{what:<64}{figure:>9.{2 if figure < 10 else 1}f} {unit}\n")


def eight_setups() -> Brief:
    """The demo's seven setups and one more."""
    data = as_json(honey_round())
    assert isinstance(data, dict)
    assert isinstance(data["setups"], list)
    # As the page sends it: the points of roads stay in the store.
    del data["road"]["routes"]
    data["setups"].append(
        setup(sprockets([28, 38, 48], [11, 13, 15, 18, 21, 24, 28, 32]), name="Three rings")
    )
    return validate(Brief, data)


def with_mass(brief: Brief, mass_kg: float) -> Brief:
    """The job of another rider: all is to be worked out anew."""
    return brief.model_copy(update={"rider": brief.rider.model_copy(update={"mass_kg": mass_kg})})


def with_ring(brief: Brief, teeth: int) -> Brief:
    """The job with another ring on its hub of 14 gears, as it is while a tooth is typed."""
    setups = [
        each.model_copy(update={"path": [each.path[0].model_copy(update={"front": [teeth]}), *each.path[1:]]})
        if each.name == "Fourteen-speed hub"
        else each
        for each in brief.setups
    ]
    return brief.model_copy(update={"setups": setups})


def six_hundred_pairings(brief: Brief) -> tuple[Brief, Setup]:
    """The demo with 30 × 20 teeth to be had, and its setup with a hub of 14 gears."""
    teeth = {"chain": {"front": list(range(30, 60)), "rear": list(range(13, 33))}}
    data = as_json(brief)
    assert isinstance(data, dict)
    job = validate(Brief, {**data, "stock": teeth})
    return job, next(each for each in job.setups if each.name == "Fourteen-speed hub")


def core(brief: Brief) -> None:
    """The core alone, beside what tells how fast this machine is at the moment."""
    line("a million additions in a bare loop", timed(million, 9), "ms")
    largest = validate(Setup, setup(sprockets(list(range(30, 50)), list(range(11, 31)))))
    line(
        "gear table of the largest path (400 gears), core", timed(lambda: gear_table(largest, (60, 88))), "ms"
    )
    heavier, rings = iter(range(70, 200)), iter(range(28, 200))
    line("compare of 8 setups, core", timed(lambda: compare(with_mass(brief, next(heavier)))), "ms")
    line("the same, a tooth of one typed, core", timed(lambda: compare(with_ring(brief, next(rings)))), "ms")
    pairs, geared = six_hundred_pairings(brief)
    line("600 pairings of a 14-gear hub, core", timed(lambda: pairings(pairs, geared)), "ms")
    search.searches(line)
    verdict.verdicts(line)
    rides.rides(line)


def through_the_api(served: Served, brief: Brief) -> None:
    """The same through the API, on one connection."""
    connection = http.client.HTTPConnection(served.address.split("/")[2])

    def ask(bodies: list[bytes]) -> None:
        connection.request(
            "POST", "/api/calculate/compare", bodies.pop(), {"content-type": "application/json"}
        )
        connection.getresponse().read()

    def sent(briefs: list[Brief]) -> list[bytes]:
        return [json.dumps(as_json(each)).encode() for each in briefs]

    anew = sent([with_mass(brief, mass_kg) for mass_kg in range(70, 120)])
    ringed = sent([with_ring(brief, teeth) for teeth in range(28, 78)])
    line("compare of 8 setups, through the API", timed(lambda: ask(anew)), "ms")
    # In turn, as this machine is not as fast from one minute to the next.
    again, heavier = sent([with_mass(brief, mass_kg) for mass_kg in range(120, 160)]), iter(range(70, 200))
    asked, alone = [], []
    for _ in range(40):
        asked.append(timed(lambda: ask(again), 1))
        alone.append(timed(lambda: compare(with_mass(brief, next(heavier))), 1))
    line("  so many times as long as in the core", statistics.median(asked) / statistics.median(alone), "×")
    line("the same, a tooth of one typed, through the API", timed(lambda: ask(ringed)), "ms")


def first_load(served: Served) -> None:
    """What the first page loads of script, as it would be compressed."""
    page = urllib.request.urlopen(served.address).read().decode()
    scripts = re.findall(r'(?:src|href)="/(assets/[^"]+\.js)"', page)
    sizes = [len(gzip.compress(urllib.request.urlopen(served.address + name).read())) for name in scripts]
    line("script on first load, before any view, gzip", sum(sizes) / 1000, "kB")


def typed(what: str, page: Page, script: str, texts: Iterable[object]) -> None:
    """How long it takes from each of some texts typed until it is drawn, in ms and in bare loops between."""
    taken, loops = [], []
    for text in texts:
        taken.append(page.evaluate(script, str(text)))
        page.wait_for_timeout(120)
        loops.append(timed(million, 1))
    taken.sort()
    for name, share in (("p50", 0.5), ("p95", 0.95)):
        figure = taken[int(len(taken) * share)]
        line(f"{what}, {name}", figure, "ms")
        line("  in bare loops", figure / statistics.median(loops), "loops")


def typing(page: Page, served: Served) -> None:
    """From a tooth typed to the drawing repainted."""
    page.goto(served.address)
    page.get_by_role("link", name="Setups").click()
    page.get_by_role("navigation", name="Setups").get_by_role("link", name="Fourteen-speed hub").click()
    page.wait_for_timeout(500)
    typed("a tooth typed to repainted figures", page, TYPE_A_TOOTH, range(28, 68))


def ten_thousand_parts(page: Page, served: Served) -> None:
    """An import of 10,000 parts, and from a letter typed to the parts that it leaves."""
    kinds = ("grease", "oil bath", "sealed", "light")
    rows = "".join(
        f"hub,{n % 14 + 1}-speed hub {n} {kinds[n % 4]},"
        f"{' '.join(str(0.5 + g / 10) for g in range(n % 14 + 1))}\n"
        for n in range(10_000)
    )
    start = time.perf_counter()
    request = urllib.request.Request(
        served.address + "api/shelf/import", f"kind,name,gears.ratios\n{rows}".encode(), method="POST"
    )
    urllib.request.urlopen(request).read()
    line("an import of 10,000 parts from a table", (time.perf_counter() - start) * 1000, "ms")
    page.goto(served.address)
    page.get_by_role("link", name="Parts").click()
    page.get_by_role("button", name="more").wait_for(timeout=60_000)
    taken = []
    for _ in range(5):
        for text in (
            "8",
            "8-",
            "8-speed",
            "8-speed h",
            "8-speed hub 1",
            "8-speed hub 17",
            "oil",
            "oil 2",
            "",
        ):
            found = page.evaluate(FIND_PARTS, text)
            if found is not None:
                taken.append(found)
            page.wait_for_timeout(150)
    taken.sort()
    line("a letter typed to 10,000 parts found again, p50", taken[len(taken) // 2], "ms")
    line("a letter typed to 10,000 parts found again, p95", taken[int(len(taken) * 0.95)], "ms")


def main() -> None:
    """Prints every figure."""
    brief = eight_setups()
    core(brief)
    roads.core(brief, line, timed)
    costs.core(line, timed)
    motors.core(brief, roads.hundred_km(), line, timed)
    with tempfile.TemporaryDirectory() as data, sync_playwright() as playwright:
        start = time.perf_counter()
        served = Served("demo", data=Path(data))
        served.get("api/jobs")
        line("server start to first answer, new store", (time.perf_counter() - start) * 1000, "ms")
        through_the_api(served, brief)
        roads.through_the_api(served, brief, line, timed)
        first_load(served)
        browser = playwright.chromium.launch(executable_path=CHROMIUM, args=CHROMIUM_WORDS)
        typing(browser.new_page(viewport={"width": 1280, "height": 800}), served)
        costs.typing(browser.new_page(viewport={"width": 1280, "height": 800}), served, typed)
        ten_thousand_parts(browser.new_page(viewport={"width": 1280, "height": 800}), served)
        browser.close()
        served.stop()


if __name__ == "__main__":
    main()
