"""Damage demo documents and tables at random; each must open or be refused in words. Usage: ./run fuzz [SECONDS] [SEED].

What opens is solved, drawn and encoded again. Anything but a refusal ends the run with the seed and the damaged file.
"""

import os
import random
import sys
import tempfile
import time
from contextlib import suppress
from pathlib import Path

os.environ.setdefault("QT_QPA_PLATFORM", "offscreen")

import msgspec

from frelt.app.places import shipped
from frelt.core.base.units import US
from frelt.core.base.value import FreltError
from frelt.core.judge.words import sentence
from frelt.core.report.report import report
from frelt.core.solve import solve
from frelt.formats.catalog import read_catalog
from frelt.formats.document import decode, encode

DEMOS = ("barn-wash", "hull-rinse", "solar-rinse", "playground-rinse", "ballast-wash", "shelter-round", "tram-stops")
VALUES = (None, 0, -1, 1e-9, 1e9, -5.0, "", "x", "water", [], {}, True, "<b>", "\x1b[31m", 0.5, 3)
TABLE = "id,name,kind,length_mm,width_mm,height_mm,mass_kg\na,Box,box,400,300,200,5\nb,Drum,drum,600,600,900,12\n"


def places(raw: object, path: tuple[object, ...] = ()) -> list[tuple[object, ...]]:
    """Every place of a JSON value."""
    inner = raw.items() if isinstance(raw, dict) else enumerate(raw) if isinstance(raw, list) else ()
    return [path, *(p for key, one in inner for p in places(one, (*path, key)))]


def damaged(data: bytes, rng: random.Random) -> bytes:
    """A document with one to four of its values replaced, dropped or doubled; or with bytes changed."""
    if rng.random() < 0.15:
        made = bytearray(data)
        for _ in range(rng.randint(1, 4)):
            made[rng.randrange(len(made))] = rng.randrange(256)
        return bytes(made)
    raw = msgspec.json.decode(data)
    for _ in range(rng.randint(1, 4)):
        path = rng.choice(places(raw)[1:])
        holder = raw
        for key in path[:-1]:
            holder = holder[key]
        how = rng.random()
        if how < 0.2:
            del holder[path[-1]]
        elif how < 0.3 and isinstance(holder, list):
            holder.append(holder[path[-1]])
        else:
            holder[path[-1]] = rng.choice(VALUES)
    return msgspec.json.encode(raw)


def look_at(data: bytes) -> str:
    """Open a document and use it, or say that it was refused."""
    try:
        document = decode(data, "damaged")
    except FreltError:
        return "refused"
    for rig in document.rigs:
        solved = solve(rig)
        report(solved, {c.id: sentence(c, US) for c in solved.checks})
    assert decode(encode(document), "again") == document
    return "opened"


def main() -> None:
    """Damage for so many seconds."""
    seconds = float(sys.argv[1]) if len(sys.argv) > 1 else 60.0
    seed = int(sys.argv[2]) if len(sys.argv) > 2 else random.randrange(10**9)
    rng, until = random.Random(seed), time.monotonic() + seconds
    whole = [shipped(f"demo/{name}.frelt.json") for name in DEMOS]
    count = {"refused": 0, "opened": 0, "tables": 0}
    while time.monotonic() < until:
        data = damaged(rng.choice(whole), rng)
        try:
            count[look_at(data)] += 1
            table = bytearray(TABLE.encode())
            table[rng.randrange(len(table))] = rng.randrange(256)
            data = bytes(table)
            with suppress(FreltError):
                read_catalog(data, "damaged.csv")
            count["tables"] += 1
        except Exception:
            Path(tempfile.gettempdir(), "frelt-fuzzed").write_bytes(data)
            print(f"seed {seed}, after {count}: the file is frelt-fuzzed in the folder for temporary files", file=sys.stderr)
            raise
    print(f"seed {seed}: {count}")


if __name__ == "__main__":
    main()
