"""The measured drawings: core sample, range strip, state marks. SVG with its numbers in words beside it."""
