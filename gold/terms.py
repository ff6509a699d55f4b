"""For each demo keyword: phrases on which three careful readers of its pages would agree, and phrases that must never be terms.

AGREED: the subject's own vocabulary, used on several of the pages; a list of terms has to hold them. ALSO: further phrases that a reader would
let stand. What is in neither is wrong among the first terms. FORBIDDEN is for all keywords: furniture, function words, made-up adverts.
"""

from __future__ import annotations

from fundament.core.language.words import tokenize

AGREED = {
    "repointing": """
        mortar; lime; lime mortar; brick; joints; repointing; repoint; pointing; cement; wall; sand; sharp sand; raking; NHL 3.5; NHL 2; NHL 5;
        natural hydraulic lime; lime putty; putty; hessian; damp hessian; frost; plugging chisel; angle grinder; churn brush; scaffold; mason; gutter;
        brickwork; perpends; bed joints; arrises; quicklime; curing; mist; dampen; flush; stiff; hairline cracks; cracks; spalled; carbon dioxide;
        conservation officer; listed building; listed building consent; aggregate; binder; hawk; pointing iron; brush; colour; square metre; dust;
        cement mortar; cement pointing; slaked; moisture; mix; soft; damp""",
    "sash": """
        sash; sash windows; windows; meeting rail; parting bead; staff bead; bead; brush; brush strips; draught strips; draughtproofing; draught; cord;
        sash cord; pulleys; groove; seal; blade seal; pile; sill; secondary glazing; condensation; shutters; curtains; joiner; paint; top sash;
        listed building consent; glass; leakage; conservation officer; noise; timber""",
    "floor": """
        joists; boards; floor; insulation; insulating; suspended timber floor; air bricks; void; sheep's wool; wood fibre; netting; membrane;
        airtight membrane; breather membrane; sleeper walls; skirting; moisture; foam; foam boards; mineral wool; timber; gaps; draughts; pipes;
        ventilated; crawl space; carpenter; ground floor; square metre; damp; lift; staple; moisture meter""",
}  # fmt: skip
ALSO = {
    "repointing": """
        dry; brick walls; brick houses; lime pointing; water; rain; oscillating; oscillating blade; 25 mm; 20 mm; 15 mm; NHL; lime putty mortar; mixed;
        joint width; width of the joint; middle of the joint; faces of the bricks; deep joints; chisel; blade; carbide blade; trowel; hammer; goggles;
        gloves; grains; thumb; bristle; crumb; tuck; tuck pointing; ribbon; consent; carbonate; carbonation; shrinks; sharp; crumble; elevation; chimney;
        clean water; Lime Wardens Guild; Ashlar Trust; repointing brick; wet; repair; spray; sample; laboratory; temperature; brick faces; layers; recessed;
        sheet; surface; weather; proportion; strength; wall of; joint; builders; repointed; walls; profile; spalling; hot lime; hot mix; hot mixed; bedding mortar; old mortar;
        old lime; open joints; garden wall; handmade; graded; well graded sand; thermometer; voids; limestone; stiff brush; deep joint; hard cement; sample joint; sill; sills;
        parapet; downpipe; stiffen; spray bottle; portland cement; bedding; old bricks; soft bricks; brick wall; shrink; burn; fingernail; dilute; tools; masons; bristle brush;
        west wall; worn; powder; elevations; mixer; bricklayer; gauged; polythene; sheltered; repoint brick; lumps; garden walls; hand tools; pack; crack; slake""",
    "sash": """
        repair; replace; warmer; air; box sash; box sash windows; wide chisel; rail; room; candle; flame; victorian sash; fastener; pane; frayed; foam; foam tape;
        router; heating; hammer; slide; box; frame; weights; bottom sash; box; old glass; plane; heat; beads; strip; strips; gap; air leakage; 5 metres;
        tie; wind; draughty; sashes; silicone; rubber; compression seals; heat loss; listed building; groove in""",
    "floor": """
        air; walls; warm; wool; boards on joists; metre of wall; winter; plastic sheet; ground; hang netting; millimetres; crawl; vapour; tape; rot; wind;
        pine; humidity; seal; dust; dry; leaks; heat; wood fibre batts; batts; materials; room; cold; joist ends; floorboards; wood; earth; gap; terrace;
        per cent; measure; insulate; insulated; listed building consent; decay; nailed""",
}  # fmt: skip
FORBIDDEN = """
    cookie; cookies; newsletter; subscribe; privacy policy; privacy; contact us; contact; about us; read more; read next; related posts; comment;
    comments; reply; leave a reply; advert; advertisement; loft ladders; stepwell ladders; free delivery; shop now; sign up; menu; skip to content;
    all rights reserved; rights reserved; copyright; registered office; harrow weir; kiln lane; accept all; settings; basket; add to basket; share; click; example;
    home; suppliers; events; projects; table of contents; limewash; inbox; friday; ten per cent off; best experience; the; and; of the; in the;
    do not; we use; you need; one of the; a good; good; great; new; best; thing; way; people; year; day; time"""


def phrases(listed: str) -> set[tuple[str, ...]]:
    """A list parted by semicolons, as lemma tuples: spelling and number do not matter."""
    return {tuple(t.lemma for t in tokenize(phrase)) for phrase in listed.split(";") if phrase.strip()}
