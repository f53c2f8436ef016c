"""A scale on a serial line: read line by line; and a simulated one that ships, on a pseudo-terminal, which can be told to fail."""

import os
import random
import re
import time
from collections.abc import Callable, Iterator, Sequence
from typing import Literal

from ..core.base.units import LB
from ..core.base.value import FreltError
from ..core.scale.line import MOVES, OVER, Decimal, Heard, Pattern, Settling, heard, written

Failure = Literal["", "garbled", "cut", "over", "unstable", "negative", "unit"]
FAILURES: tuple[Failure, ...] = ("garbled", "cut", "over", "unstable", "negative", "unit")
DEFAULT = 20.0  # seconds that are waited for a reading; the simulated scale then serves until it is stopped
WAIT = 0.2  # between lines of the simulated scale [s]


def lines(port: str, baud: int = 9600, still: Callable[[], bool] = lambda: True) -> Iterator[str]:
    """The lines of a scale, as long as they are wanted; an empty one whenever none came for a while, so that nobody waits for ever.

    Raises FreltError where the port cannot be opened or is lost.
    """
    import serial

    try:
        with serial.Serial(port, baud, timeout=0.3) as device:
            kept = b""
            while still():
                kept += device.read(256)
                *whole, kept = re.split(rb"[\r\n]+", kept) if b"\n" in kept or b"\r" in kept else (kept,)
                yield from (one.decode("ascii", "replace") for one in whole if one)
                if not any(whole):
                    yield ""
                kept = kept[-400:]
    except (OSError, serial.SerialException) as err:
        raise FreltError(
            f"{port}: {getattr(err, 'strerror', None) or err}; expected a serial port such as /dev/ttyUSB0 that you may read"
        ) from None


def settled(
    source: Iterator[str],
    pattern: Pattern | None = None,
    unit: str = "lb",
    seconds: float = 20.0,
    told: Callable[[str], None] = lambda _: None,
    clock: Callable[[], float] = time.monotonic,
    decimal: Decimal = "",
) -> Heard:
    """The first reading that has settled. told: hears of every line that is none. Raises FreltError where none comes in time."""
    wait, last, until = Settling(), "nothing came", clock() + seconds
    for line in source:
        try:
            found = wait.take(heard(line, pattern, unit, decimal)) if line else None
            if found is not None:
                return found
            last = "it does not come to rest" if line else last
        except FreltError as err:
            last = str(err)
            told(last)
        if clock() > until:
            break
    raise FreltError(f"no reading settled in {seconds:.0f} s: {last}")


class Simulated:
    """A scale that is not there: plates with loads on a pseudo-terminal. path: what to open."""

    def __init__(self, loads: Sequence[float], unit: str = "lb", fails: Failure = "", seed: int = 1) -> None:
        """loads: on each plate [kg]."""
        import pty
        import tty

        self._master, self._slave = pty.openpty()
        tty.setraw(self._slave)
        self.path = os.ttyname(self._slave)
        self._loads, self._unit, self._fails = tuple(loads), unit, fails
        self._random = random.Random(seed)
        self._sent = 0

    def line(self, plate: int) -> str:
        """The next line of a plate, without its end; wrong where it is told to fail."""
        self._sent += 1
        each = LB if self._unit == "lb" else 1.0
        value = round(self._loads[plate % len(self._loads)] / each / 10) * 10
        unit = self._unit
        match self._fails:
            case "unstable":
                return written(plate + 1, value + self._random.choice((-40, -20, 20, 40)), unit, MOVES)
            case "over":
                return written(plate + 1, 99_990, unit, OVER)
            case "negative":
                return written(plate + 1, -60, unit)
            case "unit" if self._sent % 2 == 0:
                return written(
                    plate + 1, round(value * LB / 10) * 10 if unit == "lb" else value, "kg" if unit == "lb" else "lb"
                )
            case "garbled":
                made = written(plate + 1, value, unit)
                k = self._random.randrange(3, 9)
                return f"{made[:k]}{self._random.choice('#?x')}{made[k + 1 :]}"
            case "cut":
                return written(plate + 1, value, unit)[: self._random.randrange(2, 12)]
        return written(plate + 1, value, unit)

    def send(self, plate: int = 0) -> None:
        """Send one line."""
        os.write(self._master, f"{self.line(plate)}\r\n".encode())

    def serve(self, plate: int = 0, still: Callable[[], bool] = lambda: True) -> None:
        """Send a line again and again, as long as it is wanted."""
        while still():
            self.send(plate)
            time.sleep(WAIT)

    def close(self) -> None:
        """Take it away."""
        for end in (self._master, self._slave):
            try:
                os.close(end)
            except OSError:
                continue
