"""How long rides take: a file of three hours read and worked out, gears told, a thousand rides summed up."""

import tempfile
import time
from collections.abc import Callable
from datetime import date, timedelta
from pathlib import Path

import numpy as np
from fastapi.testclient import TestClient
from ride_files import fit
from verdict import median_s

from kettledrum.api.app import create_app
from kettledrum.core.gearing.gear_table import gear_table
from kettledrum.core.log.bike import BikeHead, Mounted
from kettledrum.core.log.ride import LoggedRide
from kettledrum.core.log.sums import bike_sums
from kettledrum.core.log.work import worked
from kettledrum.core.rides.likeliest import likeliest
from kettledrum.demo import honey_round
from kettledrum.formats.ride_seconds import packed_seconds, unpacked_seconds
from kettledrum.store import Store
from made_up_rides import made_up

MARCH = date(2023, 3, 1)


def rides(line: Callable[[str, float, str], None]) -> None:
    """A 14-speed hub: three hours at a figure a second, and a thousand rides of them."""
    brief = honey_round()
    hub = next(setup for setup in brief.setups if setup.name == "Fourteen-speed hub")
    gears = [gear.development_m for gear in gear_table(hub, (60, 88)).gears]
    recorded = unpacked_seconds(packed_seconds(made_up(gears, 10_800).ride))
    typed = LoggedRide(on=MARCH, km=40, minutes=180)
    line("a ride of 3 h worked out", median_s(lambda: worked(typed, recorded, hub)) * 1000, "ms")
    random = np.random.default_rng(1)
    many = np.log(np.geomspace(1.2, 9, 28))
    logs = many[np.clip(np.cumsum(random.integers(-1, 2, 10_000) * (random.random(10_000) < 0.05)), 0, 27)]
    once = np.ones(10_000, dtype=np.intp)
    line("28 gears over 10,000 s", median_s(lambda: likeliest(logs, many, once)) * 1000, "ms")
    one = worked(typed, recorded, hub)
    with tempfile.TemporaryDirectory() as directory:
        store = Store(Path(directory))
        job = store.jobs.add(brief).id
        bike = store.bikes.add(
            job, BikeHead(name="B", since=MARCH, mounted=[Mounted(on=MARCH, setup=hub)])
        ).id
        client = TestClient(create_app(store), base_url="http://127.0.0.1")
        path, content = f"/api/jobs/{job}/bikes/{bike}", fit(recorded)
        line(
            "a FIT file of 3 h, through the API",
            median_s(lambda: client.post(f"{path}/rides/read", content=content), 3),
            "s",
        )
        thousand = [one.model_copy(update={"on": MARCH + timedelta(days=day)}) for day in range(1000)]
        store.bikes.add_rides(job, bike, thousand)
        head, held = store.bikes.bike(job, bike)
        own = [each.ride for each in held]
        line("sums of 1,000 rides", median_s(lambda: bike_sums(head.bike, own, (60, 88))) * 1000, "ms")
        begun = time.perf_counter()
        client.get(path)
        line("a bike’s page with 1,000 rides, the first time", (time.perf_counter() - begun) * 1000, "ms")
        line("a bike’s page with 1,000 rides", median_s(lambda: client.get(path)) * 1000, "ms")
        store.close()
