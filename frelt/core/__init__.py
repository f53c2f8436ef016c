"""The computation: frozen values in, values out. No Qt, no files, no clock."""
