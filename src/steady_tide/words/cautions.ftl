### What can hurt somebody, once and briefly; local rules and trained people decide.

# As below; $near: housings that come near, each with why it does not do, empty where none does.
caution-no-housing =
    { caution-too-deep }. Take a housing rated for it, or plan less deep.{ $near }
# $deepest: the deepest planned. $device: the camera. $rated: whether its bare body may get wet, to $bare.
caution-too-deep =
    No housing in the bag for { $deepest }: { $device } { $rated ->
        [yes] is bare to { $bare }
       *[no] must stay dry
    }
# $label: a thing of the bag. $reason: why it does not fit.
caution-near = { " " }{ $label }: { $reason }.
caution-diving =
    Dive within your training, with a buddy, buoyancy before camera. This computes light, not gas or decompression.
caution-wildlife = Do not touch or chase wildlife.
caution-in-motion =
    Set up while standing still; do not touch the camera in motion. The rules of road, water and slope apply.
caution-flying = Local aviation rules set height, distance and night flying. Keep sight of the aircraft.
caution-mains-and-liquids = Keep mains power away from liquids; lamps and glass get hot.
caution-backwards = Walking backwards or at an edge: take a second person as a spotter.
caution-flashing = Fast flashing light can trigger seizures: warn people present.
caution-frozen-cells = Do not charge frozen cells; stop at the device's own warning.
