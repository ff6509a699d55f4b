# What the browser says by itself. The scripts hold this file.

## browser

browser-not_reached_page = The server cannot be reached. What you see may be old; it is shown anew as soon as the server is back.
browser-no_longer_there = This is no longer there. Reload the page.
browser-could_not = The server could not do this. Reload the page and try once more.
browser-too_many_tries = Too many tries. Wait a quarter of an hour; the text stays here.
browser-no_match = User name and password do not match. Both are case-sensitive.
browser-signing_in = Signing in
browser-not_reached_sign_in = The server cannot be reached. The text stays here; try again.
browser-tick_one = Tick at least one first.
browser-ticked = { $ticked } ticked
browser-no_copying = The browser does not allow copying here.
browser-copied_lines = { $lines } copied
browser-heading_without_words = Heading without words
browser-no_heading_yet = No heading yet
browser-level_skipped = H{ $level } right under H{ $above }
browser-over = over { $number }
browser-found_at = { $at } of { $number }
browser-found = { $number } found
browser-not_found = Not found
browser-replaced = { $number } replaced; Ctrl+Z undoes it
browser-profile = { $blocks } blocks of text, { $marks } uses marked
browser-no_room = Not saved yet; this browser has no room to keep a copy
browser-not_saved_yet = Not saved yet
browser-saving = Saving
browser-not_reached_kept = The server cannot be reached. Your text is kept in this browser
browser-signed_out_kept = You were signed out. Your text is kept in this browser
browser-kept_as_revision = Kept as a revision
browser-saved = Saved
browser-fault_kept = Not saved: the server had a fault. Your text is kept in this browser
browser-may_not_write = You may not write in this draft any more, or were signed out
browser-draft_gone = This draft is no longer there
browser-text_too_large = The text is too large to be saved in one draft; split it
browser-not_taken = The server did not save the text
browser-refused_kept = { $why }. It is kept in this browser
browser-could_not_be_said = This could not be said.
browser-not_reached_not_said = The server cannot be reached, so it was not said.
browser-copied = Copied.
browser-could_not_copy = It could not be copied here. Download the file.
browser-in_this_section = { $words } in this section
browser-chosen = { $words } chosen
browser-to_the_goal = { $left } to the goal of { $goal }
browser-goal_reached = the goal of { $goal } is reached
browser-change_goal = Change
browser-set_goal = Set a goal
browser-words = { $words }
browser-does_not_count = Does not count: { $why }
browser-picture_to_bring = Picture to bring: { $name }. Choose its file…
browser-picture_elsewhere = Picture of another site: { $name }
browser-without_alt = without alt text
browser-bring_it_in = Bring it in
browser-picture_missing = This picture is not in the workspace yet. Click to choose its file.
browser-no_alt_yet = No alt text yet
browser-picture_not_brought_again = The picture could not be brought. Choose its file again.
browser-no_pictures_here = Pictures cannot be brought here.
browser-not_reached_picture = The server cannot be reached, so the picture was not brought. Choose its file again when it is back.
browser-picture_takes_long = The picture takes long. Choose its file again in a moment.
browser-picture_not_brought = The picture could not be brought.
browser-change_picture = Done
browser-put_in_picture = Insert
browser-pictures_on_disk = { $missing ->
        [one] { $missing } picture is on your own disk. Click its place to choose its file.
       *[other] { $missing } pictures are on your own disk. Click their places to choose their files.
    }
browser-pictures_left = { $left ->
        [one] { $left } picture of other sites could not be brought and stands as words.
       *[other] { $left } pictures of other sites could not be brought and stand as words.
    }
browser-text_of_draft = Text of the draft
browser-panel_not_fetched = The panel could not be fetched
browser-not_reached = The server cannot be reached
browser-link_over = The link is over
browser-newer_text = A newer text is there
browser-score = Score { $score }
browser-use_of = Use { $place } of { $uses }
browser-not_done = This could not be done.
browser-not_reached_unchanged = The server cannot be reached, so nothing was changed.
browser-changed_since_proposed = A paragraph was changed since this was proposed. Suggest edits again.
browser-text_as_it_shall_be = The text as it shall be
browser-take_proposal = Accept
browser-choose_in_one_paragraph = Choose words within one paragraph.
browser-assistant_asked = The text assistant is asked.
browser-assistant_takes_long = The text assistant takes long. Ask it again in a moment.
browser-changed_here = The text has changed here since. It is looked at anew.

## keys

keys-text_group = Text
keys-text_bold_italic_underlined_key = Ctrl+B, Ctrl+I, Ctrl+U
keys-text_bold_italic_underlined = bold, italic, underlined
keys-text_code_key = Ctrl+E
keys-text_code = code
keys-text_below_and_above_key = Ctrl+, and Ctrl+.
keys-text_below_and_above = subscript and superscript
keys-text_link_key = Ctrl+K
keys-text_link = link
keys-text_paragraph_key = Ctrl+Alt+0
keys-text_paragraph = paragraph
keys-text_heading_of_that_key = Ctrl+Alt+1 to 6
keys-text_heading_of_that = heading of that level
keys-text_numbered_bulleted_to_key = Ctrl+Shift+7, 8, 9
keys-text_numbered_bulleted_to = numbered, bulleted, to tick off
keys-text_quote_key = Ctrl+Shift+B
keys-text_quote = quote
keys-text_in_a_list_key = Tab, Shift+Tab
keys-text_in_a_list = in a list deeper or less deep, in a table the next or the last cell
keys-text_line_break_key = Shift+Enter
keys-text_line_break = line break
keys-text_undo_redo_key = Ctrl+Z, Ctrl+Shift+Z
keys-text_undo_redo = undo, redo
keys-typing_group = While you type
keys-typing_heading_key = {"#"} to ###### and a space
keys-typing_heading = heading
keys-typing_list_key = - or * and a space
keys-typing_list = list
keys-typing_numbered_list_key = 1. and a space
keys-typing_numbered_list = numbered list
keys-typing_to_tick_off_key = {"["} ] and a space
keys-typing_to_tick_off = to tick off
keys-typing_quote_key = > and a space
keys-typing_quote = quote
keys-typing_code_block_key = ```
keys-typing_code_block = code block
keys-typing_bold_italic_code_key = {"*"}*words**, *words*, `words`
keys-typing_bold_italic_code = bold, italic, code
keys-typing_rule_key = ---
keys-typing_rule = horizontal line
keys-panel_group = In the panel
keys-panel_take_it_in_key = I on an edit
keys-panel_take_it_in = insert it: its heading, or where it is written
keys-panel_take_edit_dismiss_key = A, E, D on a proposal
keys-panel_take_edit_dismiss = accept, edit, dismiss it
keys-panel_covered_not_covered_key = C, N on what is perhaps covered
keys-panel_covered_not_covered = covered, not covered
keys-around_group = Around the text
keys-around_find_replace_key = Ctrl+F, Ctrl+H
keys-around_find_replace = find, replace
keys-around_outline_there_up_key = Alt+O
keys-around_outline_there_up = outline; there Up, Down, and with Alt a section is moved
keys-around_from_the_text_key = Alt+P
keys-around_from_the_text = from the text to the panel and back
keys-around_fold_the_panel_key = Alt+Q
keys-around_fold_the_panel = fold the panel away
keys-around_to_the_next_key = Alt+Down, Alt+Up
keys-around_to_the_next = to the next or last use that is marked
keys-around_this_list_key = ? or Ctrl+/
keys-around_this_list = this list
keys-around_close_what_is_key = Escape
keys-around_close_what_is = close what is open
browser-characters = { $characters } { $characters ->
        [one] character
       *[other] characters
    }
