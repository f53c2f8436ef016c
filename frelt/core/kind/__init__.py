"""What a kind of equipment is, and what is made from its parameters."""
