#!/usr/bin/env python3
"""The report's page in a real browser: browser_test.py PROGRAM. Needs chromium, its driver and python3-selenium; ends with
77 (skipped) where no browser can be started at all."""
import json
import os
import re
import subprocess
import sys
import tempfile
import time
import unittest

from selenium import webdriver
from selenium.common.exceptions import WebDriverException
from selenium.webdriver.chrome.service import Service
from selenium.webdriver.common.action_chains import ActionChains
from selenium.webdriver.common.by import By
from selenium.webdriver.support.ui import Select, WebDriverWait

SOLUTION = """#include <iron_stopwatch.hpp>
#include <vector>
std::vector<int> read(std::istream &in) {
    std::size_t n = 0;
    in >> n;
    std::vector<int> levels(n);
    for (int &level : levels) in >> level;
    return levels;
}
long long solve(const std::vector<int> &levels) { BODY }
void write(std::ostream &out, long long answer) { out << answer << '\\n'; }
IRON_STOPWATCH(read, solve, write)
"""
BODIES = {
    "scan": "long long top = 0; for (int l : levels) if (l > top) top = l; return top;",
    "pairs": "long long top = 0; for (int a : levels) { bool most = true; for (int b : levels) most = most && b <= a; "
             "if (most) top = a; } return top;",
}
PROBLEM = """title = "Highest <b>water</b>"
[sizes]
n = { from = 0, to = 2000 }
[shapes.calm]
text = \"\"\"
{n}
{integers(n, 0, 1000)}
\"\"\"
[shapes.flood]
text = \"\"\"
{n}
{rising(n, 0, 1000)}
\"\"\"
"""


PROFILES = tempfile.TemporaryDirectory(ignore_cleanup_errors=True)


def run_until(enough, folder, *options):
    """Session after session until there is enough: how far a budget gets is the machine's affair."""
    for _ in range(10):
        subprocess.run([PROGRAM, "run", "--quiet", *options], cwd=folder, stdout=subprocess.DEVNULL)
        if enough():
            return


def browser(*more):
    options = webdriver.ChromeOptions()
    options.add_argument("--user-data-dir=" + tempfile.mkdtemp(dir=PROFILES.name))  # whatever home there is, or none
    for argument in ("--headless=new", "--no-sandbox", "--disable-gpu", "--disable-dev-shm-usage", "--window-size=1280,800", *more):
        options.add_argument(argument)
    options.set_capability("goog:loggingPrefs", {"browser": "ALL", "performance": "ALL"})
    return webdriver.Chrome(service=Service("/usr/bin/chromedriver"), options=options)


class Page(unittest.TestCase):
    @classmethod
    def setUpClass(cls):
        cls.folder = tempfile.TemporaryDirectory()
        tables = ""
        for name, body in BODIES.items():
            with open(os.path.join(cls.folder.name, name + ".cpp"), "w") as file:
                file.write(SOLUTION.replace("BODY", body))
            tables += f'[solutions.{name}]\nsource = "{name}.cpp"\ntime = "O(n)"\nspace = "O(1)"\n'
        with open(os.path.join(cls.folder.name, "stopwatch.toml"), "w") as file:
            file.write(PROBLEM + tables)
        cls.results = os.path.join(cls.folder.name, "stopwatch-results")
        run_until(cls.is_decided, cls.folder.name, "--budget", "2s", "--tries", "8")
        cls.path = os.path.join(cls.results, "report.html")
        cls.driver = browser()
        cls.driver.set_script_timeout(60)

    @classmethod
    def is_decided(cls):
        with open(os.path.join(cls.results, "claims.json")) as file:
            return all(claim["verdict"] != "undecided" for claim in json.load(file)["claims"])

    @classmethod
    def tearDownClass(cls):
        cls.driver.quit()
        cls.folder.cleanup()

    def open(self):
        self.driver.get("file://" + self.path)
        WebDriverWait(self.driver, 60).until(lambda driver: driver.execute_script("return !!Chart.getChart('chart')"))

    def shown_rows(self):
        return [row for row in self.driver.find_elements(By.CSS_SELECTOR, "tr[data-solution]") if row.is_displayed()]

    def choose(self, form, name, value):
        Select(self.driver.find_element(By.CSS_SELECTOR, f"#{form} [name={name}]")).select_by_value(value)

    def drawn(self):
        """Of every series drawn its label and its first and last size."""
        return self.driver.execute_script(
            "return Chart.getChart('chart').data.datasets.filter(d => d.readings && d.data.length > 0)"
            ".map(d => [d.label, d.data[0].x, d.data[d.data.length - 1].x, d.data[d.data.length - 1].y])")

    def test_loads_from_a_file_alone_without_errors(self):
        self.driver.get_log("performance")
        self.open()
        asked = [json.loads(entry["message"])["message"] for entry in self.driver.get_log("performance")]
        for url in (event["params"]["request"]["url"] for event in asked if event["method"] == "Network.requestWillBeSent"):
            self.assertRegex(url, r"^(file|data):")
        self.assertEqual([entry for entry in self.driver.get_log("browser") if entry["level"] == "SEVERE"], [])
        self.assertEqual(self.driver.find_element(By.TAG_NAME, "h1").text, "Highest <b>water</b>")

    def test_the_table_of_claims_is_filtered(self):
        self.open()
        self.assertEqual(len(self.shown_rows()), 4)
        self.choose("filter", "verdict", "exceeded")
        self.assertEqual([row.get_attribute("data-solution") for row in self.shown_rows()], ["pairs"])
        self.choose("filter", "verdict", "")
        self.choose("filter", "metric", "space")
        self.assertEqual(len(self.shown_rows()), 2)
        self.assertIn("2 of 4", self.driver.find_element(By.ID, "shown").text)

    def test_what_is_drawn_follows_the_switches(self):
        self.open()
        before = self.drawn()
        self.assertEqual(len(before), 2)
        self.choose("choice", "shape", "calm")
        self.assertEqual([label for label, *_ in self.drawn()], ["scan", "pairs"])
        self.choose("choice", "from", "64")
        self.assertTrue(all(first == 64 for _, first, *_ in self.drawn()))
        self.driver.find_element(By.CSS_SELECTOR, "#solutions-on input[value=scan]").click()
        self.assertEqual([label for label, *_ in self.drawn()], ["pairs"])
        last, height = self.drawn()[0][2:]
        self.driver.find_element(By.NAME, "divided").click()
        self.assertAlmostEqual(self.drawn()[0][3], height / last, delta=1e-3 * height / last)  # its claim is O(n)
        self.choose("choice", "axes", "none")
        self.assertEqual(self.driver.execute_script("return Chart.getChart('chart').scales.y.type"), "linear")
        self.choose("choice", "metric", "time")
        self.assertIn("time", self.driver.execute_script("return Chart.getChart('chart').options.scales.y.title.text"))

    def test_the_lines_of_a_solution_can_be_seen_at_another_size(self):
        self.open()
        section = self.driver.find_element(By.CSS_SELECTOR, "section[data-solution=pairs]")
        section.find_element(By.TAG_NAME, "summary").click()
        table = section.find_element(By.CSS_SELECTOR, "table[data-source='pairs.cpp']")
        cells = lambda: [[cell.text for cell in row.find_elements(By.TAG_NAME, "td")] for row in table.find_elements(By.CSS_SELECTOR, "tbody tr")]
        before = cells()
        sizes = Select(section.find_element(By.NAME, "at"))
        sizes.select_by_index(0)
        smallest = sizes.first_selected_option.text
        self.assertTrue(table.find_element(By.TAG_NAME, "caption").text.endswith(smallest))
        after = cells()
        self.assertEqual([row[0] + row[-1] for row in before], [row[0] + row[-1] for row in after])  # the same source
        runs = lambda rows: max(int(row[2].replace(",", "") or 0) for row in rows)
        self.assertGreater(runs(before), 4 * runs(after))  # of pairs
        self.assertTrue(table.find_elements(By.CSS_SELECTOR, "tr.breaks"))

    def test_pointing_at_a_reading_shows_what_stands_in_the_records(self):
        self.open()
        self.choose("choice", "shape", "calm")
        x, y, n = self.driver.execute_script(
            "const chart = Chart.getChart('chart'), at = chart.data.datasets.findIndex(d => d.label === 'pairs' && d.readings);"
            "document.getElementById('chart').scrollIntoView({block: 'center'});"
            "const last = chart.getDatasetMeta(at).data.length - 1, p = chart.getDatasetMeta(at).data[last].getProps(['x', 'y']);"
            "return [p.x, p.y, chart.data.datasets[at].data[last].x]")
        canvas = self.driver.find_element(By.ID, "chart")
        ActionChains(self.driver).move_to_element_with_offset(
            canvas, round(x - canvas.size["width"] / 2), round(y - canvas.size["height"] / 2)).perform()
        WebDriverWait(self.driver, 20).until(lambda driver: driver.execute_script("return Chart.getChart('chart').tooltip.opacity > 0"))
        [text] = self.driver.execute_script("return Chart.getChart('chart').tooltip.body.map(b => b.lines.join(' '))")
        with open(os.path.join(self.results, "measurements.jsonl")) as journal:
            counts = [m["steps"] for m in map(json.loads, list(journal)[1:])
                      if m["kind"] == "counting" and m["solution"] == "pairs" and m["shape"] == "calm" and m["sizes"]["n"] == n]
        shown = re.match(r"pairs, n = ([\d,]+): ([\d,]+)", text)
        self.assertTrue(shown, text)
        self.assertEqual(int(shown[1].replace(",", "")), n)
        mean = sum(set(counts)) / len(set(counts))
        self.assertAlmostEqual(int(shown[2].replace(",", "")) / mean, 1, delta=0.005)

    def test_a_large_page_stays_usable(self):
        series = [{"solution": f"solution-{s}-{'x' * 30}", "shape": f"shape-{h}", "metric": metric, "bound": "O(n)",
                   "points": [[n, s + n * (h + 1), s + n, s + 2 * n * (h + 1), s + n * (h + 1)] for n in range(1, 94)],
                   "bounds": list(range(1, 94))} for s in range(12) for h in range(6) for metric in ("steps", "time", "space")]
        with open(self.path) as file:
            text = file.read()
        text = re.sub(r'(<script type="application/json" id="readings">).*?(</script>)',
                      lambda m: m[1] + json.dumps({"size": "n", "series": series, "lines": []}) + m[2], text, flags=re.S)
        large = os.path.join(self.folder.name, "large.html")
        with open(large, "w") as file:
            file.write(text)
        started = time.monotonic()
        self.driver.get("file://" + large)
        self.choose("choice", "shape", "shape-3")
        took = time.monotonic() - started
        self.assertEqual(len(self.drawn()), 12)
        print(f"12 solutions, 6 shapes, 20,088 readings: drawn and switched in {took:.2f} s", file=sys.stderr)
        self.assertLess(took, 30)

    def test_without_scripts_the_figures_stand_in(self):
        plain = browser("--blink-settings=scriptEnabled=false")
        try:
            plain.get("file://" + self.path)
            self.assertFalse(plain.find_element(By.ID, "explore").is_displayed())
            self.assertFalse(plain.find_element(By.ID, "filter").is_displayed())
            self.assertGreaterEqual(len(plain.find_elements(By.CSS_SELECTOR, "figure img")), 3)
            self.assertEqual(len(plain.find_elements(By.CSS_SELECTOR, "tr[data-solution]")), 4)
        finally:
            plain.quit()

    def test_nothing_is_wider_than_a_phone(self):
        self.open()
        try:
            for width in (320, 390, 1920):
                self.driver.execute_cdp_cmd("Emulation.setDeviceMetricsOverride",
                                            {"width": width, "height": 800, "deviceScaleFactor": 1, "mobile": width < 500})
                self.assertLessEqual(self.driver.execute_script("return document.documentElement.scrollWidth"), width)
        finally:
            self.driver.execute_cdp_cmd("Emulation.clearDeviceMetricsOverride", {})


class Figures(unittest.TestCase):
    """Texts of figures stand inside and apart, whatever the names and however little was read."""

    @classmethod
    def setUpClass(cls):
        cls.folder = tempfile.TemporaryDirectory()
        cls.driver = browser()

    @classmethod
    def tearDownClass(cls):
        cls.driver.quit()
        cls.folder.cleanup()

    def drawn(self, name, sizes, solutions, more="", text="{n}\n{integers(n, 0, 1000)}", upto="n=700", wanted=()):
        """Runs a problem whose solutions are all one source and gives its figures, the wanted ones among them."""
        folder = os.path.join(self.folder.name, name)
        os.mkdir(folder)
        with open(os.path.join(folder, "scan.cpp"), "w") as file:
            file.write(SOLUTION.replace("BODY", BODIES["scan"]))
        with open(os.path.join(folder, "stopwatch.toml"), "w") as file:
            file.write(f'title = "Highest water"\n[sizes]\n{sizes}\n[shapes.calm]\ntext = """\n{text}\n"""\n{more}')
            for solution in solutions:
                file.write(f'[solutions.{solution}]\nsource = "scan.cpp"\ntime = "O(n log n)"\nspace = "O(1)"\n')
        figures = os.path.join(folder, "stopwatch-results", "figures")
        there = lambda: all(os.path.exists(os.path.join(figures, one + ".svg")) for one in wanted)
        run_until(there, folder, "--budget", "1s", "--tries", "4", "--upto", upto)
        return {entry[:-4]: os.path.join(figures, entry) for entry in sorted(os.listdir(figures)) if entry.endswith(".svg")}

    def look_at(self, figures):
        for name, path in figures.items():
            self.driver.get("file://" + path)
            width, height, boxes = self.driver.execute_script(
                "const of = r => [r.left, r.top, r.right, r.bottom], svg = of(document.documentElement.getBoundingClientRect());"
                "return [svg[2] - svg[0], svg[3] - svg[1], [...document.querySelectorAll('text')].filter(t => t.textContent.trim())"
                ".map(t => [t.textContent, ...of(t.getBoundingClientRect()).map((v, i) => v - svg[i % 2])])]")
            self.assertGreater(len(boxes), 3, name)
            for text, left, top, right, bottom in boxes:
                self.assertTrue(left > -1 and top > -1 and right < width + 1 and bottom < height + 1, f"{name}: {text} is cut")
            for i, (one, *a) in enumerate(boxes):
                for other, *b in boxes[:i]:
                    apart = a[2] < b[0] + 1 or b[2] < a[0] + 1 or a[3] < b[1] + 4 or b[3] < a[1] + 4  # boxes hold the leading too
                    self.assertTrue(apart, f"{name}: '{one}' lies over '{other}'")

    def test_twelve_solutions_with_long_names(self):
        names = [f"highest-water-of-the-outer-tide-gauge-{i:02}" for i in range(12)]
        wanted = {"steps", "time", "space", "compare", "trade", "target", "claim-" + names[0]}
        figures = self.drawn("twelve", "n = { from = 0, to = 2000 }", names,
                             '[target]\nn = 2000\ntime = "1ms"\nmemory = "1MiB"\n', upto="n=150", wanted=wanted)
        self.assertEqual(wanted - set(figures), set())
        self.look_at(figures)

    def test_a_single_reading(self):
        figures = self.drawn("single", "n = { from = 64, to = 64 }", ["scan", "again"])
        self.assertIn("steps", figures)
        self.look_at(figures)

    def test_two_sizes_are_mapped(self):
        wanted = {"map-steps", "map-time"}
        figures = self.drawn("two", "n = { from = 1, to = 2000 }\nk = { from = 1, to = 1000 }", ["scan", "again", "third", "fourth"],
                             text="{n}\n{integers(n, 0, k)}", wanted=wanted)
        self.assertEqual(wanted - set(figures), set())
        self.look_at(figures)


def starts():
    for _ in range(2):
        try:
            browser().quit()
            return True
        except WebDriverException as fault:
            print("no browser can be started here:", fault.msg, file=sys.stderr)
    return False


if __name__ == "__main__":
    PROGRAM = sys.argv.pop(1)
    if not starts():
        sys.exit(77)
    unittest.main()
