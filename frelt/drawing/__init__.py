"""A rig in a state as plain data: shapes with roles, in metres. No Qt, no colors, no fonts."""
