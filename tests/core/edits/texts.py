"""A text that several tests edit."""

from __future__ import annotations

TEXT = """<h1>Looking after an old wall</h1>
<p>Most of the houses in our street were built with a soft mortar, and most of the trouble began when somebody repaired them with a hard one. This page is for owners who want to do the work themselves.</p>
<h2>Before you begin</h2><p>Take out the old mortar with a chisel to a depth of twice the height of the joint, and leave the bricks as they are. Brush the joints out, and wet the wall well on the evening before.
A dry brick takes the water out of the mix, which then has no time to harden.</p>
<blockquote><p>Never hurry a wall, and never let a mix dry in the sun, said the old mason who taught us all of this.</p></blockquote>
<h2>The mix</h2><ul><li><p>Use one part of putty and three parts of sharp sand, and measure both with the same bucket every time.</p></li>
<li><p>Read <a href="https://www.hartle.example/sand">how the right sand is chosen for a wall</a> before you order any of it from a merchant.</p></li></ul>
<p>Press the mortar into the joint with an iron that is no wider than the joint, and keep the wall damp for a week afterwards under wet cloth.</p>"""
