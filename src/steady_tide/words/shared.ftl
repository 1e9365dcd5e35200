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
