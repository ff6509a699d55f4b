"""A text of which things are said."""

from __future__ import annotations

TEXT = """<h1>Repointing brick with lime mortar</h1><p>Rake out the old joints with a plugging chisel and brush away the dust. Wet the wall well, for a dry brick takes the
water out of the lime mortar before it has set.</p><h2>Which sand</h2><p>We mix one part of lime putty with three parts of sharp sand, which holds the pointing together.</p>"""
