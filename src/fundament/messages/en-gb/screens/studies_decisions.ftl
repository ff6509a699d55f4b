## studies/decisions/aims_part.html

aims-across_the_planned_length_in = Across: the planned length in words. Up: the score. The line is the aim, the band above it is what is enough, the upright mark is the length planned now.
aims-with_fewer_than_three_competitors = With fewer than three competitors there is no aim to draw.

## studies/decisions/conflict_part.html

conflict-mine_holds = Mine holds: { $way }
conflict-leave_it_as_it_is = Leave it as it is

## studies/decisions/decided_part.html

decided-decided = { $count } decided
decided-it_was_so_already = It was so already.
decided-scoring_the_drafts = Scoring the drafts

## studies/decisions/done_part.html

done-nothing_changed_it_was_so = Nothing changed: it was so already.

## studies/decisions/entities.html

entities-entities_fundament = { $keyword }: entities · Fundament
entities-named_things_and_concepts_a = { $total } named things and concepts. A draft is taken to know one when its name stands near what the competitors write of with it.
entities-everyday_nouns_among_them_earn = { $everyday } everyday { $everyday ->
        [one] noun
       *[other] nouns
    } among them { $everyday ->
        [one] earns
       *[other] earn
    } as { $everyday ->
        [one] term
       *[other] terms
    } only.
entities-is_being_read = “{ $file }” is being read.
entities-its_concepts_appear_here_when = Its concepts appear here when the figures are worked out with them.
entities-your_own_entities_and_what = Your own entities, and what was joined or split
entities-also_written = also written
entities-by_commas = by commas
entities-add_it = Add it
entities-skos_file_turtle_rdf_xml = SKOS file (Turtle, RDF/XML or JSON-LD, up to 5 MB). Its concepts are looked for beside those found
entities-in_place_of_the_you = , in place of the { $own_entities } you brought before
entities-bring_them = Bring them
entities-let_them_go = Let them go
entities-behind_this_entity = Behind this entity

## studies/decisions/entity_part.html

entity-weight_of_named_on_of = { $kind }. Weight { $weight } of 100; named on { $pages } of { $pages_2 } competitors.
entity-also_written = Also written { $aliases }.
entity-competitors_write_of_it_with = Competitors write of it with { $context }.
entity-split_a_way_to_write = Split a way to write it off
entity-no_kind_is_known = No kind is known

## studies/decisions/measures.html

measures-trade_measures_fundament = { $keyword }: trade measures · Fundament
measures-trade_measures = / trade measures
measures-by_the_terms_that_mark = By { $measure_name } the terms that mark these pages most are { $highest }.
measures-there_is_no_term_of = There is no term of that many words.
measures-of_these_lacks = Of these, “{ $chosen }” lacks
measures-and_has_twice_the_mean = and has twice the mean or more of
measures-words_in_a_term = Words in a term
measures-draft_beside_them = Draft beside them
measures-missing_from_ours = missing from our text
measures-too_much_in_ours = too much in our text
measures-upright_line_mean_of_all = Upright line: mean of all competitors. Hollow square: of the first { $first }. Triangle: our text. All rows share one scale. The other two measures are in the export. These measures are known in the trade and shown for comparison; they count nothing in the score. A use counts as it does for the target ranges. Frequencies of documents are those of the { $pages } competitors.

## studies/decisions/own_terms_part.html

own_terms-added_they_appear_in_the = { $addeds } added: { $added }. They appear in the table when they are counted on the competitors' pages.
own_terms-were_not_added = { $refuseds } { $refuseds ->
        [one] was
       *[other] were
    } not added:
own_terms-one_term_a_line_uses = One term a line; uses may stand behind it (“lime putty; 2-4”), or paste two or three columns of a table.
own_terms-add_them = Add them

## studies/decisions/term_part.html

term-weight_of = Weight { $weight } of 100; { $low }
term-uses_wanted_above_they_cost = uses wanted, above { $ceiling } they cost a little.
term-added_by_hand = Added by hand.
term-on_of_competitors = On { $pages } of { $pages_2 } competitors.
term-counted_as_one = Counted as one:
term-tone_around_it_good_neutral = Tone around it: { $good } good, { $neutral } neutral, { $bad } bad
term-by_a_lexicon_made_for = By a lexicon made for short messages; on factual text it is weak, so look at the sentences.
term-good = good
term-bad = bad

## studies/decisions/terms.html

terms-terms_fundament = { $keyword }: terms · Fundament
terms-terms_are_on_at_least = { $total } terms; { $shared } are on at least three fifths of the competitors. The most important are { $heaviest }.
terms-are_decided_by_hand = { $decided } { $decided ->
        [one] is
       *[other] are
    } decided by hand
terms-tf_idf_wdf_idf_and = TF-IDF, WDF*IDF and BM25
terms-are_beside = are beside.
terms-keywords_in_demand_that_no = { $in_demand } { $in_demand ->
        [one] keyword
       *[other] keywords
    } in demand that no competitor answers
terms-your_own_terms_and_what = Your own terms, and what was joined or split
terms-more_may_be_words_of = { $unsure_terms } more may be words of the subject or of the kind of text; they count nothing
terms-uses_on_pages = { $uses } { $uses ->
        [one] use
       *[other] uses
    } on { $pages } { $pages ->
        [one] page
       *[other] pages
    }
terms-weight_share_of_over_all = Weight: share of 100 over all terms. Target: uses at the planned length of { $planned_words } words. A use counts when it stands in a real sentence, once per sentence.
terms-behind_this_term = Behind this term

## studies/decisions/yardstick.html

yardstick-yardstick_fundament = { $keyword }: yardstick · Fundament
yardstick-competitors_words_most_have_to = { $pages } competitors, { $structure_words } words; most have { $p25 } to { $p75 } H2 headings. They share
yardstick-terms = { $terms } terms
yardstick-entities = { $entities } entities
yardstick-subtopics = { $subtopics } subtopics
yardstick-the_planned_length_is_words = . The planned length is { $planned_words } words
yardstick-set_by_hand = , set by hand
yardstick-their_median = , their median
yardstick-which_is_less_than_their = , which is less than their median of { $median }
yardstick-decisions_lost_their_subject = { $losts } { $losts ->
        [one] decision
       *[other] decisions
    } lost { $losts ->
        [one] its
       *[other] their
    } subject: no competitor chosen now has it. { $losts ->
        [one] It is
       *[other] They are
    } kept, and { $losts ->
        [one] comes
       *[other] come
    } back with it.
yardstick-decisions_differ_on_what_is = { $contesteds } decisions differ on what is one subtopic, term or entity now; none of them holds until you decide again.
yardstick-planned_length = Planned length
yardstick-plan_it = Plan it
yardstick-back_to_what_is_proposed = Back to what is proposed, { $proposed_words }
yardstick-length_and_structure = Length and structure
yardstick-range_over_the_competitors = Range over the competitors
yardstick-least = Least
yardstick-middle_half = Usual range
yardstick-median = Median
yardstick-most = Most
yardstick-hairline_least_to_most_bar = Hairline: least to most. Bar: the usual range (the middle half). Notch: the median. Each fine tick is a competitor: point at it for its name, click to see what was read of it. An arrow at the end is one beyond the scale. Pages far off the others are left out of the ranges.
yardstick-our_mark_and_ours_are = Our mark and <em>our page</em> are of
yardstick-as_it_stands = as it stands;
yardstick-shows_other_drafts_and_every = shows other drafts and every page.
yardstick-secondary_keywords = Secondary keywords
yardstick-headed = In a heading
yardstick-pages_of = { $whole } of { $pages }
yardstick-decision_on = Decision on { $phrase }
yardstick-on_how_many_competitors_pages = On how many competitors' pages. Partial: all its words in one sentence. In a heading: all its words in the title tag, H1 or an H2. Required counts one and a half times, optional half, an ignored one nothing, for the competitors too.
yardstick-none_yet_phrases_the_page = None yet. Phrases the page should answer beside the keyword; they count in placement, as far as competitors have them.
yardstick-change_them = Change them
yardstick-add_some = Add some
yardstick-secondary_keywords_one_a_line = Secondary keywords, one a line
yardstick-one_a_line_up_to = One a line, up to 50
yardstick-the_aim = The aim
yardstick-their_scores_to = Their scores { $least } to { $most }
yardstick-ours = ; our page { $our_score }
yardstick-with_one_or_two_competitors = With one or two competitors there is no aim: they cannot be measured against the others. Choose five or more.
yardstick-the_aim_is_the_upper = The aim is <strong>{ $aim }</strong>, the upper quartile of the competitors' own scores. Enough ends at <strong>{ $enough }</strong>, a little above the best of them.
yardstick-the_aim_is_an_interval = The aim is an interval, <strong>{ $aim } to { $enough }</strong>, from the lowest of the competitors' own scores to the highest. With fewer than five of them nothing is called enough.
yardstick-what_was_decided_and_added = What was decided and added moved <strong>{ $moved } of 100 points</strong>. Without your decisions the aim is { $aim }; a text below that is called enough only when an editor has confirmed this plan.
yardstick-this_plan_is_confirmed = This plan is confirmed.
yardstick-confirm_the_plan = Confirm the plan
yardstick-the_aim_by_planned_length = The aim by planned length
yardstick-being_worked_out = Being worked out
yardstick-where_the_keyword_stands = Where the keyword stands
yardstick-uses_per_page_the_middle = Uses per page: the usual range. Partial: at least half of the keyword's words in one sentence or heading. The first 100 words hold
yardstick-of_the_keyword_s_words = % of the keyword's words, on average.
