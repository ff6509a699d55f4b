"""Screens of a study that show our text beside the others."""
