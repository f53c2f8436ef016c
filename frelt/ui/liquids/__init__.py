"""Liquids and the road: states, road fill, draining, two tanks against each other, the day."""
