"""Big and small things: the catalog, what is in hand, several at once."""
