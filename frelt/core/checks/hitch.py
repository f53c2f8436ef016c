"""The vehicle's ball and receiver, each against both of its limits, and the trailer's chains.

They are held against the static tongue weight, with or without weight-distributing bars.
"""

from collections.abc import Iterable

from ..base.figure import Rating, rated
from ..base.text import uncapital
from ..base.units import Units
from ..judge.check import Bearing, Check, CheckKind, register
from ..judge.words import carried, when
from ..statics.limit import Limit


def _limits(b: Bearing) -> Iterable[Limit]:
    if b.pair is None:
        return
    trailer, vehicle = b.pair
    r, whole, tongue = vehicle.ratings, b.moments.mass(trailer.id), b.supports.row("coupler")
    parts: list[tuple[str, str, str, Rating]] = [
        ("ball", "Ball", "ball_gross", r.ball_gross),
        ("ball", "Ball", "ball_tongue", r.ball_tongue),
    ]
    if trailer.coupler == "ball":
        bars = "_bars" if b.rig.bars is not None else ""
        parts += [
            ("receiver", "Receiver", f"receiver_{w}{bars}", getattr(r, f"receiver_{w}{bars}")) for w in ("gross", "tongue")
        ]
    for part, name, field, rating in parts:
        heavy = "gross" in field
        yield Limit(
            "hitch",
            f"{part}:{'gross' if heavy else 'tongue'}",
            f"{name}, {'gross trailer weight' if heavy else 'tongue weight'}",
            whole if heavy else tongue,
            high=rated(rating),
            rating=rating,
            field=f"vehicle.ratings.{field}",
            bears="drawn" if heavy else "tongue",
        )


def _sentence(c: Check, units: Units) -> str:
    part = c.id.partition(":")[0]
    what = "tongue weight" if c.id.endswith("tongue") else "gross trailer weight"
    return carried(f"The {part}", c, units, of=f" of {what}", on=part) + when(c)


def _brief(c: Check, units: Units) -> str:
    return uncapital(c.subject)


register(
    CheckKind(
        "hitch",
        "Ball and receiver",
        plate="both limits are stamped on the ball and on the receiver's label, which has other figures with distributing bars",
        source="maker's stamp; classes after SAE J684 (from memory)",
        limits=_limits,
        sentence=_sentence,
        brief=_brief,
        conditions=("hitched",),
        acceptable=False,
    )
)
