"""Widgets and gestures; every number is asked of the core."""
