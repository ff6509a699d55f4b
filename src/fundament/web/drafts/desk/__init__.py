"""The writing screen, its panels and proposals."""
