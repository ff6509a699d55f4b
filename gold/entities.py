"""For each demo keyword: the named things and concepts that careful readers of its pages agree on, with the kinds that are right for each.

One line each: name; kinds (any of them is right); further names, parted by commas. AGREED has to be found; ALSO may be.
"""

from __future__ import annotations

from dataclasses import dataclass

from fundament.core.language.words import tokenize

AGREED = {
    "repointing": """
        mortar; substance artefact
        lime mortar; substance artefact
        lime; substance
        brick; artefact
        joints; artefact object
        wall; artefact object
        cement; substance
        sand; substance
        sharp sand; substance
        natural hydraulic lime; substance product; NHL
        NHL 3.5; product substance
        NHL 2; product substance
        NHL 5; product substance
        lime putty; substance; putty
        quicklime; substance
        hessian; artefact substance; damp hessian
        frost; phenomenon substance
        plugging chisel; artefact
        angle grinder; artefact
        churn brush; artefact
        brush; artefact
        hawk; artefact
        pointing iron; artefact
        scaffold; artefact
        gutter; artefact
        listed building; artefact object
        carbon dioxide; substance
        dust; substance
        bed joints; artefact object
        perpends; artefact object
        arrises; artefact object shape
        brickwork; artefact
        hairline cracks; object phenomenon event artefact
        mason; person
        conservation officer; person
        water; substance
        Ashlar Trust; organisation
        Lime Wardens Guild; organisation
        Skelder Bay; place
        aggregate; substance
        cement mortar; substance artefact""",
    "sash": """
        sash windows; artefact
        sash; artefact
        windows; artefact
        meeting rail; artefact
        parting bead; artefact
        staff bead; artefact
        brush strips; artefact object; draught strips
        brush; artefact
        cord; artefact; sash cord
        pulleys; artefact
        seal; artefact; blade seal
        glass; substance
        draught; phenomenon event
        sill; artefact
        shutters; artefact
        curtains; artefact
        condensation; phenomenon substance process
        secondary glazing; artefact substance
        foam; substance artefact
        joiner; person
        conservation officer; person
        timber; substance
        paint; substance artefact
        candle; artefact
        groove; artefact shape object""",
    "floor": """
        joists; artefact
        boards; artefact
        floor; artefact
        suspended timber floor; artefact
        insulation; artefact substance act
        air bricks; artefact
        void; object location shape artefact
        sheep's wool; substance artefact; wool
        wood fibre; substance artefact
        mineral wool; substance
        netting; artefact
        airtight membrane; artefact substance; membrane
        breather membrane; artefact substance
        sleeper walls; artefact
        skirting; artefact object
        foam; substance artefact; foam boards
        pipes; artefact
        timber; substance
        crawl space; location artefact object
        ground floor; artefact
        carpenter; person
        moisture; substance phenomenon state
        moisture meter; artefact
        draughts; phenomenon event""",
}  # fmt: skip
ALSO = {
    "repointing": """
        lime pointing; artefact act
        pointing; artefact act
        cement pointing; artefact act
        repointing; act
        brick walls; artefact object
        brick houses; artefact
        lime putty mortar; substance artefact
        damp hessian; artefact substance
        blade; artefact
        carbide blade; artefact
        oscillating blade; artefact
        colour; attribute property substance
        grains; object substance
        hammer; artefact
        chisel; artefact
        trowel; artefact
        goggles; artefact
        gloves; artefact
        thumb; body
        binder; substance artefact
        ribbon; artefact object
        tuck; artefact act
        tuck pointing; artefact act
        cracks; object phenomenon event artefact
        rain; phenomenon substance
        mist; phenomenon substance
        spray; artefact substance phenomenon
        deep joints; artefact object
        faces of the bricks; artefact object
        elevation; artefact object
        chimney; artefact
        moisture; substance phenomenon state
        mix; substance event act artefact
        Victorian; group
        Roman; group
        Georgian; group
        Agnes Culverhouse; person
        Harrow Weir; place
        Portland cement; substance
        England; place
        plaster; substance
        damp; state phenomenon substance attribute property
        crumb; object substance
        laboratory; artefact location
        bristle; artefact body object
        builders; person
        clean water; substance
        sample; object artefact
        soft sand; substance
        listed building consent; communication information act state
        surface; artefact object
        carbonate; substance
        skin; artefact body
        bag; artefact
        sheet; artefact
        sun; object phenomenon
        spalled bricks; artefact
        hot lime; substance
        repointing brick; act artefact
        trowel; artefact
        parapet; artefact
        thermometer; artefact
        polythene; substance artefact
        downpipe; artefact
        sill; artefact
        limestone; substance
        clay; substance
        tools; artefact
        jar; artefact
        shovel; artefact
        irons; artefact
        garden wall; artefact
        mixer; artefact
        bricklayer; person
        neighbours; person group
        surveyor; person
        architect; person
        bedding mortar; substance artefact
        old mortar; substance artefact
        hard cement; substance
        bristle brush; artefact
        stiff brush; artefact
        winter; event state
        voids; object shape artefact state
        fingernail; body
        box; artefact
        mugs; artefact
        masonry; artefact
        gable; artefact
        window; artefact
        flashings; artefact
        powder; substance
        silica; substance
        roof; artefact
        salt; substance
        kiln; artefact
        lungs; body""",
    "sash": """
        silicone; substance
        rubber; substance
        compression seals; artefact
        repair; act
        top sash; artefact
        bottom sash; artefact
        victorian sash; artefact
        Victorian; group
        Skelder Bay; place
        Ashlar Trust; organisation
        pane; artefact substance
        rail; artefact
        router; artefact
        wide chisel; artefact
        chisel; artefact
        hammer; artefact
        frame; artefact
        flame; phenomenon process substance
        heating; artefact process
        noise; phenomenon event communication information
        air; substance
        leakage; event process
        fastener; artefact
        bead; artefact
        pile; artefact substance
        box; artefact
        room; artefact location
        weights; artefact object
        fin; artefact object body
        heat; phenomenon
        draughtproofing; act artefact
        plane; artefact
        foam tape; artefact
        heat loss; phenomenon event
        box sash; artefact
        box sash windows; artefact
        listed building consent; communication information act state""",
    "floor": """
        listed building; artefact object
        walls; artefact object
        gaps; object location shape artefact
        air; substance
        ground; object substance location
        wind; phenomenon
        heat; phenomenon
        humidity; state phenomenon attribute property
        vapour; substance phenomenon
        plastic sheet; artefact
        tape; artefact
        pine; substance plant
        terrace; artefact
        dust; substance
        earth; object substance
        boards on joists; artefact
        staple; artefact
        wood fibre batts; artefact substance
        batts; artefact substance
        joist ends; artefact object
        floorboards; artefact
        rot; process state phenomenon
        leaks; event object phenomenon
        hang netting; artefact
        room; artefact location
        vapour control layer; artefact
        air and vapour control layer; artefact
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
