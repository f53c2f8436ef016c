"""What holds things: bodies on their decks, what their straps, bolts and blocks can hold and what they will carry, and what the rule asks."""
