#!/usr/bin/env python3
"""Does the largest size that is forecast within a second take a second there?

    bench/largest.py [--budget 30] [--within 1s] [--problems tide-climb,ferry-stops] [--results FOLDER]

Measures the demo problems (or takes a folder where `iron-stopwatch demo` has), asks for the largest size of every
solution, makes such an input and calls the solution there, five times. Sizes beyond the problem's own range can't be
tried. Run by hand after ./test.sh; needs nothing but Python.
"""
import argparse
import json
import os
import re
import statistics
import subprocess
import tempfile

HERE = os.path.dirname(os.path.dirname(os.path.abspath(__file__)))
PROGRAM = os.path.join(HERE, "build", "iron-stopwatch")
UNITS = {"ns": 1e-9, "us": 1e-6, "ms": 1e-3, "s": 1, "min": 60, "h": 3600}


def ran(folder, *arguments):
    return subprocess.run([PROGRAM, *arguments], cwd=folder, capture_output=True, text=True)


def call_seconds(folder, solution, file):
    """What one call took, or None where it was stopped."""
    done = ran(folder, "answer", "--verbose", solution, file)
    found = re.search(r"the call took ([\d.,]+) (\w+)", done.stderr + done.stdout[-200:])
    return float(found[1].replace(",", "")) * UNITS[found[2]] if done.returncode == 0 and found else None


def calls(folder, one, name, size):
    """What five calls took; nothing where no such input can be made or a call was stopped."""
    file = os.path.join(folder, "largest-input")
    with open(file, "w") as out:
        made = subprocess.run([PROGRAM, "input", "--shape", one["shape"], f"{name}={size:.0f}"], cwd=folder,
                              stdout=out, stderr=subprocess.PIPE, text=True)
    times = [call_seconds(folder, one["solution"], file) for _ in range(5)] if made.returncode == 0 else [None]
    os.remove(file)
    return [] if None in times else times


def tried(folder, limit_s, within):
    told = json.loads(ran(folder, "forecast", "--within", within, "--json").stdout)
    for one in told["largest"]:
        if not one["size"]:
            continue
        (name, size), = one["size"].items()
        low, high = one["interval"]
        label = f"  {one['solution']:18} {name} = {size:,.0f} ({low:,.0f} to {high:,.0f})"
        times = calls(folder, one, name, size)
        if not times:
            print(f"{label}: beyond the problem's range or limits")
            continue
        ratio = statistics.median(times) / limit_s
        print(f"{label}: {min(times):.3g} to {max(times):.3g} s on {one['shape']}")
        if ratio < 0.8 and size <= 64:  # where one more is twice as much, the limit lies in between
            more = calls(folder, one, name, size + 1)
            if more and statistics.median(more) > limit_s:
                print(f"{'':20} {name} = {size + 1:,.0f}: {min(more):.3g} to {max(more):.3g} s")
                ratio = 1
        yield ratio


def main():
    options = argparse.ArgumentParser(description=__doc__, formatter_class=argparse.RawDescriptionHelpFormatter)
    options.add_argument("--budget", default="30")
    options.add_argument("--within", default="1s")
    options.add_argument("--problems", default="tide-climb,signal-match,barge-load,mooring-chain,buoy-count,ferry-stops")
    options.add_argument("--results", help="a folder of demo problems that were measured")
    given = options.parse_args()
    limit_s = float(re.match(r"[\d.]+", given.within)[0]) * UNITS[re.search(r"[a-z]+$", given.within)[0]]
    with tempfile.TemporaryDirectory() as fresh:
        folder = given.results or fresh
        if not given.results:
            ran(fresh, "demo", fresh, "--problems", given.problems, "--budget", given.budget + "s", "--quiet")
        ratios = []
        for problem in given.problems.split(","):
            print(problem)
            ratios += list(tried(os.path.join(folder, problem), limit_s, given.within))
    near = sum(1 / 1.25 <= ratio <= 1.25 for ratio in ratios)
    print(f"{near} of {len(ratios)} take {given.within} within 25 %; the middle one {statistics.median(ratios):.2f} of it")


if __name__ == "__main__":
    main()
