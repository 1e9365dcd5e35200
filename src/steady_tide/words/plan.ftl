### What the numbers of a plan rest on, and what helps on the spot.

# $rate: of the shake [deg/s]. $way: how the camera is carried. $source: where the rate comes from (a message).
assumed-shake = Shake of { $rate } ({ $way }) { $source }.
shake-noted = as you noted for { $support }
shake-taught-by = as { clips } of yours taught
shake-taught = as your footage taught
shake-assumed = is assumed, not measured
# $light, $uncertainty: EV at ISO 100, stops. $source: how the light is known.
assumed-light = The light is taken as { $light } ± { $uncertainty } ({ $source }).
assumed-weights = Weights that trade one fault against another are assumed practice.
assumed-water-type = The water is of a published type that stands for its name; a reading under water bends it.
assumed-light-as-named = Under water the light is as you named or measured it; by place and time it is computed.
assumed-lamp-beside-lens =
    { $lamp } is taken to light the subject from beside the lens, through the water twice.
assumed-own-weights = Some of the weights are your own numbers.
# $count: stops by which the meter exposes bright.
assumed-meter-habit = Its meter is assumed to expose { stops } bright.

practice-slow-steps =
    At { $shutter } steps smear: bend the knees and walk slower, or take a gimbal.
practice-lamp-below =
    Below about { $depth } colour comes from a lamp alone: bring one close, or let it be blue.
practice-too-bright-below = { $wanted } would let movement flow: at the lowest ISO it is too bright for longer than { $shutter }, and no filter comes off below.
practice-hold-still = Hold ten seconds a shot, move slowly, and let animals come to you.
practice-own-shadow = Your shadow falls into the frame: turn, rise, or wait until the sun has moved.
practice-cut-out =
    In this cold a cell may cut out with { $left } left: keep spares on your body, change early.
practice-lock-on-sky = Point at the brightest sky that will show, hold the exposure there, then frame.
practice-noon = With the sun this high faces and water look hard: take shade, or wait for a cloud.
practice-two-angles = Take each thing twice: from where you stand, and close from the side.
practice-trial = First time out: take a trial clip of the hardest part and look at it large before it counts.
practice-dew = Dew will settle on the lens: warm it, shield it, and look at it every half hour.
practice-dew-unknown = On a clear night look for dew on the lens; say how humid it is and it is worked out.
practice-wind-limit = The wind is beyond what this drone flies in: stay on the ground.
