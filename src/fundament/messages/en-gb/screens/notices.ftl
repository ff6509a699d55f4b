## notices/link.html

notices-new_notes = { $unseen_notices } new { $unseen_notices ->
        [one] notification
       *[other] notifications
    }

## notices/list.html

notices-notes_fundament = Notifications · Fundament
notices-what_you_began_and_left = When something you started is done, you are told here. Notifications stay for 60 days.
notices-new = new
notices-nothing_yet_open_a_study = Nothing yet. Open a study and go on with something else; when its pages are read you find a notification here.
