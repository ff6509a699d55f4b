file-too_large = The file is larger than { $megabytes } MB. Split it and give the parts one by one.
file-empty = The file is empty.
file-no_table = This is no table but { LABEL($kind) }. Give a CSV, TSV, XLSX, XLS or ODS file.
file-no_rows = No visible sheet of the file holds anything.
file-rows_cut = Only the first { $most } rows are looked at.
file-columns_cut = Only the first { $most } columns are looked at.
file-too_many_columns = The table has { $columns } columns; at most { $most } are read. Is it parted by another sign than it seems?
file-broken_text = The table cannot be read from row { $row } on ({ $reason }).
file-hidden_sheets = { $sheets } { $sheets ->
        [one] hidden sheet is
       *[other] hidden sheets are
    } passed over.
file-password = The file is protected by a password. Save it without one.
file-broken_workbook = The file is damaged, or no workbook in spite of its name. Open it in a spreadsheet and save it anew.
file-bomb = Unpacked, the file would be larger than { $megabytes } MB. Nothing of it was read.
file-columns_missing = A column that is needed is not there any more.
file-no_archive = This is no archive of pages. Give a WARC, ARC, WACZ, ZIP or MHTML file, or HTML files.
study_file-none = This is no study file. Give the ZIP that was saved from a study's plan.
study_file-strange = There is something in the file that does not belong there ({ $name }).
study_file-later = The file was written by a later version of Fundament (format { $version }; this one knows { $known }). Bring this installation up to date first.
study_file-parts = The file is not complete: what it lists and what is in it differ.
study_file-altered = { $name } is not what it was when the file was written: it was damaged or altered.
study_file-unreadable = { $name } in the file cannot be read.
study_file-incomplete = The file names pages that are not in it.
study_file-twice = The file has two things in one place, so nobody can say which one holds.
study_file-stage = { $name } was made by a version of the reader that this installation cannot use.
document-none = This is no text that can be read. Give an HTML, Markdown, DOCX or plain text file.
document-kind = Files ending in .html, .md, .docx and .txt can be read.
document-old = This is a file of an older word processor. Save it as DOCX there, and bring that.
document-locked = The file is protected by a password. Remove the password in the word processor, and bring it again.
document-unreadable = The file is damaged or not a DOCX file, so its text cannot be read.
document-empty = There is no text in it.
picture-unreadable = This is no picture that can be shown. Give a PNG, JPEG, WebP or GIF file.
picture-large = A picture may have up to { $megapixels } million pixels. Make it smaller first.
error-pictures_many = The workspace keeps { $most } pictures, which is the most.
error-picture_gone = This picture was looked for too long ago. Search again.
file-no_pages = There is no page in the file.
file-broken_archive = The archive is damaged and cannot be unpacked.
file-pages_cut = There are { $pages } pages in it; the first { $most } are read.
file-records_cut = Only the first { $most } records of the archive were looked at.
file-damaged = The archive is damaged at byte { $at }; what could be read is kept.
file-cut = The archive ends in the middle of a record; what came before is kept.
file-only_requests = The archive holds only requests and no answers, so there is no page in it.
file-no_page_in_it = None of its { $records } { $records ->
        [one] record is
       *[other] records are
    } a web page that was found (status 200).
file-passed_over = { $other } { $other ->
        [one] file that is no page
       *[other] files that are no pages
    } and { $status } { $status ->
        [one] page that was not found
       *[other] pages that were not found
    } are passed over.
file-listed_not_there = results.csv names { $name }, which is not in the archive.
file-listed_wrong = Line { $row } of results.csv needs rank, url and file.
file-entry_damaged = { $name } is damaged or too large and is passed over.
sitemap-cut = The sitemap has { $addresses } addresses; the first { $most } are read.
sitemap-damaged = The sitemap is damaged near line { $row }; what could be read is kept.
sitemap-broken = The sitemap cannot be read as XML.
sitemap-is_a_page = This is a web page and no sitemap. A sitemap often stands at /sitemap.xml; robots.txt may say where.
sitemap-nothing = No address stands in this sitemap.
sitemap-no_addresses = { $lines } { $lines ->
        [one] line without an address is
       *[other] lines without an address are
    } passed over.

## rows

row-lacks = It has no { LABEL($field, of: "field") }.
row-no_text = “{ $value }” is no { LABEL($field, of: "field") }.
row-no_number = “{ $value }” is no number, which the { LABEL($field, of: "field") } has to be.
row-no_share = “{ $value }” is no share, which the { LABEL($field, of: "field") } has to be.
row-no_date = “{ $value }” is no date.
row-no_address = “{ $value }” is no web address.
row-too_long = The { LABEL($field, of: "field") } has { $characters } characters; at most { $most } are imported.
row-out_of_bounds = { $value } is no possible { LABEL($field, of: "field") }.
row-again = “{ $value }” stood in an earlier row.
row-too_many = At most { $most } rows are imported; this one and those after it are left out.
study-file_not_read = { $name } was not read. { $reason }
study-pages_not_taken = { $pages } { $pages ->
        [one] further page is
       *[other] further pages are
    } not taken; { $taken } are.
study-no_pages_in_files = There is no page in what was given. { $reasons }
error-keyword_for_results = Give the keyword first: a phrase with a letter or digit, of at most 200 characters.
error-no_readable_address = None of the addresses in the table can be read.
site-listed = The sitemap lists { $pages } { $pages ->
        [one] page
       *[other] pages
    }; { $new } { $new ->
        [one] is
       *[other] are
    } new.
site-sitemap_not_read = { $address } could not be read.
site-listing_cut = After { $seconds } seconds { $left } { $left ->
        [one] sitemap was
       *[other] sitemaps were
    } left unread.
error-too_long_for_xlsx = { $rows } rows are too many for a workbook here; at most { $most } are written. Export them as CSV, or ask for fewer.
site-pages_of_others = { $pages } { $pages ->
        [one] address
       *[other] addresses
    } of other sites in it are passed over.
site-no_sitemap = No sitemap was found in { $tried } { $tried ->
        [one] place
       *[other] places
    }. Give its address below, or the pages' addresses by hand.
site-fault = Something went wrong while the site was read. What was read is kept; begin again.
error-site_is_there = { $host } is among the sites already.
error-no_host = This is no address of a site. It should look like www.site.example.
error-pages_a_minute = Pages a minute are a whole number from 1 to 600.
error-site_is_busy = Something is being done with this site already. Wait until it is at rest, or stop it.
error-all_pages_read = Every page that is known is read. Read the sitemap to see whether there are new ones.
error-no_page_ticked = Tick at least one page first.
error-no_site_of_ours = { $host } is none of your sites. Add it under Sites first.
error-published_later = A text cannot be published in days to come.
error-no_day = Give the day since when it is there.

## imports and keyword lists

error-file_too_large = The file is larger than { $megabytes } MB.
error-no_such_table = There is no such kind of table here.
error-no_such_field = A column cannot be that.
error-field_twice = Two columns cannot both be the { LABEL($field, of: "field") }.
error-import_under_way = This file is being worked on; wait until it is done, or stop it.
error-nothing_to_take = There is no row that could be imported.
error-import_fault = Something went wrong while this table was imported. Nothing of it was stored; try again.
error-list_name = A list needs a name of 1 to { $most } characters.
error-too_many_keywords = A list has at most { $most } keywords.
error-too_many_at_once = { $count } at once are too many; at most { $most } can be undone together. Give longer lists as a file.
error-no_seed = Give a phrase that people search for, or the address of a site.
error-catalogue_fault = Something went wrong while the catalogue was asked. Ask again.
keywords-none_found = The keyword catalogue knows nothing about “{ $asked }”.
error-no_phrases = No line holds a keyword. A keyword has a letter or digit, and at most 200 characters.
error-nothing_ticked = Tick at least one keyword first.
error-no_such_action = There is no such action.

## import

import-becomes_a_study = Its pages, best first, become a study of “{ $keyword }”; at most { $most } are read.
import-goes_on_a_list = Its keywords go on the list “{ $list }”.
import-becomes_a_list = Its keywords become a list of their own.
