"""Throw damaged files, tables, typed texts, kills and random gestures at Frelt. Usage: ./run fuzz [--minutes N] [--seed S]
[--only files,tables,…] [--count N] [--first N] [--repeat FILE].

Each must come to an answer or be refused in words, in five seconds at most. What goes wrong is told with the seed and the number
that repeat it, and is kept as a file; `--repeat` takes such a file.
"""

import argparse
import os
import random
import signal
import sys
import tempfile
import time
import traceback
import warnings
from collections import Counter
from concurrent.futures import ProcessPoolExecutor
from importlib import import_module
from pathlib import Path
from types import FrameType, ModuleType

os.environ.setdefault("QT_QPA_PLATFORM", "offscreen")
os.environ.setdefault("FRELT_HOME", tempfile.mkdtemp(prefix="frelt-fuzz-"))
MODES = ("files", "tables", "texts", "kills", "gestures")
SHARE = {"files": 0.35, "tables": 0.2, "texts": 0.1, "kills": 0.15, "gestures": 0.2}
CHUNK = {"files": 100, "tables": 100, "texts": 5000, "kills": 20, "gestures": 2}
SLOW = 5  # of the processor's time, above which something hangs [s]


class Hung(Exception):
    """It took too long."""


def _alarm(_: int, __: FrameType | None) -> None:
    raise Hung(f"no answer in {SLOW} s")


def _of(mode: str) -> ModuleType:
    return import_module(f"fuzzing.{mode}")


def one(mode: str, data: bytes, slow: int = SLOW) -> str:
    """What one thing comes to. Raises whatever goes wrong."""
    warnings.simplefilter("error")
    most = slow * (6 if mode == "gestures" else 1)  # a case of gestures is many
    for number in (signal.SIGPROF, signal.SIGALRM):
        signal.signal(number, _alarm)
    signal.setitimer(signal.ITIMER_PROF, most)  # of the processor's time: a busy machine is no hang
    signal.alarm(20 * most)  # and one that only waits ends, too
    try:
        said: str = _of(mode).run(data)
        return said
    finally:
        signal.setitimer(signal.ITIMER_PROF, 0)
        signal.alarm(0)


def some(mode: str, seed: int, first: int, count: int) -> tuple[Counter[str], list[str]]:
    """So many cases from a number on: what they came to, and what went wrong, in words."""
    came: Counter[str] = Counter()
    wrong: list[str] = []
    for n in range(first, first + count):
        data = _of(mode).make(random.Random(f"{seed}/{mode}/{n}"))
        try:
            came[one(mode, data)] += 1
        except Exception as err:
            came["WRONG"] += 1
            kept = Path(tempfile.gettempdir(), f"frelt-fuzzed-{mode}-{seed}-{n}{_of(mode).ending}")
            kept.write_bytes(data)
            where = traceback.extract_tb(err.__traceback__)[-1]
            place = f"{Path(where.filename).name}:{where.lineno}"
            wrong.append(f"{type(err).__name__} at {place}: {str(err)[:120]!r}; repeat: --only {mode} --repeat {kept}")
    return came, wrong


def main() -> int:
    """Run what was asked for."""
    asked = argparse.ArgumentParser(prog="./run fuzz")
    asked.add_argument("--minutes", type=float, default=1.0)
    asked.add_argument("--seed", type=int, default=1)
    asked.add_argument("--only", default=",".join(MODES))
    asked.add_argument("--count", type=int, default=0, help="so many of each instead of so long")
    asked.add_argument("--first", type=int, default=0)
    asked.add_argument("--repeat", type=Path, help="the file of one case, of the mode that --only names")
    options = asked.parse_args()
    modes = [m for m in options.only.split(",") if m in MODES]
    if options.repeat is not None:
        print(one(modes[0], options.repeat.read_bytes(), 600))
        return 0
    bad = False
    for mode in modes:
        begin, came, wrong = time.monotonic(), Counter[str](), list[str]()
        until = begin + options.minutes * 60 * SHARE[mode] / sum(SHARE[m] for m in modes)
        at, workers = options.first, 1 if mode in ("kills", "gestures") else os.cpu_count() or 1
        with ProcessPoolExecutor(workers) as pool:
            while (time.monotonic() < until) if not options.count else (at < options.first + options.count):
                size = CHUNK[mode] if not options.count else min(CHUNK[mode], options.first + options.count - at)
                starts = [
                    s for s in range(at, at + size * workers, size) if not options.count or s < options.first + options.count
                ]
                for found in pool.map(some, *zip(*((mode, options.seed, s, size) for s in starts), strict=True)):
                    came += found[0]
                    wrong += found[1]
                at += size * len(starts)
        print(f"{mode}: {at - options.first:,} in {time.monotonic() - begin:.0f} s: {dict(came)}", flush=True)
        for line in dict.fromkeys(wrong[:40]):
            print(f"  {line}", file=sys.stderr, flush=True)
        bad = bad or bool(wrong)
    return 1 if bad else 0


if __name__ == "__main__":
    sys.exit(main())
