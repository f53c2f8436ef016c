"""Springs of axles, typed by how far they give way under the axle's rating, as makers print it."""

from ..base.figure import Figure, rated
from ..base.value import FreltError
from ..model.carrier import Axle, Carrier
from .carriers import with_axle

UNSURE = 0.15  # ± of a rate from a maker's sag, a share; common practice, no source


def sag(axle: Axle) -> float | None:
    """How far an axle gives way under its rating [m]; None where either is not known."""
    limit, rate = rated(axle.rating), axle.rate
    return None if limit is None or rate is None else limit / rate.value


def with_sag(carrier: Carrier, number: int, given: float | None) -> Carrier:
    """The carrier whose axle gives way so far under its rating [m]. Raises FreltError where there is no rating."""
    limit = rated(carrier.axles[number].rating)
    if given is not None and limit is None:
        raise FreltError("the axle's rating comes first: type it above, then how far it sags under it")
    if given is None or limit is None:
        return with_axle(carrier, number, rate=None)
    return with_axle(carrier, number, rate=Figure(value=limit / given, source="maker", plus_minus=UNSURE * limit / given))
