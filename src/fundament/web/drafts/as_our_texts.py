"""Drafts as what studies know of our texts, see `studies.our_texts`."""

from fundament.web.drafts.measuring.measuring import used_terms
from fundament.web.drafts.measuring.seeing import drafts_by_study as of_studies
from fundament.web.drafts.measuring.seeing import noted_scores

__all__ = ["noted_scores", "of_studies", "used_terms"]
