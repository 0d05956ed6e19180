"""Small drawn stand-ins for photos: a terminal block before and after."""

from __future__ import annotations

import io

from PIL import Image, ImageDraw

_BACK, _BLOCK, _EDGE = "#c9bda4", "#efe9dc", "#4a463e"
_WIRES = ("#5a3d2b", "#2b2f33", "#8a8f93")


def picture(name: str) -> io.BytesIO:
    """``terminals_before``: one terminal burnt; ``terminals_after``: clean."""
    image = Image.new("RGB", (1200, 900), _BACK)
    draw = ImageDraw.Draw(image)
    draw.rectangle((140, 330, 1060, 620), fill=_BLOCK, outline=_EDGE, width=6)
    burnt = name == "terminals_before"
    for place, colour in enumerate(_WIRES):
        x = 280 + place * 320
        dark = burnt and place == 2
        draw.line(
            (x, 0, x + 30, 250, x, 400), fill="#1d1a17" if dark else colour, width=34, joint="curve"
        )
        if dark:
            draw.ellipse((x - 130, 350, x + 130, 610), fill="#6d5c48")
            draw.ellipse((x - 88, 392, x + 88, 568), fill="#2a231d")
        draw.ellipse(
            (x - 62, 418, x + 62, 542), fill="#54493d" if dark else "#b9b4a8", outline=_EDGE, width=5
        )
        draw.line((x - 38, 455, x + 38, 505), fill=_EDGE, width=10)
    out = io.BytesIO()
    image.save(out, "PNG")
    out.seek(0)
    return out
