#!/usr/bin/env python3
"""Tasks as people bring them: sources of functions, pasted, nothing else. Each is tried with one command.

    bench/tasks.py PROGRAM [TASK...] [--budget 15s] [--seed 1] [--printed docs/tasks.md]

Prints for each task how many verdicts are right, wrong and undecided by bench/tasks/truth.json, and what was not right;
the file named last holds what the program printed.
"""
import argparse
import json
import os
import subprocess
import sys
import tempfile
import time

HERE = os.path.dirname(os.path.abspath(__file__))


def main():
    options = argparse.ArgumentParser(description=__doc__, formatter_class=argparse.RawDescriptionHelpFormatter)
    options.add_argument("program")
    options.add_argument("tasks", nargs="*")
    options.add_argument("--budget", default="15s")
    options.add_argument("--seed", default="1")
    options.add_argument("--printed")
    given = options.parse_args()
    folder = os.path.join(HERE, "tasks")
    with open(os.path.join(folder, "truth.json"), encoding="utf-8") as handle:
        truth = json.load(handle)
    sums = {"right": 0, "wrong": 0, "undecided": 0, "missing": 0}
    printed = []
    for task in given.tasks or sorted(truth):
        sources = sorted(os.listdir(os.path.join(folder, task)))
        with tempfile.TemporaryDirectory() as kept:
            keep = os.path.join(kept, task)
            command = [os.path.abspath(given.program), "try", *sources, "--keep", keep, "--budget", given.budget,
                       "--seed", given.seed, "--quiet", "--no-figures"]
            start = time.time()
            ran = subprocess.run(command, cwd=os.path.join(folder, task), capture_output=True, text=True, check=False)
            took = time.time() - start
            said = {}
            results = os.path.join(keep, "stopwatch-results", "claims.json")
            if os.path.exists(results):
                with open(results, encoding="utf-8") as handle:
                    for claim in json.load(handle)["claims"]:
                        said["%s %s" % (claim["solution"], claim["metric"])] = claim["verdict"]
        counts = dict.fromkeys(sums, 0)
        for claim, verdict in truth[task].items():
            got = said.get(claim, "missing")
            kind = "right" if got == verdict else got if got in ("undecided", "missing") else "wrong"
            counts[kind] += 1
            sums[kind] += 1
            if kind != "right":
                print("  %s, %s: %s, should be %s" % (task, claim, got, verdict))
        print("%-18s %s, %.0f s, exit status %d" % (
            task, ", ".join("%d %s" % (count, kind) for kind, count in counts.items() if count), took, ran.returncode))
        sys.stdout.flush()
        if ran.stderr:
            print("  " + ran.stderr.strip().replace("\n", "\n  "))
        shown = ran.stdout.replace(kept, "…").rstrip()
        printed.append("## %s\n```\n$ iron-stopwatch try %s\n%s\n```\n" % (task, " ".join(sources), shown))
    total = ", ".join("%d %s" % (count, kind) for kind, count in sums.items())
    print(total)
    if given.printed:
        with open(given.printed, "w", encoding="utf-8") as handle:
            handle.write("# Tasks, from sources to verdicts\n\nEach is two or three sources in `bench/tasks`, functions as they were "
                         "pasted, tried with one command and nothing else\n(`bench/tasks.py`). What was printed, as it was.\n\n"
                         + "\n".join(printed))


if __name__ == "__main__":
    main()
