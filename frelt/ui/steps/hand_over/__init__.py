"""The step of big and small things."""
