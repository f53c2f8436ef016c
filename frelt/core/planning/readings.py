"""Figures from readings that are taken another way: a bucket, a public scale, a plank."""

from ..base.figure import Figure


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


PLANK = 0.03  # ± of a weight by a plank, a share: where its foot stands is read with a tape; common practice, no source


def tongue_by_plank(reads: float, scale: float, foot: float) -> Figure:
    """A tongue that stands on a plank from a block to a bathroom scale [kg]. scale, foot: from the block [m]."""
    weight = lever(reads, scale, foot, 0.0)
    return Figure(value=weight, plus_minus=PLANK * weight, source="weighed", origin="bathroom scale", note="by a plank")
