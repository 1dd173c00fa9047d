"""How long costs take: of many setups in the core, and from a price typed to the curve repainted."""

import random
import statistics
import time
from collections.abc import Callable, Iterable
from typing import Any

from playwright.sync_api import Page

from examples import WHEEL, brief, hub, setup, sprockets
from kettledrum.core.job.brief import Brief
from kettledrum.core.keeping.costs import costs
from kettledrum.core.terms.validation import validate
from serving import Served

TYPE_A_PRICE = """async (text) => {
  const field = document.querySelector('[data-place="wheel.price"]');
  const drawing = document.querySelector('svg[aria-label="Money over the way"]');
  const set = Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, "value").set;
  const start = performance.now();
  set.call(field, text);
  await new Promise((done) => {
    const watch = new MutationObserver(() => {
      watch.disconnect();
      requestAnimationFrame(() => setTimeout(done, 0));
    });
    watch.observe(drawing, { subtree: true, childList: true, attributes: true, characterData: true });
    field.dispatchEvent(new Event("input", { bubbles: true }));
  });
  return performance.now() - start;
}"""


def _task(number: int, some: random.Random) -> dict[str, Any]:
    low = some.randint(500, 8000)
    return {
        "what": f"task {number}",
        "cost": some.choice([0, 5, 25, 60, 200]),
        "minutes": some.choice([5, 15, 60]),
        "by": some.choice(["owner", "workshop"]),
        "every_km": {"low": low, "typical": int(low * 1.6), "high": int(low * 2.5)},
        **({"every_months": 12} if some.random() < 0.4 else {}),
    }


def many() -> Brief:
    """26 setups with 40 tasks each, looked at for 20 years."""
    some = random.Random(5)

    def one(name: str) -> dict[str, Any]:
        stages = [sprockets([42], [21]), hub(0.5, 1.0, 2.0)]
        looked_after = [
            {**stage, "price": some.randint(50, 1500), "care": [_task(each, some) for each in range(20)]}
            for stage in stages
        ]
        wheel, cranks = {**WHEEL, "price": 150}, {"length_mm": 170, "price": 50}
        return setup(*looked_after, name=name, cranks=cranks, wheel=wheel)

    money = {"years": 20, "km_a_year": 6000}
    return validate(Brief, brief(*[one(f"Setup {number}") for number in range(26)], money=money))


def core(line: Callable[[str, float, str], None], timed: Callable[..., float]) -> None:
    """The sums and curves alone, and with what falls due when: of a job that was just read and never seen
    before, and while a price of one setup is typed.
    """
    what = "costs of 26 setups × 40 tasks × 20 years, core"
    typed, job = iter(range(100, 200)), many()
    line(what, _just_read(listed=False), "ms")
    line("  a price typed", timed(lambda: costs(_priced(job, next(typed)), [], listed=False), 20), "ms")
    line(f"{what}, with events", _just_read(listed=True), "ms")
    line("  a price typed", timed(lambda: costs(_priced(job, next(typed)), []), 20), "ms")


def _just_read(*, listed: bool) -> float:
    """Milliseconds for a job that was read right before, as the server does."""
    taken = []
    for _ in range(20):
        job = many()
        start = time.perf_counter()
        costs(job, [], listed=listed)
        taken.append(time.perf_counter() - start)
    return statistics.median(taken) * 1000


def _priced(job: Brief, price: float) -> Brief:
    """The job with another price of its first wheel."""
    first, *others = job.setups
    wheel = first.wheel.model_copy(update={"price": price})
    return job.model_copy(update={"setups": [first.model_copy(update={"wheel": wheel}), *others]})


def typing(page: Page, served: Served, typed: Callable[[str, Page, str, Iterable[object]], None]) -> None:
    """From a price typed to the curve repainted."""
    page.goto(served.address)
    page.get_by_role("link", name="Costs").click()
    page.get_by_role("heading", name="Costs", level=2).wait_for()
    page.get_by_role("link", name="Five-speed hub").first.click()
    page.locator('[data-place="wheel.price"]').wait_for()
    page.wait_for_timeout(800)
    typed("a price typed to the curve repainted", page, TYPE_A_PRICE, range(100, 140))
