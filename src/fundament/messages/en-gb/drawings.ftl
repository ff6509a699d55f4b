## the core sample

core_sample-no_score = No score yet
core_sample-no_aim = no aim
core_sample-aim = aim { $aim }
core_sample-excused = { $points } points ignored
core_sample-excused_why = { $points } points ignored: you marked them so for this page, or a competitor took them from it
core_sample-part = { $part } { $points } of { $most }
core_sample-score = Score { $total } of 100; { $aim }; { $parts }
core_sample-earned = { $part }: { $points } of { $most } points, earned
core_sample-lacks = { $part }: { $points } of { $most } points, the rest lacks

## the aim in words

aim-none = no aim
aim-firm = aim { $aim }
aim-interval = aim { $aim } to { $enough }
aim-on_word = { $points } counted because you say so
aim-excused = { $points } ignored
aim-as_proposed = { $said }; without your decisions { $total }, aim { $aim }

## range strips, marks on a scale, months, the score over time

strip-range = least { $least }, usual range { $low } to { $high }, median { $median }, most { $most } { $unit }
strip-ours = { $ours }; { $range }
strip-exact_uses = exact uses
strip-partial_uses = partial uses
strip-points = points
strip-uses = uses
scale-means = mean of all { $mean }, of the first { $first }
scale-means_and_ours = mean of all { $mean }, of the first { $first }, our text { $ours }
months-strip = { $from } to { $to }: { $least } to { $most } a month, most in { $peak }
curve-words = Score from { $before } to { $after } in { $steps } steps, aim { $aim }
curve-aim = aim { $aim }
curve-now = now { $score }

## states, and what a person's word adds to them

label-state-absent = missing
label-state-below = below
label-state-within = within
label-state-above = above
label-state-only_mentioned = only mentioned
label-state-recognised = recognised
label-state-covered = covered
label-state-headed = has a heading
label-state-perhaps_covered = perhaps covered
state-on_word = { $state }, counted because you say so
state-excused = { $state }, ignored

## exports

exports-first = Export { $format }

## the aim by planned length

aim_lengths-all = Aim by planned length. { $points }
aim_lengths-one = { $words } words: { $aim }

## how a measure of ours stands to the mean

label-off-missing = missing
label-off-less = less
label-off-too_much = too much
