"""The version of the computing core.

It is stored with every reading, analysis, yardstick and score. Raise it whenever the same
input would give other numbers, so that stored values made before can be told apart.
"""

CORE_VERSION = "3"
