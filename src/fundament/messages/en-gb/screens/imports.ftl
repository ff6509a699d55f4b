## imports/list.html

imports-tables_brought_in_fundament = Imported tables · Fundament
imports-given = Given
imports-nothing_was_brought_in_yet = No table was imported yet. Import one where it is used: in keyword lists, or as the results of a new study.

## imports/one.html

import-fundament = { $import } · Fundament
import-the_file_is_being_looked = The file is being looked at.
import-its_rows_are_about_to = Its rows are about to be imported.
import-of_rows_are_taken = { $done } of { $taken } rows are imported.
import-stop_nothing_of_it_stays = Stop; nothing of it stays
import-rows_are_taken = { $done } { $done_2 ->
        [one] row
       *[other] rows
    } { $done_2 ->
        [one] is
       *[other] are
    } imported
import-were_left_out = ; { $left_out } { $left_out_2 ->
        [one] was
       *[other] were
    } left out
import-go_on_to_what_came = Go on to what came of it
import-this_was_stopped_and_nothing = This was stopped, and nothing of it was stored.
import-no_column_is_the_say = No column is the { $missing }. Say below which one is.
import-rows_can_be_taken = { $taken } { $taken_2 ->
        [one] row
       *[other] rows
    } can be imported
import-will_be_left_out = ; { $left_out } will be left out
import-nothing_is_stored_yet = . Nothing is stored yet.
import-take_rows = Import { $taken } { $taken_2 ->
        [one] row
       *[other] rows
    }
import-what_the_columns_are = What the columns are
import-sheet = Sheet
import-in_the_file = In the file
import-first_cells = First cells
import-taken_as = Imported as
import-what_you_say_is_remembered = What you say is remembered for the next file with these headings.
import-rows_that = Rows that
import-were = were
import-will_be = will be
import-row = Row
import-the_first_of = The first { $reasons } of { $left_out }.
