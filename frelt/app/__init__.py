"""The document with undo and autosave, settings, places of files. No widgets."""
