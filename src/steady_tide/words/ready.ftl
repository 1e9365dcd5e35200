### What has to be done before a shoot.

check-charge = Charge { $count } × { $cell }, and look at their contacts
check-charge-bank = Charge { $bank }; try its cable on the camera
check-charge-lamp = Charge { $lamp }
check-cold = Carry cells on the body: { $air }
check-format = { $card }: two copies of what is on it, looked at; then format it in its camera
check-clean = Clean { $filter }: no print, no salt, no hair
check-lens = Wipe every lens and window; a cloth in the bag
check-seal = { $housing }: take the seal out, clean and grease it, close it on nothing
check-anti-fog = { $housing }: dry anti-fog inserts in
check-soak = { $housing }: soak test: ten minutes in a bucket, without the camera
check-lanyard = { $housing }: lanyard to the vest
# $missing: a thing that is not there (a message).
check-no-housing = { $missing }. Do not take { $device } down without
check-doors = { $device }: doors shut; { $planned } planned, bare to { $bare }
check-level = Tripod: level, weighed down, its screws tight
check-balance = Gimbal: balanced with filter and cable on
check-mount = Mounts tight, with a second line
# $scenes: by name, that use the slot. $after: the scene after which it is dialled.
check-preset = Dial preset { $slot } of { $device }: { LISTED($scenes) }
check-preset-anew = Dial preset { $slot } of { $device } anew, after { $after }: { LISTED($scenes) }
check-clocks = Set the clocks alike: { LISTED($cameras) }
check-trial = A test shot with { $device }, looked at large
check-props = Drone: propellers whole, home point set, rules of the place looked up
check-dark = Darken the room, clean the object, gloves on
check-once = It happens once: walk it through beforehand, with the camera in hand
check-spare = Leave about { $spare } of the day free, for charging and for what fails

# What makes up for a shortage of the day.
remedy-takes = takes { $takes }
remedy-feed = Feed it from { $bank }
remedy-fed = on a cable while it films, { $given } arrive
remedy-more = { $count } more: { $thing }
remedy-card = { $room }, sustains { $sustained }
remedy-cell = gives { $given } of its { $whole } at { $air }
remedy-charge =
    Charge { $count ->
        [one] { $count } emptied cell
       *[other] { $count } emptied cells
    } from { $bank }
remedy-charged = { $each } each, { $sockets } at once
remedy-longer = { $more } longer for { $scene }
remedy-pauses = time for its pauses
remedy-less = Record { $minutes } instead of { $planned }
remedy-fewer = fewer or shorter takes
