"""Edits: each takes a rig and gives a new one."""
