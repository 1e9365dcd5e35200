### What the light of a place does.

# Under water. $behind: stops by which red is behind.
water-as-it-is = The colours hold: automatic or daylight white balance, no filter.
water-filter =
    Red is { $behind } stops behind. { $filter } evens the colours to within { $spread } stops and costs { $cost }; leave white balance automatic, with something near in frame.
water-balance =
    { $channel } is { $spread } stops behind: balance by hand on something grey at that depth, no filter.
# $lamp: how near one has to be (a message).
water-lamp =
    Red is { $lost } stops under the surface's, { $behind } behind: no filter brings it back. Take filters off and { $lamp }, or go shallower.
water-lamp-within = bring a lamp within { $distance }
water-lamp-closer = bring a lamp, closer than the one you have can reach
channel-red = Red
channel-green = Green
channel-blue = Blue

# The moon. $phase: a message.
moon-down = { $phase }, down all day
moon-up = { $phase }, highest { $altitude } at { $clock }
phase-new = new moon
phase-crescent = crescent
phase-half = half moon
phase-more-than-half = more than half a moon
phase-full = full moon

# When something is changed on a camera.
swap-before = before { $scene }
swap-while = while filming { $scene }
swap-while-down = while filming { $scene }, about { $depth } down
# $where: when (a message).
coming-swap = { $camera }: { $after } instead of { $before }, { $where }
coming-begins = { $camera } begins with { $after }
coming-over = { $scene } is over
