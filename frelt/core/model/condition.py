"""In which condition a carrier or a thing came to the shop, and whose it is."""

from typing import Annotated, Literal

from msgspec import Meta

from ..base.value import Value


class Condition(Value, frozen=True, kw_only=True):
    """As it was when it arrived. hours: on its meter, None where not read.  tested: whether it was run; None where nobody said."""

    bought: Literal["", "new", "used"] = ""
    hours: Annotated[float, Meta(ge=0, le=1_000_000)] | None = None
    tested: bool | None = None

    @property
    def words(self) -> str:
        """What is known of it, in a few words; empty where nothing is."""
        said: list[str] = [self.bought] if self.bought else []
        said += [f"{self.hours:,.0f} h on arrival"] if self.hours is not None else []
        said += ["tested" if self.tested else "not tested"] if self.tested is not None else []
        return ", ".join(said)


def whose(owner: str, condition: Condition) -> str:
    """Whose something is and how it came, in a few words; empty where nothing is said."""
    return ", ".join(x for x in (f"of {owner}" if owner else "", condition.words) if x)
