"""The brief of a job: what is washed, by whom, with what water; all that the equipment is worked out from."""

from typing import Annotated, Literal

from msgspec import Meta

from ..base.constants import SOAP_SHARE, TRIGGER_SHARE, WALL_STRENGTH
from ..base.figure import Figure
from ..base.value import Length, Positive, Share, Text, Value
from .names import CatalogEntry

Surface = Literal["concrete", "siding", "roof", "vehicles", "wood"]
School = Literal["none", "12 V diaphragm", "engine diaphragm", "air diaphragm", "plain pump"]
Seconds = Annotated[float, Meta(ge=0, le=1e6, description="[s]")]
Flow = Annotated[float, Meta(ge=0, le=1.0, description="[m³/s]")]


class Supplied(Value, frozen=True, kw_only=True):
    """What the customer brings, and in what condition. entry: the catalog entry it stands in for, if any."""

    what: Text
    condition: Literal["good", "worn", "to be mended", "not seen yet"] = "not seen yet"
    entry: CatalogEntry = ""


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
    trigger: Share = TRIGGER_SHARE
    soft: Share = 0.25
    strength: Annotated[float, Meta(ge=0, le=15)] = WALL_STRENGTH * 100
    stock: Annotated[float, Meta(ge=0.5, le=20)] = 12.5
    soap: Share = SOAP_SHARE
    reach: Length = 60.0
    crew: Annotated[int, Meta(ge=1, le=9)] = 1
    whose: Literal["customer", "shop", "open"] = "open"
    public_roads: bool = True
    steep: bool = False
    winter: bool = False
    supplied: tuple[Supplied, ...] = ()
    overruled: dict[Text, Positive] = {}
