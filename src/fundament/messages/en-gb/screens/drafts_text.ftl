## drafts/text/compare_revisions.html

compare_revisions-two_versions_fundament = { $draft }: two versions · Fundament
compare_revisions-now = now
compare_revisions-passages_differ_stayed = { $changed } { $changed ->
        [one] passage
       *[other] passages
    } { $changed ->
        [one] differs
       *[other] differ
    }, { $same } stayed.
compare_revisions-word_for_word_the_same = The same text.
compare_revisions-the_score_went_from_to = The score went from { $total } to { $total_2 }, both measured against the competitors of today; { $score }.
compare_revisions-so_much_differs_here_that = So much differs here that some passages are compared in large pieces: more of their words may have stayed than is shown.
compare_revisions-part = Part
compare_revisions-before = Before
compare_revisions-after = After
compare_revisions-gained = Gained
compare_revisions-version = Of
compare_revisions-title_tag = Title tag:
compare_revisions-meta_description = Meta description:

## drafts/text/exports.html

exports-export_fundament = { $draft }: export · Fundament
exports-take_it_out = { $draft }: export
exports-back_to_the_text = Back to the text
exports-title_tag_and_meta_description = Title tag and meta description
exports-go_along = go along
exports-stay_here = stay here
exports-what_of_this_draft_it = What of this draft it does not hold
exports-take_out = Export
exports-everything_goes_along = Everything goes along
exports-copy_with_its_formats = Copy with its formats
exports-html_and_markdown_with_pictures = HTML and Markdown with pictures come as a ZIP file with the pictures beside the text. The words of what a format does not hold are in the file all the same.

## drafts/text/list.html

drafts-drafts_fundament = { $study }: drafts · Fundament
drafts-name_of_the_new_draft = Name of the new draft
drafts-new_draft = New draft
drafts-from_a_file_or_a = From a file or a published page
drafts-file_html_markdown_docx_plain = File (HTML, Markdown, DOCX, plain text)
drafts-or_the_address_of_a = or the address of a page
drafts-name_if_another_than_the = Name, if another than the file's or the page's
drafts-begin_with_it = Begin with it
drafts-draft = Draft
drafts-last_changed = Last changed
drafts-measured_against = measured against “{ $measured_study }”
drafts-score_of_100 = { $total } of 100, { $score }
drafts-scored_by_an_earlier_version = scored by an earlier version; open it to score it now
drafts-not_scored = not scored
drafts-the_outline_becomes_what_the = The outline becomes what the H2 and H3 of this draft are; notes stay
drafts-make_the_outline_of_it = Make the outline of it
drafts-no_draft_was_put_away = No archived drafts.
drafts-no_draft_yet_give_one = No draft yet. Give one a name and begin to write, or paste a text into it; the score follows as you type.
drafts-drafts_in_use = Drafts in use
drafts-drafts_put_away = Archived drafts

## drafts/text/measured_against.html

measured_against-measured_against_fundament = { $draft }: measured against · Fundament
measured_against-what = What “
measured_against-is_measured_against = ” is measured against
measured_against-the_competitors_of_not_those = The competitors of “{ $measured_study }”, not those of its own study.
measured_against-the_competitors_of_its_own = The competitors of its own study.
measured_against-score_edits_and_panels_follow = Score, edits and panels follow the study that is chosen; the draft stays where it is, and this can be undone under
measured_against-measure_against_its_own_study = Measure against its own study again
measured_against-search_studies = Search studies
measured_against-competitors_chosen = Competitors chosen
measured_against-choose = Choose
measured_against-its_own = its own
measured_against-measured_against_it_now = measured against it now
measured_against-measure_against = Measure against { $other }
measured_against-measure_against_it = Measure against it
measured_against-has_no_competitor_yet = has no competitor yet
measured_against-no_study_is_called = No study is called “{ $search }”.

## drafts/text/merge.html

merge-two_texts_fundament = { $draft }: two texts · Fundament
merge-two_texts = ”: two texts
merge-passages_differ_between_the_draft = { $differing } { $differing ->
        [one] passage
       *[other] passages
    } { $differing ->
        [one] differs
       *[other] differ
    } between the draft as it is now and the text of { $by }, { $created_at }. Choose for each; both texts stay as revisions, whatever you choose.
merge-the_draft_as_it_is = The draft as it is now says the same.
merge-now = Now
merge-passage = Passage { $counter }
merge-make_one_text_of_both = Make one text of both
merge-the_other_text = The other text

## drafts/text/revision.html

revision-revision_of_fundament = Revision of { $draft } · Fundament
revision-draft_on_day = “{ $draft }” on { $created_at }
revision-title_tag = Title tag: { $title_tag }
revision-meta_description = Meta description: { $meta_description }

## drafts/text/revisions.html

revisions-revisions_of_fundament = Revisions of { $draft } · Fundament
revisions-revisions_of = Revisions of “
revisions-what_moved_it_the_last = What moved it, the last { $steps } steps
revisions-step = Step
revisions-aim = Aim
revisions-keep_the_text_as_it = Keep the present text under the name
revisions-before_the_second_round = Before the second round
revisions-compare_the_two_that_are = Compare the two that are chosen
revisions-the_second_is_the_text = the second is the present text
revisions-first = First
revisions-second = Second
revisions-why_it_was_kept = Why it was kept
revisions-first_2 = First: { $created_at }
revisions-second_2 = Second: { $created_at }
revisions-no_revision_yet_one_is = No revision yet. One is kept every five minutes of writing, and whenever a text could not be saved over a newer one.
revisions-where_it_is_published = Where it is published
revisions-as_it_was_on = As it was on
revisions-what_the_page_has_now = What the page has now
revisions-the_page_is_being_read = The page is being read
revisions-paragraphs_as_in_the_text = { $same } { $same ->
        [one] paragraph
       *[other] paragraphs
    } as in the text
revisions-changed = , { $changeds } changed
revisions-missing = , { $missings } missing
revisions-further = , { $furthers } further
revisions-another_title_tag = ; another title tag
revisions-another_meta_description = ; another meta description
revisions-read = Read { $read_at }.
revisions-show_them = Show them
revisions-changed_2 = Changed
revisions-missing_2 = Missing
revisions-not_looked_at_since = not looked at since
revisions-read_the_page = Read the page
revisions-the_text_as_it_is = Published at
revisions-since = since
revisions-what_was_done_to_this = What was done to this draft
