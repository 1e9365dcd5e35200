### What is priced of a set, as clauses: the facts behind each consideration.

# The picture.
# $snr: signal to noise at mid grey.
price-noise = signal to noise { $snr } at mid grey (40 is excellent, 10 acceptable)
# $have: pixels across, over those needed.
price-pixels = { $have } the pixels across that the film needs
price-frame-height = reads { $share } of the sensor's height
price-aliasing = skips lines: reads { $share } of the photosites, so that fine patterns may crawl
price-aliasing-none = reads every photosite it covers
# $across: the view [deg]. $behind: the same behind the port. $filmed: the kind of scene (a message).
price-view = { $across } across, for { $filmed }
price-view-behind-port = { $across } across ({ $behind } behind the flat port), for { $filmed }
price-focus = { $lens } focuses from { $nearest }, subject at { $subject }
# $spot: diameter of the Airy disc [delivered px].
price-diffraction = f/{ $f_number } leaves a point { $spot } wide
price-untuned = not tuned for low light
price-untuned-none = tuned for low light
price-power = { $draw }: a cell lasts { $lasts }, { $wanted } wanted
price-power-banked = { $draw }: cell and bank last { $lasts }, { $wanted } wanted
price-heat = { $draw } at { $air } stops for heat after about { $stops }, { $wanted } wanted
price-heat-never = { $draw } at { $air } never stops for heat, { $wanted } wanted

# Movement.
price-smear = { $smear } of shake smear at { $shutter }
price-unsteady = { $jump } jump between frames ({ $way })
# $passes: how far the subject may smear unseen [px].
price-subject-blur = the subject smears over { $blur } in { $shutter }, { $passes } pass
price-frozen-rate = { $rate }, { $most } is the most there is
price-slow = plays { $slower } slower, { $wanted } wanted
price-interval = a frame every { $every }
price-interval-wanted = a frame every { $every }, { $wanted } wanted
price-star-trail = stars draw { $trail } in { $shutter }
price-judder = { $rate } does not fit a { $timeline } timeline
price-judder-none = { $rate } fits a { $timeline } timeline

# Exposure.
price-off-aim = { $dark }, { $aim }, { $bright } stops off in the darkest, expected and brightest light
price-motion-look = { $shutter } is { $angle }, wanted { $wanted }
price-motion-look-played = played unslowed it is { $angle }
price-iso-within = up to ISO { $ceiling }, your limit is { $limit }
# $over: by how much (a message).
price-iso-over = up to ISO { $ceiling }, { $over } over your limit of { $limit }
price-iso-guard = ceiling { $ceiling }, room up to your limit of { $limit } is free
price-iso-guard-floating = ceiling { $ceiling }; two or three stops over the base guard a floating shutter
price-iso-floor = { stops } above the lowest gives bright light away
price-iso-floor-none = the lowest it has
price-glass-clean = { $glass }: clean
price-glass-trouble = { $glass }: { $trouble }
price-glass-corners = a stack may show in the corners at { $across }
price-nd-buys-noise = ND takes { stops } while ISO stands at { $iso }
control-locked = everything fixed
control-floating-iso = ISO floats
control-floating-shutter = the shutter floats
control-automatic = shutter and ISO float
shutter-left = the shutter is left to the camera
shutter-wanted = { $shutter } is the angle wanted
shutter-undialled = { $shutter } is no number people dial
shutter-off = { $shutter } is not the angle wanted
shutter-clean = { $shutter } is not the angle wanted, but clean on the mains
price-shutter-pointless = fixed at { $shutter }, { $away } stops from { $wanted }
price-runaway = { $shutter } in the brightest light
price-swing = { $moved } stops of shutter and ISO move in the take
price-flicker = { $kept } of the lamps' ripple stays at { $mains }, beating at { $beats }
price-flicker-standing = { $kept } of the lamps' ripple stays at { $mains }, standing still

# Recording.
price-bits = { $bits } bits per pixel at { $stream }
price-depth = { $depth } bit for { $film }
price-editing = { $codec } edited on { $machine }
price-editing-pixels = { $millions } million pixels a second, edited on { $machine }
price-rate-left = { $stream } of the { $most } this codec has here
price-volume = { $recorded } in all
price-room = { $recorded } in all, of { $room } there are
price-card-speed = { $needed } needed with margin, the card sustains { $sustains }
price-drive = needs an external drive
price-drive-none = fits the built-in storage
