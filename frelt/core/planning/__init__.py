"""Before anything is placed: what a brief needs, which carrier takes it, what nobody counted."""
