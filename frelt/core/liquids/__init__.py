"""Road fill, maps of two tanks, leaning liquids, draining, mixing."""
