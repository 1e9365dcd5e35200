### What speaks for and against profile, bias, balance, filters, lamps and supports, as clauses.

for-highlights-kept = keeps the highlights at the least loss of brightness
for-bias-idle = moves nothing: shutter and ISO are fixed
against-bias-idle = moves nothing while shutter and ISO are fixed
# $off: stops off the wanted grey. $count: stops by which the meter exposes bright.
against-bias-off-grey = exposes { $off } stops off the wanted grey (its meter is assumed { stops } bright)
against-clipped = clips { $lost } stops of highlights

# $film: what a finish makes of it (a message).
for-profile = right for { $film }, in this contrast
against-profile-curve = { $film } wants another
against-profile-shadows = opens the shadows by { stops } and shows their noise
against-profile-clips = holds { $headroom } stops over grey, clips { $lost }

for-no-water = no water, no filter
# $water: its colour (a message). $depth: the middle of the depths.
for-water = for { $water } water at { $depth }
water-ocean = ocean
water-blue = blue
water-clear = clear
water-green = green
water-murky = murky
tint-magenta = magenta
tint-light-red = light red
tint-deep-red = deep red
against-filter-dry = is made for water
against-filter-none = leaves the picture green or blue, with little red to bring back
against-filter-stops = takes { $stops } stops
against-filter-tint = { $water } water at { $depth } wants { $tint }
against-filter-lamp = a lamp lights it
against-filter-by-hand = your stance balances by hand
against-filter-no-red = no red is left below { $depth }
against-filter-no-better = evens the colours no better than white balance alone

for-lamp = a lamp close to the subject brings the colours back
for-lamps-counted = the light you stated counts your lamps already
for-no-lamps = nothing here is lit by lamps
for-lamp-undimmed = no lamp is dimmed here; dim dry lamps by what you read on the subject
for-lamp-level = outshines the rest of the light at { $distance }, and spares its battery
against-lamp-none = the scene is planned with a lamp on the subject
against-lamp-carried = is one thing more to carry
against-lamp-worn = is worn
against-lamp-dimmed = gives less than it could
against-lamp-weak = outshines the rest by { $over } stops only
against-lamp-spare = is { $spare } stops more than it takes

# $way: how the scene is filmed, $carries: how the thing carries (messages).
for-support = carries the way the scene is filmed: { $way }
for-no-support = the bag has nothing for filming { $way }
against-support-none = the scene is filmed { $way }, and the bag has something for it
against-support-other = is for filming { $carries }, the scene is filmed { $way }

for-balance-behind-filter = behind a colour filter automatic follows the depth; keep something near in frame
for-balance-automatic = one thing less to get wrong, as your stance has it
balance-lamp = { $lamp } gives { $kelvin }
balance-daylight = held at daylight while sun and cloud change
balance-night = about { $kelvin } keeps a night sky cool, and locked it cannot drift
balance-light = the light is about { $kelvin }
balance-look-as-lit = { $kelvin } makes it look as lit
balance-look-cool = { $kelvin } makes it look cool
balance-look-warm = { $kelvin } makes it look warm
balance-cast = the ND shifts it by { $shift }
against-balance-drifts = may shift colour within and between shots
against-balance-unknown = you cannot know the Kelvin it holds
against-balance-more-to-do = is one thing more to do
# $shift: mired from the wanted Kelvin.
against-balance-shift = { $shift } from the { $wanted } wanted
against-balance-behind-filter = behind a colour filter automatic follows the depth
against-balance-fixed = is one thing more to get wrong
