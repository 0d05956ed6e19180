"""Two hundred uploads, and who waits for them: python -m benchmarks.photos ADDRESS PID."""

from __future__ import annotations

import http.client
import io
import os
import sys
import threading
import time
from collections import Counter
from collections.abc import Iterator
from itertools import islice
from pathlib import Path
from urllib.parse import urlsplit
from uuid import uuid4

from PIL import Image

from benchmarks.client import Client
from benchmarks.server import BODY
from benchmarks.timing import p95, times

UPLOADS = 200
AT_ONCE = 6
FIELD = "--between-the-parts\r\nContent-Disposition: form-data; name="


def pictures() -> Iterator[bytes]:
    """What is none, as somebody crafts them, and as a telephone takes them."""
    yield os.urandom(900_000)
    yield b"\x89PNG\r\n\x1a\n" + os.urandom(4000)
    kinds = (("RGB", (8000, 6000), "JPEG"), ("RGBA", (8000, 7400), "PNG"), ("P", (7000, 7000), "PNG"),
             ("RGB", (1600, 1200), "WEBP"), ("1", (9000, 9000), "PNG"))  # fmt: skip
    for mode, size, name in kinds:
        out = io.BytesIO()
        Image.new(mode, size).save(out, name)
        yield out.getvalue()
    noise = Image.effect_noise((4000, 3000), 90).convert("RGB")
    out = io.BytesIO()
    noise.save(out, "JPEG", quality=92)
    yield out.getvalue()


def upload(client: Client, picture: bytes, number: str | None = None, job: int = 9) -> int:
    """The status of one upload, on a connection of its own."""
    parts = {"id": number or str(uuid4()), "step": "look"}
    body = b"".join(f'{FIELD}"{name}"\r\n\r\n{value}\r\n'.encode() for name, value in parts.items())
    body += (
        b'--between-the-parts\r\nContent-Disposition: form-data; name="file"; filename="a.jpg"\r\n\r\n'
    )
    body += picture + b"\r\n--between-the-parts--\r\n"
    connection = http.client.HTTPConnection(client.connection.host, client.connection.port or 80)
    cookies = "; ".join(f"{name}={value}" for name, value in client.cookies.items())
    headers = {
        "Content-Type": "multipart/form-data; boundary=between-the-parts",
        "Cookie": cookies,
        "X-CSRFToken": client.cookies["csrftoken"],
    }
    connection.request("POST", f"/api/v1/jobs/{job}/photos", body, headers)
    return connection.getresponse().status


def resident(pid: int) -> float:
    """Resident memory of the server [MB]."""
    lines = Path(f"/proc/{pid}/status").read_text().splitlines()
    return next(int(one.split()[1]) / 1024 for one in lines if one.startswith("VmRSS"))


def main(address: str, pid: int) -> None:
    client, writer = Client(address), Client(address)
    assert urlsplit(address).hostname
    left, statuses = list(range(times(UPLOADS))), Counter[int]()
    kinds = list(islice(pictures(), len(left)))

    def work() -> None:
        while left:
            statuses[upload(client, kinds[left.pop() % len(kinds)])] += 1

    threads = [threading.Thread(target=work) for _ in range(AT_ONCE)]
    for one in threads:
        one.start()
    kept, most = [], 0.0
    while any(one.is_alive() for one in threads):
        start = time.perf_counter()
        writer.post("checks", {**BODY, "id": str(uuid4())})
        kept.append((time.perf_counter() - start) * 1e3)
        most = max(most, resident(pid))
        time.sleep(0.05)
    print(f"{sum(statuses.values())} uploads, {AT_ONCE} at once: {dict(statuses)}")
    print(f"Keeping a check meanwhile: p95 {p95(kept):.0f} ms, longest {max(kept):.0f} of {len(kept)}")
    print(f"Resident memory of the server: at most {most:.0f} MB (budget: 400)")


if __name__ == "__main__":
    main(sys.argv[1], int(sys.argv[2]))
