"""`make bench`: ratios against a named baseline in the same run. Over 1 means faster than the baseline."""

from __future__ import annotations

import http.cookiejar
import json
import tempfile
import time
import urllib.request
from collections.abc import Callable
from pathlib import Path

import numpy as np
from scipy.optimize import brentq

from hinge.arrays import Floats
from hinge.door.lift import required_lift
from hinge.door.sections import Door, build_door
from hinge.door.track import build_track, path_of
from hinge.sizing.ideal import conditions
from hinge.sizing.search import Wanted, all_candidates, find_sets, within_tolerance
from hinge.springs.drums import build_flat_drum
from hinge.springs.torsion import DEAD_COILS, RATE_CONSTANT
from hinge.springs.wire import material_named, stock
from server.people.demo import DEMO_ACCOUNTS
from tools.running import running

DOOR = build_door(168, section_count=8, weight_lb=300)
TRACK, DRUM = build_track(15, 3), build_flat_drum(4, 0.125)
SIZE = {
    "door": {"height_in": 84, "section_count": 4, "weight_lb": 154},
    "track": {"lift": "standard", "radius_in": 12},
    "drum": {"kind": "flat", "diameter_in": 4, "cable_in": 0.125},
    "cycles": 15000,
}
PORT, DB_PORT = 8027, 33927


def main() -> None:
    """Print every ratio with its baseline's name."""
    _search()
    _lift()
    with tempfile.TemporaryDirectory(prefix="north-hinge-bench-") as folder:
        with running(Path(folder), PORT, DB_PORT) as server:
            _api(server.address)


def _seconds(work: Callable[[], object], times: int) -> float:
    work()
    best = float("inf")
    for _ in range(times):
        start = time.perf_counter()
        work()
        best = min(best, time.perf_counter() - start)
    return best


def _tell(what: str, ratio: float, baseline: str) -> None:
    print(f"{what}: {ratio:.2f} × {baseline}")


def _search() -> None:
    ideal = conditions(DOOR, TRACK, DRUM).ideal().rate_lbin_per_turn
    wanted = Wanted()
    found = within_tolerance(all_candidates(wanted.material, stock()), ideal, wanted)
    assert _plain_search(ideal) == len(found.count), "the baseline must find the same candidates"
    ours = _seconds(lambda: find_sets(DOOR, TRACK, DRUM), 5)
    plain = _seconds(lambda: _plain_search(ideal), 2)
    filtering = _seconds(lambda: within_tolerance(all_candidates(wanted.material, stock()), ideal, wanted), 5)
    _tell("filtering the wire table", plain / filtering, "as fast as a plain-Python loop over the same candidates")
    _tell("whole sizing search, ranked and judged", plain / ours, "as fast as that loop, which does neither")


def _plain_search(ideal: float) -> int:
    sizes, modulus, found = stock(), material_named("oil_tempered").modulus_psi, 0
    for wire in sizes.wire_in.tolist():
        for inside in sizes.inside_diameter_in.tolist():
            for length in sizes.length_in.tolist():
                coils = length / wire - DEAD_COILS
                if coils < 3 or inside / wire + 1 < 4:
                    continue
                rate = modulus * wire**4 / (RATE_CONSTANT * (inside + wire) * coils)
                found += sum(abs(count * rate / ideal - 1) <= 0.03 for count in (1, 2))
    return found


def _lift() -> None:
    positions = np.linspace(0, DOOR.height_in, 200)
    difference = np.abs(required_lift(DOOR, TRACK, positions) - _lift_by_roots(DOOR, positions)).max()
    assert difference < 1e-3 * DOOR.weight_lb, "the baseline must give the same lift"
    ours = _seconds(lambda: required_lift(DOOR, TRACK, positions), 20)
    roots = _seconds(lambda: _lift_by_roots(DOOR, positions), 1)
    _tell("lift profile, 200 positions of 8 sections", roots / ours, "as fast as scipy root finding at each position")


def _lift_by_roots(door: Door, positions: Floats) -> Floats:
    path = path_of(door, TRACK)

    def place(u: float) -> tuple[float, float]:
        x, z = path.place(np.asarray(u))
        return float(x), float(z)

    def energy(s: float) -> float:
        u, total = s, 0.0
        for height, weight in zip(door.section_heights_in, door.section_weights_lb, strict=True):
            x0, z0 = place(u)

            def gap(v: float, x0: float = x0, z0: float = z0, height: float = height) -> float:
                x, z = place(v)
                return float(np.hypot(x - x0, z - z0) - height)

            u = brentq(gap, u, u + 2 * height)
            total += weight * (z0 + place(u)[1]) / 2
        return total

    step = 1e-4
    return np.array([(energy(s + step) - energy(s - step)) / (2 * step) for s in positions])


def _api(address: str) -> None:
    jar = http.cookiejar.CookieJar()
    opener = urllib.request.build_opener(urllib.request.HTTPCookieProcessor(jar))

    def call(method: str, path: str, body: object) -> None:
        token = next((cookie.value for cookie in jar if cookie.name == "csrftoken"), "") or ""
        headers = {"Content-Type": "application/json", "X-CSRFToken": token}
        request = urllib.request.Request(f"{address}/api{path}", json.dumps(body).encode() if body else None, headers, method=method)
        opener.open(request).read()

    account = DEMO_ACCOUNTS[0]
    call("GET", "/session", None)
    call("POST", "/session", {"username": account.username, "password": account.password})
    empty = _seconds(lambda: call("GET", "/session", None), 30)
    size = _seconds(lambda: call("POST", "/bench/size", SIZE), 15)
    _tell("API size call", size / empty, "the time of the same server's session endpoint (lower is better)")


if __name__ == "__main__":
    main()
