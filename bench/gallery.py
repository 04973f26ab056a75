#!/usr/bin/env python3
"""Problems whose truth is known, run and held against it: verdicts, and the lines that are named.

    bench/gallery.py PROGRAM [--budget 30s] [--only NAME,NAME] [--seed 1] [gallery/open]

Each folder is copied to a scratch one first. `truth.toml` beside each problem file: a list of `claims`, each with
`solution`, `metric`, `bound`, `truth` (holds, loose, exceeded), `why`, and of time that is exceeded the `lines` of its
first source that do it, where there are such; and a `shape` where it is not for every one. Prints what is not right, then
right, wrong and undecided by language, style, metric and kind of growth, how often the line that is named is one of
those, and where the time went. Nothing else should run on the machine. `--keep` says where the copies stay with their
readings; `--again` beside it judges those anew by PROGRAM, and runs nothing.
"""
import argparse
import collections
import contextlib
import json
import pathlib
import re
import shutil
import subprocess
import sys
import tempfile
import time
import tomllib


def duration(text):
    """As the program takes it, so that a slip is seen before every problem is tried."""
    if not re.fullmatch(r"[0-9.]+ ?(ns|us|ms|s|min|h)", text):
        raise argparse.ArgumentTypeError(f"'{text}' has no unit, as in 30s or 2min")
    return text


words = argparse.ArgumentParser(description=__doc__, formatter_class=argparse.RawDescriptionHelpFormatter)
words.add_argument("program")
words.add_argument("folder", nargs="?", default=pathlib.Path(__file__).parent.parent / "gallery" / "open", type=pathlib.Path)
words.add_argument("--budget", default="30s", type=duration)
words.add_argument("--only", default="")
words.add_argument("--seed", default="1")
words.add_argument("--keep", type=pathlib.Path)
words.add_argument("--again", action="store_true")
words.add_argument("--table", type=pathlib.Path, help="writes what was said of each claim on time there, for the docs")

LANGUAGES = {".cpp": "C++", ".c": "C", ".py": "Python", ".js": "JavaScript", ".java": "Java", ".rs": "Rust"}


def kind_of(bound):
    """A bound by what leads it, roughly: what is hard to tell differs from one to the other."""
    inside = bound[bound.index("(") + 1:-1].strip()
    if inside == "1":
        return "constant"
    if re.search(r"!|\^\(?[a-z]", inside):
        return "exponential"
    if "log" not in inside:
        return "linear" if re.fullmatch(r"[a-z](?: \+ [a-z])*", inside) else "power or product"
    return "logarithm" if re.fullmatch(r"log [a-z]", inside) else "with a logarithm"


def style_of(problem, source):
    """Function style has an adapter's line in it; bare functions are called as the problem says."""
    if re.search(r"iron_stopwatch|IronStopwatch", source.read_text()):
        return "function"
    return "bare function" if "call" in problem else "whole program"


def time_spent(journal):
    """Seconds between one reading and the next, by kind of reading and solution."""
    spent, before = collections.Counter(), 0
    for line in journal.read_text().split("\n"):
        try:
            reading = json.loads(line)
        except ValueError:
            continue
        if "at_s" in reading:
            spent[reading["kind"], reading["solution"]] += max(0, reading["at_s"] - before)
            before = reading["at_s"]
    return spent


def judged(program, folder, copy, given):
    """What the program says of every claim of a problem, by solution, metric, bound and shape; and where its time went."""
    results = copy / "stopwatch-results"
    begun = time.monotonic()
    if given.again:
        command = [program, "claims", "--problem", copy, "--json"]
    else:
        shutil.copytree(folder, copy, ignore=shutil.ignore_patterns("stopwatch-results"))
        command = [program, "run", "--problem", copy, "--budget", given.budget, "--seed", given.seed, "--no-figures"]
    done = subprocess.run(command, capture_output=True, text=True, stdin=subprocess.DEVNULL)
    if not (results / "claims.json").exists():
        print(f"{folder.name}: no claims were judged\n{done.stderr}", flush=True)
        return {}, {}
    claims = json.loads(done.stdout if given.again else (results / "claims.json").read_text())["claims"]
    spent = time_spent(results / "measurements.jsonl")
    if not given.again:
        spent["agreement, builds, judging", ""] = time.monotonic() - begun - sum(spent.values())
    return {(one["solution"], one["metric"], one["bound"], one["shape"]): one for one in claims}, spent


def row(folder, source, claim, one):
    """Of the table: what is claimed, what was said, which line was named and what stands there."""
    found = re.search(r"; lines? (\d+)", one["reason"]) if one else None
    line, text = (found.group(1), "") if found else ("", "")
    if line:
        text = (folder / source).read_text().split("\n")[int(line) - 1].strip()
        text = "`" + (text if len(text) <= 48 else text[:47] + "…").replace("|", "\\|") + "`"
    grows = one["growth"]["class"] if one and one["growth"] else "-"
    return (f"| {folder.name} | {source} | {claim['bound']} | {one['verdict'] if one else 'missing'} | {grows} |"
            f" {line} | {text} | {claim['why']} |")


def main():
    given = words.parse_args()
    if given.again and not given.keep:
        words.error("--again needs --keep, the folder of the readings")
    program = pathlib.Path(given.program).resolve()
    only = [name for name in given.only.split(",") if name]
    tally, named, spent = collections.Counter(), collections.Counter(), collections.Counter()
    rows = ["| problem | source | claim on time | verdict | grows like | line | what stands there | the truth |",
            "|---|---|---|---|---|---|---|---|"]
    for folder in sorted(path.parent for path in given.folder.glob("*/truth.toml")):
        if only and folder.name not in only:
            continue
        problem = tomllib.loads((folder / "stopwatch.toml").read_text())
        with contextlib.nullcontext(given.keep) if given.keep else tempfile.TemporaryDirectory() as scratch:
            said, took = judged(program, folder, pathlib.Path(scratch) / folder.name, given)
        for (kind, solution), seconds in took.items():
            source = problem["solutions"][solution]["source"] if solution else ""
            spent[kind, LANGUAGES[pathlib.Path(source).suffix] if source else ""] += seconds
        for claim in tomllib.loads((folder / "truth.toml").read_text())["claims"]:
            shape = claim.get("shape", "every")
            one = said.get((claim["solution"], claim["metric"], claim["bound"], shape))
            source = problem["solutions"][claim["solution"]]["source"]
            language = LANGUAGES[pathlib.Path(source).suffix]
            rows.append(row(folder, source, claim, one))
            verdict = one["verdict"] if one else "missing"
            truth = "holds" if claim["truth"] == "loose" else claim["truth"]
            kind = "right" if verdict == truth else "undecided" if verdict == "undecided" else "wrong"
            for of in (language, style_of(problem, folder / source), claim["metric"], kind_of(claim["bound"]),
                       "true claims" if truth == "holds" else "false claims"):
                tally[of, kind] += 1
            tally["all", kind] += 1
            if kind != "right":
                print(f"{folder.name} {claim['solution']} {claim['metric']} {claim['bound']}: {verdict}, should be {truth}"
                      f" ({claim['why']}): {one['reason'] if one else ''}", flush=True)
            elif truth == "exceeded" and "lines" in claim:
                found = re.search(r"; lines? (\d+)", one["reason"])
                right = found and int(found.group(1)) in claim["lines"]
                for of in (language, "all"):
                    named[of, "right" if right else "wrong" if found else "none"] += 1
                if not right:
                    print(f"{folder.name} {claim['solution']}: the line is {claim['lines']}: {one['reason']}", flush=True)
    if given.table:
        given.table.write_text("\n".join(rows) + "\n")
    print(f"{'':18}{'right':>8}{'wrong':>8}{'undecided':>11}{'line right':>12}{'wrong':>8}{'none':>7}")
    for of in [*LANGUAGES.values(), *sorted({of for of, _ in tally} - set(LANGUAGES.values()) - {"all"}), "all"]:
        print(f"{of:18}{tally[of, 'right']:8}{tally[of, 'wrong']:8}{tally[of, 'undecided']:11}"
              f"{named[of, 'right']:12}{named[of, 'wrong']:8}{named[of, 'none']:7}")
    print("\nseconds")
    for (kind, language), seconds in sorted(spent.items(), key=lambda one: -one[1]):
        print(f"{kind + (' ' + language if language else ''):32}{seconds:8.0f}")


main()
