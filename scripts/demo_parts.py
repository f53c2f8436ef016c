"""What the demo's rigs are made of: the shipped catalog, and how a scale figure is written."""

from pathlib import Path

from frelt.core.base.figure import Figure
from frelt.formats.catalog import read_catalog

DATA = Path(__file__).resolve().parent.parent / "frelt/data"
CATALOG = {e.item.id: e for e in read_catalog((DATA / "catalog/equipment.csv").read_bytes())}


def weighed(value: float, note: str) -> Figure:
    """A figure off a scale [kg]."""
    return Figure(value=value, plus_minus=10, source="weighed", origin="public scale", note=note)
