#!/usr/bin/env python3
"""How long inputs take to make, and a thousand small inputs to agree on. Run by hand after ./test.sh."""
import os
import re
import resource
import subprocess
import tempfile
import time

here = os.path.dirname(os.path.dirname(os.path.abspath(__file__)))
program = os.path.join(here, "build", "iron-stopwatch")


def seconds(*arguments, folder, out=subprocess.DEVNULL):
    start = time.monotonic()
    done = subprocess.run([program, *arguments], cwd=folder, stdout=out, stderr=subprocess.DEVNULL, text=True)
    return time.monotonic() - start, done


with tempfile.TemporaryDirectory() as folder:
    with open(os.path.join(folder, "stopwatch.toml"), "w") as handle:
        handle.write('[sizes]\nn = { from = 0, to = 10_000_000 }\n[shapes.any]\n'
                     'text = "{n}\\n{integers(n, -1_000_000_000, 1_000_000_000)}\\n"\n'
                     '[solutions.a]\nrun = "cat"\nstyle = "program"\n')
    least = min(seconds("input", "n=10000000", folder=folder)[0] for _ in range(3))
    peak = resource.getrusage(resource.RUSAGE_CHILDREN).ru_maxrss / 1024
    print(f"10 million integers (105 MB of text): {least:.2f} s, peak resident {peak:.1f} MiB")

with tempfile.TemporaryDirectory() as folder:
    subprocess.run([program, "demo", folder, "--lay-out"], stdout=subprocess.DEVNULL)
    problem = os.path.join(folder, "tide-climb")
    seconds("agree", "--tries", "1", folder=problem)  # builds
    few, _ = seconds("agree", "--tries", "1", folder=problem)
    many, done = seconds("agree", "--tries", "334", folder=problem, out=subprocess.PIPE)
    inputs = int(re.search(r"on ([\d,]+) input", done.stdout).group(1).replace(",", ""))
    print(f"five C++ solutions, {inputs} inputs: {many:.2f} s in all; the {inputs - 48} or so small ones took "
          f"{many - few:.2f} s")
