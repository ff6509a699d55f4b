## 403.html

forbidden-not_yours_to_open_fundament = Not yours to open · Fundament
forbidden-not_yours_to_open = Not yours to open
forbidden-you_have_no_access = You have no access to this. If you think that is wrong, ask the owner of the workspace.

## 404.html

not_found-nothing_here_fundament = Nothing here · Fundament
not_found-nothing_here = Nothing here
not_found-no_such_page = There is no such page, or it belongs to another workspace.

## 500.html

fault-something_went_wrong_fundament = Something went wrong · Fundament
fault-something_went_wrong = Something went wrong
fault-its_number_in_the_log = Its number in the log is { $number }.

## base.html

base-skip_to_the_content = Skip to the content
base-main = Main
base-members = Members
base-sign_out = Sign out

## problem.html

problem-not_done_fundament = Not done · Fundament
problem-this_was_not_done = This was not done
