"""Outline, demand and the plan on paper."""
