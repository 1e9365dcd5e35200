### What would help a plan most, outside the camera.

# $thing: what is changed. $would: what that does (a message).
help = { $thing } { $would }.
help-takes = would take it as { $headline }
# $low, $high: the light that is held [EV]. $better: stops.
help-holds = would hold the light from { $low } to { $high } EV: { $better } stops better
help-allows = would allow { LISTED($settings) }
help-saves = would leave { $less } less to pay
help-saves-too = { $less } less to pay
help-eases = would make it easier
help-look = Another look: { $look }, { $dearer } dearer than the set above.
help-housing = { $housing } takes { $device } to { $deepest }.
help-cells = { $cells } would carry it through { $whole }, { $each } each.
help-bank = { $bank } feeds it through { $whole }.
help-card = { $card } would hold the scene.

# What the changes are called.
help-hour = Begin at { $clock }
help-of-the-bag = { $thing } of the bag
help-nearer = Go nearer, to { $distance }
help-long-and-slow = { $view } on a gimbal, moved slowly
help-limit = ISO up to { $iso }, with its noise,
help-without = { $setting } as it comes
