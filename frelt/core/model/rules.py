"""Rule sets: limits of custom or law, as data with their sources."""

from typing import Annotated, Literal

from msgspec import Meta
from msgspec.structs import replace

from ..base.value import Length, Mass, Positive, Share, Text, Value
from .carrier import Coupling
from .item import Nature
from .meets import Meets
from .names import CheckName, RuleSetId


class Threshold(Value, frozen=True, kw_only=True):
    """A weight from which other rules may apply. of: plates (ratings added up), what is laden, or the fuel and SH that tanks can hold.

    words: what to look up.
    """

    name: Text
    mass: Mass
    of: Literal["ratings", "laden trailer", "laden vehicle", "laden rig", "fuel and SH"]
    words: Text
    source: Text


class Apart(Value, frozen=True, kw_only=True):
    """Two natures that are kept a distance [m] apart, and why. level: danger where it can hurt somebody."""

    a: Nature
    b: Nature
    distance: Length
    why: Text
    source: Text = "common practice, no published source"
    level: Literal["danger", "advice"] = "danger"


APART: tuple[Apart, ...] = (
    Apart(a="SH", b="fuel", distance=0.6, why="SH and fuel that leak into each other can catch fire"),
    Apart(a="SH", b="engine", distance=0.4, why="SH fumes eat an engine, and its heat breaks SH down", level="advice"),
    Apart(
        a="SH",
        b="battery",
        distance=0.4,
        why="SH fumes eat terminals, and battery acid in SH gives off chlorine",
        level="advice",
    ),
    Apart(a="SH", b="acid", distance=1.0, why="acid in SH gives off chlorine: keep them on different sides"),
    Apart(
        a="SH", b="oxidizer", distance=1.0, why="peroxide and SH break each other up, with heat and oxygen: never in one tray"
    ),
    Apart(a="SH", b="ammonia", distance=1.0, why="ammonia in SH gives off chloramine: keep them on different sides"),
    Apart(a="oxidizer", b="fuel", distance=0.6, why="an oxidizer feeds a fire of fuel", level="advice"),
    Apart(a="oxidizer", b="acid", distance=0.6, why="acid makes an oxidizer break up faster", level="advice"),
    Apart(a="exhaust", b="plastic tank", distance=0.3, why="an exhaust softens a plastic tank"),
    Apart(a="burner", b="fuel", distance=0.5, why="fuel vapor beside a burner can catch fire"),
    Apart(a="battery", b="fuel", distance=0.3, why="a spark at a terminal can light fuel vapor", level="advice"),
)


Push = Annotated[float, Meta(ge=0.0, le=3.0)]


class RuleSet(Value, frozen=True, kw_only=True):
    """Limits of custom or law, copied into the rig with their source. Shares of the laden trailer or side.

    side_difference: of the wheels of both sides, that is good.  side_most: from which it is worth a look.
    front_share: least share of a vehicle's own load on its front axle.  brakes_from: laden trailer that needs brakes [kg].
    width, height, length: greatest outside measures [m].  bridge: whether the US bridge formula is looked at.
    reserve: share of a limit below which a margin is `tight`.  person: who may step on the tail [kg],
    250 lb: a heavy person with gear (from memory).  walk_width: of an aisle one sidles through, 14 in; arm, reach_up: how far and how high
    the crew reaches [m].  apart: what is kept from what.  meets: pairs of liquids of which this shop
    thinks graver than the table does.  sources: by field, where a rule comes from.
    levels: by kind of check, how grave it is in this shop where it is not what the check itself says.
    """

    id: RuleSetId = "common"
    name: Text = "Common practice"
    source: Text = "common practice, no published source"
    revision: Positive = 1
    tongue_ball: tuple[Share, Share] = (0.10, 0.15)
    tongue_gooseneck: tuple[Share, Share] = (0.15, 0.25)
    side_difference: Share = 0.05
    side_most: Share = 0.12
    front_share: Share = 0.20
    brakes_from: Mass | None = None
    width: Length | None = None
    height: Length | None = None
    length: Length | None = None
    bridge: bool = False
    thresholds: tuple[Threshold, ...] = ()
    reserve: Share = 0.05
    person: Mass = 113.4
    walk_width: Annotated[float, Meta(ge=0.2, le=1.5)] = 0.356
    arm: Annotated[float, Meta(ge=0.3, le=1.5)] = 0.90
    reach_up: Annotated[float, Meta(ge=1.0, le=3.0)] = 2.0
    hold_forward: Push = 0.8
    hold_rear: Push = 0.5
    hold_side: Push = 0.5
    hold_up: Push = 0.2
    cargo: bool = False
    apart: tuple[Apart, ...] = APART
    meets: tuple[Meets, ...] = ()
    sources: dict[Text, Text] = {}
    levels: dict[CheckName, Literal["broken", "danger", "law", "advice", "wish"]] = {}

    def source_of(self, field: str) -> str:
        """Where one rule comes from: its own source, else that of the set."""
        return self.sources.get(field, self.source)

    def kept_apart(self, a: Nature, b: Nature) -> Apart | None:
        """The rule about two natures, if there is one."""
        return next((r for r in self.apart if (r.a, r.b) == (a, b)), None)

    def with_apart(self, rule: Apart) -> "RuleSet":
        """The rules with one about two natures, in the place of that which there was."""
        if self.kept_apart(rule.a, rule.b) is None:
            return replace(self, apart=(*self.apart, rule))
        return replace(self, apart=tuple(rule if (r.a, r.b) == (rule.a, rule.b) else r for r in self.apart))

    def tongue(self, coupler: Coupling) -> tuple[float, float]:
        """Least and greatest share of the laden trailer that its coupler may carry."""
        return self.tongue_ball if coupler == "ball" else self.tongue_gooseneck

    def with_tongue(self, coupler: Coupling, low: float, high: float) -> "RuleSet":
        """The rules with another window for one kind of coupler."""
        window = (low, high)
        return replace(self, tongue_ball=window) if coupler == "ball" else replace(self, tongue_gooseneck=window)
