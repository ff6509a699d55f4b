## operating/page.html

operating-operating_fundament = Administration · Fundament
operating-jobs_were_given_up = { $faileds } { $faileds ->
        [one] job was
       *[other] jobs were
    } given up.
operating-no_job_of_this_workspace = No job of this workspace was given up.
operating-a_worker_is_at_work = A worker is at work.
operating-no_worker_was_seen_within = No worker was seen within the last minute: nothing is read until one runs.
operating-failed_jobs = Failed jobs
operating-job = Job
operating-what_it_was_about = What it was about
operating-job_2 = job { $number }
operating-no_reason_is_kept_any = No reason is kept any more.
operating-a_job_is_tried_three = A job is tried three times. One that ends its process twice is set aside, so that it holds up nobody. Its number is that in the log.
operating-a_job_is_tried_three_2 = A job is tried three times; one that is given up after that stands here with its reason.
operating-services = Services
operating-service = Service
operating-set_up = Set up
operating-yes = yes
operating-no = no
operating-try_it_now = Try it now
operating-stored_for_this_workspace = Stored for this workspace
operating-together = Together
operating-as_the_database_keeps_it = As the database keeps it, compressed. Pages that several workspaces have read are counted for each.
operating-limits = Limits
operating-whoever_runs_the_installation = Whoever runs the installation changes them by these settings.
