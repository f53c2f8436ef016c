"""The brief of a job: what is washed, by whom, with what water; all that the equipment is worked out from."""

from typing import Annotated, Literal

from msgspec import Meta

from ..base.figure import Figure
from ..base.value import Length, Positive, Share, Text, Value

Surface = Literal["concrete", "siding", "roof", "vehicles", "wood"]
School = Literal["none", "12 V diaphragm", "engine diaphragm", "air diaphragm", "plain pump"]
Seconds = Annotated[float, Meta(ge=0, le=1e6, description="[s]")]
Flow = Annotated[float, Meta(ge=0, le=1.0, description="[m³/s]")]


class Supplied(Value, frozen=True, kw_only=True):
    """What the customer brings, and in what condition. entry: the catalog entry it stands in for, if any."""

    what: Text
    condition: Literal["good", "worn", "to be mended", "not seen yet"] = "not seen yet"
    entry: Text = ""


class Brief(Value, frozen=True, kw_only=True):
    """Answers of the customer. Each has a usual value, so that nothing blocks.

    operators: who wash at once.  tap: flow at the site's tap, None where water is carried [m³/s].
    hours: of work a day; between: of work between refills [s].  trigger: share of the time the trigger is open.
    soft: share of the work that is soft washing.  strength: of SH wanted on the wall, stock: of SH as bought [trade %].
    soap: share of surfactant in the mix.  reach: of the hose [m].  crew: all who ride along.
    overruled: by name of a line (see `core.equipment`), the figure that is used instead [SI].
    """

    surfaces: tuple[Surface, ...] = ("concrete",)
    operators: Annotated[int, Meta(ge=1, le=4)] = 1
    hot: bool = False
    tap: Figure | None = None
    school: School = "none"
    hours: Seconds = 6 * 3600.0
    between: Seconds = 3600.0
    trigger: Share = 0.6
    soft: Share = 0.25
    strength: Annotated[float, Meta(ge=0, le=15)] = 2.0
    stock: Annotated[float, Meta(ge=0.5, le=20)] = 12.5
    soap: Share = 0.02
    reach: Length = 60.0
    crew: Annotated[int, Meta(ge=1, le=9)] = 1
    whose: Literal["customer", "shop", "open"] = "open"
    public_roads: bool = True
    steep: bool = False
    winter: bool = False
    supplied: tuple[Supplied, ...] = ()
    overruled: dict[str, Positive] = {}


def bucket_flow(volume: float, seconds: float) -> Figure:
    """Flow of a tap from a bucket of a volume [m³] that it fills in some seconds.

    ± from half a second of the watch and 5 % of the bucket's mark. Raises ValueError for no time.
    """
    if seconds <= 0 or volume <= 0:
        raise ValueError("a bucket takes more than no time to fill")
    flow = volume / seconds
    return Figure(
        value=flow,
        plus_minus=flow * ((0.5 / seconds) ** 2 + 0.05**2) ** 0.5,
        source="measured",
        note=f"{volume * 1000:.1f} L in {seconds:g} s",
    )


def tongue_by_scale(alone: float, hitched: float, grain: float = 10.0) -> Figure:
    """The tongue's weight from two readings of a public scale under the towing vehicle's wheels [kg].

    alone: without the trailer.  hitched: with it, the trailer's own wheels off that plate.  grain: what the
    scale reads to; each reading is ± one grain.  Without distributing bars the vehicle gains just the tongue.
    Raises ValueError where the trailer takes weight off the vehicle.
    """
    if hitched <= alone:
        raise ValueError("hitched, the vehicle weighs no more than alone: no weight on its ball")
    return Figure(
        value=hitched - alone,
        plus_minus=2**0.5 * grain,
        source="weighed",
        origin="public scale",
        note=f"{hitched:.0f} kg hitched less {alone:.0f} kg alone",
    )


def lever(reading: float, at: float, wanted_at: float, pivot: float) -> float:
    """What a support would carry, from a scale that reads elsewhere [kg]: stations in m, the pivot is the far support.

    A bathroom scale under the tongue, or with a plank: reading × its arm / the wanted arm.
    Raises ValueError where the wanted support stands on the pivot.
    """
    if abs(wanted_at - pivot) < 1e-6:
        raise ValueError("the support stands on the pivot")
    return reading * (at - pivot) / (wanted_at - pivot)
