### Why a value stands in a set, and what speaks against another.

why-only-value = The only value this device offers here.
why-pinned = You pinned it; everything else is solved around it.
# $here, $there: what is priced of the set, and with the rival (messages). $rival: its value.
why-rival = { SENTENCE($here) } With { $rival }: { $there }.
# $along: what else would change.
why-rival-along = { SENTENCE($here) } With { $rival } (and { LISTED($along) }): { $there }.
why-rival-brings = { $rival } would bring { LISTED($brings) } with it.
why-a-little-better = A little better than { $rival } in all.
why-first-of-equals = As good as { $rival }; the first in the camera's order is taken.
why-as-good = As good as { $rival } in all.
# $by: a difference of light (a message).
rival-darker = At the same angle it is { $by } darker.
rival-brighter = At the same angle it is { $by } brighter.
refused-with-pins = { $device } does not offer it with what you pinned
refused-with = { $device } does not offer it with { $wishes }

# What the bag is short of.
missing-support = filmed { $way }, but the bag has nothing for it that fits { $device }
missing-lamp = there is none in the bag
# $why: why it does not do (a message).
missing-lamp-near = the nearest, { $lamp }: { $why }
short-cells = { $need } cells needed at { $each } each, { $have } in the bag
short-cards = { $recorded } recorded, { $room } in the bag

# $limit: the highest ISO of the camera, which the taste keeps back; 0 where it does not.
hopeless-dark = { $short } stops too dark { hopeless-left }
hopeless-noise = signal to noise { $snr } { hopeless-left }
hopeless-left =
    with all that these wishes leave{ $limit ->
        [0] .
       *[other] ; your ISO limit keeps { $limit } back.
    } Bring light, hold still for longer, or come earlier

# What is priced: $price: by name, within a sentence. $told: its facts (a message).
pays = { $price }: { $told }
price-gone = no longer paid

# How figures are found.
amount = { $amount }
from-to = { $near } to { $far }
infinity = infinity
how-useful-shutter =
    longest shutter that keeps shake smear within { $limit }; electronic stabilisation cannot remove it
how-flicker = |sinc(2f·t)| at { $mains }, beating at { $beats }; { $advice }
how-clean = nearest clean shutter { $shutter }
how-clean-none = no offered shutter is clean at this rate
how-sharp = thin lens, a point up to { $spot }; focused at { $hyperfocal }, all from half of that on
