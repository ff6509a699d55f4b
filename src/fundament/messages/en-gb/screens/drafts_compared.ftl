## drafts/compared/compare.html

compare-compare_fundament = { $keyword }: compare · Fundament
compare-is_too_long_to_be = “{ $draft }” is too long to be measured. { $pages } competitors side by side.
compare-beside_competitors_of_figures = “{ $draft }” beside { $pages } { $pages ->
        [one] competitor
       *[other] competitors
    }: { $differing } of { $total } figures are outside the usual range.
compare-competitors_side_by_side_with = { $pages } competitors side by side. With a draft, ours stands first.
compare-what_is_not_as_usual = outside the usual range
compare-competitors_of = Competitors ({ $pages } of { $every })
compare-at_most_ten_at_once = At most ten at once.
compare-comparison = Comparison
compare-figure = Figure
compare-rows_of_all = { $rows } of { $all }
compare-titles_and_descriptions = Titles and descriptions
compare-characters_pixels = Characters, pixels
compare-description = Description
compare-usual_the_middle_half_of = Usual range: the middle half of all competitors; of terms the target up to where more costs; of the score the aim. Entities: how often ours are recognised, and how much of a competitor's page is about it, in hundredths. Pixels: at 20 and 14 px in a neutral font.

## drafts/compared/questions.html

questions-questions_fundament = { $keyword }: questions · Fundament
questions-no_questions_or_related_searches = No questions or related searches came with the results of this study.
questions-they_come_from_the_results = They come from the results service. Where addresses, files or a table of results were given in its place, there are none.
questions-questions_and_related_searches = { $askeds } questions and related searches came with the results.
questions-nobody_answers_of_the_questions = Nobody answers { $open_ones } of the questions: { $open_ones_2 }
questions-each_of_the_questions_is = Each of the questions is answered by somebody.
questions-our_page = Our page
questions-how_it_is_told = Answered: a sentence holds what is asked for, such as a time, a price or a reason, with the question’s words in it or in its heading. A search is answered by a heading with text, or by a sentence, that holds all its words. Perhaps: something near it. On 80 labelled pairs the 11 called answered were; 14 other answers were called perhaps or missed.
