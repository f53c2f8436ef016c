"""What a check is, how it is judged, and its words."""
