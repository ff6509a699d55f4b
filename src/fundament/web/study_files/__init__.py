"""Whole studies: as files, and duplicated."""
