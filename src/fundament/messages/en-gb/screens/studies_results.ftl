## studies/results/bring_part.html

bring-bring_the_page_yourself = Bring the page yourself
bring-ask_for_it_again = Ask for it again
bring-the_page_as_a_file = The page as a file
bring-read_this_file_in_its = Read this file in its place

## studies/results/history.html

history-history_fundament = { $study }: history · Fundament
history-what_was_done_to_this = What was done to this study, the last first. It can be undone as long as nothing it changed was changed again.
history-nothing_was_noted_yet = Nothing was noted yet.
history-the_pages_as_they_came = The pages as they came
history-they_were_kept_when_they = They were kept when they were read. Reading them anew tells whether today's reader, or this installation, comes to the same; where it does not, the figures follow and the differences stand here.
history-read_anew_on = Read anew on { $done_at }:
history-of_pages_are_read_otherwise = of { $v_count } { $v_count ->
        [one] page
       *[other] pages
    } { $changed } { $changed ->
        [one] is
       *[other] are
    } read otherwise now.
history-the_aim_was_and_is = The aim was { $aim } and is { $aim_2 }, the planned length was { $before_words } words and is { $after_words }.
history-all_are_as_they_were = all { $v_count } are as they were; no figure moved.
history-rank = Rank
history-headings = Headings
history-paragraphs_that_differ = Paragraphs that differ
history-score_of = Score of 100
history-read_the_pages_anew = Read the pages anew
history-name_of_the_study = Name of the study
history-a_name_of_its_own = A name of its own, beside the keyword

## studies/results/list.html

studies-studies_fundament = Studies · Fundament
studies-a_study_is_a_keyword = A study is a keyword in a market, with the pages that rank for it.
studies-search_the_studies = Search the studies
studies-folders = Folders
studies-tick_studies_to_put_them = Tick studies to move them to a folder
studies-folder = Folder
studies-folder_empty_for_none = Folder; empty for none
studies-put_them_in = Move to folder
studies-rename_so = Rename “{ $folder }”
studies-tick = Tick
studies-opened = Opened
studies-tick_2 = Tick { $study }
studies-in_folder = in { $folder }
studies-score_of_100 = { $total } of 100,
studies-words = { $draft_words } words
studies-none_yet = none yet
studies-the_same_results_and_decisions = The same results and decisions once more, to try another plan
studies-duplicate = Duplicate { $study }
studies-duplicate_2 = Duplicate
studies-no_study_has_in_its = No study has “{ $search }” in its keyword or name.
studies-no_study_was_put_away = No archived studies.
studies-no_study_yet_open_one = No study yet. Open one with the keyword your page should answer; Fundament reads the pages that rank for it and says what they have in common.
studies-open_the_first_study = Open the first study

## studies/results/new.html

new_study-new_study_fundament = New study · Fundament
new_study-the_ranked_pages_are_fetched = The ranked pages are fetched and read; that takes from some seconds to a minute. You can leave and come back.
new_study-fold_secondary = Secondary keywords
new_study-fold_name = Name, folder, or a page of yours to rework
new_study-fold_elsewhere = Results of a place, or of an earlier day
new_study-no_results_service = No results service is set up, so nobody can be asked which pages rank. Give the pages yourself: their addresses, files or a table. Whoever runs this installation can set up a service.
new_study-pages_of_your_own_choice = Pages of your own choice, in the place of ranked results
new_study-pages_from_files = Pages from files
new_study-warc_arc_wacz_or_zip = WARC, ARC, WACZ or ZIP archives, or HTML files. In a ZIP the order is that of the names, or of a results.csv with rank, url and file.
new_study-a_table_of_results = A table of results
new_study-csv_tsv_or_a_workbook = CSV, TSV or a workbook with an address in each row, and a rank where there is one. You see first what was understood.
new_study-open_the_study = Open the study
new_study-cancel = Cancel
new_study-or_a_study_from_a = Or a study from a file
new_study-nothing_was_changed = { $file_problem } Nothing was changed.
new_study-one_that_was_saved_from = One that was saved from its plan, here or in another installation: with its pages, decisions, outline and drafts. It is opened as a new study.
new_study-open_the_file = Open the file

## studies/results/preview_part.html

preview-words_count_headings_taken_for = { $word_count } words count, { $headings } headings; read as { $kind }.
preview-what_counted_and_correcting_it = What counted, and correcting it
preview-the_live_page = the live page
preview-read_it_again = Read it again

## studies/results/reading.html

reading-what_was_read_fundament = What was read · Fundament

## studies/results/reading_block.html

reading-leave_out = Leave out

## studies/results/reading_part.html

reading-make_it_anew = Make it anew
reading-words_count_in_blocks_headings = { $word_count } words count, in { $main_blocks } blocks; { $headings } headings. It was read as: { $kind }.
reading-nothing_was_left_out = Nothing was left out.
reading-if_a_block_was_judged = If a block was judged wrongly, include it or leave it out. Every figure of the study follows.
reading-include = Include
reading-undo_the_decisions_made_by = Undo the { $corrections } { $corrections ->
        [one] decision
       *[other] decisions
    } made by hand
reading-left_out_blocks = Left out, { $reason }: { $runs } { $runs ->
        [one] block
       *[other] blocks
    }
reading-take_all_in = Include all { $runs }

## studies/results/results.html

results-results_fundament = { $keyword }: results · Fundament
results-what_was_read_of_this = What was read of this page

## studies/results/results_part.html

results-asking_which_pages_rank = Asking which pages rank.
results-reading_the_pages_of_done = Reading the pages: { $done } of { $results } done
results-about_seconds_left = , about { $seconds_left } { $seconds_left ->
        [one] second
       *[other] seconds
    } left
results-pages_read = Pages read
results-competitors_the_figures_are_being = { $chosen } { $chosen ->
        [one] competitor
       *[other] competitors
    }; the figures are being worked out
results-competitors = { $chosen } { $chosen ->
        [one] competitor
       *[other] competitors
    }
results-of_them_compared = , { $pages } of them compared
results-words_for_the_middle_half = , usually { $structure_words } words;
results-their_scores_reach_the_aim = their scores reach { $scores }, the aim is
results-an_interval_to_until_there = an interval, { $aim } to { $enough }, until there are five
results-too_few_to_score_them = too few to score them against each other
results-competitors_there_are_no_figures = { $chosen } { $chosen ->
        [one] competitor
       *[other] competitors
    }; there are no figures.
results-no_competitor_is_chosen_keep = No competitor is chosen. Keep at least one, better five or more.
results-against_you = Harder:
results-in_your_favour = Easier:
results-two_intents_rank_here = Two intents rank here.
results-pages_that_tell_and_pages = Advice pages and shop pages:
results-pages_with = { $pages } { $pages ->
        [one] page
       *[other] pages
    } with <em>{ $terms }</em>
results-a_yardstick_of_both_fits = . A yardstick of both fits neither.
results-keep_only = Keep only
results-the_first = the first
results-the_second = the second
results-of_kept = ({ $kept } of { $pages } kept)
results-open_another_study = Open another study
results-back_to_the_proposed_choice = Back to the proposed choice
results-undo = Undo: { $verb }
results-read_the_that_failed_again = Retry { $failed } failed { $failed ->
        [one] page
       *[other] pages
    }
results-add_a_page = Add a page
results-or_a_file_saved_in = or a file saved in your browser
results-add_and_read_it = Add and read it
results-leave_the_row_out_as = Leave the row out as
results-row_space_keep_or_leave = <kbd>↑</kbd> <kbd>↓</kbd> row, <kbd>Space</kbd> keep or leave out, <kbd>Enter</kbd> look into it
results-keep_as_a_competitor = Keep { $host } as a competitor
results-first_intent = ; first intent
results-second_intent = ; second intent
results-not_read_again_what_was = Not read again, what was read before stands: { $problem }
results-left_out = Left out: { $reason }
results-proposed_to_leave_out = Proposed to leave out:
results-ms = { $ttfb_ms } ms
results-not_read = not read
results-reading = reading
results-waiting = waiting
results-a_competitor_s_score_is = A competitor's score is measured against the other competitors, never against itself; what is left out, in grey, against all of them. A page can rank first with a low score: the text is one factor among many.

## notes above the results

results-notes = { $notes } { $notes ->
        [one] note
       *[other] notes
    } on these results
