"""The line plan: the network alone, laid out by the program from supply to guns, levers as a hand sees them."""
