"""Next best edits: every single edit with its gain."""

from __future__ import annotations

from collections.abc import Sequence

from fundament.core.checks import checks
from fundament.core.checks.model import Context, Finding
from fundament.core.edits.gains import Gains
from fundament.core.edits.model import Edit
from fundament.core.reading.model import Reading
from fundament.core.scoring.compiled import CompiledYardstick
from fundament.core.scoring.measured.features import DraftFeatures, draft_features
from fundament.core.scoring.parts import PART_WEIGHTS
from fundament.core.scoring.statements import NO_STATEMENTS, Statements, target_key

LEAST_GAIN = 0.005  # points; smaller gains are not worth a line


def next_edits(draft: Reading, compiled: CompiledYardstick, statements: Statements = NO_STATEMENTS) -> list[Edit]:
    """All edits that gain, largest gain first; see `gains` for what a gain is.

    draft: from `read_draft`, so that all its blocks count. statements: of a person; what is not for the page has no edits.
    """
    features = draft_features(compiled, draft, statements=statements)
    return measured(compiled, features, for_this_page(findings_for_features(compiled, features), statements))


def for_this_page(findings: Sequence[Finding], statements: Statements) -> list[Finding]:
    """The findings without those whose target was said not to be for the page."""
    return [finding for finding in findings if target_of(finding) not in statements.not_for_page]


def target_of(finding: Finding) -> str:
    """The target that a finding is about, as `said.target_key`."""
    return target_key(checks()[finding.check].part, finding.subject_key)


def edits_for_features(compiled: CompiledYardstick, features: DraftFeatures) -> list[Edit]:
    """The same from features that are at hand already."""
    return measured(compiled, features, findings_for_features(compiled, features))


def findings_for_features(compiled: CompiledYardstick, features: DraftFeatures) -> list[Finding]:
    """What all checks find that speak the text's language."""
    context = Context(compiled, features)
    return [
        finding
        for check in checks().values()
        if not check.languages or compiled.language in check.languages
        for finding in check.run(context)
    ]


def measured(compiled: CompiledYardstick, features: DraftFeatures, findings: Sequence[Finding]) -> list[Edit]:
    """The findings that carry a change which gains, largest gain first."""
    gains = Gains(compiled, features)
    edits = []
    for finding in findings:
        if finding.change is None:
            continue
        by_part = gains.by_part(finding.change)
        full = sum(by_part.values())
        several = finding.check == "use_term" and any(uses > 1.0 for _, uses in finding.change.uses)
        once = sum(gains.by_part(finding.change.once).values()) if several else None
        gain = gains.gain(finding.check, full, gains.displaced(finding.change), once)
        if gain.reach >= LEAST_GAIN:
            shares = tuple((part, by_part[part] * gain.middle / full) for part in PART_WEIGHTS)
            edits.append(Edit(finding, finding.change, gain, shares))
    edits.sort(key=lambda edit: (-edit.gain.middle, edit.finding.key))
    return edits
