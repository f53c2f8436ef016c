"""A scale on a line: read through the simulated one's own pseudo-terminal, and every way in which it can fail."""

import os
import subprocess
import sys
import threading
from collections.abc import Iterator
from concurrent.futures import ThreadPoolExecutor
from contextlib import contextmanager

import pytest
from hypothesis import given
from hypothesis import strategies as st

from frelt.app.scale_line import FAILURES, Failure, Simulated, lines, settled
from frelt.core.base.units import LB
from frelt.core.base.value import FreltError
from frelt.core.scale.line import Decimal, Settling, heard, pattern_of, written
from frelt.core.scale.typed import printed


@contextmanager
def serving(fails: Failure = "", unit: str = "lb", plate: int = 0) -> Iterator[Simulated]:
    """A simulated scale with 1,760 and 1,580 lb on its plates, in its own thread."""
    scale = Simulated([1760 * LB, 1580 * LB], unit, fails)
    wanted = threading.Event()
    wanted.set()
    thread = threading.Thread(target=scale.serve, args=(plate, wanted.is_set))
    thread.start()
    try:
        yield scale
    finally:
        wanted.clear()
        thread.join()
        scale.close()


@pytest.mark.parametrize(("unit", "shown"), [("lb", "1760"), ("kg", "800")])
def test_a_reading_comes_through_the_pseudo_terminal_once_it_has_settled(unit: str, shown: str) -> None:
    with serving(unit=unit) as scale:
        found = settled(lines(scale.path), seconds=8)
    assert (found.printed, found.unit, found.plate, found.stable) == (shown, unit, "1", True)


SAID = {
    "garbled": "garbled",
    "cut": "garbled or cut",
    "over": "beyond what it weighs",
    "unstable": "does not come to rest",
    "negative": "zero it",
    "unit": "in the middle",
}


def test_every_failure_is_said_and_becomes_no_reading() -> None:
    """Six scales at once, each failing in its own way for as long as one waits."""

    def said(fails: Failure) -> tuple[Failure, str, bool]:
        told: list[str] = []
        with serving(fails) as scale, pytest.raises(FreltError) as err:
            settled(lines(scale.path), seconds=1.5, told=told.append)
        return fails, str(err.value), bool(told)

    with ThreadPoolExecutor() as pool:
        for fails, words, told in pool.map(said, FAILURES):
            assert SAID[fails] in words and (told or fails == "unstable"), fails


def test_a_port_that_is_not_there_is_said_and_the_command_prints_what_settles() -> None:
    with pytest.raises(FreltError, match="expected a serial port"):
        list(lines("/dev/does-not-exist"))
    with serving() as scale:
        ran = subprocess.run(
            [sys.executable, "-m", "frelt", "scale", scale.path, "--seconds", "8"], capture_output=True, text=True, timeout=60
        )
    assert (ran.returncode, ran.stdout.strip()) == (0, "1760 lb  plate 1")


def test_another_shape_of_line_is_read_by_a_pattern_and_a_wrong_pattern_is_told() -> None:
    own = pattern_of(r"GS\s+(?P<value>[0-9.]+)\s*(?P<unit>lb|kg)")
    assert heard("GS   1760.0 lb\r\n", own, decimal="point").value == pytest.approx(1760 * LB)
    assert heard("NET 00815", pattern_of(r"NET (?P<value>\d+)"), "kg").value == 815
    for wrong, words in (("(?P<weight>x", "is no pattern"), ("[0-9]+", "where the weight stands"), ("x" * 300, "300 signs")):
        with pytest.raises(FreltError, match=words):
            pattern_of(wrong)


ANY = r"N (?P<value>[-+0-9., ]+)?kg"


@pytest.mark.parametrize(
    ("line", "decimal", "value"),
    [
        ("N 1760 kg", "", 1760),
        ("N 1760,5 kg", "comma", 1760.5),
        ("N 1.760 kg", "comma", 1760),
        ("N 1.760 kg", "point", 1.76),
        ("N 1,760.5 kg", "point", 1760.5),
        ("N 1 760,5 kg", "comma", 1760.5),
        ("N 1760,5 kg", "", "whether its decimal sign"),
        ("N 1.760 kg", "", "whether its decimal sign"),
        ("N 1760,5 kg", "point", "no figure with a decimal point"),
        ("N 17,60.5 kg", "point", "no figure with a decimal point"),
        ("N 1,7.60 kg", "comma", "no figure with a decimal comma"),
        ("N kg", "", "no figure"),
    ],
)
def test_a_decimal_sign_is_said_and_never_guessed(line: str, decimal: Decimal, value: float | str) -> None:
    if isinstance(value, str):
        with pytest.raises(FreltError, match=value):
            heard(line, pattern_of(ANY), "kg", decimal)
    else:
        assert heard(line, pattern_of(ANY), "kg", decimal).value == value


def test_neither_a_pattern_without_end_nor_silence_nor_noise_is_waited_for() -> None:
    with pytest.raises(FreltError, match="takes too long"):
        heard("a" * 60 + "!", pattern_of(r"(?P<value>(a|aa|a?a)+)$"))
    master, slave = os.openpty()
    try:
        for noise in (b"", b"\x80\x81" * 300):
            os.write(master, noise)
            with pytest.raises(FreltError, match="no reading settled in 1 s: nothing came"):
                settled(lines(os.ttyname(slave)), seconds=1.0)  # as the window waits: nothing else ends it
    finally:
        os.close(master)
        os.close(slave)


@given(st.text(max_size=60) | st.from_regex(r"W\d [+-]\d{7} (lb|kg) [SUO] \*[0-9A-F]{2}", fullmatch=True))
def test_no_line_becomes_a_reading_by_accident(text: str) -> None:
    """What is read is what would be written for it; all else is refused in words."""
    try:
        found = heard(text)
    except FreltError as err:
        assert len(str(err)) > 10
        return
    assert text.strip("\r\n\0 ") == written(int(found.plate), float(found.printed), found.unit, "S" if found.stable else "U")


def test_it_settles_after_three_lines_alike_and_a_typed_reading_is_read_as_printed() -> None:
    wait = Settling()
    said = [heard(written(1, v, "lb", f)) for v, f in ((10, "U"), (20, "S"), (30, "S"), (30, "S"), (30, "S"))]
    assert [wait.take(x) is not None for x in said] == [False, False, False, False, True]
    assert printed("3,480", "lb") == (pytest.approx(3480 * LB), "3480", "lb") and printed("815.5 kg", "lb")[0] == 815.5
    for text, words in (
        ("12x0", "no reading"),
        ("", "no reading"),
        ("-40", "below zero"),
        ("999999", "more than any road scale"),
    ):
        with pytest.raises(FreltError, match=words):
            printed(text, "lb")
