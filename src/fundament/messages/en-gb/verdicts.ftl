## verdict

verdict-nothing_left = So much is ignored that there is no aim left to reach. Reset some of it.
verdict-unconfirmed = The aim of { $aim } is reached with your decisions. Without them the text has { $total } and the aim is { $aim_proposed }: an editor can confirm the plan on the yardstick's page; until then this is not called enough.
verdict-still_open = The aim of { $aim } is reached; still open: { LIST($open) }.
verdict-doubted = The aim of { $aim } is reached; a passage waits for your word on the order of its words.
verdict-on_word = The aim of { $aim } is reached, but { $rests } points count because you say so or are ignored. With more than { $most } nothing is called enough.
verdict-no_aim = With one or two competitors there is no aim; choose five or more to have one.
verdict-above_few = Above the few competitors, who have { $aim } to { $enough }. With fewer than five nothing is called enough.
verdict-among_few = Among the few competitors, who have { $aim } to { $enough }. With fewer than five nothing is called enough.
verdict-the_aim = the aim of { $aim }
verdict-the_few = the few competitors, who have { $aim } to { $enough }
verdict-less_than_a_point = Less than a point below { $against }.
verdict-points_below = { $distance } { $distance ->
        [one] point
       *[other] points
    } below { $against }.
verdict-enough = Enough: the aim of { $aim } is reached. More would be padding.
verdict-above_all = Above every competitor (enough ends at { $enough }). Check that it still reads well.
