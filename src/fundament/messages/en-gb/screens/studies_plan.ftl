## studies/plan/demand.html

demand-in_demand_fundament = { $keyword }: in demand · Fundament
demand-keywords_of_the_catalogue_are = { $total } keywords of the catalogue are close to “{ $keyword }”; { $unused } of them no competitor answers.
demand-keywords_close_to_are_in = { $unused } { $unused ->
        [one] keyword
       *[other] keywords
    } close to “{ $keyword }” { $unused ->
        [one] is
       *[other] are
    } in demand and answered by no competitor: room of your own, { $searches } searches a month together.
demand-no_keyword_is_known_that = No keyword is known that is close to “{ $keyword }” and that no competitor answers.
demand-back_to_the_terms = Back to the terms
demand-only_what_nobody_answers = Only what nobody answers
demand-all_that_are_close_with = All that are close, with who answers them
demand-answered_all_its_words_stand = Answered: all its words stand in one sentence or heading of the page. Close: the meaning is at least half that of the keyword (cosine of word vectors); what is searched with a place or a trade in it is close in words and may still be another intent. Figures as the catalogue gave them when the study was read.

## studies/plan/outline.html

outline-outline_fundament = { $keyword }: outline · Fundament
outline-subtopics_are_on_two_competitors = { $total } subtopics are on two competitors or more; the most shared is “{ $label }”, on { $pages } of { $pages_2 }.
outline-the_competitors_share_no_subtopic = The competitors share no subtopic: no two of their headings mean the same.
outline-what_was_joined_or_split = What was joined or split ({ $additions })
outline-behind_this_subtopic_or_a = Behind this subtopic, or a section of the outline
outline-our_outline = Our outline
outline-put_in_what_is_proposed = Add the proposed subtopics
outline-begin_a_draft_with_it = Begin a draft with it
outline-a_heading_of_your_own = A heading of your own
outline-level = Level
outline-h2 = H2
outline-h3 = H3
outline-alt_alt_move_alt_alt = <kbd>Alt ↑</kbd> <kbd>Alt ↓</kbd> move, <kbd>Alt →</kbd> <kbd>Alt ←</kbd> level, <kbd>Enter</kbd> open, <kbd>Delete</kbd> remove; or drag.

## studies/plan/outline_line.html

outline-words = { $planned_words } words
outline-ours_alone = only on our page
outline-notes = , notes
outline-no_competitor_chosen_now_has = , no competitor chosen now has it

## studies/plan/outline_meant.html

outline_meant-none_yet = None yet.
outline_meant-others = Others ({ $others })

## studies/plan/outline_node_part.html

outline_node-section = Section: { $heading }
outline_node-theirs_words = Theirs: “{ $heading }”, { $planned_words } words
outline_node-notes = , notes “{ $notes }”
outline_node-yours_is_below_save_it = . Yours is below; save it to put it in the place of theirs, or close to leave theirs.
outline_node-covers_headed_on_of_competitors = Covers “{ $label }”, with a heading on { $pages } of { $pages_2 } competitors:
outline_node-notes_for_the_writer = Notes for the writer
outline_node-planned_words = Planned words
outline_node-entities_for_this_section = Entities for this section
outline_node-terms_for_this_section = Terms for this section

## studies/plan/outline_tree.html

outline-of_frequent_subtopics = { $covered } of { $frequent } frequent subtopics
outline-enough = : enough
outline-are_enough = ; { $proposed } are enough
outline-headings_of_our_own_alone = . { $own_alone } { $own_alone ->
        [one] heading
       *[other] headings
    } only on our page. { $words_given } of { $planned_words } planned words are given out.
outline-nothing_in_the_outline_yet = Nothing in the outline yet. { $frequent } subtopics are frequent; { $proposed } of them are enough, the rest is room for what nobody else has.

## studies/plan/plan.html

plan-plan_fundament = { $keyword }: plan · Fundament
plan-the_plan_on_paper = The plan on paper:
plan-docx = DOCX
plan-pdf = PDF
plan-markdown = Markdown
plan-json = JSON
plan-its_tables = Its tables
plan-pages_decisions_outline_and_drafts = Pages, decisions, outline and drafts, for another installation or to be kept
plan-the_whole_study_as_one = The whole study as one file
plan-the_pdf_is_ready = The PDF is ready.
plan-save_the_pdf = Save the PDF
plan-what_the_plan_says_beside = What the plan says beside what was decided
plan-what_the_searcher_wants = What the searcher wants
plan-who_searches_for_this_what = Who searches for this, what for, and what they should be able to do when they have read it.
plan-assigned_to = Assigned to
plan-until = Until
plan-the_rest_is_what_was = The rest is what was decided:
plan-planned_length = planned length
plan-outline_and_notes = outline and notes
plan-terms = terms
plan-entities = entities
plan-what_most_of_them_say = What most of them say
plan-what_three_competitors_or_more = What three competitors or more say, each in its own words. It counts nothing; what is ignored is on no plan and at no desk.
plan-statement_and_all_its_sentences = Statement, and all its sentences
plan-figures_in_it = Figures in it
plan-pages_of = { $pages } of { $competitors }
plan-decision_on = Decision on { $statement_text }
plan-no_three_of_the_competitors = No three of the competitors say the same of one thing. That is usual for manuals of different things, and for few pages.

## studies/plan/subtopic_part.html

subtopic-weight_of_headed_on_of = Weight { $weight } of 100; with a heading on { $pages } of { $pages_2 } competitors, usually as H{ $level }
subtopic-asked_as_a_question = , asked as a question
subtopic-tick = Tick “{ $heading_text }”
subtopic-words_below = { $url }, { $heading_words } words below
subtopic-split_the_ticked_headings_off = Split the ticked headings off as
subtopic-a_name_of_its_own = a name of its own
