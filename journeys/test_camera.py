import io
import tempfile
from pathlib import Path

import segno
from PIL import Image

from journeys.browser import Browser
from journeys.case import Journey
from journeys.pages.page import Page


def film_of(code: str, path: Path) -> None:
    """A camera's film of a label: JPEG after JPEG of one code on a grey bench, a little askew."""
    shot = io.BytesIO()
    segno.make(code, error="m", micro=False).save(shot, kind="png", scale=9)
    bench = Image.new("RGB", (640, 480), (120, 116, 108))
    label = Image.open(shot).convert("RGB").rotate(7, expand=True, fillcolor=(255, 255, 255))
    bench.paste(label, (200, 110))
    frame = io.BytesIO()
    bench.save(frame, "JPEG", quality=90)
    path.write_bytes(frame.getvalue() * 30)


class Camera(Journey):
    """The phone's camera reads a label and opens its thing; without a camera the page says what else there is."""

    def with_browser(self, *flags: str) -> Page:
        browser = Browser(*flags)
        self.addCleanup(browser.quit)
        page = Page(browser.driver, self.live_server_url)
        page.sign_in()
        page.open("/scan", "Scan")
        return page

    def test_a_label_held_before_the_camera_opens_its_lot(self):
        with tempfile.TemporaryDirectory() as folder:
            film = Path(folder) / "label.mjpeg"
            film_of("/c/SM-052", film)
            page = self.with_browser(
                "--use-fake-ui-for-media-stream",
                "--use-fake-device-for-media-stream",
                f"--use-file-for-fake-video-capture={film}",
            )
            page.press("Use the camera")
            page.heading("Munro's globemallow")
