label-kind-none = no kind

## parts of the score

label-terms = Terms
label-entities = Entities
label-subtopics = Subtopics
label-structure = Structure
label-placement = Placement
label-edits = Next best edits

## measures of length and structure

label-words = words
label-sentences = sentences
label-paragraphs = paragraphs
label-words_per_paragraph = words per paragraph
label-words_per_sentence = words per sentence
label-h1 = H1 headings
label-h2 = H2 headings
label-h3 = H3 and deeper headings
label-question_headings = headings that ask a question
label-images = images
label-images_with_alt = images with alt text
label-list_items = list items
label-table_cells = table cells
label-internal_links = internal links
label-external_links = external links
label-bold = bold passages
label-exact_keyword = sentences with the exact keyword

## places of the keyword, as the score asks for them

label-placement-title = keyword in the title tag
label-placement-title_length = length of the title tag
label-placement-h1 = keyword in the H1
label-placement-opening = keyword in the first 100 words
label-placement-h2 = keyword in an H2
label-placement-body_exact = exact keyword in the text
label-placement-description = keyword in the meta description
label-placement-description_length = length of the meta description

## zones of a page

label-zone-title = title tag
label-zone-description = meta description
label-zone-h1 = H1
label-zone-h2 = H2
label-zone-h3 = H3 and deeper
label-zone-body = body
label-zone-alt = alt text
label-zone-anchor = anchor text
label-zone-emphasis = bold or italic

## checks

label-check-use_term = Use a term
label-check-take_out = Remove some uses
label-check-own_words = Say it in your own words
label-check-own_statements = Add what you know yourself
label-denied-copied = Copied
label-denied-reworded = Follows a competitor
label-denied-pieces = Put together from pieces
label-denied-frame = The same pattern again
label-denied-order = Words out of order
label-denied-crammed = Only terms
label-denied-substance = Says little beside its terms
label-passages-substance = Passages that say little beside their terms
label-passages-doubted = Passages whose words may be out of their order
label-check-own_pieces = Write the passage yourself
label-check-vary = Vary the sentences
label-check-loosen = Say more around the terms
label-check-word_order = Put the words in order
label-check-name_entity = Mention an entity
label-check-head_subtopic = Add a heading for a subtopic
label-check-answer_subtopic = Answer a subtopic
label-check-lengthen_section = Lengthen a section
label-check-title = Title tag
label-check-description = Meta description
label-check-h1 = Main heading
label-check-move_use = Move the keyword
label-check-question = Ask a question
label-check-split_paragraph = Split a paragraph
label-panel-why = Why this score
label-panel-short-why = Why?
label-panel-entry = Title and description
label-panel-short-entry = Title
label-panel-plan = Outline of the study
label-panel-short-plan = Planned
label-panel-statements = What most of them say
label-panel-short-statements = They say
label-panel-language = Language
label-panel-short-language = Language
label-sort-usual = usual gain
label-sort-sure = sure gain
label-sort-kind = kind
label-sort-section = section
label-sort-weight = weight
label-sort-gain = gain
label-sort-name = name
label-sort-state = state
label-merge-theirs = now
label-merge-mine = the other
label-merge-both = both
label-merge-neither = neither
label-use-heading = in a heading
label-use-no_sentence = not in a whole sentence
label-use-crammed = in a sentence that is hardly more than terms
label-use-list = in a list of terms, of which the first counts
label-use-inside = inside a longer term, which has the points
label-use-same_sentence = a second time in one sentence
label-use-too_many = more than is usual; remove some
label-use-reworded = the passage follows a competitor's page statement by statement
label-use-copied = the sentence is nearly a competitor's
label-use-quoted = quoted from a competitor, or beyond a fifth in quotations
label-use-pieces = put together from pieces of competitors' pages
label-use-frame = a pattern that was used twice before
label-use-order = the words around have no natural order
label-screen-wide = Wide screens
label-screen-narrow = Narrow screens
label-readability-flesch = Flesch reading ease
label-readability-kincaid = Flesch–Kincaid grade
label-readability-amstad = Reading ease (Amstad)
label-readability-kandel_moles = Reading ease (Kandel and Moles)
label-readability-fernandez_huerta = Reading ease (Fernández Huerta)
label-readability-gulpease = Gulpease
label-readability-douma = Reading ease (Douma)
label-readability-martins = Reading ease (Martins)
label-readability-pisarek = Pisarek, years of school
label-readability-lix = LIX
label-remark_kind-spelling = Spelling
label-remark_kind-grammar = Grammar
label-remark_kind-long_sentence = Long sentence
label-remark_kind-passive = Passive voice
label-remark_kind-filler = Filler words
label-remark_kind-nesting = Heading level
label-by_hand-facts = Facts: every claim can be shown where it comes from
label-by_hand-prices = Prices, dates and figures are those of today
label-by_hand-experience = There is something in it that only you know, from having done it
label-by_hand-photographs = Photographs of your own show what is said
label-by_hand-names = Names of people, places and products are right
label-by_hand-law = What is said of law, health or money was read by somebody who knows
label-check-emphasis = Set in bold
label-check-questions = Block of questions
label-check-alt = Alt text
label-check-shorten = Shorter
label-check-expand = Fuller
label-check-reword = In other words
label-check-images = Images
label-check-internal_links = Links
label-check-external_links = Links
label-check-list_items = Lists
label-check-heading_nesting = Heading at the wrong level

## what a check is about, where it is neither a term nor a passage

label-subject-title = title tag
label-subject-description = meta description
label-subject-h1 = H1
label-subject-opening = keyword into the opening
label-subject-h2 = keyword into an H2

## kinds of blocks

label-list_item = List item
label-table_cell = Table cell
label-paragraph = Paragraph
label-heading = Heading
label-quote = Quote
label-code = Code
label-caption = Caption
