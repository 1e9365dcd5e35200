### What every room uses.

# $words: as they were kept before messages were facts, or as somebody wrote them.
verbatim = { $words }
# $each: sentences.
sentences = { SPACED($each) }
stops =
    { $count ->
        [one] { $count } stop
       *[other] { $count } stops
    }
clips =
    { $count ->
        [one] { $count } clip
       *[other] { $count } clips
    }
clauses = { CLAUSES($each) }
# $told: a clause.
sentence = { SENTENCE($told) }

# A difference as people say it.
apart = { $stops } stops
apart-less = less than a third of a stop
apart-third = a third of a stop
apart-two-thirds = two thirds of a stop
apart-stop = a stop

bare-lens = bare lens
finish-grade = a film that is graded
finish-light-touch = a film that is touched lightly
finish-straight = a film that is shown as it comes
machine-phone = a phone
machine-laptop = a laptop
machine-desktop = a desktop
way-tripod = on a tripod
way-gimbal = on a gimbal
way-tray = on a tray
way-standing = held standing
way-swimming = swimming
way-walking = walking
way-riding = riding
way-helmet-on-snow = with the helmet, on snow
filmed-point-of-view = point of view
filmed-underwater = under water
filmed-low-light = low light
filmed-motion = motion
filmed-product = a product
filmed-talking = talking
filmed-everyday = every day
filmed-scenic = scenery
filmed-drone = a drone
filmed-lapse = a lapse
