### What somebody wants to hear first of a plan.

# $line: how far it holds (a message). $values: the values that matter most, as they are said. $cautions: how many.
answer =
    { $line }: { LISTED($values) }{ $cautions ->
        [0] .
        [one] ; { $cautions } caution.
       *[other] ; { $cautions } cautions.
    }
answer-floods = { $floods }. { $line }
answer-stutters-over = Too bright by { $bright } stops in the brightest light, and motion stutters: the shutter is at its shortest
answer-stutters = Holds the light, but motion stutters: the shutter gets very short
# $dark, $bright: stops beyond the marks, in the darkest and the brightest light.
answer-short = Not steady, { $dark } stops short in the darkest light
answer-over = Not steady, { $bright } stops over in the brightest light
answer-off = Not steady, { $dark } stops short in the darkest light and { $bright } stops over in the brightest light
# $known: how well the light is known. A reading is a measurement of the light there.
answer-short-uncertain = May not hold: { $dark } stops short in the darkest light, which is known to ± { $known }; a reading would tell
answer-over-uncertain = May not hold: { $bright } stops over in the brightest light, which is known to ± { $known }; a reading would tell
answer-off-uncertain = May not hold: { $dark } stops short in the darkest light, { $bright } over in the brightest, which are known to ± { $known }; a reading would tell
answer-steady-likely = Likely steady in the light you expect, known to ± { $known } stops
answer-steady = Steady in the light you expect
# $dim, $bright: lights by name.
answer-between = Steady from { $dim } to { $bright }
answer-between-likely = Likely steady, from { $dim } to { $bright }; the light is known to ± { $known } stops
