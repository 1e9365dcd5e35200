### What somebody wants to hear first of a plan.

# $line: how far it holds (a message). $values: the values that matter most, as they are said. $cautions: how many.
answer =
    { $line }: { LISTED($values) }{ $cautions ->
        [0] .
        [one] ; { $cautions } caution.
       *[other] ; { $cautions } cautions.
    }
answer-floods = { $floods }. { $line }
answer-stutters = Holds the light, but motion stutters: the shutter gets very short
# $dark, $bright: stops beyond the marks, in the darkest and the brightest light.
answer-short = Not steady, { $dark } stops short in the darkest light
answer-over = Not steady, { $bright } stops over in the brightest light
answer-off = Not steady, { $dark } stops short in the darkest light and { $bright } stops over in the brightest light
answer-steady = Steady in the light you expect
# $dim, $bright: lights by name.
answer-between = Steady from { $dim } to { $bright }
