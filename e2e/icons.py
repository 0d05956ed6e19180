"""Draws the home screen's icons from the one sign, in the browser that the tests use."""

from __future__ import annotations

from pathlib import Path

from e2e.browser import chromium

PUBLIC = Path(__file__).resolve().parents[1] / "web" / "public"
SIGN_BLUE = "#1b4a94"
# A telephone may cut a masked icon to a circle: the sign stays in the middle four fifths.
ICONS = {"192": (192, 1.0), "512": (512, 1.0), "masked-512": (512, 0.72), "touch-180": (180, 0.84)}


def main() -> None:
    """Write every icon."""
    sign = (PUBLIC / "favicon.svg").read_text("utf-8")
    with chromium() as browser:
        for name, (size, share) in ICONS.items():
            page = browser.new_page(viewport={"width": size, "height": size})
            ground = SIGN_BLUE if share < 1 else "transparent"
            page.set_content(
                f"<style>body{{margin:0;background:{ground};display:grid;place-items:center;"
                f"height:{size}px}}svg{{width:{share * 100}%}}</style>{sign}"
            )
            path = PUBLIC / "icons" / f"{name}.png"
            page.screenshot(path=path, omit_background=True)


if __name__ == "__main__":
    main()
