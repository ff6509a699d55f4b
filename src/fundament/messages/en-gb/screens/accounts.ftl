## accounts/account.html

account-your_account_fundament = Your account · Fundament
account-your_account = Your account
account-saved = Saved.
account-light_or_dark = Light or dark
account-in_this_browser = For this browser. Papers are always light.
account-the_password_was_changed_all = The password was changed. All other sessions have ended.
account-the_mail_address_was_saved = The mail address was saved.
account-name_time_zone_language = Name, time zone, language
account-every_date_and_time_is = Every date and time is shown in it. It is
account-there = there.
account-where_you_are_signed_in = Where you are signed in
account-on_device = On
account-here = here
account-password_now = Password now
account-change_it = Change it
account-mail_address = Mail address
account-a_link_for_a_new = A link for a new password is mailed to it when you ask for one.
account-mail_is_not_set_up = Mail is not set up here, so nothing is sent yet. Once it is, you can have a link for a new password mailed.
account-nobody_else_sees_it = Nobody else sees it.
account-save_the_address = Save the address

## accounts/forgotten_password.html

forgotten_password-password_forgotten_fundament = Password forgotten · Fundament
forgotten_password-password_forgotten = Password forgotten
forgotten_password-if_there_is_an_account = If there is an account of “{ $asked }” with a mail address, a link for a new password is on its way to it. The link works for two hours. Nothing there after some minutes? An owner of your workspace can make a link, too.
forgotten_password-back_to_signing_in = Back to signing in
forgotten_password-a_link_for_a_new = A link for a new password is mailed to the address in your account.
forgotten_password-user_name_or_mail_address = User name or mail address
forgotten_password-mail_me_a_link = Mail me a link

## accounts/invitation.html

invitation-invitation_fundament = Invitation · Fundament
invitation-you_are_invited_to_this = You are invited to this workspace as { $role }.
invitation-you_are_signed_in_as = You are signed in as { $user }.
invitation-become_a_member = Become a member
invitation-password_at_least_characters = Password, at least 8 characters
invitation-make_an_account = Make an account
invitation-you_have_one_already = You have one already?
invitation-and_come_back_to_this = , and come back to this link.

## accounts/members.html

members-members_fundament = Members · Fundament
members-members_of = Members of { $workspace }
members-people_belong_to_this_workspace = { $members } { $members ->
        [one] person belongs
       *[other] people belong
    } to this workspace. Owners invite and change roles, editors open studies and decide, writers write, readers read.
members-this_link_makes_whoever_opens = This link makes whoever opens it a member, once, within seven days.
members-with_this_link_sets_a = With this link { $link_for } sets a new password, once, within a day.
members-it_is_shown_only_now = It is shown only now; copy it and send it yourself.
members-the_link = The link
members-person = Person
members-role = Role
members-you = you
members-role_of = Role of { $user }
members-change = Change
members-link_for_a_new_password = Link for a new password
members-let_go = Remove
members-invite_somebody = Invite somebody
members-for_whom_only_you_see = For whom (only you see it)
members-links_that_are_open = Links that are open
members-until = { $note }, { $role }, until { $expires_at }
members-end_it = End it
members-name_of_the_workspace = Name of the workspace
members-logo = Logo
members-the_logo_of = The logo of { $workspace }
members-for_plans_and_reports_on = For plans and reports on paper: PNG or JPEG, up to 2 MB
members-take_it = Use it
members-take_it_away = Remove it
members-without_a_note = without a note

## accounts/new_password.html

new_password-new_password_fundament = New password · Fundament
new_password-new_password = New password
new_password-for_all_sessions_of_the = For { $person } ({ $username }). All sessions of the account end.
new_password-set_it = Set it

## accounts/sign_in.html

sign_in-sign_in_fundament = Sign in · Fundament
sign_in-measure_a_text_against_the = Measure a text against the pages that rank, and see which edits pay.
sign_in-too_many_tries_for_this = Too many tries for this user name or from this address. Wait { $wait } { $wait ->
        [one] second
       *[other] seconds
    }, then try again. A link for a new password lets you in at once.
sign_in-user_name_and_password_do = User name and password do not match. Both are case-sensitive.
sign_in-password_forgotten = Password forgotten?
sign_in-password_forgotten_an_owner_of = Password forgotten? An owner of your workspace can make a link for a new one.
