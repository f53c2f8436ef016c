"""Damaged tables of equipment and chassis: each is read or refused by row and column; what is read is written and read again equal."""

import random
from functools import cache

from frelt.app.places import shipped
from frelt.core.base.value import FreltError
from frelt.formats.catalog import read_catalog, write_catalog
from frelt.formats.chassis import read_chassis, write_chassis

BITS = (
    "", "0", "-1", "1e9", "9" * 400, "nan", "inf", "1,5", "1.234,5", "=1+1", "\x00", "\x1b[31m", '"', "''", ";", "<img src=x>", "half \ud800",
    "бак", "not rated", "{}", '{"name": 5}', '{"item": {"mass": {"value": -1}}}', "a=1; b", "water=1e99 L", "\u202e", "x" * 70_000,
)  # fmt: skip


@cache
def lines(name: str) -> list[str]:
    """The lines of a shipped table."""
    return shipped(f"catalog/{name}.csv").decode().splitlines()


def make(rng: random.Random) -> bytes:
    """A few lines of a table with cells, columns, separators or bytes changed."""
    listed = lines(rng.choice(("equipment", "chassis")))
    rows = [listed[0].split(","), *(rng.choice(listed[1:]).split(",") for _ in range(rng.randint(1, 3)))]
    for _ in range(rng.randint(0, 4)):
        row = rng.choice(rows)
        row[rng.randrange(len(row))] = rng.choice(BITS)
    if rng.random() < 0.1:
        rows[0][rng.randrange(len(rows[0]))] += rng.choice(("_lb", " ", "_in", "X"))
    separator = rng.choice((",", ",", ",", ";", "\t", "|"))
    text = "\r\n".join(separator.join(r) for r in rows)
    encoding = rng.choice(("utf-8", "utf-8", "utf-8", "utf-8-sig", "utf-16", "latin-1", "cp1251"))
    data = bytearray(text.encode(encoding, errors="surrogatepass" if encoding.startswith("utf") else "replace"))
    if rng.random() < 0.2 and data:
        data[rng.randrange(len(data))] = rng.randrange(256)
    return bytes(data)


def run(data: bytes) -> str:
    """Read a table as both kinds, or say that it was refused."""
    came = "refused"
    for read, write in ((read_catalog, write_catalog), (read_chassis, write_chassis)):
        try:
            found = read(data, "damaged.csv")
        except FreltError as err:
            assert str(err).startswith("damaged.csv: "), str(err)
            continue
        if found:
            came = "read"
            assert read(write(found), "again.csv") == found  # type: ignore[arg-type]
    return came


ending = ".csv"
