"""Texts that several tests score."""

from __future__ import annotations

MINE = (
    "The front of the house was built with lime, and so it wants lime again. We began at the bottom and worked upwards in the shade.",
    "Old joints that are sound can stay as they are. Where the mortar comes out with a fingernail, it has to go.",
    "A bucket of clean water stands ready all day, because the brick must stop drinking before anything is pressed into the joint.",
    "When the new work has stiffened, strike it with an iron. Then hang damp hessian in front of it against the sun and the wind.",
    "Cement would have been quicker, but it breaks soft bricks in the first hard frost. Our neighbour did that and regrets it.",
)
