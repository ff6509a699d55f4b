## pages

page-robots = The site's robots.txt asks that this page is not read by programs.
page-redirect_nowhere = The server answered with a redirect ({ $status }) that leads nowhere.
page-redirects = The page redirects more than { $most } times.
page-no_web_page = This is not a web page but { $type }.
page-no_answer = The server did not answer within { $seconds } seconds.
page-connection = The connection failed ({ $kind }).
page-too_large = The page is larger than { $megabytes } MB, so it was not read.
page-too_slow = The page was not complete after { $seconds } seconds.
page-broken_compression = The page says it is compressed, but it cannot be unpacked.
page-unknown_compression = The page is compressed in a way that was not asked for ({ $encoding }).
page-password = The page asks for a password ({ $status }).
page-refused = The server refuses to show the page ({ $status }).
page-missing = The page does not exist ({ $status }).
page-gone = The page is gone ({ $status }).
page-too_often = The server says that it is asked too often ({ $status }).
page-legal = The page is not shown for legal reasons ({ $status }).
page-fault = The server reported a fault of its own ({ $status }).
page-status = The server answered with status { $status }.
page-no_text = The page has no text that counts.
page-needs_browser = Only a browser fills this page; what the server sends is an empty frame. Save it in your browser as a complete page and upload the file.
page-fault_of_ours = Something went wrong while this page was read. The others are not affected.
page-same_as = It leads to the same page as result { $rank }, which is read in its place.

## addresses

address-invalid = This is not a valid address. It should look like https://www.site.example/page.
address-scheme = Only addresses that begin with http:// or https:// can be read.
address-no_host = The address has no host name. It should look like https://www.site.example/page.
address-port = Port { NUMBER($port, useGrouping: 0) } is not one that web pages use, so it is not asked.
address-not_found = The host { $host } could not be found.
address-private = { $host } is an address on a private network and is not read.

## services

service-quota = { LABEL($service, of: "service") } has been asked { $quota } times within { $hours } hours, as often as is set. Try again later.
service-unreachable = { LABEL($service, of: "service") } cannot be reached. Try again later; everything else works without it.
service-status = { LABEL($service, of: "service") } answered with status { $status }. Try again later.
service-too_large = { LABEL($service, of: "service") } answered with more than { $megabytes } MB. Nothing was imported.
service-no_json = { LABEL($service, of: "service") } answered with something that is no JSON. Nothing was imported.
service-no_list = { LABEL($service, of: "service") } answered with something that is not what was asked for. Nothing was imported.
service-keywords_found = It answered; { $keywords } { $keywords ->
        [one] keyword
       *[other] keywords
    } for a trial.
service-figures_found = It answered; { $figures } { $figures ->
        [one] figure
       *[other] figures
    } for a trial.
remark-spelling = “{ $word }” is in no dictionary.
remark-grammar = { $words }
remark-long_sentence = { $words } { $words ->
        [one] word
       *[other] words
    }; sentences of more than { $most } are hard to follow. Part it.
remark-passive = Passive voice: say who does it, where that matters.
remark-filler = “{ $words }” mostly adds nothing.
remark-nesting = A heading { $level } below a heading { $before }: the next level down is { $right }.
error-share_hours = A link lasts 1 to { $most } hours.
error-shares_many = A draft has at most { $most } links that are open. End one first.
error-guest_name = Say your name, in at most 80 characters: it stands beside what you write.
error-guest_tries = Too many links were tried from here. Wait a quarter of an hour.
error-merge_old = The draft was changed since this page was made. The two texts are shown anew below; your choices have to be made again.
error-remark = This is nothing that can be hushed or checked.
error-word = A word for the dictionary has letters, and at most 80 of them.
error-words_many = The dictionary has { $most } words, which is the most it can hold.
error-proposal = This is no proposal that can be accepted or dismissed. Suggest edits again.
error-passage_changed = The passage was changed meanwhile. Choose it again.
error-rewrite_kind = The text assistant here cannot do this.
error-rewrite_block = This passage cannot be said otherwise here: choose words within one paragraph, without line breaks, links or code.
error-rewrite_short = Choose a passage of at least { $least } words.
error-rewrite_same = The assistant found nothing to change in this passage.
error-rewrite_loses = What the assistant made loses { LIST($phrases) }, so it is not proposed.
error-rewrite_mistakes = What the assistant made has mistakes the passage did not have, so it is not proposed.
service-cannot = { LABEL($service, of: "service") } cannot do this. Choose something else, or another assistant.
service-too_long = { LABEL($service, of: "service") } answered with far more than was asked for. Nothing was imported.
service-assistant_answered = It answers: a sentence of { $of } { $of ->
        [one] word
       *[other] words
    } came back with { $words }.
service-none_set_up = { LABEL($service, of: "service") } is not set up here.
mapping-no_object = The description of a service is a JSON object with address, headers and lists.
mapping-no_address = The description of a service lacks the address for “{ $question }”, which begins with https:// or http://.
mapping-no_expression = The expression for “{ $name }” cannot be understood ({ $reason }).
mapping-no_such_name = Nobody knows what {"{"}{ $name }{"}"} in the address of a service is.
mapping-unreadable = The description of a service at { $path } cannot be read ({ $reason }).
service-none = No results service is set up here. Open the study with addresses instead.

## notes

notice-study_ready = “{ $study }” is ready: { $pages } { $pages ->
        [one] page
       *[other] pages
    } read, { $competitors } { $competitors ->
        [one] competitor
       *[other] competitors
    } proposed.
notice-study_failed = “{ $study }” could not be read: { $reason }
notice-pages_read = The pages that were added to “{ $study }” are read.
notice-reread = The pages of “{ $study }” were read anew; { $changed } { $changed ->
        [one] page is
       *[other] pages are
    } read otherwise.

## studies

study-no_results = No results came back for “{ $keyword }” in { $country }. Check the spelling, try a shorter phrase, or give the addresses yourself.
study-nothing_read = None of the pages could be read. The reasons stand beside each.
error-fault = The fault is ours and has been noted. What you wrote is kept in your browser until it is saved.
error-busy = Somebody else's work on the same thing took too long to wait for. Nothing was changed; try again in a moment.
error-database_away = The database is away for the moment, so nothing can be shown or saved. What you write is kept in your browser and saved when it is back; it goes on by itself.
error-reading_fault = Something went wrong on our side while the pages were read. What was read is kept; try again.
error-figures_fault = Something went wrong on our side while the figures were worked out. The choice is kept; try again.

## why a result is proposed to be left out

advice-near_copy = It is nearly the same text as result { $rank }.
advice-same_page = It leads to the same page as result { $rank }.
advice-own_page = It is the page of our own that is to be reworked.
advice-own_site = It is on { $host }, a site of your own. No own page is a competitor.
study-rework_failed = The page to rework could not be read: { $why }
study-rework_ranks = The page to rework ranks { $rank }, and is no competitor of itself.
study-rework_does_not_rank = The page to rework is not among these results.
error-too_many_results = A study compares at most { $most } pages.
error-result_there = This address is among the results already, at rank { $rank }.
error-no_page_in_file = There is no page in the file: { $reason }
error-decided_meanwhile = { $by } decided on “{ $name }” while you looked at it: { LABEL($action, of: "decided") }. Nothing of yours was changed yet.
error-study_not_ready = A study is saved as a file once its pages are read.
error-study_working = Its pages are being read. Wait until it is ready.
error-folder = A folder's name has up to { $most } characters.
advice-other_intent = It answers another intent than most: { LIST($terms) }.
advice-needs_browser = Only a browser fills it: { $words } { $words ->
        [one] word
       *[other] words
    } could be read, where { $usual } are usual. Save it in your browser and upload the file.
advice-no_text = No text of its own was found on it.
advice-other_language = It is in another language ({ LANGUAGE($language) }).
advice-other_kind = It is { LABEL($kind) }, and most of the results are { $usual }s.
advice-kind = It is { LABEL($kind) }.
advice-short = It has only { $words } { $words ->
        [one] word
       *[other] words
    } of text.
advice-giant = It is a one-off giant: { $words } { $words ->
        [one] word
       *[other] words
    }, where { $usual } is usual.

## drafts

draft-no_competitor = No competitor is chosen in the study, so there is nothing to measure against.
draft-figures_missing = The study's figures are not there just now. The text is saved; it is scored as soon as they are.
draft-measured_later = This text is saved. Its score follows in a moment: other texts of yours are being measured.
draft-too_long = This text has { $words } { $words ->
        [one] word
       *[other] words
    }. It is saved, but it is not scored: scoring stops at { $most } words. Split it into several drafts.

## what cannot be done

error-not_found = There is no such page, or it belongs to another workspace.
error-not_allowed = As { LABEL($role) } you cannot do this; it takes { LABEL($least) } or more. Ask an owner of the workspace.
error-body_large = What was sent is larger than is allowed here ({ $kilobytes } kB). Nothing of it was read.
error-body_slow = What was sent had not arrived after { $seconds } seconds, and was given up. Try again.
error-errand = This could not be read, though it was tried several times. Try it again, or with another file.
error-one_at_a_time = Something that you asked for is still being read. Try again when it is done; nothing of it is lost.
error-bodies = Too much is being sent at once. Try again in a moment; what you wrote is kept in this browser.
error-revisions = This draft was kept { $most } times within an hour, which is the most. Your text stays in this browser; save again later.
service-pictures_found = It answered; { $pictures } { $pictures ->
        [one] picture
       *[other] pictures
    } for a trial.
service-tried = { $name }: { $said } ({ $seconds } s)
service-answered = It answers: { $results } { $results ->
        [one] result
       *[other] results
    } for the word “test”.
error-studies_waiting = { $most } studies of this workspace are being read or wait to be; open this one when some of them are ready.
error-signed_out = You are not signed in.
error-no_workspace = Your account belongs to no workspace. Ask somebody for an invitation.
error-link_over = This link was used already, has ended, or never was one. Ask for a new one.
error-name = A name has 1 to { $most } characters.
error-user_name = A user name has 1 to 150 characters.
error-user_name_taken = There is an account of this name already. Choose another, or sign in.
error-password = This password cannot be used. { $reasons }
error-mail = This is not a mail address. Nothing was changed.
mail-password-subject = A new password for Fundament
mail-password = 
    { $name }, somebody asked for a new password for your account { $username } at Fundament.

    Set it here, within two hours:
    { $link }

    If it was not you, do nothing: the password stays as it is.
error-old_password = The password now is not right. Nothing was changed.
error-in_other_workspaces = This person belongs to other workspaces too, so no single owner can open the account. They can change the password themselves.
error-last_owner = This is the only owner. Make somebody else an owner first.
error-no_such_role = There is no such role. It is owner, editor, writer or reader.
error-time_zone = There is no such time zone. Choose one of the list.
error-language = The application does not speak this language. Choose one of the list.
error-cannot_be_undone = This cannot be undone.
error-undone_already = This was undone already.
error-changed_since = What this changed was changed again since, so it cannot be undone by itself. Undo the later change first.
error-no_file_or_page = Choose a file, or type the address of a page.
error-statement = The draft cannot be marked so.
error-statement_text = A passage of up to { $most } characters is needed.
error-statement_count = Say how many are there: 1 to { $most }.
error-statements_many = This draft has { $most } marks already; undo one first.
error-statement_gone = The text has changed meanwhile, so there is nothing to settle.
error-no_file = Choose a file first.
error-no_such_decision = There is no such decision.
error-decide_on_none = Tick what is to be decided on first; up to { $most } at once.
error-note_alone = A note goes with a decision. Choose one of the buttons; the note is kept with it.
error-split_unticked = Tick what is to stand by itself.
error-given_name = A name has up to { $most } characters, a kind up to { $kind }.
error-no_own_term = Write at least one term, one a line.
error-too_many_characters = This is longer than { $most } characters. Bring it in parts.
error-outline_has_subtopic = This subtopic is in the outline already.
error-outline_long = An outline has at most { $most } headings. Remove some first.
error-outline_heading = A heading is 1 to { $most } characters; this one has { $length }.
error-outline_node = Notes are up to { $characters } characters, and a section is planned with up to { $words } words.
error-outline_changed = { $who } changed this section meanwhile; its heading is “{ $heading }” now. What you typed is still here: open the section again to see theirs, or save once more to put yours in its place.
error-outline_empty = The outline has no heading yet. Add the proposed ones, or write one of your own.
error-draft_without_headings = This draft has no H2 or H3 that an outline could be made of.
error-no_such_move = There is no such move.
error-own_name = A name is 1 to { $most } characters.
error-too_many_own = A study has at most { $most } terms or entities of one's own; remove some first.
error-added_already = “{ $name }” was added already.
error-join = Two or more of one kind that the competitors have can be joined; what was added by hand or split off cannot.
error-nothing_to_add_to = There are no figures to add to yet. Choose a competitor first.
error-nothing_to_confirm = There is no plan to confirm yet.
error-own_target = An own target is two whole numbers from 0 to { $most }, the lower first.
error-planned_length = A planned length is 50 to { $most } words.

## device

device-small = phone or tablet
device-computer = computer

## revision

revision-by_a_link = { $name }, by a link

## study

study-as_of = as of { $day }

## picture_library

picture_library-searched = The library is searched.

## site

site-visits_asked = The keyword catalogue is asked for its visits.
site-not_yet = not yet

## matrix

matrix-answered = answered on { $pages } of { $of } competitors
matrix-salience = { $page }: salience { $value }
matrix-named = named on { $pages } of { $of } competitors

## filter

filter-four_or_more = 4 or more

## term

term-yours = yours
term-kept_alone = kept without a competitor

## subtopic

subtopic-is_asked = asked as a question

## plan

plan-as_pdf = Plan as PDF: { $keyword }

## study

study-second_plan = { $study }, second plan

## name

name-numbered = { $name } ({ $number })
somebody-from_a_file = { $name } (from a study file)

## keyword_lists

keyword_lists-pasted = Pasted

## keyword_list

keyword_list-added = { $added } added.
keyword_list-added_but_there = { $added } added; { $there } were on the list already.
keyword_list-taken_off = { $count } removed from the list.
keyword_list-question = question
keyword_list-from_list = From { $name }

## operating

operating-queued_again = The job is queued again.

## new_study_form

new_study_form-keyword_label = Keyword
new_study_form-keyword_help = The phrase people search for, as they type it.
new_study_form-country_label = Country
new_study_form-language_label = Language
new_study_form-device_label = Device
new_study_form-depth_label = Results to read
new_study_form-secondary_label = Secondary keywords
new_study_form-name_label = Name
new_study_form-name_help = Optional; without one it is called by its keyword.
new_study_form-folder_label = Folder
new_study_form-folder_help = Optional, to keep studies together.
new_study_form-rework_address_label = A page of yours to rework
new_study_form-rework_address_help = Optional: its address. It is read, becomes the first draft, and is never its own competitor.
new_study_form-place_label = Place
new_study_form-place_help = Optional: a town or region. Results are those of somebody who searches there.
new_study_form-as_of_label = As of
new_study_form-as_of_help = Optional: an earlier day whose results are asked for. The pages are read as they are today.
new_study_form-keep_label = Use for new studies
new_study_form-keep_help = Country, language, device, number of results and folder become what new studies of this workspace begin with.
new_study_form-addresses_label = Addresses
new_study_form-addresses_help = Optional. One per line, best first: these pages are compared instead of asking for ranked results.
new_study_form-secondary_help = Optional, up to { $most }, one per line: phrases the page should answer too.
new_study_form-keyword_required = Give the keyword: the phrase that people search for.
new_study_form-keyword_too_long = A keyword has at most 200 characters.
new_study_form-no_day = Give a day, such as 2026-03-31.
new_study_form-no_letter = A keyword needs at least one letter or digit.
new_study_form-line_too_long = Line { $number } has { $characters } characters; a keyword has at most { $most }.
new_study_form-day_outside = Give a day between { $year } and today.
new_study_form-many_addresses = At most { $most } addresses can be compared; these are { $addresses }.
new_study_form-line_wrong = Line { $number }, { $line }: { $why }

## site

site-pages_added = { $new } { $new ->
        [one] page
       *[other] pages
    } added.
site-pages_added_but = { $new } { $new ->
        [one] page
       *[other] pages
    } added; these are no addresses of this site: { LIST($refused) }
device-unknown = unknown
entity-also_written_so = also { LIST($names) }
language-unknown = a language that could not be told
