"""QR codes as SVG."""

import io

import segno


def qr_svg(text: str) -> bytes:
    """A QR code of a text (at most 400 characters), drawn with the current colour on nothing."""
    out = io.BytesIO()
    code = segno.make(text, error="m", micro=False)
    code.save(out, kind="svg", xmldecl=False, svgns=True, scale=4, border=2, dark="#0e1b2c", light="#ffffff")
    return out.getvalue()
