"""The versions of the computing core, one per stage.

They are stored with what the stage makes. Raise a stage's version whenever the same input would give other numbers or another shape, and give
`upcasting` a step from the one before if the old values can still be used.
"""

STAGES = {"reading": "9", "analysis": "11", "consensus": "13", "score": "11"}
READING_VERSION = STAGES["reading"]
ANALYSIS_VERSION = STAGES["analysis"]
CONSENSUS_VERSION = STAGES["consensus"]
SCORE_VERSION = STAGES["score"]
CORE_VERSION = ".".join(STAGES.values())
