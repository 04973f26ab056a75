#!/usr/bin/env python3
"""Kills a run outright at random moments, then goes on: nothing that was there is lost or counted twice, nothing is left.

    bench/kills.py PROGRAM [--times 500] [--seed 1]

Prints a line for each fault, and the figures that docs/reliability.md tells.
"""
import argparse
import collections
import json
import os
import pathlib
import random
import shutil
import signal
import subprocess
import sys
import tempfile
import time

words = argparse.ArgumentParser(description=__doc__, formatter_class=argparse.RawDescriptionHelpFormatter)
words.add_argument("program")
words.add_argument("--times", type=int, default=500)
words.add_argument("--seed", type=int, default=1)
words = words.parse_args()
program = os.path.abspath(words.program)
demo = pathlib.Path(__file__).resolve().parent.parent / "demo" / "tide-climb"
longest_s = 2.5


def readings_in(journal):
    """The whole lines but the heading, each as it stands and as read."""
    if not journal.exists():
        return []
    lines = [line for line in journal.read_bytes().split(b"\n")[:-1]]
    return [(line, json.loads(line)) for line in lines[1:]]


def is_doubled(readings):
    seen = collections.Counter(
        (r["kind"], r["solution"], r["shape"], json.dumps(r["sizes"], sort_keys=True), r["seed"], r["generation"], r["round"])
        for _, r in readings if r["outcome"] == "done" and not r.get("disturbed"))
    return [key for key, times in seen.items() if times > 1]


def left_running(folder):
    found = []
    for entry in pathlib.Path("/proc").iterdir():
        if entry.name.isdigit():
            try:
                if str(folder).encode() in (entry / "cmdline").read_bytes() and int(entry.name) != os.getpid():
                    found.append(entry.name)
            except OSError:
                pass
    return found


chance = random.Random(words.seed)
faults = collections.Counter()
sessions = kept = 0


def fault(what, told=""):
    faults[what] += 1
    print(f"{what}: {told}"[:300], flush=True)


with tempfile.TemporaryDirectory() as place:
    home = pathlib.Path(place)
    tried = 0
    while tried < words.times:
        folder = home / f"problem-{tried}"
        shutil.copytree(demo, folder)
        command = [program, "run", "--problem", str(folder), "--budget", "2s", "--upto", "n=4000", "--no-figures", "--quiet"]
        journal = folder / "stopwatch-results" / "measurements.jsonl"
        before = []
        for _ in range(min(10, words.times - tried)):
            tried += 1
            run = subprocess.Popen(command, stdout=subprocess.DEVNULL, stderr=subprocess.DEVNULL)
            time.sleep(chance.uniform(0, longest_s))
            run.send_signal(signal.SIGKILL)
            run.wait()
            try:
                now = readings_in(journal)
            except ValueError as error:
                fault("a whole line that is no JSON", error)
                continue
            if [line for line, _ in now[:len(before)]] != [line for line, _ in before]:
                fault("lost or changed", f"{len(before)} lines before, {len(now)} now")
            for key in is_doubled(now):
                fault("counted twice", key)
            before = now
            time.sleep(0.3)  # the kernel takes a namespace down behind the keeper's back
            if left := left_running(folder):
                fault("left running", left)
        done = subprocess.run(command, capture_output=True, text=True)
        sessions += 1
        if done.returncode not in (0, 1):
            fault("the next session ends with an error", done.stderr)
        now = readings_in(journal)
        kept += len(before)
        if [line for line, _ in now[:len(before)]] != [line for line, _ in before]:
            fault("lost or changed", "by the last session")
        for key in is_doubled(now):
            fault("counted twice", key)
        shutil.rmtree(folder)
    print(f"{tried} kills, {sessions} sessions after them, {kept} readings kept; faults: {dict(faults) or 'none'}")
    sys.exit(bool(faults))
