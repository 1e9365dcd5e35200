### What a thing of the bag is to a camera in a scene, as clauses.

usable = can be used
usable-worn = worn, but can be used
unfit-marked = you marked it unusable
unfit-other-device = does not fit { $device }
unfit-none-left = none of them left
unfit-exhausted = exhausted: { $left } of its capacity is left
unfit-depth = rated for { $rated }, { $planned } planned
unfit-not-for-water = not made for water, { $planned } planned
unfit-port = has { $port }, the scene is planned with { $planned }
unfit-mains = mains power stays away from water
unfit-stays-dry = stays dry
port-bare = the bare lens
port-flat = a flat port
port-dome = a dome port
idle-no-water = no water in this scene
idle-no-lamp = the scene is planned without a lamp
idle-cable = a cable only hinders a moving camera
idle-charger = for the time between

# What goes along.
bring-housing-missing = Housing for { $device }, rated for { $deepest }: not in the bag
bring-counted = { $count } × { $label }
bring-serviced = { $label }, seals serviced { $date }
# $label: a thing (a text or a message). $still: by when it is there.
bring-still = { $label } ({ $still })
