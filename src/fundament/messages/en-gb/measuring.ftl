as_written = { $text }

## errors of the core

error-too_many_secondary = { $count } secondary keywords are too many; { $most } can be kept beside the keyword. Leave out those that matter least.
error-no_term = “{ $name }” is no term: give one to { $most } words, at least one of which says something.
error-term_is_there = “{ $name }” is there already, as the term “{ $term }”.
error-no_entity = “{ $name }” is no name: give one to { $most } words with letters or digits.
error-entity_is_there = “{ $name }” is there already, as the entity “{ $entity }”.
error-split_nothing = Nothing of “{ $name }” can be split off that way: a part has to go and a part has to stay.
error-keyword_empty = The keyword is empty. Give the phrase that people search for.
error-no_text = None of the pages has text that counts, so there is nothing to compare with.
error-skos_format = { $name } is not a SKOS file that can be read: use Turtle (.ttl), RDF/XML (.rdf) or JSON-LD (.jsonld).
error-skos_large = { $name } is larger than { $megabytes } MB.
error-skos_empty = { $name } holds no concept with a label (skos:prefLabel) in this language.
error-skos_many = { $name } holds { $concepts } { $concepts ->
        [one] concept
       *[other] concepts
    }; at most { $most } can be taken. Give the part that belongs to the subject.
error-skos_malformed = { $name } cannot be read as { $format }: it is not well-formed.
error-skos_json = { $name } is not valid JSON.
error-skos_remote = { $name } takes a part of it from another place, and nothing is fetched for it. Put the context into the file.
error-skos_doctype = { $name } has a document type with entities, which no SKOS file needs. Write the characters themselves.
error-skos_shape = { $name } is nested too deep, or has too many parts, to be read.
page-confined-slow = The page was not measured: reading it took longer than { $seconds } seconds.
page-confined-large = The page was not measured: reading it took more than { $megabytes } MB of memory.
page-confined-ended = The page was not measured: it broke what reads it, twice.
confined-slow = Reading it took longer than { $seconds } seconds and was given up. Give a smaller part of it.
confined-large = Reading it took more than { $megabytes } MB of memory and was given up. Give a smaller part of it.
confined-ended = It could not be read: it broke what reads it.
error-no_such_block = The page has no such block. It may have been read again; reload to see what was read.
error-nothing_counts = Then nothing of the page would count. Leave it out of the competitors instead.
error-document_malformed = What came is not a text that the editor writes. Reload the page; what was typed is kept in this browser.
error-document_large = The text is too large to be kept in one draft. Split it.
stored-unknown_version = What is stored here ({ $stage }) was made by version { $version }, which this program does not know. It has to be made anew.
stored-unreadable = What is stored here ({ $stage }, version { $version }) cannot be read. It has to be made anew.

## errors of the command line

command-keyword_empty = The keyword is empty. Give one with --keyword, or a study file with --study.
command-no_competitors = No competitor is chosen in the study, so there is nothing to measure against.
command-no_language = None of the pages in { $folder } is in the language { $language }.
command-is_folder = { $path } is a folder, not a file.
command-cannot_read = The file { $path } cannot be read.
command-no_folder = There is no folder { $folder }. Give one that holds HTML files.
command-bad_line = { $path }, line { $line }: every line needs rank, url and file, rank being a whole number.
command-no_pages = There are no HTML files in { $folder }.
command-draft_large = The draft { $path } is larger than { $megabytes } MB.
command-not_utf8 = The draft { $path } is not UTF-8 text.
command-not_a_draft = { $path } is not a draft that can be read: use .html, .md or .txt.

## remarks on a reading

reading-unknown_charset = The page names an unknown character set ({ $name }).
reading-wrong_charset = The page says it is { $name } but is not; it was read as another character set.
reading-cut_text = Only the beginning of the text was read: { $words } words in { $blocks } blocks at most.
reading-cut_markup = The page has more elements, attributes or nesting than is read; what exceeds the bounds was left out.
reading-filled_by_script = The page is an empty frame that its scripts fill in a browser; what could be read of it may be a small part.
reading-redirected = Redirected to { $address }.
reading-without_spaces = { LANGUAGE($language) } is written without spaces between words; every two signs count as a word.
reading-is_utf8 = The page says it is { $name } but is UTF-8, and was read as that.
reading-guessed_charset = Nothing says which character set the page is in, or what says so is wrong. It was guessed: { $name }.

## what is no web page

no_page-pdf = This is a PDF, not a web page. To work on its text, copy it into a draft.
no_page-word = This is a document of a word processor, not a web page. To work on its text, copy it into a draft.
no_page-spreadsheet = This is a spreadsheet, not a web page. A list of addresses can be pasted when a study is opened.
no_page-slides = These are slides, not a web page. To work on their text, copy it into a draft.
no_page-old_office = This is a document of an office program, not a web page. To work on its text, copy it into a draft.
no_page-book = This is an electronic book, not a web page. To work on a chapter, copy its text into a draft.
no_page-web_archive = This is an archive of web pages (WARC), not a page. Take the pages out of it and give them one by one.
no_page-archive = This is an archive of files, not a web page. Unpack it and give the pages in it one by one.
no_page-compressed = This is a compressed file, not a web page. Unpack it and give the page in it.
no_page-picture = This is a picture, not a web page. Give the address of the page that shows it.
no_page-sound_or_film = This is sound or film, not a web page. Give the address of the page that plays it.
no_page-font = This is a font, not a web page.
no_page-program = This is a program, not a web page.
no_page-database = This is a database, not a web page.
no_page-postscript = This is a PostScript document, not a web page. To work on its text, copy it into a draft.
no_page-feed = This is a feed or a list of addresses for programs, not a web page. Give the addresses of the pages in it.
no_page-xml = This is XML for programs, not a web page.
no_page-data = This is data for programs, not a web page.
no_page-text = This is plain text, not a web page. To work on it, copy it into a draft.
no_page-binary = This is no text at all, so it is no web page.

## why a page is taken for one of its kind

kind-structured_data = structured data: { $name }
kind-open_graph = Open Graph type: { $name }
kind-no_path = the address has no path
kind-address = the address contains { $part }
kind-prices_and_controls = { $prices } { $prices ->
        [one] price
       *[other] prices
    } and { $controls } { $controls ->
        [one] buying control
       *[other] buying controls
    }
kind-goods = a price just below the title, and something to choose or to buy
kind-prices = { $prices } { $prices ->
        [one] price
       *[other] prices
    } and few paragraphs
kind-posts = posts by several people
kind-video = a video and little text
kind-references = info box and list of references
kind-calls_itself = the site calls itself an encyclopaedia
kind-running_text = { $words } { $words ->
        [one] word
       *[other] words
    } of running text

## remarks on a consensus

note-other_language = { $pages } { $pages ->
        [one] page
       *[other] pages
    } in { LANGUAGE($other) } left out: the others are in { LANGUAGE($language) }.
note-far_off = { $url } has { $words } { $words ->
        [one] word
       *[other] words
    }, far from the others; it does not move the ranges.
note-near_copy = { $url } is nearly the same text as { $original }: the two count as one page.
note-freak = { $url } has { $value } { LABEL($measure) }, where no other has more than { $most }; it does not move the ranges.
note-few_pages = { $pages } { $pages ->
        [one] competitor
       *[other] competitors
    }: what two of them share may be chance, and one page can move a range. From { $least } on the figures are robust.
note-tiny_pages = { $pages } of { $of } { $of ->
        [one] competitor
       *[other] competitors
    } have under { $words } { $words ->
        [one] word
       *[other] words
    }: one use more or less is much there, so few terms are shared and ranges are rough.
note-wide_lengths = The competitors have from { $least } to { $most } { $most ->
        [one] word
       *[other] words
    }. Uses are taken per 1,000 words and targets follow the planned length, so choose that on purpose.
note-long_pages = Half of the competitors have { $median } { $median ->
        [one] word
       *[other] words
    } or more, which is a manual rather than an article. So { $planned } { $planned ->
        [one] word
       *[other] words
    } are proposed, twice a long article. Plan another length where a manual is meant.
note-lacks_pack = The pages are in { LANGUAGE($language) }, a language that nothing is known of here: words are counted, and little else.
note-lacks_entities = The pages are in { LANGUAGE($language) }. Its entities are names that several pages share, and nouns that a table of a thousand words has a kind for.
note-lacks_meaning = Headings are grouped by the words they share more than by meaning.

## why an item has its points

reason-term = { $uses } { $uses ->
        [one] use
       *[other] uses
    }; { $pages } of { $of } competitors use it, { SPAN($target) } at this length.
reason-use_uncounted = { $uses } { $uses ->
        [one] use does
       *[other] uses do
    } not count: { LABEL($why) }.
reason-use_inside = { $uses } { $uses ->
        [one] use stands
       *[other] uses stand
    } inside “{ $other }”, which has the points.
reason-term_above = From { $ceiling } { $ceiling ->
        [one] use
       *[other] uses
    } on it costs a little.
reason-entity_recognised = Named { $uses ->
        [1] once
        [2] twice
       *[other] { $uses } times
    } with what belongs to it.
reason-entity_told = Named { $uses ->
        [1] once
        [2] twice
       *[other] { $uses } times
    } with what belongs to it: half of the points. The other half is for what competitors say with it beside the terms: { LIST($context) }.
reason-entity_everyday = An everyday word: it earns as a term only.
reason-entity_mentioned = Named { $uses ->
        [1] once
        [2] twice
       *[other] { $uses } times
    }, with too few of the words that competitors write beside it: { LIST($context) }.
reason-entity_absent = Not named; { $pages } of { $of } competitors do.
reason-subtopic_headed = It has a heading, with the text to it.
reason-subtopic_headed_only = A heading of its own, but little text that answers it.
reason-subtopic_headed_perhaps = A heading of its own; the text perhaps answers it, which counts half: “{ $sentence }”
reason-subtopic_perhaps = Perhaps answered, which counts half: “{ $sentence }”
reason-subtopic_headed_perhaps_by_words = A heading of its own; a passage has some of the words that go with it, and perhaps answers it, which counts half.
reason-subtopic_perhaps_by_words = A passage has some of the words that go with it, and perhaps answers it, which counts half.
reason-subtopic_covered = Answered in the text, without a heading.
reason-subtopic_absent = Not covered; { $pages } of { $of } competitors give it a heading.
reason-structure = { $value } { LABEL($measure) }; most competitors have { SPAN($target) }.
reason-idle_text = { $count } of them count nothing: they stand in lists of phrases.
reason-idle_headings = { $count } of them count nothing: there is no text below.
reason-length = { $characters } { $characters ->
        [one] character
       *[other] characters
    }; { SPAN($target) } are shown whole.
reason-body_exact = { $sentences } { $sentences ->
        [one] sentence holds
       *[other] sentences hold
    } the exact keyword; { SPAN($target) } earn the points, the usual range is { SPAN($usual) }.
reason-keyword_whole = The exact keyword is there.
reason-keyword_in_part = Part of it is there.
reason-keyword_absent = It is not there.
reason-secondary = { $found } of { $asked } secondary keywords that the competitors have here are there too.
reason-keyword_share = On the competitors' pages { NUMBER($share, style: "percent") } of it is, on average.

## what checks find: what is, what is usual, what to do

check-use_term-none = Not used; { SPAN($target) } is usual on { $pages } of { $of } competitors. Use it { $missing ->
        [1] once
        [2] twice
       *[other] { $missing } times
    }{ $missing ->
        [one] {""}
       *[other] , each in a sentence of its own
    }.
check-use_term-there = It is there { $uses ->
        [1] once
        [2] twice
       *[other] { $uses } times
    }, but not in a way that counts. { SPAN($target) } is usual on { $pages } of { $of } competitors. Use it { $missing ->
        [1] once
        [2] twice
       *[other] { $missing } times
    } in running text.
check-use_term-more = Used { $uses ->
        [1] once
        [2] twice
       *[other] { $uses } times
    }; { SPAN($target) } is usual on { $pages } of { $of } competitors. Use it { $missing ->
        [1] once
        [2] twice
       *[other] { $missing } times
    } more{ $missing ->
        [one] {""}
       *[other] , each in a sentence of its own
    }.
check-own_statements = Nothing earned by { $sentences } { $sentences ->
        [one] sentence
       *[other] sentences
    } that { $sentences ->
        [one] follows
       *[other] follow
    } { $source } statement by statement. Say what you know yourself.
check-own_pieces = Nothing earned by { $sentences } { $sentences ->
        [one] sentence
       *[other] sentences
    } in a passage put together from pieces of competitors' pages. Say it in your own words.
check-loosen = Nothing earned by { $sentences } { $sentences ->
        [one] sentence that is
       *[other] sentences that are
    } hardly more than a list of terms. Say something about them.
check-own_words = Nothing earned by { $sentences } { $sentences ->
        [one] sentence that is
       *[other] sentences that are
    } in nearly the same words on { $source }. Say it in your own words.
check-vary = Nothing earned by { $sentences } { $sentences ->
        [one] sentence that follows
       *[other] sentences that follow
    } the same pattern as two before. Say each thing in its own way.
check-word_order = Nothing earned by { $sentences } { $sentences ->
        [one] sentence
       *[other] sentences
    } in a passage whose words have no natural order.

## what is said of a whole score

score-measured_as = Measured as if it had { $planned } { $planned ->
        [one] word
       *[other] words
    }: of a longer text every section counts less.
score-no_subject = The text says little of the subject so far, so all its points count at { NUMBER($share, style: "percent") }.
score-monotonous = Most of the sentences follow the same few patterns, are put together from pieces of other pages or have no natural order, so all points count at { NUMBER($share, style: "percent") }.
score-denied-copied = { $sentences } { $sentences ->
        [one] sentence earns
       *[other] sentences earn
    } nothing: nearly the same words stand on a competitor's page.
score-denied-reworded = { $sentences } { $sentences ->
        [one] sentence earns
       *[other] sentences earn
    } nothing: a competitor's page, reworded statement by statement.
score-substance = Some passages say little beside their terms. On average { NUMBER($share, style: "percent") } of the points of your text count.
score-lacks-substance = Substance is not judged here: it takes five competitors, and a language in which it was shown.
score-lacks-certain_order = In this language the order of words is only pointed at; it takes no points.
score-doubted = Look at { $sentences } { $sentences ->
        [one] sentence
       *[other] sentences
    }: the words may be out of their order. This takes no points, but nothing is called enough before you have said that it is fine.
score-denied-quoted = { $sentences } { $sentences ->
        [one] sentence earns
       *[other] sentences earn
    } nothing: quoted from a competitor, or beyond a fifth of the text in quotations.
score-denied-pieces = { $sentences } { $sentences ->
        [one] sentence earns
       *[other] sentences earn
    } nothing: put together from pieces of competitors' pages.
score-denied-frame = { $sentences } { $sentences ->
        [one] sentence earns
       *[other] sentences earn
    } nothing: the same pattern was used twice before.
score-denied-order = { $sentences } { $sentences ->
        [one] sentence earns
       *[other] sentences earn
    } nothing: the words around have no natural order.
score-denied-crammed = { $sentences } { $sentences ->
        [one] sentence earns
       *[other] sentences earn
    } nothing: hardly anything in it but terms.
score-lacks-order = The order of words is not judged in this language.
check-take_out = Used { $uses ->
        [1] once
        [2] twice
       *[other] { $uses } times
    }; { SPAN($target) } is usual. Remove { $fewer }.
check-name_entity-mentioned = Named { $uses ->
        [1] once
        [2] twice
       *[other] { $uses } times
    }, with too few of the words that competitors write beside it: { LIST($context) }. Say there what it has to do with two of them.
check-name_entity-told = It is named. Competitors also say with it, beside the terms: { LIST($context) }.
check-name_entity-absent = { $pages } of { $of } competitors name it ({ $kind }). Say what it has to do with { LIST($context) }.
check-name_entity-absent_any = { $pages } of { $of } competitors name it. Say what it has to do with { LIST($context) }.
check-name_entity-own_any = On your own list; no competitor names it. Name it in a sentence of its own.
check-name_entity-own = On your own list ({ $kind }); no competitor names it. Name it in a sentence of its own.
check-head_subtopic-answered = { $pages } of { $of } competitors have a heading for it; yours answers it in the text. Give that part an H{ $level }.
check-head_subtopic-perhaps = { $pages } of { $of } competitors have a heading for it; yours perhaps answers it: “{ $sentence }” If so, give that part an H{ $level }; if not, add a paragraph that does.
check-head_subtopic-perhaps_by_words = { $pages } of { $of } competitors have a heading for it; a passage of yours has some of the words that go with it, and perhaps answers it. If so, give that part an H{ $level }; if not, add a paragraph that does.
check-head_subtopic-absent = { $pages } of { $of } competitors have a heading for it. Add an H{ $level } with a paragraph that answers it.
check-answer_subtopic = “{ $heading }” is a heading for it, but the text below says little of what the competitors say there. Answer it in a paragraph.
check-lengthen_section = { $words } { $words ->
        [one] word
       *[other] words
    } under “{ $heading }”; { SPAN($target) } is usual on the competitors' pages. Say more of it there, about { $missing } { $missing ->
        [one] word
       *[other] words
    }.
check-title-none = There is no title tag.
check-description-none = There is no meta description.
check-length = It has { $characters } { $characters ->
        [one] character
       *[other] characters
    }.
check-length_without = It has { $characters } { $characters ->
        [one] character
       *[other] characters
    }, and the exact keyword is not in it.
check-title = { SPAN($target) } characters with the keyword early are shown whole. Write one.
check-description = { SPAN($target) } characters that hold the keyword are shown whole. Write one.
check-h1-none = There is no H1. Add one that holds the keyword.
check-h1-without = The H1 does not hold the exact keyword. Add it.
check-move_use-opening = The exact keyword stands first in block { $block } of the text, and not in its first 100 words. Move that sentence up.
check-move_use-h2 = No H2 holds the exact keyword. Put it into “{ $heading }”, or into another H2.
check-move_use-from_text = The running text has it { $uses ->
        [1] once
        [2] twice
       *[other] { $uses } times
    }, which is more than is usual, so it can go from there.
check-split_paragraph = This paragraph has { $words } { $words ->
        [one] word
       *[other] words
    }; more than { $most } are hard to read on a screen. Split it into { $pieces }.
check-few-images_with_alt = { $value } { LABEL($measure) }; { SPAN($target) } is usual. Add { $missing }.
check-few-internal_links = { $value } { LABEL($measure) }; { SPAN($target) } is usual. Link { $missing } { $missing ->
        [one] more page
       *[other] more pages
    } of your own.
check-few-external_links = { $value } { LABEL($measure) }; { SPAN($target) } is usual. Link { $missing } { $missing ->
        [one] more page
       *[other] more pages
    } of others that support what you say.
check-few-list_items = { $value } { LABEL($measure) }; { SPAN($target) } is usual. Put { $missing } { $missing ->
        [one] step or thing
       *[other] steps or things
    } in a list.
check-question-none = No heading asks a question; the competitors have { SPAN($target) }. Turn { $turn } of yours into a question.
check-question-more = { $value } { $value ->
        [one] heading asks
       *[other] headings ask
    } a question; the competitors have { SPAN($target) }. Turn { $turn } of yours into a question.
check-heading_nesting-second_h1 = There is more than one H1. A page has one main heading; make this an H2.
check-heading_nesting-skips = An H{ $level } under an H{ $above } skips a level. Make it an H{ $right }.

## what brings a count into the usual range

advice-add = add { $count }
advice-take_out = remove { $count }
advice-leave = leave
advice-move = More than usual in { LIST($more) }, fewer in { LIST($fewer) }: uses can be moved.

## why a passage loses points, beside what it is like

denied-why_copied = Nearly the words of a competitor. Say it in your own words. Or mark it as yours, if you wrote it first.
denied-why_reworded = It says what a competitor's page says, in the same order. Add what you know yourself.
denied-why_pieces = It is put together from pieces of competitors' pages. Write it yourself.
denied-why_frame = The same pattern was used twice before. Say each thing in its own way.
denied-why_order = The words have no natural order. Read it aloud, and put it right.
denied-why_crammed = It is hardly more than a list of terms. Say something about them.
denied-why_substance = It says less beside its terms than the competitors do. { NUMBER($share, style: "percent") } of its points count.
