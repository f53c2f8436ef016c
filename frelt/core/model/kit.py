"""Kit: what lies on shelves, in boxes and on hooks, counted and never numbered: it has a mass, a place and a way it is kept."""

from typing import Annotated, Literal

from msgspec import Meta

from ..base.figure import Figure
from ..base.value import Text, Value
from .item import Nature
from .names import CatalogEntry, KitId, KitPlace

KeptBy = Literal["", "in a closed box", "on a hook", "in a holder", "strapped", "under a bungee", "loose"]


class KitLine(Value, frozen=True, kw_only=True):
    """So many of one thing. each: mass of one [kg].  on: the deck or thing on or in which it is.

    kept: how; a bungee keeps tidy and holds nothing.  nature: what it is to its neighbors, empty for nothing of note.
    usual: the entry of the catalog that it stands for among what such rigs usually carry.
    """

    id: KitId
    what: Text
    count: Annotated[int, Meta(ge=1, le=999)] = 1
    each: Figure
    on: KitPlace
    kept: KeptBy = ""
    nature: Nature | Literal[""] = ""
    usual: CatalogEntry = ""
