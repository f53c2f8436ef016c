"""Test, scale: a ticket taken in, what it says, what to weigh next."""
