## assets/library_part.html

picture_library-no_picture_library_is_set = No picture library is set up. An owner can set one up in the settings of the installation.
picture_library-the_library_has_no_picture = The library has no picture to “{ $words }”. Try another word.
