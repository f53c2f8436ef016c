"""A day of acts played on the rig."""
