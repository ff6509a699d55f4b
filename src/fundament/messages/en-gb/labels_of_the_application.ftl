label-service-results = The results service
label-service-keywords = The keyword catalogue
label-service-trust = The service that knows trust and referring sites
label-service-speed = The service that measures speed
label-service-pictures = The picture library
label-service-assistant = The text assistant
label-owner = an owner
label-editor = an editor
label-writer = a writer
label-reader = a reader
label-a-product = a product page
label-a-category = a shop's category page
label-a-forum = a thread written by users
label-a-video = a video page
label-a-home = a home page
label-a-encyclopaedia = an encyclopaedia entry

## columns of tables, and hints

label-column-term = Term
label-column-weight = Weight
label-column-weight-help = Share of 100 over all of its kind
label-column-pages = Pages
label-column-pages-help = Competitors that use it in their text
label-column-density = Uses per 1,000 words
label-column-density-help = Over the competitors that use it
label-column-target = Target
label-column-target-help = Uses at the planned length
label-filter-words = Words
label-filter-tier = Shared by
label-filter-zone = Stands in
label-filter-decided = Decision
label-filter-ours = Our text
label-filter-demand = Searches
label-tier-1 = most
label-tier-2 = some
label-tier-3 = few
label-cause-first = the first measurement
label-cause-text = the text
label-cause-competitors = competitors, decisions or words on the text
label-cause-program = a newer version of the program
label-zone_filter-headed = title or headings
label-zone_filter-text = text only
label-decided_filter-yes = any
label-decided_filter-no = none
label-ours_filter-yes = has it
label-ours_filter-no = lacks it
label-ours_filter-own = added by us
label-column-demand = Searches a month
label-column-demand-help = As the keyword catalogue knows it, in the mean of a year
label-column-searched = Keyword
label-column-searches = Searches a month
label-column-closeness = Closeness
label-column-closeness-help = Of its meaning to the study's keyword, 0 to 1
label-column-answered_by = Answered by
label-column-answered_by-help = Competitors that have all its words in one sentence
label-column-taken_up = Added to
label-column-specificity = Specificity
label-column-specificity-help = How many powers of ten more often than in general language
label-column-range = Target range
label-column-entity = Entity
label-column-kind = Kind
label-column-named_on = Pages
label-column-named_on-help = Competitors that name it
label-column-salience = On the competitors, first to last
label-column-salience-help = How much of each page is about it
label-column-context = Written of with
label-column-subtopic = Subtopic
label-column-place = Place
label-column-place-help = How far down the pages it usually stands
label-column-level = Level
label-column-headed_on = Pages
label-column-headed_on-help = Competitors that have a heading for it
label-column-matrix = On the competitors
label-column-in_outline = Outline
label-column-in_outline-help = Where it is in our outline; Add (key o) adds it there
label-column-decision = Decision
label-decide-kept = Always keep
label-decide-kept-help = It stays when the competitors change
label-decide-dropped = Ignore
label-decide-dropped-help = It counts nothing; its points go to the others of its kind
label-decide-must = Required
label-decide-must-help = One and a half times its weight
label-decide-may = Optional
label-decide-may-help = Half its weight
label-decide-as_proposed = Reset
label-decide-as_proposed-help = Resets what was decided on it
label-decided-as_proposed = reset
label-decided-kept = always kept
label-decided-dropped = ignored
label-decided-own_target = own target
label-decided-must = required
label-decided-may = optional
label-column-competitor = Competitor
label-column-rank = Rank
label-column-words = Words
label-column-headings = Headings
label-column-date = Date
label-column-referring_sites = Referring sites
label-column-referring_sites-help = Sites that link to its site, as the service that is set up knows them
label-column-trust = Trust: site, page
label-column-trust-help = 0 to 100, as the service that is set up says it; sorted by the site's
label-column-first_byte = First byte
label-column-first_byte-help = Time to the first byte
label-column-score = Score
label-column-score-help = Of 100; competitors against the others, what is left out against all of them
label-column-on_scale = Mean of all, of the first 5, and our text
label-column-against_mean = Against the mean
label-column-tf_idf_mean = TF-IDF, mean
label-column-tf_idf_first = TF-IDF, first 5
label-column-tf_idf_own = TF-IDF, our text
label-column-wdf_idf_mean = WDF*IDF, mean
label-column-wdf_idf_first = WDF*IDF, first 5
label-column-wdf_idf_own = WDF*IDF, our text
label-column-bm25_mean = BM25, mean
label-column-bm25_first = BM25, first 5
label-column-bm25_own = BM25, our text

## what was done

label-verb-workspace-rename = Workspace renamed
label-verb-member-invite = Invitation made
label-verb-member-end_invitation = Invitation ended
label-verb-member-accept = Became a member
label-verb-member-change = Role changed
label-verb-member-remove = Member removed
label-verb-member-password = Link for a new password made
label-verb-study-open = Study opened
label-verb-study-read_again = Failed pages retried
label-verb-study-choose = Choice of competitors
label-verb-study-as_proposed = Choice reset
label-verb-study-overrule = What counts of a page
label-verb-study-as_read = Page as it was read
label-verb-study-bring_entities = Own entities brought
label-verb-study-drop_entities = Own entities removed
label-verb-study-decide = Decision
label-verb-study-call = Called
label-verb-study-add_terms = Own terms added
label-verb-study-add_entities = Own entities added
label-verb-study-join = Joined
label-verb-study-split = Split off
label-verb-study-take_back = Addition undone
label-verb-study-secondary_keywords = Secondary keywords
label-verb-study-confirm = Plan confirmed
label-verb-study-plan_length = Planned length
label-verb-outline-add = Outline: added
label-verb-outline-change = Outline: section changed
label-verb-outline-move = Outline: moved
label-verb-outline-remove = Outline: removed
label-verb-outline-take = Outline: from the headings of a draft
label-verb-study-folder = Study moved to a folder
label-verb-study-open_file = Study opened from a file
label-verb-study-duplicate = Study duplicated
label-verb-study-rename = Study renamed
label-verb-study-add_page = Page added by hand
label-verb-study-read_page = Page read again
label-verb-study-bring_page = Page uploaded as a file
label-verb-study-defaults = What new studies begin with
label-verb-study-reread = Pages read anew from how they came
label-verb-study-archive = Study archived
label-verb-study-restore = Study restored
label-verb-draft-create = Draft begun
label-verb-draft-hush = Remark hushed
label-verb-draft-add_word = Word added to the dictionary
label-verb-draft-check_by_hand = Checked by hand
label-verb-draft-share = Shared by a link
label-verb-draft-renew_share = Link renewed
label-verb-draft-end_share = Link ended
label-verb-draft-accept = Proposals accepted
label-verb-draft-dismiss = Proposals dismissed
label-verb-draft-state = Marked on a draft
label-verb-draft-unstate = Mark on a draft undone
label-verb-draft-rename = Draft renamed
label-verb-draft-archive = Draft archived
label-verb-draft-restore = Draft restored
label-verb-draft-take_over = Revision made the text
label-verb-draft-measure_against = Measured against
label-verb-draft-publish = Published

## label.interface_language

label-interface_language-en-gb = English

## label.role

label-role-owner = Owner
label-role-editor = Editor
label-role-writer = Writer
label-role-reader = Reader

## label.store

label-store-pictures = Pictures of drafts
label-store-drafts = Drafts
label-store-revisions = Revisions
label-store-pages_as_they_came = Pages as they came
label-store-pages_as_they_were_read = Pages as they were read

## label.job

label-job-fill_keyword_list = Asking the keyword catalogue
label-job-list_site = Reading a sitemap
label-job-read_site = Reading a site's pages
label-job-read_study = Reading a study
label-job-observe_study = Asking for trust and speed
label-job-make_figures = Working out figures
label-job-renew_study = Bringing figures up to date
label-job-read_waiting = Reading single pages of a study
label-job-reread_study = Reading a study's pages anew
label-job-read_entity_file = Reading a file of entities
label-job-score_again = Scoring drafts again
label-job-carry_out_errand = Reading a file, or asking another server
label-job-look_at_table = Looking at a table
label-job-take_table = Importing a table
label-job-read_publication = Reading a published page

## label.statement_kind

label-statement_kind-there = There already
label-statement_kind-covered = Covered
label-statement_kind-not_covered = Not covered
label-statement_kind-ours = This is ours
label-statement_kind-fine = This is fine
label-statement_kind-not_for_page = Ignore for this page

## label.revision_cause

label-revision_cause-kept = Saved automatically
label-revision_cause-conflict = Could not be saved over a newer text
label-revision_cause-before = Before another revision was restored
label-revision_cause-published = Published
label-revision_cause-proposal = Before proposals were accepted

## label.proposal_verdict

label-proposal_verdict-taken = Accepted
label-proposal_verdict-edited = Edited and accepted
label-proposal_verdict-dismissed = Dismissed

## label.import_state

label-import_state-looking = Being looked at
label-import_state-offered = Waiting for you
label-import_state-waiting = Waiting to be imported
label-import_state-taking = Being imported
label-import_state-done = Imported
label-import_state-stopped = Stopped
label-import_state-failed = Could not be imported

## label.job_trouble

label-job_trouble-error = ended in an error
label-job_trouble-ended = ended its process

## label.action

label-action-kept = Always kept
label-action-dropped = Ignored
label-action-own_target = Own target
label-action-must = Required
label-action-may = Optional
label-action-as_proposed = No decision

## label.addition

label-addition-own = Own
label-addition-join = Joined
label-addition-split = Split off

## label.country

label-country-gb = United Kingdom
label-country-us = United States
label-country-ie = Ireland
label-country-ca = Canada
label-country-au = Australia
label-country-de = Germany
label-country-at = Austria
label-country-ch = Switzerland
label-country-fr = France
label-country-be = Belgium
label-country-nl = Netherlands
label-country-es = Spain
label-country-it = Italy
label-country-pt = Portugal
label-country-pl = Poland

## label.device

label-device-desktop = Desktop
label-device-mobile = Mobile

## label.figures

label-theme-none = As the system has it
label-theme-light = Light
label-theme-dark = Dark
label-figures-none = There
label-figures-making = Being worked out
label-figures-failed = Could not be worked out

## label.site_state

label-site_state-none = At rest
label-site_state-listing = Its sitemap is being read
label-site_state-reading = Its pages are being read
label-site_state-stopping = Stopping

## label.page_state

label-page_state-new = Not read yet
label-page_state-read = Read
label-page_state-failed = Not read

## label.study_state

label-study_state-asking = Asking for results
label-study_state-reading = Reading the pages
label-study_state-ready = Ready
label-study_state-empty = No results
label-study_state-failed = Failed

## label.result_state

label-result_state-waiting = Waiting
label-result_state-reading = Reading
label-result_state-read = Read
label-result_state-failed = Failed

## label.limit

label-limit-STUDIES_AT_ONCE = Studies of a workspace that are read at once
label-limit-STUDIES_WAITING = Studies of a workspace that are read or wait to be
label-limit-JOBS_AT_ONCE = Jobs at once in one worker
label-limit-LARGEST_TEXT = Text that is sent at once
label-limit-REVISIONS_AN_HOUR = Revisions of a draft within an hour
label-limit-RESULTS_QUOTA = Questions to the results service in a day (0: no bound)
label-limit-SIGN_IN_TRIES = Sign-ins that may fail from one address before the next has to wait

## services, as owners see them in a table

label-service_kind-results = Results service
label-service_kind-keywords = Keyword catalogue
label-service_kind-trust = Trust and referring sites
label-service_kind-speed = Speed of pages
label-service_kind-pictures = Picture library
label-service_kind-assistant = Text assistant
