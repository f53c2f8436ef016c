"""What is drawn over and around the drawings, as shapes on the sheet: tape, names, floor, posts, limits, distances."""
