"""Files that ship with the program: catalogs, fonts, icons, the demo shop."""
