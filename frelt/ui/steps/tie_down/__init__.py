"""Tie-down: how each thing is held, what that bears, and the walk around the rig before the road."""
