## keywords/from_catalogue_part.html

from_catalogue-from_the_keyword_catalogue = From the keyword catalogue
from_catalogue-a_phrase_or_the_address = A phrase, or the address of a site
from_catalogue-of_a_site_what_it = Of a site: what it ranks for.
from_catalogue-country = Country
from_catalogue-ask_the_catalogue = Ask the catalogue
from_catalogue-no_catalogue_is_set_up = No catalogue is set up here. Lists can be made by hand and out of tables.

## keywords/list.html

keyword_list-fundament = { $list } · Fundament
keyword_list-keywords_of_them_questions = { $summary_count } { $summary_count_2 ->
        [one] keyword
       *[other] keywords
    }, { $questions } of them { $questions_2 ->
        [one] question
       *[other] questions
    }
keyword_list-searches_a_month_together = ; { $volume } searches a month together
keyword_list-fit_what_you_ask_for = { $found } fit what you ask for.
keyword_list-the_keyword_catalogue_is_being = The keyword catalogue is being asked.
keyword_list-ask_again = Ask again
keyword_list-contains = Contains
keyword_list-without = Without
keyword_list-words_at_least = Words, at least
keyword_list-difficulty_at_most = Difficulty, at most
keyword_list-searches_from = Searches from
keyword_list-words_difficulty_and_searches = Words, difficulty and searches are numbers; what is none was passed over.
keyword_list-with_what_is_ticked = With what is ticked
keyword_list-the_first_that_is_ticked = The first that is ticked is the keyword, the others are secondary ones
keyword_list-open_a_study = Open a study
keyword_list-new_list = New list
keyword_list-take_off = Remove from list
keyword_list-add_keywords = Add keywords
keyword_list-one_per_line_or_cells = One per line, or cells of a spreadsheet
keyword_list-add_from_a_table = Add from a table
keyword_list-its_name = Its name

## keywords/lists.html

keyword_lists-keywords_fundament = Keywords · Fundament
keyword_lists-phrases_people_search_for_with = Phrases people search for, with what is known of each. From a list keywords go into a study.
keyword_lists-from = From
keyword_lists-no_list_was_put_away = No archived lists.
keyword_lists-no_list_yet_make_one = No list yet. Make one below: type or paste phrases, give a table, or ask the keyword catalogue.
keyword_lists-by_hand = By hand
keyword_lists-keywords_one_per_line = Keywords, one per line
keyword_lists-cells_copied_from_a_spreadsheet = Cells copied from a spreadsheet are looked at as a table first.
keyword_lists-make_the_list = Make the list
keyword_lists-from_a_table = From a table
keyword_lists-nothing_is_stored_before_you = Nothing is stored before you have seen what was understood.
keyword_lists-made_by_hand = made by hand
