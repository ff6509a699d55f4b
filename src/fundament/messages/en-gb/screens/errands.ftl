## errands/one.html

errand-fundament = { $about } · Fundament
errand-it_is_about_to_be = It is about to be done.
errand-it_is_being_done = It is being done.
errand-the_result_opens_here_you = The result opens here. You can leave and come back.
errand-no_worker_was_seen_within = No worker was seen within the last minute. Nothing is done until one runs. Whoever runs the installation can start one.

## errands/waiting_part.html

waiting-no_worker_was_seen_within = No worker was seen within the last minute. Nothing is done until one runs.
