"""The seconds of a ride, packed: a NumPy archive (.npz) of whole numbers, a row a channel."""

import hashlib
import io
import zipfile
from typing import Any

import numpy as np
import numpy.typing as npt

from kettledrum.core.physics.arrays import Floats
from kettledrum.core.rides.channels import LONGEST_S, Channels, Shift
from kettledrum.core.terms.errors import InvalidInput, Problem

_NONE = 65535
_STEPS = {
    "speed_mps": (0.0, 0.001),
    "cadence_rpm": (0.0, 0.1),
    "power_w": (0.0, 1.0),
    "elevation_m": (-500.0, 0.2),
    "temperature_c": (-60.0, 0.1),
}
"""The channels, what 0 stands for in each, and the step from number to number."""
_MOST_UNPACKED = 2 * LONGEST_S * len(_STEPS) + 4_000_000
_NO_TOOTH = -1


def packed_seconds(ride: Channels) -> bytes:
    """A ride’s seconds as bytes; speed to 1 mm/s, cadence to 0.1 rpm, heights to 0.2 m."""
    rows: dict[str, npt.NDArray[Any]] = {
        name: _changes(_whole(getattr(ride, name), *step)) for name, step in _STEPS.items()
    }
    if ride.shifts is not None:
        told = [
            [
                shift.second,
                *(
                    _NO_TOOTH if each is None else each
                    for each in (shift.front, shift.rear, shift.front_teeth, shift.rear_teeth)
                ),
            ]
            for shift in ride.shifts
        ]
        rows["shifts"] = np.array(told, dtype=np.int32).reshape(-1, 5)
    held = io.BytesIO()
    np.savez_compressed(held, allow_pickle=False, **rows)
    return held.getvalue()


def unpacked_seconds(data: bytes) -> Channels:
    """The seconds of a ride out of bytes. Raises InvalidInput for what is no such thing."""
    try:
        with zipfile.ZipFile(io.BytesIO(data)) as archive:
            if sum(each.file_size for each in archive.infolist()) > _MOST_UNPACKED:
                raise _refused()
        with np.load(io.BytesIO(data), allow_pickle=False) as held:
            lengths = {held[name].shape for name in _STEPS}
            if len(lengths) != 1 or not 0 < next(iter(lengths))[0] <= LONGEST_S:
                raise _refused()
            rows = {name: _figures(held[name], *step) for name, step in _STEPS.items()}
            shifts = _shifts(held["shifts"]) if "shifts" in held else None
    except (OSError, ValueError, KeyError, IndexError, TypeError, EOFError, zipfile.BadZipFile) as error:
        raise _refused() from error
    return Channels(**rows, shifts=shifts)


def digest(data: bytes) -> str:
    """What tells packed seconds from all others."""
    return hashlib.sha256(data).hexdigest()


def _whole(values: Floats, zero: float, step: float) -> npt.NDArray[np.uint16]:
    scaled = np.clip(np.round((np.nan_to_num(values, nan=zero) - zero) / step), 0, _NONE - 1)
    return np.where(np.isnan(values), _NONE, scaled).astype(np.uint16)


def _changes(row: npt.NDArray[np.uint16]) -> npt.NDArray[np.uint16]:
    """From second to second what changes is small, and packs well."""
    return np.diff(row, prepend=np.uint16(0))


def _figures(row: npt.NDArray[np.uint16], zero: float, step: float) -> Floats:
    whole = np.cumsum(row, dtype=np.uint16)
    return np.where(whole == _NONE, np.nan, whole * step + zero)


def _shifts(rows: npt.NDArray[np.int32]) -> list[Shift]:
    found = []
    for second, *teeth in rows.tolist():
        front, rear, front_teeth, rear_teeth = (None if each < 0 else each for each in teeth)
        found.append(Shift(second, front, rear, front_teeth, rear_teeth))
    return found


def _refused() -> InvalidInput:
    return InvalidInput([Problem("", "the seconds of a ride cannot be read: they are broken")])
