"""Drawings on a QPainter: themes, fonts, screen and PDF. QtGui only, no widgets."""
