"""Rigid frames, shapes of tanks, polygons, measures of a carrier."""
