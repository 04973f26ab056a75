#!/usr/bin/env python3
"""Are ratios, crossings and forecasts what they say? Series with known curves, copies of a source, known factors.

    bench/comparing.py [--seed 1] [--trials 500] [--runs 20] [--budget 20]

The first part needs no clock (a minute); --runs measures that many times (budget seconds each). Run by hand after
./test.sh; needs nothing but Python.
"""
import argparse
import csv
import json
import math
import os
import random
import subprocess
import tempfile

HERE = os.path.dirname(os.path.dirname(os.path.abspath(__file__)))
PROGRAM = os.path.join(HERE, "build", "iron-stopwatch")

LAWS = {
    "n": lambda n: n,
    "n log n": lambda n: n * math.log2(n),
    "n^1.5": lambda n: n**1.5,
    "n^2": lambda n: n * n,
}


def told(folder, *arguments):
    """The JSON document that a command prints."""
    done = subprocess.run([PROGRAM, *arguments, "--json", "--quiet"], cwd=folder, capture_output=True, text=True)
    if done.returncode not in (0, 1) or not done.stdout:
        raise SystemExit(" ".join(arguments) + ":\n" + done.stderr + done.stdout)
    return json.loads(done.stdout)


def share(found, all_, wanted):
    p = found / max(all_, 1)
    half = 1.96 * math.sqrt(p * (1 - p) / max(all_, 1))
    print(f"  {found} of {all_}: {100 * p:.1f} % +- {100 * half:.1f} (wanted: {wanted})")


def readings(random_, name, curve, ladder, spread, rounds, rows, drift):
    """Noise as modelled: readings spread, and where two builds lie is worth half a percent of their ratio."""
    lies = {n: random_.gauss(0, 0.0035) for n in ladder}
    for round_ in range(rounds):
        for n in ladder:
            value = curve(n) * drift[round_] * math.exp(lies[n] + random_.gauss(0, spread))
            rows.append([name, "time", round_, n, f"{value:.9g}"])


def written(folder, rows):
    with open(os.path.join(folder, "series.csv"), "w", newline="") as file:
        csv.writer(file).writerows([["solution", "metric", "round", "n", "value"]] + rows)


def synthetic_crossings(seed, trials):
    found = inside = missed = several = 0
    widths = []
    for trial in range(trials):
        random_ = random.Random(f"{seed} crossing {trial}")
        slow, fast = random_.choice([("n^2", "n"), ("n^2", "n log n"), ("n^1.5", "n"), ("n log n", "n"), ("n^2", "n^1.5")])
        ladder, n = [], random_.uniform(8, 30)
        while n < 30000:
            ladder.append(round(n))
            n *= random_.choice([2**0.5, 2**0.5, 2])
        at = math.exp(random_.uniform(math.log(ladder[4]), math.log(ladder[-5])))
        a, b = LAWS[slow], LAWS[fast]
        start = random_.choice([0, random_.uniform(0, 0.6)])  # what the clever one spends before it begins
        below = lambda n: a(n) / a(at)
        above = lambda n: start + (1 - start) * b(n) / b(at)
        spread, rounds = math.exp(random_.uniform(math.log(0.005), math.log(0.05))), random_.randint(5, 12)
        drift = [1 + random_.uniform(-0.05, 0.05) for _ in range(rounds)]
        rows = []
        readings(random_, "plain", lambda n: 1e4 * below(n), ladder, spread, rounds, rows, drift)
        readings(random_, "clever", lambda n: 1e4 * above(n), ladder, spread, rounds, rows, drift)
        with tempfile.TemporaryDirectory() as folder:
            written(folder, rows)
            crossings = told(folder, "compare", "--data", "series.csv")["crossings"]
        crossings = [c for c in crossings if c["seen"] == "measured"]
        several += len(crossings) > 1
        if not crossings:
            missed += 1
            continue
        found += 1
        inside += any(c["interval"][0] <= at <= c["interval"][1] for c in crossings)
        widths.append(min(c["interval"][1] / c["interval"][0] for c in crossings))
    print(f"crossings of {trials} pairs of series, within their 95 % intervals:")
    share(inside, found, "93 to 97 %")
    print(f"  {missed} not seen, {several} with more than one; interval's ends {sorted(widths)[len(widths) // 2]:.3f} times apart in the middle")


def synthetic_forecasts(seed, trials):
    rows, truths = [], {}
    top = 16384
    for trial in range(trials):
        random_ = random.Random(f"{seed} forecast {trial}")
        law = LAWS[random_.choice(list(LAWS))]
        factor, n, ladder = random_.choice([2**0.5, 2]), top, []
        least = top / 2 ** random_.uniform(5, 10)
        while n >= least or len(ladder) < 8:
            ladder.append(round(n))
            n /= factor
        pivot = ladder[len(ladder) // 2]
        start = random_.choice([0, random_.uniform(0, 0.8)]) * law(pivot)
        unit, spread = random_.uniform(1, 30), math.exp(random_.uniform(math.log(0.005), math.log(0.08)))
        curve = lambda n, law=law, unit=unit, start=start: unit * (law(n) + start)
        rounds = random_.randint(3, 9)
        readings(random_, f"s{trial}", curve, ladder, spread, rounds, rows, [1] * rounds)
        # What would be measured there, in another session: as many readings, and 1 % that sessions differ by.
        truths[f"s{trial}"] = curve, math.exp(random_.gauss(0, math.hypot(0.01, spread / rounds**0.5)))
    with tempfile.TemporaryDirectory() as folder:
        written(folder, rows)
        for times in (2, 4, 16):
            inside, again, off = 0, 0, []
            forecasts = told(folder, "forecast", f"n={top * times}", "--data", "series.csv")["forecasts"]
            for one in forecasts:
                curve, measured = truths[one["solution"]]
                truth = curve(top * times)
                inside += one["interval"][0] <= truth <= one["interval"][1]
                again += one["interval"][0] <= truth * measured <= one["interval"][1]
                off.append(abs(math.log(one["value"] / truth)))
            print(f"forecasts at {times} times the largest size, median error {100 * sorted(off)[len(off) // 2]:.1f} %; measured there, within their 90 % intervals:")
            share(again, len(forecasts), "87 to 93 %")
            print(f"  the curve itself: {100 * inside / len(forecasts):.1f} %")


BODY = """#include <iron_stopwatch.hpp>
#include <cstdint>
#include <vector>
// A chain of 20 * {times} + {more} rounds of work for each tide gauge.
std::vector<std::uint32_t> read(std::istream &in) {{
    std::size_t n = 0;
    in >> n;
    std::vector<std::uint32_t> gauge(n);
    for (auto &one : gauge) in >> one;
    return gauge;
}}
std::uint64_t solve(const std::vector<std::uint32_t> &gauge) {{
    // One chain from the first gauge to the last: nothing runs beside it, so that its length alone is its time.
    std::uint64_t state = 88172645463325252ull, sum = 0;
    for (const std::uint32_t one : gauge) {{
        for (int i = 0; i < 20 * {times} + {more}; ++i) {{ state ^= state << 13; state ^= state >> 7; state ^= state << 17; }}
        sum += one;
    }}
    asm volatile("" : : "r"(state));
    return sum;
}}
void write(std::ostream &out, std::uint64_t sum) {{ out << sum << '\\n'; }}
IRON_STOPWATCH(read, solve, write)
"""


def known_factors(runs, budget):
    """plain; the same source again; its loop done 4 times; 5 % more work."""
    wanted = {"copy": 1.0, "fourfold": 4.0, "dearer": 1.05}
    good = {name: 0 for name in wanted}
    seeable = []
    for turn in range(runs):
        with tempfile.TemporaryDirectory() as folder:
            bodies = {"plain": (1, 0), "copy": (1, 0), "fourfold": (4, 0), "dearer": (1, 1)}  # 21 for 20
            tables = ""
            for name, (times, more) in bodies.items():
                with open(os.path.join(folder, name + ".cpp"), "w") as file:
                    file.write(BODY.format(times=times, more=more))
                tables += f'[solutions.{name}]\nsource = "{name}.cpp"\ntime = "O(n)"\n'
            with open(os.path.join(folder, "stopwatch.toml"), "w") as file:
                file.write('title = "Gauges"\n[sizes]\nn = { from = 1, to = 100_000 }\n[shapes.any]\ntext = """\n{n}\n'
                           '{integers(n, 0, 1000)}\n"""\n' + tables)
            subprocess.run([PROGRAM, "run", "--budget", f"{budget}s", "--seed", str(turn + 1), "--quiet"], cwd=folder,
                           stdout=subprocess.DEVNULL, check=True)
            courses = {(c["solution"], c["against"]): c for c in told(folder, "compare")["courses"] if c["metric"] == "time"}
        line = []
        for name, factor in wanted.items():
            turned = (name, "plain") not in courses
            course = courses[("plain", name) if turned else (name, "plain")]
            low, high = course["interval"]
            if turned:
                low, high = 1 / high, 1 / low
            right = low <= factor <= high and course["differs"] == (factor != 1)
            good[name] += right
            line.append(f"{name} [{low:.3f}, {high:.3f}]{'' if right else ' WRONG ' + course['ratio_is']}")
            if name == "copy" and course["would_have_seen"] is not None:
                seeable.append(course["would_have_seen"])
        print(f"  run {turn + 1}: " + ", ".join(line), flush=True)
    print(f"known factors, right within their intervals, {budget} s each:")
    for name in wanted:
        print(f"  {name} ({wanted[name]:g}):", end="")
        share(good[name], runs, "19 of 20")
    if seeable:
        print(f"  copies: a difference of {100 * sorted(seeable)[len(seeable) // 2]:.1f} % would have been seen (middle), {100 * max(seeable):.1f} % at most")


def main():
    parser = argparse.ArgumentParser(description=__doc__, formatter_class=argparse.RawDescriptionHelpFormatter)
    parser.add_argument("--seed", default="1")
    parser.add_argument("--trials", type=int, default=500)
    parser.add_argument("--runs", type=int, default=0)
    parser.add_argument("--budget", type=int, default=20)
    options = parser.parse_args()
    if options.trials:
        synthetic_crossings(options.seed, options.trials)
        synthetic_forecasts(options.seed, options.trials)
    if options.runs:
        known_factors(options.runs, options.budget)


if __name__ == "__main__":
    main()
