## sites/list.html

sites-sites_fundament = Sites · Fundament
sites-your_own_sites_their_pages = Your own sites: their pages, and what each page is meant for.
sites-site = Site
sites-read = Read
sites-sitemap_read = Sitemap read
sites-no_site_was_put_away = No archived sites.
sites-no_site_yet_give_the = No site yet. Give the address of your own: its sitemap says which pages it has.
sites-a_further_site = A further site
sites-www_site_example = www.site.example
sites-its_sitemap_is_read_at = Its sitemap is read at once; you start the reading of its pages.
sites-add_the_site = Add the site

## sites/site.html

site-fundament = { $host } · Fundament
site-pages_of_are_read = { $all } { $all_2 ->
        [one] page
       *[other] pages
    } of { $host }; { $read } { $read_2 ->
        [one] is
       *[other] are
    } read
site-pages_that_wait = { $new } { $new ->
        [one] waits
       *[other] wait
    }
site-could_not_be = , { $failed } could not be
site-no_page_of_is_known = No page of { $host } is known yet.
site-its_sitemap_is_being_read = Its sitemap is being read.
site-its_pages_are_being_read = Its pages are being read, { $pages_a_minute } a minute at most: { $read } of { $all }.
site-it_stops_after_this_page = It stops after this page.
site-stop = Stop
site-read_the_sitemap = Read the sitemap
site-read_pages = Read { $new } { $new_2 ->
        [one] page
       *[other] pages
    }
site-try_again = Try { $failed } again
site-search_the_addresses = Search the addresses
site-meant_for_the_keyword = Meant for the keyword
site-what_is_said_of_it = Settings
site-its_own_names_parted_by = Its own names, parted by commas
site-sitemap = Sitemap
site-looked_for_in_robots_txt = looked for in robots.txt and the usual places
site-pages_a_minute_at_most = Pages a minute, at most
site-pages_by_hand = Pages by hand
site-addresses_one_per_line = Addresses, one per line

## sites/traffic_part.html

traffic-searches_brought_about_visits = { $drawing } Searches brought about { $last } visits in { $month }, as the keyword catalogue reckons.
