## notices/link.html

notices-new_notes = { $unseen_notices } new { $unseen_notices ->
        [one] note
       *[other] notes
    }

## notices/list.html

notices-notes_fundament = Notes · Fundament
notices-what_you_began_and_left = What you began and left is noted here when it is done. Notes stay for 60 days.
notices-new = new
notices-nothing_yet_open_a_study = Nothing yet. Open a study and go on with something else; when its pages are read you find a note here.
