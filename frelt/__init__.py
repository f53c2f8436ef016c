"""Frelt: what a pressure washing rig puts on its axles, tires and coupler, in every fill."""

__version__ = "0.1.0"
