"""English words that carry grammar rather than subject, or say nothing of any one subject."""

from fundament.core.language.word_list import word_list

FUNCTION_WORDS = word_list(
    """
    a an the this that these those some any no every each either neither both all such another other others own same i me my mine we us our ours you
    your yours he him his she her hers it its they them their theirs one ones oneself myself yourself himself herself itself ourselves themselves who
    whom whose which what whatever whichever whoever and or but nor so yet if because although though while whereas unless until since when whenever
    where wherever after before once as than whether how why of in on at by for with about against between into through during above below to from up
    down out off over under within without along across behind beyond near toward towards upon onto among around beside besides despite except per via
    like unlike inside outside throughout am is are was were be been being have has had having do does did doing done can could will would shall
    should may might must ought cannot cant dont doesnt didnt isnt arent wasnt werent wont wouldnt shouldnt couldnt hasnt havent hadnt ill ive im
    youll youve youre theyre theyve weve were its thats theres lets heres whats not never ever also too very just only even still already again then
    there here now often always sometimes usually rather quite much many more most less least few fewer little enough several lot lots bit however
    therefore thus hence else instead perhaps maybe indeed almost nearly about well far away back soon later yes let lets get gets got getting go goes
    going gone went come comes came make makes made making take takes took taken taking give gives gave given need needs needed want wants keep keeps
    kept put puts use uses used using say says said see sees seen know knows known think look looks looking try tries find etc eg ie
    """
)

# General words of any page: never a term by themselves, never the end of one.
EMPTY_WORDS = word_list(
    """
    cent somebody fraction thing things way ways time times day days week weeks month months year years hour hours minute minutes lot people person
    example examples reason reasons part parts kind kinds type types sort sorts case cases point points question questions answer answers number
    numbers end start beginning result results fact problem problems issue issues good better best bad worse worst right wrong new old great big small
    large long short high low full first second third last next previous main important different similar common certain likely possible sure able
    available easy simple hard difficult really actually simply generally particularly especially probably certainly properly carefully read click
    page pages site website post posts article articles blog guide guides section contents comment comments share photo photos picture image images
    video videos email phone contact privacy policy cookie cookies login account basket cart checkout price prices delivery order orders newsletter
    subscribe menu search home copyright reserved help work works working something anything everything nothing someone anyone everyone place places
    mean means start starts begin begins leave leaves left become becomes seem seems show shows ask asks tell tells today tomorrow yesterday january
    february march april may june july august september october november december monday tuesday wednesday thursday friday saturday sunday two three
    four five six seven eight nine ten half couple pair whole rest side top bottom
    """
)

# Nouns in -ing that are a thing or a stuff in their first sense in WordNet, and that a dictionary of lemmas would take for a verb.
THINGS_IN_ING = word_list(
    """
    backlighting bagging basting beading belting blacking blacktopping blueing bluing bracing braiding buttressing caning carpeting caulking
    coloring colouring covering crackling crocheting curbing cushioning dorking dubbing edging etching facing faggoting fagoting faulting
    fencing flooring fluting frosting gearing gilding grinding hemstitching hoarding ironing kindling knitting lacing lagging landing
    lapping leading legging leging limning loading luting matting mending milling modeling moulding necking netting nogging opening
    outbuilding outcropping outpouring overcasting overcoating overlapping packing padding painting paling paneling panelling pargeting
    pargetting paring paving photoengraving piping planking plumbing pruning quartering quilting railing raveling ravelling recording
    remaking ribbing rigging roofing sacking scaffolding scantling seasoning seating seizing sheathing sheeting shingling shirting shoring
    shortening sizing slating smocking snipping splicing stabling stocking stopping stuffing suiting swathing sweetening tacking tatting
    thickening topping toweling towelling trapping trousering vaulting veiling veneering wadding wainscotting weatherboarding
    weatherstripping webbing whipstitching wilding wrapping
    """
)
