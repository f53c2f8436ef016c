"""The step of liquids and road."""
