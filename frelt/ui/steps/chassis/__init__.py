"""The step of the chassis."""
