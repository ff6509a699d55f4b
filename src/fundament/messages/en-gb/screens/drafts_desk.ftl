## drafts/desk/core_part.html

core-no_score = no score
core-panels = Panels
core-edits = Edits

## drafts/desk/desk.html

desk-fundament = { $draft } · Fundament
desk-desk = desk
desk-saved = Saved
desk-to_read_only = To read only
desk-fold_the_panel_away_alt = Fold the panel away (Alt+Q)
desk-quiet = Focus
desk-skip_to_the_text = Skip to the text

## drafts/desk/desk_part.html

desk-panel = Panel
desk-text = Text
desk-this_draft_was_changed_elsewhere = <strong>This draft was changed elsewhere, in another tab or by another person.</strong> Nothing is lost: your text goes on being kept as a revision.
desk-go_on_with_my_text = Go on with my text
desk-open_the_newer_text = Open the newer text
desk-put_both_side_by_side = Put both side by side
desk-this_browser_holds_a_text = This browser holds a text of this draft that was never saved.
desk-bring_it_back = Bring it back
desk-keep_it_as_a_revision = Keep it as a revision only
desk-somebody_changed_this_draft_meanwhile = Somebody changed this draft meanwhile.
desk-show_the_newer_text = Show the newer text
desk-what_the_result_in_a = What the result in a search shows, 30 to 60 characters
desk-one_or_two_sentences_to = One or two sentences, 70 to 160 characters
desk-kind_of_paragraph = Kind of paragraph
desk-heading = Heading 1
desk-heading_2 = Heading 2
desk-heading_3 = Heading 3
desk-heading_4 = Heading 4
desk-heading_5 = Heading 5
desk-heading_6 = Heading 6
desk-code_block = Code block
desk-bold_ctrl_b = Bold (Ctrl+B)
desk-b = B
desk-italic_ctrl_i = Italic (Ctrl+I)
desk-i = I
desk-more_for_words = More for words
desk-more = More
desk-underlined = Underlined
desk-struck_through = Struck through
desk-code = Code
desk-below_the_line = Subscript
desk-above_the_line = Superscript
desk-rule_across = Horizontal line
desk-without_all_these = Clear formatting
desk-chosen_passage_or_paragraph = Chosen passage or paragraph
desk-by_the_text_assistant_shown = By the text assistant, shown before it is accepted
desk-link_ctrl_k = Link (Ctrl+K)
desk-link = Link
desk-list_ctrl_shift = List (Ctrl+Shift+8)
desk-numbered_list_ctrl_shift = Numbered list (Ctrl+Shift+7)
desk-numbered_list = 1. List
desk-list_to_tick_off_ctrl = List to tick off (Ctrl+Shift+9)
desk-tick_list = &#9744; List
desk-quote_ctrl_shift_b = Quote (Ctrl+Shift+B)
desk-quote = Quote
desk-table_of_three_rows_and = Table of three rows and columns
desk-table = Table
desk-picture_from_a_file_an = Picture from a file, an address or the library
desk-picture = Picture
desk-undo_ctrl_z = Undo (Ctrl+Z)
desk-redo_ctrl_shift_z = Redo (Ctrl+Shift+Z)
desk-redo = Redo
desk-table_2 = Table:
desk-row_above = Row above
desk-row_below = Row below
desk-column_left = Column left
desk-column_right = Column right
desk-header_row = Header row
desk-join_the_chosen_cells_or = Join the chosen cells, or split one that was joined
desk-join_or_split = Join or split
desk-remove_row = Remove row
desk-remove_column = Remove column
desk-remove_table = Remove table
desk-address_of_the_link = Address of the link
desk-remove = Remove
desk-from_a_file = From a file…
desk-from_the_library = From the library…
desk-or_its_address = or its address
desk-alt_text = Alt text
desk-what_it_shows = What it shows
desk-caption = Caption
desk-credit = Credit
desk-put_in = Insert
desk-in_the_text = In the text
desk-replace_with = Replace with
desk-case = Case
desk-word = Word
desk-previous_shift_enter = Previous (Shift+Enter)
desk-next_enter = Next (Enter)
desk-replace = Replace
desk-all = All
desk-passage_said_otherwise = Passage said otherwise
desk-outline_of_the_text = Outline of the text
desk-outline_of_the_text_alt = Outline of the text (Alt+O)
desk-find_and_replace_ctrl_f = Find and replace (Ctrl+F)
desk-all_keys_or_ctrl = All keys (? or Ctrl+/)
desk-keys = Keys
desk-set_a_goal = Set a goal
desk-smaller_text = Smaller text
desk-smaller_letters = A&#8722;
desk-larger_text = Larger text
desk-larger_letters = A+
desk-picture_library = Picture library
desk-profile_of_the_text = Profile of the text
desk-you_were_signed_out = You were signed out
desk-your_text_is_here_and = Your text is here and in this browser's keeping. Sign in again, and it is saved.
desk-sign_in_and_save = Sign in and save

## drafts/desk/entry_part.html

entry-title_and_description = Title and description
entry-characters = Characters
entry-pixels = Pixels
entry-title_characters_usual = { $title_usual } to { $title_usual_2 }
entry-title_room = room for { $title_room }
entry-description_characters_usual = { $description_usual } to { $description_usual_2 }
entry-description_room = room for { $description_room }
entry-the_title_is_cut_off = The title is cut off after { $title_room } pixels.
entry-the_title_fits = The title fits.
entry-the_description_is_cut_off = The description is cut off after { $description_room } pixels.
entry-the_description_fits = The description fits.
entry-of_max = of { $max }
entry-words_the_competitors_titles = Words the competitors' titles share
entry-count_of = { $count } of { $of }
entry-the_competitors_titles_and_descriptions = The competitors' titles and descriptions
entry-so_many_pixels = { $pixels } pixels
entry-no_description = No description
entry-no_description_yet = No description yet: some of the text is shown instead.
entry-no_title = No title
entry-no_title_yet = No title yet

## drafts/desk/evidence_part.html

evidence-on_the_competitors_pages = “{ $subject }” on the competitors' pages
evidence-marked_in_your_text = Marked in your text.
evidence-what_these_passages_say_beside = What these passages say beside their terms is less than on the competitors' pages, so their points count only partly.
evidence-nothing_is_taken_for_it = It costs no points. Read the passages again.
evidence-these_sentences_earn_nothing = These sentences earn nothing as they are; reword them, and their words count.
evidence-it_was_ours_before_it = It was ours before it was theirs
evidence-this_is_ours = This is ours
evidence-its_points_come_back_counted = Its points come back, counted because you say so
evidence-this_is_fine = This is fine
evidence-places_marked_in_your_text = In your text { $marked ->
        [1] once
       *[other] { $marked } times
    }{ $counting ->
        [0] ; none counts
       *[other] { $marked ->
            [1] ; it counts
           *[other] ; { $counting } { $counting ->
                [one] counts
               *[other] count
            }
        }
    }. Marked in the text.
evidence-not_in_your_text = Not in your text yet.
evidence-a_use_counts_in_a = { "" } A use counts once in a sentence.
evidence-do_not_count = { $count } { $count ->
        [one] does
       *[other] do
    } not count: { $why }.
evidence-no_sentence_of_theirs_is = No sentence of theirs is kept for it.

## drafts/desk/guest_desk.html

desk-text_alone = text-alone
desk-shared_with_you_until = shared with you until { $expires_at }

## drafts/desk/language_part.html

language-the_text_is_too_long = The text is too long to be looked at.
language-counts_nothing_in_the_score = Counts nothing in the score.
language-no_dictionary_for_this_language = No dictionary for this language is installed here, so spelling is not looked at.
language-the_dictionary_has_not_looked = The dictionary has not looked at all words in time, so no spelling is shown yet: open this panel again, and it goes on from there.
language-grammar_is_looked_at_in = Grammar is looked at in English only.
language-readability_says_something_from = Readability says something from 100 words of running text on.
language-readability = Readability
language-usual_range = { $low } to { $high }
language-remarks = Remarks
language-take_it_out = Remove it
language-into_the_dictionary = Into the dictionary
language-not_here = Not here
language-more = { $more } more.
language-nothing_to_remark = Nothing to remark.
language-what_no_program_can_check = What no program can check

## drafts/desk/panel_part.html

panel-no_score = No score
panel-next_best_edits = Next best edits
panel-edits_with_their_text_worked = Edits with their text
panel-work_out_proposals = Suggest edits
panel-still_open = Still open
panel-edits_are_folded = { $edits } more { $edits ->
        [one] edit is
       *[other] edits are
    } folded: the aim is reached, and they are not needed
panel-words_stand_here_are_planned = { $measured_words } words stand here, { $planned_words } are planned.
panel-the_rest_is_measured_as = The rest is measured as if it were spread over the whole.
panel-the_aim_follows_the_planned = The aim follows the planned length
panel-plan_words = Plan { $offered_words } words
panel-which_edits = Which edits
panel-order = Order
panel-this_section_first = this section first
panel-gain = Gain
panel-least_to_most = least to most
panel-in_section = in “{ $section }”
panel-puts_the_heading_in_with = Puts the heading in, with a place to write below it (I on its name)
panel-goes_where_it_is_written = Goes where it is written
panel-write_it = Write it
panel-there_already = There already
panel-how_many_more = How many more
panel-takes_it_off_the_list = Takes it off the list. The score does not rise; the aim is lowered by what the competitors have there
panel-not_for_this_page = Ignore for this page
panel-more_each_worth_less = { $more_edits } more, each worth less.
panel-gain_in_points_of_what = Gain in points of 100: what such an edit usually gets, and below it the least and the most. Gains do not add: two edits that bring the same word share it.
panel-this_text_is_longer_than = This text is longer than planned, so what is added displaces something: up to { $displaced } points, which are off each gain already.
panel-no_single_edit_would_gain = No single edit would gain anything.
panel-this_is_enough = This is enough.
panel-said_of_this_text = Marked by you
panel-more = : { $said_count } more
panel-say_what_is_on_the = Say what is on the page already
panel-what_stands_on_the_page = What stands on the page but not in this text. It counts as if it stood here. Above 15 points that count because you say so or are ignored, nothing is called enough.
panel-how_many = How many
panel-or_a_text_such_as = or a text, such as a block of questions
panel-not_in_the_score = Not in the score
panel-of_points = { $points } of { $max } points. { $summary }.
panel-which_rows = Which rows
panel-none_of_is_like_that = None of { $all_rows } is like that.
panel-range = Range
panel-the_text_answers_it_c = The text answers it (C on its name)
panel-covered = Covered
panel-it_does_not_n_on = It does not (N on its name)
panel-not_covered = Not covered
panel-value_usual = { $value }, usual { $low }
panel-the_keyword_by_zone = The keyword by zone
panel-usual_from = usual { $p25 }
panel-usual_up_to = to { $p75 }
panel-secondary_keywords_word_for_word = Secondary keywords, exact
panel-only_on_your_page = Only on your page
panel-no_competitor_has_a_heading = No competitor has a heading like these. A page needs an angle of its own; they cost nothing.

## drafts/desk/plan_part.html

desk_plan-nothing_is_planned_for_this = Nothing is planned for this study yet.
desk_plan-make_an_outline = Make an outline
desk_plan-what_it_asks_for_is = : what it asks for is then told here, heading by heading.
desk_plan-of_planned_headings_are_in = { $plan_there } of { $plans } planned headings { $plan_there ->
        [one] is
       *[other] are
    } in the text.
desk_plan-change_the_outline = Change the outline
desk_plan-planned = planned
desk_plan-to_the_heading_in_the = To the heading in the text
desk_plan-puts_the_heading_in_with = Puts the heading in, with a place to write below it
desk_plan-a_heading_counts_as_the = A heading counts as the planned one when it was begun from the outline, has the same words, or is of the same subtopic. Words are those from the heading to the next one. The outline counts nothing in the score.

## drafts/desk/proposals_part.html

proposals-proposals = Proposals
proposals-back_to_the_edits = Back to the edits
proposals-work_them_out_again = Suggest again
proposals-the_text_has_changed_since = The text has changed since these were suggested. Those whose paragraph is as it was can still be accepted.
proposals-the_text_assistant_is_asked = The text assistant is asked to put terms into sentences.
proposals-what_needs_no_wording_is = What needs no wording is proposed below.
proposals-what_needs_no_wording_is_2 = { $problem } What needs no wording is proposed below.
proposals-terms_are_not_put_into = Terms are not put into sentences by rule: whether a sentence stays true only you can tell.
proposals-below_stands_where_each_missing = Below stands where each missing term suits best.
proposals-take_all_points_together = Accept all { $whole }: { $joint } { $joint_2 ->
        [one] point
       *[other] points
    } together
proposals-to_fill = to fill
proposals-a_skeleton_a_place_to = A skeleton: a place to write goes below each question, and the score follows what you write there.
proposals-could_be_used = Could be used: { $notes }.
proposals-take_a = Accept (A)
proposals-edit_and_take_e = Edit and accept (E)
proposals-dismiss_d = Dismiss (D)
proposals-dismiss = Dismiss
proposals-each_gain_is_the_exact = Each gain is the exact difference of two scores, with the change and without. Gains do not add. Read each before you accept it: whether a sentence is still true only you can tell. On a proposal: A accepts, E edits, D dismisses, arrows go on.
proposals-nothing_to_propose_the_edits = Nothing to propose. The edits say what is still missing; it has to be written.
proposals-for_your_own_words = For your own words
proposals-missing_terms_each_with_the = Missing terms, each with the passage it suits best by meaning and with how competitors say it. Use a term only where it is true.
proposals-your_passage = Your passage: “{ $passage }”
proposals-theirs = Theirs:
proposals-settled_before = Accepted and dismissed
proposals-settled_count = { $settleds } { $settleds ->
        [one] proposal
       *[other] proposals
    }
proposals-no_longer_in_the_text = , no longer in the text

## drafts/desk/rewrite_part.html

rewrite-words_then_score = { $words } words, { $words_2 } then. Score
rewrite-leave_as_it_was = Leave as it was

## drafts/desk/shared.html

desk-a_draft_shared_with_you = A draft shared with you · Fundament
desk-a_draft_is_shared_with = A draft is shared with you
desk-you_can_read_it_and = You can read it and write in it, without an account, until { $expires_at }. What you write is saved as you go, and whoever shared it sees it.
desk-your_name = Your name
desk-it_stands_beside_what_you = It stands beside what you write.
desk-open_the_draft = Open the draft

## drafts/desk/shares.html

shares-share_fundament = { $draft }: share · Fundament
shares-share = Share “{ $draft }”
shares-a_link_opens_this_one = A link opens this one draft for whoever has it, without an account: they say their name, write in the same desk, and see nothing else of the workspace.
shares-the_link_shown_this_once = The link, shown this once:
shares-hours_it_lasts = Hours it lasts
shares-shows = Shows
shares-the_text_with_its_scores = the text with its scores
shares-the_text_alone = the text alone
shares-lasts_until = Lasts until
shares-visits = Visits
shares-text_and_scores = text and scores
shares-text_alone = text alone
shares-ended = ended { $ended_at }
shares-expired = expired { $expires_at }
shares-saves = { $began_at }, { $saves } { $saves ->
        [one] save
       *[other] saves
    }
shares-renew_for_hours = Renew for { $hours } hours
shares-no_link_was_made_yet = No link was made yet.

## drafts/desk/statements_part.html

statements-no_three_of_the_competitors = No three of the { $statement_pages } competitors say the same of one thing
statements-but_for_that_were_dropped = , but for { $dropped_statements } that { $dropped_statements ->
        [one] was
       *[other] were
    } ignored
statements-that_is_usual_for_manuals = . That is usual for manuals of different things, and for few pages.
statements-things_that_three_competitors = { $shareds } { $shareds ->
        [one] thing
       *[other] things
    } that three competitors or more say, each in its own words.
statements-decide_on_them = Decide on them
statements-pages_of = { $pages } of { $statement_pages }
statements-whether_your_text_says_it = Whether your text says it too cannot be told by a program: read, and say it in your own words, or know why you do not. Figures that differ are worth checking. It counts nothing in the score.

## drafts/desk/why_part.html

why-why_this_score = Why this score
why-points_earned_missed_of_each = { $earned } points earned, { $missed } missed, of 100. Each stands below with its reason, the largest loss first.
why-part_points = { $part } { $points } of { $max }
why-a_page_that_ranks_first = . A page that ranks first can have a low score: it is one factor among many.
why-earned = Earned
why-missed = Missed
why-more = { $others } more

## drafts/desk/write.html

desk-where_you_are = Where you are
desk-measured_against_not_against = Measured against “{ $measured_study }”, not against its own study
desk-choose_the_study_this_draft = Choose the study this draft is measured against
desk-another_study = another study
desk-a_link_for_somebody_without = A link for somebody without an account
desk-share = Share
desk-html_markdown_docx_plain_text = HTML, Markdown, DOCX, plain text, or to the clipboard
desk-export = Export

## drafts/desk/denied_part.html

denied-passages_that_earn_nothing = Passages that lose points
denied-marks_them_in_the_text = Marks them in the text
denied-costs_points = costs { $cost } { $points ->
        [one] point
       *[other] points
    }
denied-costs_nothing = costs nothing yet
denied-your_text = Your text
denied-your_text_above = Your text, above
denied-more_sentences = { $more } more { $more ->
        [one] sentence
       *[other] sentences
    } of this passage
denied-brings = (+{ $cost })
