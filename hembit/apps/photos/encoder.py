"""A process of its own that writes a picture anew: bytes in, both sizes out, then it ends.

Run as a script, with nothing of the server loaded. A picture is made by somebody else's program and
may be made to hurt: whatever it takes is taken here, within limits, and given back at the end.
"""

import io
import json
import resource
import sys

from PIL import Image, ImageOps, UnidentifiedImageError

FORMATS = ("JPEG", "PNG", "WEBP")
LARGEST_PIXELS = 60_000_000
MOST_MEMORY = 900 * 2**20
"""What the process may take [bytes]: the largest picture, decoded, and its turned copy."""
MOST_SECONDS = 20
"""What it may calculate [s]."""
EDGES = {"full": 2000, "small": 360}


def encode(content: bytes) -> tuple[dict[str, object], list[bytes]]:
    """What was made, and both sizes as JPEG, upright, without position, maker or text in them.

    Errors are told as ``{"error": …}``: "pixels" for too many, "unreadable" for no picture.
    """
    try:
        image = Image.open(io.BytesIO(content), formats=FORMATS)
        if image.width * image.height > LARGEST_PIXELS:
            return {"error": "pixels"}, []
        # A JPEG is decoded at a half, a quarter or an eighth where that is still large enough.
        image.draft("RGB", (EDGES["full"], EDGES["full"]))
        image.thumbnail((EDGES["full"],) * 2, Image.Resampling.LANCZOS, reducing_gap=3.0)
        upright = ImageOps.exif_transpose(image).convert("RGB")
    except (UnidentifiedImageError, OSError, ValueError, SyntaxError, Image.DecompressionBombError):
        return {"error": "unreadable"}, []
    small = upright.copy()
    small.thumbnail((EDGES["small"],) * 2, Image.Resampling.LANCZOS)
    made = [_jpeg(upright), _jpeg(small)]
    size = {"width": upright.width, "height": upright.height}
    return {**size, "lengths": [len(one) for one in made]}, made


def _jpeg(image: Image.Image) -> bytes:
    plain = Image.new("RGB", image.size)
    plain.paste(image)
    out = io.BytesIO()
    plain.save(out, "JPEG", quality=86, optimize=True)
    return out.getvalue()


def main() -> None:
    """From standard input to standard output: one line of JSON, then the pictures."""
    resource.setrlimit(resource.RLIMIT_AS, (MOST_MEMORY, MOST_MEMORY))
    resource.setrlimit(resource.RLIMIT_CPU, (MOST_SECONDS, MOST_SECONDS))
    Image.MAX_IMAGE_PIXELS = LARGEST_PIXELS
    try:
        told, made = encode(sys.stdin.buffer.read())
    except MemoryError:
        told, made = {"error": "pixels"}, []
    out = sys.stdout.buffer
    out.write(json.dumps(told).encode() + b"\n")
    for one in made:
        out.write(one)


if __name__ == "__main__":
    main()
