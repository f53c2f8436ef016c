"""How each type of the document is walked, made once from the types of its fields (see `names`)."""

from collections.abc import Callable, Iterator, Mapping
from functools import cache
from types import UnionType
from typing import Annotated, Any, Protocol, Union, get_args, get_origin

from msgspec import Meta, Struct
from msgspec.structs import replace

from .hints import hints_of


class Named(Struct, frozen=True):
    """A place that names something. path: of the field.  what: a kind of thing (see `names`)."""

    path: str
    what: str
    value: str


class Defined(Struct, frozen=True):
    """An id where its thing is. what: a kind of thing.  thing: what bears it."""

    path: str
    what: str
    value: str
    thing: object


Found = Iterator[Named | Defined]


class Gone(Struct, frozen=True):
    """What a rewriting says of a name whose thing is gone. owner: whether what bears the field goes with it."""

    owner: bool = False


DROP, OWNER = Gone(), Gone(owner=True)


class Rewrite(Struct):
    """What a rewriting does. names: a name's new value, or `Gone`.  owns: a definition's new id.

    also: the name of a copy, which stands beside that of the thing; None for none.  went: what went with a name that is gone.
    """

    names: Callable[[str, str], "str | Gone"]
    owns: Callable[[str, str], str]
    also: Callable[[str, str], str | None]
    went: list[Struct]


class Plan(Protocol):
    """How one type is walked and rewritten; what stays the same stays the same object."""

    def walk(self, value: Any, path: str, owner: object) -> Found:
        """Every name and definition in a value."""

    def rewrite(self, value: Any, by: Rewrite) -> Any:
        """The value rewritten, or `Gone`."""


class Ref(Struct, frozen=True):
    """A name. gone, copied: see `names`.  empty: whether it may be empty, which names nothing."""

    what: str
    gone: str
    copied: bool
    empty: bool

    def walk(self, value: str, path: str, owner: object) -> Found:
        if value or not self.empty:
            yield Named(path, self.what, value)

    def rewrite(self, value: str, by: Rewrite) -> "str | Gone":
        made = value if not value and self.empty else by.names(self.what, value)
        if not isinstance(made, Gone):
            return made
        return value if self.gone == "keep" else OWNER if self.gone == "with" else DROP


class Own(Struct, frozen=True):
    """An id of the thing itself."""

    what: str

    def walk(self, value: str, path: str, owner: object) -> Found:
        yield Defined(path, self.what, value, owner)

    def rewrite(self, value: str, by: Rewrite) -> str:
        return by.owns(self.what, value)


class Optional(Struct, frozen=True):
    """What may be None, and is where it is gone, unless it takes along what bears it (taking)."""

    plan: Plan
    taking: bool

    def walk(self, value: Any, path: str, owner: object) -> Found:
        if value is not None:
            yield from self.plan.walk(value, path, owner)

    def rewrite(self, value: Any, by: Rewrite) -> Any:
        made = None if value is None else self.plan.rewrite(value, by)
        if not isinstance(made, Gone):
            return made
        return OWNER if made.owner or self.taking else None


class Many(Struct, frozen=True):
    """A tuple. least: with fewer left than that, what bears it goes; unless it had fewer before."""

    plan: Plan
    least: int

    def walk(self, value: tuple[Any, ...], path: str, owner: object) -> Found:
        for n, one in enumerate(value):
            yield from self.plan.walk(one, f"{path}[{n}]", owner)

    def rewrite(self, value: tuple[Any, ...], by: Rewrite) -> "tuple[Any, ...] | Gone":
        made = [self.plan.rewrite(one, by) for one in value]
        if any(isinstance(m, Gone) and m.owner for m in made):
            return OWNER
        kept = [m for m in made if not isinstance(m, Gone)]
        if len(value) >= self.least > len(kept):
            return OWNER
        if isinstance(self.plan, Ref) and self.plan.copied:
            kept += [c for one in value if (c := by.also(self.plan.what, one)) is not None]
        same = len(kept) == len(value) and all(a is b for a, b in zip(kept, value, strict=True))
        return value if same else tuple(kept)


class Map(Struct, frozen=True):
    """A table by name."""

    key: Plan | None
    value: Plan | None

    def walk(self, value: Mapping[str, Any], path: str, owner: object) -> Found:
        for key, one in value.items():
            if self.key is not None:
                yield from self.key.walk(key, f"{path}.{key}", owner)
            if self.value is not None:
                yield from self.value.walk(one, f"{path}.{key}", owner)

    def rewrite(self, value: Mapping[str, Any], by: Rewrite) -> "Mapping[str, Any] | Gone":
        made: dict[str, Any] = {}
        for key, one in value.items():
            new_key = key if self.key is None else self.key.rewrite(key, by)
            new = one if self.value is None else self.value.rewrite(one, by)
            if any(isinstance(m, Gone) and m.owner for m in (new_key, new)):
                return OWNER
            if isinstance(new_key, Gone) or isinstance(new, Gone):
                continue
            made[new_key] = new
            if isinstance(self.key, Ref) and self.key.copied and (copy := by.also(self.key.what, key)) is not None:
                made[copy] = new
        return value if made == value else made


class OneOf(Struct, frozen=True):
    """One of several types."""

    plans: Mapping[type, Plan]

    def walk(self, value: Any, path: str, owner: object) -> Found:
        own = self.plans.get(type(value))
        if own is not None:
            yield from own.walk(value, path, owner)

    def rewrite(self, value: Any, by: Rewrite) -> Any:
        own = self.plans.get(type(value))
        return value if own is None else own.rewrite(value, by)


class Fields(Struct, frozen=True):
    """The fields of a type in which something is named or defined; without one of them it goes as a whole."""

    fields: tuple[tuple[str, Plan], ...]

    def walk(self, value: Any, path: str, owner: object) -> Found:
        for name, inner in self.fields:
            own = getattr(value, name)
            if own is not None and own is not EMPTY:  # as most are
                yield from inner.walk(own, f"{path}.{name}", value)

    def rewrite(self, value: Any, by: Rewrite) -> Any:
        changed = {}
        for name, inner in self.fields:
            old = getattr(value, name)
            new = inner.rewrite(old, by)
            if isinstance(new, Gone):
                by.went.append(value)
                return DROP
            if new is not old:
                changed[name] = new
        return replace(value, **changed) if changed else value


@cache
def plan_of(cls: type[Struct]) -> Plan | None:
    """How a type of the document is walked; None where nothing in it names or defines anything."""
    return _struct(cls, {})


Known = dict[int, "Plan | None"]  # plans of hints met before, by their ids: most fields share one with others
NOTHING: Mapping[str, Any] = {}
EMPTY: tuple[Any, ...] = ()


def _struct(cls: type[Struct], known: Known) -> Plan | None:
    plans = [(f, p) for f, hint in hints_of(cls).items() if (p := _planned(hint, NOTHING, known)) is not None]
    return Fields(tuple(plans)) if plans else None


def _planned(hint: Any, extra: Mapping[str, Any], known: Known) -> Plan | None:
    if extra:
        return _made(hint, extra, known)
    if id(hint) not in known:
        known[id(hint)] = _made(hint, NOTHING, known)
    return known[id(hint)]


def _made(hint: Any, extra: Mapping[str, Any], known: Known) -> Plan | None:
    if isinstance(hint, type) and hint is not str:
        return _struct(hint, known) if issubclass(hint, Struct) else None
    kind, inside = get_origin(hint), get_args(hint)
    if kind is Annotated:
        said = {k: v for m in inside[1:] if isinstance(m, Meta) for k, v in (m.extra or {}).items()}
        return _planned(inside[0], {**extra, **said}, known)
    if hint is str:
        if "defines" in extra:
            return Own(extra["defines"])
        if "names" in extra:
            return Ref(extra["names"], extra["gone"], bool(extra.get("copied")), bool(extra.get("empty")))
        return None
    if kind in (Union, UnionType):
        return _union(inside, extra, known)
    if kind is tuple and inside[1:] == (Ellipsis,):
        inner = _planned(inside[0], NOTHING, known)
        return None if inner is None else Many(inner, int(extra.get("least", 0)))
    if kind is dict:
        key, value = _planned(inside[0], NOTHING, known), _planned(inside[1], NOTHING, known)
        return None if key is None and value is None else Map(key, value)
    return None


def _union(types: tuple[Any, ...], extra: Mapping[str, Any], known: Known) -> Plan | None:
    parts = [t for t in types if t is not type(None)]
    plans = [(t, p) for t in parts if (p := _planned(t, NOTHING, known)) is not None]
    structs = {t: p for t, p in plans if isinstance(t, type)}
    inner: Plan | None = OneOf(structs) if structs else plans[0][1] if plans else None
    if inner is None:
        return None
    return Optional(inner, extra.get("gone") == "with") if len(parts) < len(types) else inner
