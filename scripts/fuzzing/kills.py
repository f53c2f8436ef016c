"""Programs killed while they save: the file is whole, at least as new as the last save that was told, and so is its backup."""

import os
import random
import signal
import tempfile
import time
from functools import cache
from pathlib import Path

from msgspec.structs import replace

from frelt.app.places import shipped
from frelt.app.storage import backup_of, load, save
from frelt.core.model.document import Document
from frelt.formats.document import decode


@cache
def _base() -> Document:
    return decode(shipped("demo/shelter-round.frelt.json"))


@cache
def _place() -> Path:
    return Path(tempfile.mkdtemp(prefix="frelt-kills-")) / "rig.frelt.json"


def make(rng: random.Random) -> bytes:
    """How long the program lives [ms]."""
    return f"{rng.uniform(0.0, 40.0):.3f}".encode()


def run(data: bytes) -> str:
    """Let a program save versions of one document until it is killed, and look what is left."""
    path, base = _place(), _base()
    if not path.exists():
        save(path, replace(base, job=replace(base.job, note="0")))
    start = int(load(path).job.note)
    reader, writer = os.pipe()
    child = os.fork()
    if child == 0:
        try:
            os.close(reader)
            n = start
            while True:
                n += 1
                save(path, replace(base, job=replace(base.job, note=str(n))))
                os.write(writer, f"{n}\n".encode())
        finally:
            os._exit(1)
    os.close(writer)
    time.sleep(float(data) / 1000)
    os.kill(child, signal.SIGKILL)
    os.waitpid(child, 0)
    told = os.read(reader, 1_000_000).split()
    os.close(reader)
    last = int(told[-1]) if told else start
    now = int(load(path).job.note)
    assert now in (last, last + 1), (now, last)
    if backup_of(path).exists():
        assert int(load(backup_of(path)).job.note) in (now - 1, now), now
    return "saved" if told else "none"


ending = ".txt"
