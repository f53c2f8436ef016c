"""Texts typed into fields: each is a figure within bounds or is refused with an example."""

import random

from frelt.core.base.typed import EXAMPLES, PLAIN, NotUnderstood, read
from frelt.core.base.units import METRIC, US
from frelt.ui.widgets.fields import convert

BITS = (
    "5", "1/2", "3 ", "12", ".5", "1,000", "1,00", " ft", " in", "'", '"', "″", " lb", " kg", "gal", " m", "**", "9", "^2", "-", "--", "½", "e9",
    "nan", "inf", "LI 104", "%", "°", "µ", "٣", "\u200b", "\ud800", "<b>", "=1", "(", "lambda", "__import__", " / ", "h", "min", "9" * 30,
    "furlong", "m**9", "psi", "²", "五", " ", "\t", "\n", "\x1b",
)  # fmt: skip
WHOLE = (*(e for text in EXAMPLES.values() for e in text.replace(" or ", ", ").split(", ")), "not rated", "none", "")
QUANTITIES = tuple(PLAIN)


def make(rng: random.Random) -> bytes:
    """A quantity, a system of units, and a text for it."""
    text = rng.choice(WHOLE) if rng.random() < 0.3 else ""
    text += "".join(rng.choice(BITS) for _ in range(rng.randint(0, 6)))
    if text and rng.random() < 0.2:
        at = rng.randrange(len(text))
        text = text[:at] + chr(rng.choice((32, 44, 46, 47, 0x2F, 0xBD, rng.randrange(0x3000)))) + text[at + 1 :]
    return f"{rng.randrange(len(QUANTITIES))} {rng.randrange(2)} {text}".encode(errors="surrogatepass")


def run(data: bytes) -> str:
    """Read the text as the figure it is typed for."""
    number, system, text = data.decode(errors="surrogatepass").split(" ", 2)
    quantity, units = QUANTITIES[int(number)], (US, METRIC)[int(system)]
    try:
        value = read(text, quantity, units, convert)
    except NotUnderstood as err:
        assert "type it like" in str(err)
        return "refused"
    assert abs(value) < 1e12, value
    units.show(value, quantity)
    return "read"


ending = ".txt"
