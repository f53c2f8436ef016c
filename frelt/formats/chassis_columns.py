"""The columns of a table of chassis, and the words that stand in them."""

from ..core.base.figure import Source
from ..core.model.carrier import Brakes
from .rest import COLUMN

VEHICLES = ("pickup", "flatbed", "service body", "box truck", "van")
KINDS = ("trailer", "stand", *VEHICLES)
REQUIRED = ("id", "name", "carrier", "deck_length_mm", "deck_width_mm", "axles_mm")
COLUMNS = (
    *("id", "name", "carrier", "words", "coupler", "sharing", "deck_length_mm", "deck_width_mm", "deck_height_mm", "surface"),
    *("coupler_mm", "coupler_height_mm", "jack_mm", "axles_mm", "track_mm", "duals", "tire_diameter_mm", "tire_width_mm"),
    *("ball_mm", "ball_height_mm", "body", "wall_mm", "rail_mm", "nose_mm", "cab_mm", "hood_mm", "cab_height_mm", "rack"),
    *(
        "doors",
        "wells",
        "zones",
        "seats",
        "empty_kg",
        "empty_gross_kg",
        "empty_pm_percent",
        "empty_source",
        "height_mm",
        "height_pm_mm",
    ),
    *(
        "sag_mm",
        "gross_kg",
        "axle_kg",
        "tire_kg",
        "payload_kg",
        "tow_kg",
        "combination_kg",
        "coupler_gross_kg",
        "coupler_tongue_kg",
    ),
    *("receiver_gross_kg", "receiver_tongue_kg", "bars_gross_kg", "bars_tongue_kg", "ball_gross_kg", "ball_tongue_kg"),
    *("chain_kg", "jack_kg", "stands_kg", "roof_kg", "floor_kg", "brakes", "load_index", "ratings_source", "note", COLUMN),
)
# The ratings that have a column each, by field; a trailer's and a vehicle's.
LIMITS = {
    "trailer": {
        "gross": "gross_kg",
        "coupler_gross": "coupler_gross_kg",
        "coupler_tongue": "coupler_tongue_kg",
        "safety_chain": "chain_kg",
        "jack": "jack_kg",
        "stands": "stands_kg",
        "roof": "roof_kg",
        "deck_point": "floor_kg",
    },
    "vehicle": {
        "gross": "gross_kg",
        "payload": "payload_kg",
        "combination": "combination_kg",
        "tow": "tow_kg",
        "receiver_gross": "receiver_gross_kg",
        "receiver_tongue": "receiver_tongue_kg",
        "receiver_gross_bars": "bars_gross_kg",
        "receiver_tongue_bars": "bars_tongue_kg",
        "ball_gross": "ball_gross_kg",
        "ball_tongue": "ball_tongue_kg",
        "roof": "roof_kg",
        "deck_point": "floor_kg",
    },
}
BRAKES: tuple[Brakes, ...] = ("none", "surge", "electric", "air")
SURFACES: tuple[str, ...] = ("planked", "plate", "coated")
BODIES: tuple[str, ...] = ("open", "enclosed", "bed", "box")
SIDES: tuple[str, ...] = ("left", "right", "rear", "front")
DOORS: tuple[str, ...] = ("door", "ramp", "barn doors", "lift door", "tailgate", "gap", "lift gate")
ROUGH = "estimate, from memory"
SOURCES: tuple[Source, ...] = ("weighed", "measured", "maker", "plate", "estimate")
