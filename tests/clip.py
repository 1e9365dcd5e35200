"""A clip in a plain MP4 container that says its size and rate; its frames are empty."""

from struct import pack

MATRIX = pack(">9I", 0x10000, 0, 0, 0, 0x10000, 0, 0, 0, 0x40000000)
HIGH_PROFILE = bytes.fromhex("01640028ffe1000467640028010004 68ee3cb0".replace(" ", ""))


def box(kind: str, *parts: bytes) -> bytes:
    content = b"".join(parts)
    return pack(">I4s", 8 + len(content), kind.encode()) + content


def full(kind: str, *parts: bytes, flags: int = 0) -> bytes:
    return box(kind, pack(">I", flags), *parts)


def clip(width: int, height: int, *, ticks: int, each: int, frames: int = 50) -> bytes:
    """An MP4 of so many frames, `each` of `ticks` a second long: 60000 and 1001 are 59.94 a second."""
    length = frames * each
    entry = pack(">6xH16xHHIIIH32sHh", 1, width, height, 0x480000, 0x480000, 0, 1, b"", 24, -1)
    described = full("stsd", pack(">I", 1), box("avc1", entry, box("avcC", HIGH_PROFILE)))
    sized = full("stsz", pack(">III", 0, frames, *[8] * 1), pack(f">{frames - 1}I", *[8] * (frames - 1)))
    begun = box("ftyp", b"isom", pack(">I", 512), b"isomavc1")

    def movie(data_at: int) -> bytes:
        table = box(
            "stbl",
            described,
            full("stts", pack(">III", 1, frames, each)),
            full("stsc", pack(">IIII", 1, 1, frames, 1)),
            sized,
            full("stco", pack(">II", 1, data_at)),
        )
        location = box("dinf", full("dref", pack(">I", 1), full("url ", flags=1)))
        media = box(
            "mdia",
            full("mdhd", pack(">IIIIHH", 0, 0, ticks, length, 0x55C4, 0)),
            full("hdlr", pack(">I4s12x", 0, b"vide"), b"picture\0"),
            box("minf", full("vmhd", pack(">8x"), flags=1), location, table),
        )
        head = full(
            "tkhd",
            pack(">IIIII8xhhhH", 0, 0, 1, 0, length, 0, 0, 0, 0),
            MATRIX,
            pack(">II", width << 16, height << 16),
            flags=3,
        )
        whole = full("mvhd", pack(">IIIIIH10x", 0, 0, ticks, length, 0x10000, 0x100), MATRIX, pack(">24xI", 2))
        return box("moov", whole, box("trak", head, media))

    first = len(begun) + len(movie(0)) + 8
    return begun + movie(first) + box("mdat", bytes(8 * frames))
