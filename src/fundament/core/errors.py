"""Errors that a person can do something about. Their text is one plain sentence."""


class CoreError(ValueError):
    """Input the core cannot work with; the message says what is wrong and what would be right."""
