"""What everything weighs and where: the mass table and the load moments."""
