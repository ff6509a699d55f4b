"""Interfaces to the outside world, and the HTTP clients for them. No Django in here."""
