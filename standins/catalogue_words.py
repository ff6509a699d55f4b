"""What the keywords of the catalogue are made of: things of old houses, what people ask about them, and made-up places."""

from __future__ import annotations

# thing: (phrase, month of the year in which it is searched most, rough searches a month in gb)
SUBJECTS: tuple[tuple[str, int, int], ...] = (
    ("lime mortar", 5, 5400), ("lime putty", 5, 1900), ("hydraulic lime", 5, 1600), ("hot lime", 6, 260), ("lime plaster", 6, 4400), ("lime render", 6, 3600),
    ("limewash", 6, 6600), ("lime pointing", 5, 1300), ("brick pointing", 5, 4100), ("repointing brick", 5, 2900), ("repointing stone", 5, 1000),
    ("cement mortar", 5, 2400), ("mortar joints", 5, 900), ("raking out joints", 5, 390), ("spalled bricks", 3, 720), ("brick cleaning", 5, 2200),
    ("garden wall", 5, 3300), ("dry stone wall", 5, 2900), ("stone lintel", 6, 590), ("brick arch", 6, 880), ("chimney stack", 9, 2400), ("chimney flaunching", 9, 1000),
    ("chimney pot", 9, 1900), ("chimney liner", 10, 3600), ("open fireplace", 11, 2900), ("cast iron fireplace", 11, 2400), ("wood stove", 11, 5400),
    ("sash windows", 10, 14800), ("sash cord", 10, 1900), ("sash weights", 10, 880), ("sash window locks", 10, 1600), ("sash window draughts", 11, 720),
    ("draughtproofing sash windows", 11, 590), ("secondary glazing", 11, 9900), ("casement windows", 10, 4400), ("leaded lights", 9, 1300), ("window putty", 6, 1900),
    ("window shutters", 10, 12100), ("stained glass", 9, 3600), ("timber window sill", 6, 880), ("rotten window frame", 4, 1600), ("wood filler", 5, 5400),
    ("linseed paint", 6, 1300), ("lead paint", 4, 2400), ("paint stripping", 5, 2900), ("front door", 9, 6600), ("panelled doors", 9, 2400), ("door draught excluder", 11, 2900),
    ("letterbox brush", 11, 390), ("suspended timber floor", 11, 2400), ("timber floor insulation", 11, 1900), ("floor joists", 5, 3300), ("floorboards", 9, 8100),
    ("parquet floor", 9, 5400), ("floor tiles", 9, 4400), ("quarry tiles", 6, 2900), ("encaustic tiles", 6, 1900), ("air bricks", 10, 3600), ("underfloor ventilation", 11, 590),
    ("underfloor insulation", 11, 3300), ("loft insulation", 11, 12100), ("loft hatch", 11, 3600), ("wall insulation", 11, 5400), ("wood fibre board", 10, 1600),
    ("sheep wool insulation", 10, 2900), ("hemp plaster", 6, 320), ("cork lining", 9, 590), ("damp walls", 1, 4400), ("rising damp", 1, 6600), ("penetrating damp", 1, 2900),
    ("damp proof course", 1, 3600), ("condensation", 1, 5400), ("black mould", 1, 9900), ("salt on brick", 2, 720), ("basement damp", 1, 1300), ("french drain", 2, 8100),
    ("cast iron gutters", 10, 2900), ("lead flashing", 10, 3600), ("lead valley", 10, 880), ("slate roof", 9, 5400), ("clay roof tiles", 9, 2900), ("roof battens", 6, 1900),
    ("ridge tiles", 10, 3600), ("thatched roof", 6, 4400), ("roof felt", 10, 4400), ("bargeboards", 6, 1900), ("lath and plaster", 3, 3600), ("plaster cornice", 3, 1900),
    ("ceiling rose", 9, 4400), ("picture rail", 9, 2900), ("dado rail", 9, 3600), ("skirting boards", 9, 9900), ("wall panelling", 9, 14800), ("plaster repair", 3, 2400),
    ("wattle and daub", 5, 4400), ("timber frame", 6, 3600), ("oak beams", 9, 4400), ("beam cleaning", 5, 590), ("woodworm", 6, 6600), ("dry rot", 2, 6600), ("wet rot", 2, 4400),
    ("deathwatch beetle", 5, 1900), ("staircase spindles", 9, 4400), ("newel post", 9, 2900), ("creaking stairs", 10, 880), ("wallpaper removal", 3, 3600), ("lining paper", 3, 2900),
    ("period house", 9, 1600), ("listed building", 5, 8100), ("listed building consent", 5, 3600), ("conservation area", 5, 4400), ("house survey", 4, 6600),
    ("party wall", 4, 6600), ("scaffold hire", 5, 3600), ("lime mixing", 5, 320), ("pointing trowel", 5, 1300), ("mortar rake", 5, 480), ("plugging chisel", 5, 390),
    ("churn brush", 5, 110), ("damp hessian", 5, 90), ("cast iron radiators", 10, 6600), ("stone floor", 6, 3600), ("flagstone", 6, 2900), ("brick floor", 6, 1000),
    ("boot scraper", 10, 880), ("iron railings", 5, 2900), ("sandstone repair", 6, 320), ("terracotta repair", 6, 170), ("harling", 6, 720), ("pargeting", 6, 880),
)  # fmt: skip
# what people ask: (pattern, factor on the searches, intent, cost of a click)
TEMPLATES: tuple[tuple[str, float, str, float], ...] = (
    ("{}", 1.0, "to learn", 0.9), ("{} repair", 0.3, "to do", 1.4), ("{} cost", 0.25, "to buy", 1.9), ("{} cost per metre", 0.06, "to buy", 1.8), ("how to repair {}", 0.16, "to do", 0.4),
    ("how to clean {}", 0.14, "to do", 0.5), ("what is {}", 0.12, "to learn", 0.2), ("how much does {} cost", 0.07, "to buy", 1.7), ("how long does {} last", 0.04, "to learn", 0.3),
    ("{} near me", 0.2, "to buy", 2.6), ("{} suppliers", 0.1, "to buy", 2.2), ("best {} for old houses", 0.03, "to buy", 1.1), ("{} for listed buildings", 0.03, "to learn", 0.8),
    ("{} problems", 0.08, "to learn", 0.4), ("{} before and after", 0.02, "to learn", 0.2), ("can you paint {}", 0.04, "to learn", 0.3), ("{} in winter", 0.03, "to learn", 0.3),
    ("do i need planning permission for {}", 0.02, "to learn", 0.6), ("victorian {}", 0.09, "to learn", 0.9), ("{} without a builder", 0.01, "to do", 0.5),
    ("when to replace {}", 0.03, "to buy", 1.0), ("{} step by step", 0.03, "to do", 0.4), ("common mistakes with {}", 0.01, "to learn", 0.2), ("{} regulations", 0.04, "to learn", 0.5),
    ("who can fix {}", 0.02, "to buy", 2.4), ("{} grants for old houses", 0.02, "to learn", 1.2), ("how to tell if {} is original", 0.01, "to learn", 0.2),
    ("{} checklist before buying a house", 0.01, "to learn", 0.8), ("is {} worth it", 0.03, "to buy", 0.9), ("{} care after repair", 0.01, "to do", 0.3),
    ("why does {} fail", 0.02, "to learn", 0.2), ("{} calculator", 0.05, "to do", 0.6), ("traditional {} methods", 0.02, "to learn", 0.3), ("{} advice from a conservation officer", 0.01, "to learn", 0.4),
)  # fmt: skip
SINGLE_WORDS_EACH = 18  # subjects of one word that a template takes, so that no pattern with one word exchanged makes more than twenty
SUFFIXES_EACH = 17  # of the patterns that differ in one word, so many for each subject
PLACES = {
    "gb": (
        "Hartle",
        "Ravenscar Bay",
        "Ashlar Cross",
        "Thornfield",
        "Quoin Regis",
        "Marlbury",
        "Netherlime",
        "Copperwell",
        "Stonegate Vale",
        "Upper Daub",
    ),
    "ie": ("Kilmorter", "Ballyquoin", "Drumlime", "Carrickstone", "Inishbrick", "Dunlath"),
}
TRADES = (
    "lime plasterer", "stonemason", "sash window repair", "damp surveyor", "chimney sweep", "roof slater", "thatcher", "heritage carpenter", "brick pointing company",
    "lime mortar supplier", "conservation architect", "listed building surveyor", "floor restoration", "lead worker", "plaster moulding repair",
)  # fmt: skip
