"""Ids and addresses: what a field of the document names, and what becomes of it when that is gone.

Every field that names something has one of these types. `references` walks them, so nothing else keeps a list of such fields.
`defines`: the field is the id of the thing itself.  `names`: it names one.  `gone`: what goes when the named thing does:
`drop` takes the name out of its list, `with` takes along what bears the field, `clear` empties it, `keep` leaves it (records).
`copied`: a list or table in which the copy of a thing stands beside the thing.
"""

from typing import Annotated

from msgspec import Meta

PATTERN = r"^[A-Za-z0-9_.\-]+$"
ADDRESS = 200  # most characters of `item/part`

RigId = Annotated[str, Meta(min_length=1, max_length=64, pattern=PATTERN, extra={"defines": "rig"})]
CarrierId = Annotated[str, Meta(min_length=1, max_length=64, pattern=PATTERN, extra={"defines": "carrier"})]
AxleId = Annotated[str, Meta(min_length=1, max_length=64, pattern=PATTERN, extra={"defines": "axle"})]
DeckId = Annotated[str, Meta(min_length=1, max_length=64, pattern=PATTERN, extra={"defines": "deck"})]
ItemId = Annotated[str, Meta(min_length=1, max_length=64, pattern=PATTERN, extra={"defines": "item"})]
StateId = Annotated[str, Meta(min_length=1, max_length=64, pattern=PATTERN, extra={"defines": "state"})]
CoverId = Annotated[str, Meta(min_length=1, max_length=64, pattern=PATTERN, extra={"defines": "fit-out"})]
KitId = Annotated[str, Meta(min_length=1, max_length=64, pattern=PATTERN, extra={"defines": "kit"})]
# Unique only where they stand: parts in their item, doors, seats and people in their carrier or state, acts in their day.
PartId = Annotated[str, Meta(min_length=1, max_length=64, pattern=PATTERN, extra={"defines": "part"})]
DoorId = Annotated[str, Meta(min_length=1, max_length=64, pattern=PATTERN, extra={"defines": "door"})]
SeatId = Annotated[str, Meta(min_length=1, max_length=64, pattern=PATTERN, extra={"defines": "seat"})]
LocalId = Annotated[str, Meta(min_length=1, max_length=64, pattern=PATTERN, extra={"defines": "local"})]

Holder = Annotated[str, Meta(min_length=1, max_length=64, pattern=PATTERN, extra={"names": "holder", "gone": "with"})]
KitPlace = Annotated[str, Meta(min_length=1, max_length=64, pattern=PATTERN, extra={"names": "place", "gone": "with"})]
OnDeck = Annotated[str, Meta(min_length=1, max_length=64, pattern=PATTERN, extra={"names": "deck", "gone": "with"})]
OpenDeck = Annotated[str, Meta(min_length=1, max_length=64, pattern=PATTERN, extra={"names": "deck", "gone": "drop"})]
SomeItem = Annotated[str, Meta(min_length=1, max_length=64, pattern=PATTERN, extra={"names": "item", "gone": "drop"})]
StateItem = Annotated[
    str, Meta(min_length=1, max_length=64, pattern=PATTERN, extra={"names": "item", "gone": "drop", "copied": True})
]
MaybeItem = Annotated[str, Meta(min_length=1, max_length=64, pattern=PATTERN, extra={"names": "item", "gone": "clear"})]
FoundItem = Annotated[str, Meta(min_length=1, max_length=64, pattern=PATTERN, extra={"names": "item", "gone": "with"})]
InState = Annotated[str, Meta(min_length=1, max_length=64, pattern=PATTERN, extra={"names": "state", "gone": "with"})]
SomeState = Annotated[str, Meta(min_length=1, max_length=64, pattern=PATTERN, extra={"names": "state", "gone": "drop"})]
InSeat = Annotated[str, Meta(min_length=1, max_length=64, pattern=PATTERN, extra={"names": "seat", "gone": "with"})]
ParentRig = Annotated[str, Meta(min_length=1, max_length=64, pattern=PATTERN, extra={"names": "rig", "gone": "clear"})]
RecordedRig = Annotated[str, Meta(min_length=1, max_length=64, pattern=PATTERN, extra={"names": "rig", "gone": "keep"})]
KindId = Annotated[str, Meta(min_length=1, max_length=64, pattern=PATTERN, extra={"names": "kind", "gone": "keep"})]
FittingName = Annotated[str, Meta(min_length=1, max_length=60, extra={"names": "kind", "gone": "keep"})]
RuleSetId = Annotated[str, Meta(min_length=1, max_length=64, pattern=PATTERN, extra={"names": "rule set", "gone": "keep"})]

FillOf = Annotated[str, Meta(max_length=ADDRESS, extra={"names": "tank", "gone": "drop", "copied": True})]
SomeTank = Annotated[str, Meta(max_length=ADDRESS, extra={"names": "tank", "gone": "drop"})]
TiedTank = Annotated[str, Meta(max_length=ADDRESS, extra={"names": "tank", "gone": "with"})]
ActTank = Annotated[str, Meta(max_length=ADDRESS, extra={"names": "tank", "gone": "with", "empty": True})]
DryHose = Annotated[str, Meta(max_length=ADDRESS, extra={"names": "hose", "gone": "drop", "copied": True})]
LineId = Annotated[str, Meta(min_length=1, max_length=64, pattern=PATTERN, extra={"defines": "line"})]
FittingId = Annotated[str, Meta(min_length=1, max_length=64, pattern=PATTERN, extra={"defines": "fitting"})]
AnchorId = Annotated[str, Meta(min_length=1, max_length=64, pattern=PATTERN, extra={"defines": "anchor"})]
StrapId = Annotated[str, Meta(min_length=1, max_length=64, pattern=PATTERN, extra={"defines": "strap"})]
AnchorOf = Annotated[str, Meta(min_length=1, max_length=64, pattern=PATTERN, extra={"names": "anchor", "gone": "with"})]
BareAnchor = Annotated[str, Meta(max_length=64, extra={"names": "anchor", "gone": "with", "empty": True})]
# Where a line ends: a port, a hose's free end or a tank's bottom (`item/part`), or a way of a fitting (`fitting/way`).
PortAt = Annotated[str, Meta(min_length=3, max_length=ADDRESS, extra={"names": "port", "gone": "with"})]
# What a hand or a switch sets: a fitting, or a machine that runs or rests.
HandleOf = Annotated[str, Meta(min_length=1, max_length=64, pattern=PATTERN, extra={"names": "handle", "gone": "drop"})]
# One side of the body (left, right, front, rear, roof) or a door of it, whose inner face a deck is.
FaceOf = Annotated[str, Meta(max_length=64, extra={"names": "face", "gone": "with", "empty": True})]
CheckName = Annotated[str, Meta(max_length=64, extra={"names": "check", "gone": "keep"})]
FoundCheck = Annotated[str, Meta(min_length=1, max_length=200, extra={"names": "check", "gone": "keep"})]
# Words separated by spaces, of which some are ids.
Waved = Annotated[str, Meta(max_length=200, extra={"names": "question", "gone": "drop"})]
Weighed = Annotated[str, Meta(max_length=200, extra={"names": "support", "gone": "keep"})]
# A name somebody gave, and what it stands for in a record once that is gone.
RecordedName = Annotated[str, Meta(max_length=200, extra={"names": "anything", "gone": "keep"})]
CatalogEntry = Annotated[str, Meta(max_length=200, extra={"names": "entry", "gone": "keep"})]
