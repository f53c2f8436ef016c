"""The chassis step: what is taped, weighed and read, and the rules it is judged by."""
