"""For each demo keyword: the named things and concepts that careful readers of its pages agree on, with the kinds that are right for each.

One line each: name; kinds (any of them is right); further names, parted by commas. AGREED has to be found; ALSO may be.
"""

from __future__ import annotations

from dataclasses import dataclass

from fundament.core.language.words import tokenize

AGREED = {
    "repointing": """
        mortar; substance artifact
        lime mortar; substance artifact
        lime; substance
        brick; artifact
        joints; artifact object
        wall; artifact object
        cement; substance
        sand; substance
        sharp sand; substance
        natural hydraulic lime; substance product; NHL
        NHL 3.5; product substance
        NHL 2; product substance
        NHL 5; product substance
        lime putty; substance; putty
        quicklime; substance
        hessian; artifact substance; damp hessian
        frost; phenomenon substance
        plugging chisel; artifact
        angle grinder; artifact
        churn brush; artifact
        brush; artifact
        hawk; artifact
        pointing iron; artifact
        scaffold; artifact
        gutter; artifact
        listed building; artifact object
        carbon dioxide; substance
        dust; substance
        bed joints; artifact object
        perpends; artifact object
        arrises; artifact object shape
        brickwork; artifact
        hairline cracks; object phenomenon event artifact
        mason; person
        conservation officer; person
        water; substance
        Ashlar Trust; organisation
        Lime Wardens Guild; organisation
        Skelder Bay; place
        aggregate; substance
        cement mortar; substance artifact""",
    "sash": """
        sash windows; artifact
        sash; artifact
        windows; artifact
        meeting rail; artifact
        parting bead; artifact
        staff bead; artifact
        brush strips; artifact object; draught strips
        brush; artifact
        cord; artifact; sash cord
        pulleys; artifact
        seal; artifact; blade seal
        glass; substance
        draught; phenomenon event
        sill; artifact
        shutters; artifact
        curtains; artifact
        condensation; phenomenon substance process
        secondary glazing; artifact substance
        foam; substance artifact
        joiner; person
        conservation officer; person
        timber; substance
        paint; substance artifact
        candle; artifact
        groove; artifact shape object""",
    "floor": """
        joists; artifact
        boards; artifact
        floor; artifact
        suspended timber floor; artifact
        insulation; artifact substance act
        air bricks; artifact
        void; object location shape artifact
        sheep's wool; substance artifact; wool
        wood fibre; substance artifact
        mineral wool; substance
        netting; artifact
        airtight membrane; artifact substance; membrane
        breather membrane; artifact substance
        sleeper walls; artifact
        skirting; artifact object
        foam; substance artifact; foam boards
        pipes; artifact
        timber; substance
        crawl space; location artifact object
        ground floor; artifact
        carpenter; person
        moisture; substance phenomenon state
        moisture meter; artifact
        draughts; phenomenon event""",
}  # fmt: skip
ALSO = {
    "repointing": """
        lime pointing; artifact act
        pointing; artifact act
        cement pointing; artifact act
        repointing; act
        brick walls; artifact object
        brick houses; artifact
        lime putty mortar; substance artifact
        damp hessian; artifact substance
        blade; artifact
        carbide blade; artifact
        oscillating blade; artifact
        colour; attribute substance
        grains; object substance
        hammer; artifact
        chisel; artifact
        trowel; artifact
        goggles; artifact
        gloves; artifact
        thumb; body
        binder; substance artifact
        ribbon; artifact object
        tuck; artifact act
        tuck pointing; artifact act
        cracks; object phenomenon event artifact
        rain; phenomenon substance
        mist; phenomenon substance
        spray; artifact substance phenomenon
        deep joints; artifact object
        faces of the bricks; artifact object
        elevation; artifact object
        chimney; artifact
        moisture; substance phenomenon state
        mix; substance event act artifact
        Victorian; group
        Roman; group
        Georgian; group
        Agnes Culverhouse; person
        Harrow Weir; place
        Portland cement; substance
        England; place
        plaster; substance
        damp; state phenomenon substance attribute
        crumb; object substance
        laboratory; artifact location
        bristle; artifact body object
        builders; person
        clean water; substance
        sample; object artifact
        soft sand; substance
        listed building consent; communication act state
        surface; artifact object
        carbonate; substance
        skin; artifact body
        bag; artifact
        sheet; artifact
        sun; object phenomenon
        spalled bricks; artifact
        hot lime; substance
        repointing brick; act artifact
        trowel; artifact""",
    "sash": """
        silicone; substance
        rubber; substance
        compression seals; artifact
        repair; act
        top sash; artifact
        bottom sash; artifact
        victorian sash; artifact
        Victorian; group
        Skelder Bay; place
        Ashlar Trust; organisation
        pane; artifact substance
        rail; artifact
        router; artifact
        wide chisel; artifact
        chisel; artifact
        hammer; artifact
        frame; artifact
        flame; phenomenon process substance
        heating; artifact process
        noise; phenomenon event communication
        air; substance
        leakage; event process
        fastener; artifact
        bead; artifact
        pile; artifact substance
        box; artifact
        room; artifact location
        weights; artifact object
        fin; artifact object body
        heat; phenomenon
        draughtproofing; act artifact
        plane; artifact
        foam tape; artifact
        heat loss; phenomenon event
        box sash; artifact
        box sash windows; artifact
        listed building consent; communication act state""",
    "floor": """
        listed building; artifact object
        walls; artifact object
        gaps; object location shape artifact
        air; substance
        ground; object substance location
        wind; phenomenon
        heat; phenomenon
        humidity; state phenomenon attribute
        vapour; substance phenomenon
        plastic sheet; artifact
        tape; artifact
        pine; substance plant
        terrace; artifact
        dust; substance
        earth; object substance
        boards on joists; artifact
        staple; artifact
        wood fibre batts; artifact substance
        batts; artifact substance
        joist ends; artifact object
        floorboards; artifact
        rot; process state phenomenon
        leaks; event object phenomenon
        hang netting; artifact
        room; artifact location
        vapour control layer; artifact
        air and vapour control layer; artifact
        wood; substance
        winter; time""",
}  # fmt: skip


@dataclass(frozen=True)
class GoldEntity:
    """names: lemma tuples of all its names; kinds: those that are right."""

    name: str
    kinds: frozenset[str]
    names: frozenset[tuple[str, ...]]


def read_entities(listed: str) -> list[GoldEntity]:
    """The lines of one of the lists above."""
    entities = []
    for line in listed.strip().splitlines():
        fields = [field.strip() for field in line.split(";")]
        names = [fields[0], *(fields[2].split(",") if len(fields) > 2 else [])]
        lemmas = frozenset(tuple(t.lemma for t in tokenize(name.strip())) for name in names)
        entities.append(GoldEntity(fields[0], frozenset(fields[1].split()), lemmas))
    return entities
