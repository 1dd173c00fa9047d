"""Setups and briefs of every kind the models allow, for property tests."""

from typing import Any

from hypothesis import strategies as st

teeth = st.integers(9, 150)
ratio = st.floats(0.2, 4, allow_nan=False).map(lambda value: round(value, 3))
text = st.text(
    st.characters(
        codec="utf-8",
        # Neither what turns text about nor what shows nothing.
        exclude_characters="<>\u115f\u1160\u2800\u3164\uffa0",
        exclude_categories=("Cc", "Cs", "Cf"),
    ),
    min_size=1,
    max_size=120,
)
name = text.filter(lambda value: value == value.strip() and value != "")
kept = st.dictionaries(
    st.text(max_size=8),
    st.recursive(
        st.none() | st.booleans() | st.integers(-9, 9) | st.floats(-1e6, 1e6) | st.text(max_size=9),
        lambda inner: st.lists(inner, max_size=2) | st.dictionaries(st.text(max_size=4), inner, max_size=2),
        max_leaves=4,
    ),
    max_size=3,
)


meshes = st.lists(st.lists(st.integers(20, 44), min_size=2, max_size=2), min_size=1, max_size=3)


@st.composite
def planetary_sets(draw: st.DrawFn) -> dict[str, Any]:
    sun = draw(st.integers(12, 60))
    optional = {
        "planets": st.integers(2, 6),
        "held": st.sampled_from(["sun", "ring"]),
        "planet": st.lists(st.integers(10, 20), min_size=2, max_size=2),
    }
    return {
        "sun": sun,
        "ring": sun + draw(st.integers(24, 80)),
        "uses": draw(st.lists(st.sampled_from(["direct", "up", "down"]), min_size=1, unique=True)),
        **draw(st.fixed_dictionaries({}, optional=optional)),
    }


@st.composite
def gears(draw: st.DrawFn) -> dict[str, Any]:
    kind = draw(st.sampled_from(["ratios", "stepless", "layshaft", "epicyclic"]))
    if kind == "stepless":
        low, high = sorted(draw(st.lists(ratio, min_size=2, max_size=2, unique=True)))
        steps = draw(st.fixed_dictionaries({}, optional={"steps": st.integers(2, 9)}))
        return {"stepless": {"low": low, "high": high, **steps}}
    if kind == "layshaft":
        return {"layshaft": draw(st.lists(meshes, min_size=1, max_size=2))}
    if kind == "epicyclic":
        return {"epicyclic": [draw(planetary_sets())]}
    ratios = draw(st.lists(ratio, min_size=1, max_size=6))
    found: dict[str, Any] = {"ratios": ratios}
    if draw(st.booleans()):
        found["names"] = draw(st.lists(name, min_size=len(ratios), max_size=len(ratios), unique=True))
    return found


lives = st.integers(1, 90_000) | st.tuples(*[st.integers(100, 9000)] * 3).map(
    lambda ends: dict(zip(("low", "typical", "high"), sorted(ends), strict=True))
)
care = st.lists(
    st.fixed_dictionaries(
        {"what": name, "every_months": st.integers(1, 99)},
        optional={
            "every_km": lives,
            "after": st.lists(name, min_size=1, max_size=2),
            "minutes": st.integers(0, 90),
            "cost": st.integers(0, 90),
            "by": st.sampled_from(["owner", "workshop"]),
            "away_days": st.integers(0, 20),
            "once": st.booleans(),
            "carry": st.fixed_dictionaries(
                {"what": name}, optional={"mass_kg": st.floats(0, 2), "price": st.integers(0, 90)}
            ),
        },
    ),
    max_size=2,
)
limits = st.fixed_dictionaries(
    {},
    optional={
        "primary_ratio_min": ratio,
        "primary_ratio_min_cargo": ratio,
        "heavy_from_kg": st.integers(90, 160),
        "input_torque_max_nm": st.floats(50, 250),
        "rear_max": teeth,
        "warranty": name,
    },
)
behaviours = st.fixed_dictionaries(
    {},
    optional={
        "shifts_at_rest": st.booleans(),
        "slow_changes": st.just(["4-5"]),
        "freewheels": st.just([{"points": 36, "at": "output"}, {"points": 24}]),
    },
)
fits = st.fixed_dictionaries(
    {},
    optional={
        "dropout_mm": st.just(135),
        "bars": st.just(["flat", "swept"]),
        "spokes": st.just({"holes": 32, "flange_mm": [58, 58.5], "offset_mm": [34, 21]}),
    },
)


@st.composite
def stages(draw: st.DrawFn) -> dict[str, Any]:
    extras = draw(
        st.fixed_dictionaries(
            {},
            optional={
                "name": name,
                "limits": limits,
                "behaviour": behaviours,
                "fit": fits,
                "lubricant": name,
                "efficiency": st.floats(0.5, 1) | st.just({"low": 0.9, "typical": 0.93, "high": 0.96}),
                "mass_kg": st.floats(0, 20),
                "care": care,
                "change": st.sampled_from([{"by": "kick back"}, {"by": "speed", "trigger_kmh": 17.5}]),
            },
        )
    )
    kind = draw(st.sampled_from(["gearbox", "sprockets", "pairs", "hub"]))
    if kind in ("gearbox", "hub"):
        return {"kind": kind, "gears": draw(gears()), **extras}
    some = st.lists(teeth, min_size=1, max_size=3)
    drive = {"drive": draw(st.sampled_from(["chain", "belt"]))}
    if kind == "pairs":
        pair = st.lists(teeth, min_size=2, max_size=2)
        return {"kind": "sprockets", "pairs": draw(st.lists(pair, min_size=1, max_size=3)), **drive, **extras}
    return {"kind": "sprockets", "front": draw(some), "rear": draw(some), **drive, **extras}


wheels = st.one_of(
    st.fixed_dictionaries({"bead_seat_mm": st.integers(200, 640), "tyre_mm": st.floats(18, 90)}),
    st.fixed_dictionaries({"rollout_mm": st.floats(900, 2400)}),
)


motors = st.fixed_dictionaries(
    {"at": st.sampled_from(["cranks", "rear hub", "front hub", {"before": 0}])},
    optional={
        "power_w": st.integers(100, 900),
        "count": st.integers(1, 3),
        "reduction": st.just([[12, 36], [14, 40]]),
        "assist": st.just({"cutoff_kmh": 25, "levels": [{"name": "low", "share": 0.5}]}),
        "battery": st.just({"energy_wh": 500, "voltage_v": 36}),
    },
).flatmap(
    lambda motor: st.sampled_from([{"torque_nm": 60}, {"curve": [[0, 40], [90, 20.5], [120, 0]]}]).map(
        lambda known: {**motor, **known}
    )
)


@st.composite
def setups(draw: st.DrawFn) -> dict[str, Any]:
    """Setup files, none of which goes beyond what one path may hold."""
    return {
        "format": "kettledrum-setup/1",
        "name": draw(name),
        "cranks": {"length_mm": draw(st.integers(120, 200))},
        "path": draw(st.lists(stages(), min_size=1, max_size=2)),
        "wheel": draw(wheels),
        **draw(st.fixed_dictionaries({}, optional={"parts": kept, "motors": st.lists(motors, max_size=2)})),
    }


loads = st.fixed_dictionaries(
    {},
    optional={"bike_kg": st.floats(5, 60), "cargo_kg": st.integers(0, 200), "trailer_kg": st.floats(0, 80)},
)
rolling = st.sampled_from(
    [
        {"crr": 0.008},
        {"surfaces": [{"surface": "asphalt", "share": 0.7}, {"surface": "gravel", "share": 0.3}]},
    ]
)
drag = st.sampled_from([{"cda_m2": 0.55}, {"posture": "upright"}, {}])
elsewhere = st.fixed_dictionaries(
    {},
    optional={
        "wind_kmh": st.integers(-40, 40),
        "altitude_m": st.floats(-400, 5000),
        "temperature_c": st.integers(-20, 40),
        "steepest": st.floats(0, 0.6),
        "steepest_m": st.floats(1, 5000),
    },
)
roads = st.builds(lambda *parts: {**parts[0], **parts[1], **parts[2]}, rolling | st.just({}), drag, elsewhere)
wants = st.fixed_dictionaries(
    {},
    optional={
        "top_kmh": st.floats(1, 100),
        "lowest_by": st.sampled_from(["ratio", "gear inches", "physics"]),
        "lowest_ratio": ratio,
        "care": st.sampled_from(["little", "some", "much"]),
        "hand_trouble": st.booleans(),
    },
)


@st.composite
def briefs(draw: st.DrawFn) -> dict[str, Any]:
    held = draw(st.lists(setups(), max_size=3, unique_by=lambda setup: setup["name"]))
    low, high = sorted(draw(st.lists(st.integers(30, 120), min_size=2, max_size=2, unique=True)))
    found = {
        "format": "kettledrum-brief/1",
        "name": draw(name),
        "rider": {"mass_kg": draw(st.integers(40, 140)), "power_w": 125, "cadence_rpm": [low, high]},
        "setups": held,
        **draw(st.fixed_dictionaries({}, optional={"load": loads, "road": roads, "wants": wants})),
    }
    if held and draw(st.booleans()):
        found["reference"] = draw(st.sampled_from(held))["name"]
    return found


word = name.map(lambda value: value[:20].strip()).filter(bool)
flag = st.booleans()
limits = st.fixed_dictionaries(
    {}, optional={"primary_ratio_min": ratio, "input_torque_max_nm": st.floats(1, 200)}
).filter(bool)
behaviours = st.fixed_dictionaries(
    {},
    optional={
        "shifts_at_rest": flag,
        "turns_backwards": flag,
        "automatic": st.lists(word, min_size=1, max_size=3),
        "loud_gears": st.lists(word, min_size=1, max_size=3),
    },
).filter(bool)


@st.composite
def parts(draw: st.DrawFn) -> dict[str, Any]:
    """Parts of every kind, none with an empty key, which no table could tell from a missing one."""
    kind = draw(st.sampled_from(["hub", "gearbox", "chaingear", "cassette", "crankset", "wheel", "motor"]))
    made: dict[str, st.SearchStrategy[Any]] = {
        "cassette": st.fixed_dictionaries({"teeth": st.lists(teeth, min_size=1, max_size=13)}),
        "crankset": st.fixed_dictionaries({"teeth": st.lists(teeth, min_size=1), "crank_mm": st.just(172.5)}),
        "wheel": st.fixed_dictionaries({"wheel": wheels}),
        "motor": st.fixed_dictionaries({"motor": st.just({"torque_nm": 70, "at": "cranks"})}),
    }
    optional = {
        "efficiency": st.just({"low": 0.9, "typical": 0.93, "high": 0.96}),
        "mass_kg": st.floats(0, 100),
        "mass_at": st.sampled_from(["rear wheel", "frame", "cranks"]),
        "price": st.integers(0, 5000) | st.floats(0, 5000),
        "care": care,
        "limits": limits,
        "lubricant": name,
        "behaviour": behaviours,
        "change": st.sampled_from([{"by": "kick back"}, {"by": "speed", "trigger_kmh": 17.5}]),
        "notes": name,
    }
    return {
        "kind": kind,
        "name": draw(name),
        **draw(made.get(kind, st.fixed_dictionaries({"gears": gears()}))),
        **draw(st.fixed_dictionaries({}, optional=optional)),
    }
