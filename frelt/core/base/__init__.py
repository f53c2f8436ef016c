"""What everything rests on: values and figures, text, units, what people type, kept results."""
