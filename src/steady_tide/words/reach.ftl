### What ends a set, and what a plan hangs on.

end-dark = too dark: { cause-dark }
end-noise = too noisy: { cause-noise }
end-clipped = too bright: { cause-clipped }
end-runaway = the shutter runs away: { cause-runaway }
cause-dark = ISO and shutter are at their ends
cause-noise = too little light reaches the sensor
cause-clipped = highlights clip
cause-runaway = motion starts to stutter
# $camera: by name. $end: what ends its set (a message).
coming-leaves = { $camera }: { $end }

# $each: what would be otherwise (messages).
hangs-on = { CLAUSES($each) }
hangs-dark = the set no longer holds in the darkest light: { $end }
hangs-bright = the set no longer holds in the brightest light: { $end }
# $label: a setting. $there, $here: its value then, and now.
hangs-turned = { $label } would be { $there } instead of { $here }
hangs-dearer = it would be { $cost } stops dearer
hangs-cheaper = it would be { $cost } stops cheaper
