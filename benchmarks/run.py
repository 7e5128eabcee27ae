"""How fast the desk answers a person: keystroke to reading, edit to redraw, and the script's weight.

Each is the 95th percentile of 50 in headless Chromium on this machine, beside a reference measured in
the same run (a bare round trip to the server), so that the ratio travels between machines.
"""

import gzip
import os
import shutil
import subprocess
import sys
import tempfile
import time
import urllib.request
from pathlib import Path

from playwright.sync_api import Page, sync_playwright

ROOT = Path(__file__).resolve().parent.parent
PORT = 8797
TIMES = 50
ARGS = [
    "--no-sandbox",
    "--disable-gpu",
    "--disable-quic",
    "--no-first-run",
    "--disable-background-networking",
    "--disable-sync",
]

# From the next key down until TEST holds and the browser has painted it; no text is evaluated in the page itself.
WATCH = """() => {
  window.took = null;
  document.querySelector('[data-entry]').addEventListener('keydown', () => {
    const from = performance.now();
    const look = () => (TEST)
      ? requestAnimationFrame(() => setTimeout(() => { window.took = performance.now() - from; }))
      : setTimeout(look, 0);
    look();
  }, { once: true });
}"""


def p95(values: list[float]) -> float:
    return sorted(values)[int(0.95 * len(values))]


def reference(page: Page) -> list[float]:
    script = """async () => {
      const from = performance.now();
      await (await fetch('/api/laterals?limit=1')).text();
      return performance.now() - from;
    }"""
    return [page.evaluate(script) for _ in range(TIMES)]


def after_key(page: Page, key: str, test: str) -> float:
    page.evaluate(WATCH.replace("TEST", test))
    page.press("[data-entry]", key)
    for _ in range(200):  # the desk's own policy forbids the driver's waiting by text, so look now and then
        if (took := page.evaluate("window.took")) is not None:
            return float(took)
        page.wait_for_timeout(20)
    raise SystemExit(f"never came true: {test}")


def keystrokes(page: Page) -> list[float]:
    """Each of 50 different sizes typed as the last letter of a line, until its own reading shows."""
    took = []
    for share in range(10, 10 + TIMES):
        page.fill("[data-entry]", f"63.5 roots curtain {share}")
        page.wait_for_timeout(60)
        shown = f"document.querySelector('[data-reading]').textContent.includes('curtain, {share} %')"
        took.append(after_key(page, "%", shown))
    return took


def edits(page: Page) -> list[float]:
    """Enter until the new row and its strip are painted."""
    took = []
    for n in range(TIMES):
        rows = page.locator("[data-finding-row]").count()
        page.fill("[data-entry]", f"{20 + n * 2}.5 crack hairline around")
        page.wait_for_timeout(60)
        took.append(after_key(page, "Enter", f"document.querySelectorAll('[data-finding-row]').length === {rows + 1}"))
    return took


def script_kb() -> float:
    files = (ROOT / "bellstone/desk/static_web/assets").glob("*.js")
    return sum(len(gzip.compress(f.read_bytes())) for f in files) / 1000


def wait_for(address: str) -> None:
    for _ in range(100):
        try:
            urllib.request.urlopen(address, timeout=1)
            return
        except OSError:
            time.sleep(0.1)
    raise SystemExit("the server did not start")


def main() -> None:
    with tempfile.TemporaryDirectory() as data:
        command = [sys.executable, "-m", "bellstone.cli", "demo", "--port", str(PORT)]
        server = subprocess.Popen(command, env={**os.environ, "BELLSTONE_DATA": data}, stdout=subprocess.DEVNULL)
        try:
            wait_for(f"http://127.0.0.1:{PORT}/")
            measure()
        finally:
            server.terminate()
            server.wait()


def measure() -> None:
    with sync_playwright() as driver:
        browser = driver.chromium.launch(executable_path=shutil.which("chromium"), args=ARGS)
        page = browser.new_page(viewport={"width": 1280, "height": 800})
        page.goto(f"http://127.0.0.1:{PORT}/")
        page.get_by_role("link", name="Thistle Court 5").click()
        page.wait_for_selector("[data-finding-row]")
        bare = p95(reference(page))
        print(f"bare round trip        p95 {bare:6.1f} ms   ratio  1.0")
        for name, took in (("keystroke to reading", keystrokes(page)), ("edit to redraw", edits(page))):
            print(f"{name:<22} p95 {p95(took):6.1f} ms   ratio {p95(took) / bare:4.1f}")
        print(f"all script, gzipped    {script_kb():6.1f} kB")
        browser.close()


if __name__ == "__main__":
    main()
