plan-title = Plan: { $keyword }
plan-answer = About { $words } { $words ->
        [one] word
       *[other] words
    }; the competitors have { SPAN($usual) }. It is good enough from a score of { $aim } of 100 on; past { $enough } more would be padding.
plan-answer_without_aim = About { $words } { $words ->
        [one] word
       *[other] words
    }; the competitors have { SPAN($usual) }. There are too few competitors for an aim.
plan-market = { $country }, { $language }, { $device }
plan-market_place = { $place }, { $market }
plan-market_day = { $market }, results of { $day }
plan-assigned = { $name }, until { $due }
plan-assigned_undated = { $name }
plan-due_alone = nobody yet, until { $due }
plan-kinds = Of { $read } { $read ->
        [one] result
       *[other] results
    } that were read: { LIST($kinds) }.
plan-no_outline = There is no outline yet. The subtopics that most competitors have a heading for are: { LIST($subtopics) }.
plan-section_facts = about { $words } { $words ->
        [one] word
       *[other] words
    }; { $pages } of { $all } competitors head it
plan-section_words = about { $words } { $words ->
        [one] word
       *[other] words
    }; no competitor has it
plan-section_pages = { $pages } of { $all } competitors head it
plan-section_own = no competitor has it
plan-head_title = { SPAN($length) } characters, the keyword early; the competitors' have { $usual } as a rule.
plan-head_description = { SPAN($length) } characters, with the keyword; say what the reader gets.
plan-head_shared = Words the competitors' title tags share: { LIST($words) }. Say something that theirs do not.
plan-statements_said = Three competitors or more say this, each in its own words. Say it in yours, or know why you do not; figures that differ are worth checking. It counts nothing in the score.
plan-terms_said = Uses at the planned length, in full sentences. Write naturally: above the most it costs a little, and a list of terms earns nothing.
plan-terms_cut = The { $shown } most important of { $all }; the application and the JSON and table exports have all.
plan-entities_said = Name these where they belong, near the words beside them: that is how they are understood.
plan-questions_said = In how many of the competitors an answer was found; answers nobody gives are room for you.
plan-last = What no program can check: facts and prices, your own experience, photographs of your own. What the competitors have in common is where a text begins, not what makes it good.
plan-searches = searched { $volume } { $volume ->
        [one] time
       *[other] times
    } a month
plan-secondary_facts = on { $whole } of { $pages } pages exact, in a title or heading on { $headed }
hard-in_title = the title tag of { $count } of the first { $pages } has the exact keyword
hard-in_heading = an H1 or H2 of { $count } of them has it
hard-in_address = the address of { $count } of them has its words
hard-score = their scores are { $median } at the median
hard-referring_sites = { $median } { $median ->
        [one] site refers
       *[other] sites refer
    } to theirs at the median ({ $known } are known)
hard-site_trust = the trust of their sites is { $median } of 100 at the median ({ $known } are known)
hard-age = they were changed { $median } years ago at the median ({ $known } say when)
left_out-shop = shop
left_out-users = written by users
left_out-video = video
left_out-giant_site = giant general site
left_out-intent = other intent
left_out-thin = too thin
left_out-old = out of date
left_out-ours = our own page
error-paper_letters = This machine has no font with letters of { LIST($scripts) }. Choose DOCX or Markdown, or ask whoever runs this installation for a font.
error-paper_slow = The paper was not finished within { $seconds } seconds. Try once more, or choose another format.
error-paper_failed = The paper could not be set as PDF. Choose another format, and tell whoever runs this installation.
error-plan_intent = What the searcher wants is up to { $most } characters.
error-plan_due = “{ $typed }” is no date. Write it as 2026-12-24.
error-plan_assignee = Whoever it is assigned to must be a member of this workspace.
error-logo = A logo is a PNG or JPEG of up to { $megabytes } MB.
error-no_plan = There is nothing to plan yet: choose competitors first.

## outline_move

outline_move-up = Up
outline_move-down = Down
outline_move-in = One level in
outline_move-out = One level out
outline_move-remove = Remove

## demand_standing

demand_standing-term = among the terms
demand_standing-outline = in the outline
demand_standing-secondary = a secondary keyword
outline_send-named = Add to outline: “{ $name }”
outline_send-short = Add to outline
