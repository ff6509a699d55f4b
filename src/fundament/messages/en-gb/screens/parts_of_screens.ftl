## parts/actions.html

actions-who = Who
actions-the_application = the application
actions-undone = Undone:
actions-and_others = and others
actions-kept = kept
actions-undone_2 = undone

## parts/additions.html

additions-take_back = Undo { $row }

## parts/call_form.html

call_form-name_and_kind = Name and kind
call_form-called = Called
call_form-person = person
call_form-organisation = organisation
call_form-place = place
call_form-product = product
call_form-work = work
call_form-law = law
call_form-event = event
call_form-substance = substance
call_form-artefact = artefact
call_form-act = act
call_form-attribute = attribute

## parts/decide_form.html

decide_form-to_uses = : { $low } to { $high } uses
decide_form-as_typed = As typed
decide_form-own_target = Own target
decide_form-uses = uses
decide_form-note = Note
decide_form-why_kept_with_the_decision = Why; kept with the decision

## parts/deciding_bar.html

deciding_bar-tick_rows_or_open_one = Tick rows, or open one
deciding_bar-help_with_key = { $help } (key { $key })
deciding_bar-the_ticked_ones_count_as = The ticked ones count as one from now on (key j)
deciding_bar-join_j = Join <kbd>j</kbd>
deciding_bar-put_all_back = Reset all { $decided }
deciding_bar-row_space_tick_enter_open = <kbd>↑</kbd> <kbd>↓</kbd> row, <kbd>Space</kbd> tick, <kbd>Enter</kbd> open, <kbd>Esc</kbd> close
deciding_bar-o_put_in = , <kbd>o</kbd> add to outline

## parts/drawer_head.html

drawer_head-the_one_before = The one before (↑)
drawer_head-previous = Previous
drawer_head-the_next = The next (↓)

## parts/moved.html

moved-what_was_decided_and_added = What was decided and added moved <strong>{ $moved } of 100 points</strong>; the aim is { $aim }, without your decisions { $aim_2 }. A text below that aim is called enough only when an editor has
moved-confirmed_the_plan = confirmed the plan

## parts/no_yardstick.html

no_yardstick-the_pages_are_still_being = The pages are still being read.
no_yardstick-see_how_far_it_is = See how far it is.
no_yardstick-the_figures_are_being_worked = The figures are being worked out. They appear here by themselves.
no_yardstick-what_is_stored_of_these = What is stored of these figures cannot be read any more, and has to be made anew. The pages are not asked for again.
no_yardstick-no_competitor_is_chosen_so = No competitor is chosen, so there is nothing to measure against.
no_yardstick-choose_some_among_the_results = Choose some among the results.
no_yardstick-back_to_the_results = Back to the results.

## parts/page_evidence.html

page_evidence-rank = rank { $rank };
page_evidence-uses = { $counted } { $counted ->
        [one] use
       *[other] uses
    }
page_evidence-not_on_this_page = not on this page
page_evidence-live_page = live page
page_evidence-does_not_count_no_full = does not count: no full sentence, or a list of terms

## parts/pages.html

paging-to_of = { $start_index } to { $end_index } of { $paginator_count }

## parts/study_tabs.html

study-addresses_typed_in = , addresses typed in
study-results = , { $depth } results
study-results_2 = Results
study-yardstick = Yardstick
study-entities = Entities
study-plan = Plan
study-demand = Demand
study-history = History
study-this_study_was_put_away = This study was archived on { $archived_at }. Nothing of it is lost.
study-take_it_back = Restore
study-the_figures_are_being_worked = The figures are being worked out for the competitors chosen now.
study-until_then_you_see_those = Until then you see those of the choice before.
study-these_figures_were_made_by = These figures were made by version { $version } of the measuring core; a newer one may give other numbers. They are made anew from the pages as they were read, without asking for them again.

## parts/table.html

table-tick_all = Tick all { $rows }
table-has_in_it = has “{ $search }” in it
table-is_of_this_kind = is of this kind

## parts/table_pages.html

table-page_of = Page { $page } of { $pages }

## parts/table_tools.html

table-search = Search { $total } { $what }
table-all = { $label }: all
table-found_of = { $found } of { $total }.
table-columns = Columns
table-show_these = Show these
table-no_entity = No entity
table-no_keyword = No keyword
table-no_page = No page
table-no_question = No question
table-no_subtopic = No subtopic
table-no_term = No term
table-search_entities = Search { $total } entities
table-search_keywords = Search { $total } keywords
table-search_questions_and_searches = Search { $total } questions and searches
table-search_subtopics = Search { $total } subtopics
table-search_terms = Search { $total } terms

## parts/undone.html

undone-taken_back = Undone: { $verb }
undone-undo_the_one_before = Undo the one before: { $verb }
undone-ctrl_z = Ctrl Z

## the three steps of a study

steps-choose = Choose
steps-decide = Decide
steps-write = Write
steps-done = Done:
steps-pages_are_being_read = The pages are being read.
steps-few_competitors = { $competitors } { $competitors ->
        [one] competitor is
       *[other] competitors are
    } chosen. With five or more there is an aim.
steps-no_outline = { $competitors } { $competitors ->
        [one] competitor is
       *[other] competitors are
    } chosen. The outline is empty.
steps-no_draft = No draft yet.
steps-best_draft = Best draft: { $total }, aim { $aim }.
steps-draft_without_score = A draft is begun.
steps-aim_reached = A draft has reached the aim.
steps-choose_competitors = Choose competitors
steps-make_the_outline = Make the outline
steps-begin_a_draft = Begin a draft
steps-go_on_writing = Go on writing
