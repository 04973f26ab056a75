#!/usr/bin/env python3
"""Problems whose truth is known, run and held against it: verdicts, and the lines that are named.

    bench/gallery.py PROGRAM [--budget 30s] [--only NAME,NAME] [--seed 1] [gallery/open]

Each folder is copied to a scratch one first. `truth.toml` beside each problem file: a list of `claims`, each with
`solution`, `metric`, `bound`, `truth` (holds, loose, exceeded), `why`, and of time that is exceeded the `lines` of its
first source that do it, where there are such. Prints what is not right, then right, wrong and undecided by language, and how often the line
that is named is one of those. Nothing else should run on the machine.
"""
import argparse
import collections
import json
import pathlib
import re
import shutil
import subprocess
import sys
import tempfile
import tomllib

words = argparse.ArgumentParser(description=__doc__, formatter_class=argparse.RawDescriptionHelpFormatter)
words.add_argument("program")
words.add_argument("folder", nargs="?", default=pathlib.Path(__file__).parent.parent / "gallery" / "open", type=pathlib.Path)
words.add_argument("--budget", default="30s")
words.add_argument("--only", default="")
words.add_argument("--seed", default="1")
words.add_argument("--table", type=pathlib.Path, help="writes what was said of each claim on time there, for the docs")

LANGUAGES = {".cpp": "C++", ".c": "C", ".py": "Python", ".js": "JavaScript", ".java": "Java", ".rs": "Rust"}


def judged(program, folder, budget, seed):
    """What the program says of every claim of a problem, by solution, metric and bound."""
    with tempfile.TemporaryDirectory() as scratch:
        copy = pathlib.Path(scratch) / folder.name
        shutil.copytree(folder, copy, ignore=shutil.ignore_patterns("stopwatch-results"))
        done = subprocess.run([program, "run", "--problem", copy, "--budget", budget, "--seed", seed, "--no-figures"],
                              capture_output=True, text=True, stdin=subprocess.DEVNULL)
        written = copy / "stopwatch-results" / "claims.json"
        if not written.exists():
            sys.exit(f"{folder.name}: no claims were judged\n{done.stderr}")
        claims = json.loads(written.read_text())["claims"]
    return {(one["solution"], one["metric"], one["bound"]): one for one in claims}


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
    program = pathlib.Path(given.program).resolve()
    only = [name for name in given.only.split(",") if name]
    tally, named = collections.Counter(), collections.Counter()
    rows = ["| problem | source | claim on time | verdict | grows like | line | what stands there | the truth |",
            "|---|---|---|---|---|---|---|---|"]
    for folder in sorted(path.parent for path in given.folder.glob("*/truth.toml")):
        if only and folder.name not in only:
            continue
        problem = tomllib.loads((folder / "stopwatch.toml").read_text())
        said = judged(program, folder, given.budget, given.seed)
        for claim in tomllib.loads((folder / "truth.toml").read_text())["claims"]:
            one = said.get((claim["solution"], claim["metric"], claim["bound"]))
            source = problem["solutions"][claim["solution"]]["source"]
            language = LANGUAGES[pathlib.Path(source).suffix]
            rows.append(row(folder, source, claim, one))
            verdict = one["verdict"] if one else "missing"
            truth = "holds" if claim["truth"] == "loose" else claim["truth"]
            kind = "right" if verdict == truth else "undecided" if verdict == "undecided" else "wrong"
            tally[language, kind] += 1
            if kind != "right":
                print(f"{folder.name} {claim['solution']} {claim['bound']}: {verdict}, should be {truth}"
                      f" ({claim['why']}): {one['reason'] if one else ''}", flush=True)
            elif truth == "exceeded" and "lines" in claim:
                found = re.search(r"; lines? (\d+)", one["reason"])
                right = found and int(found.group(1)) in claim["lines"]
                named[language, "right" if right else "wrong" if found else "none"] += 1
                if not right:
                    print(f"{folder.name} {claim['solution']}: the line is {claim['lines']}: {one['reason']}", flush=True)
    if given.table:
        given.table.write_text("\n".join(rows) + "\n")
    print(f"{'':12}{'right':>8}{'wrong':>8}{'undecided':>11}{'line right':>12}{'wrong':>8}{'none':>7}")
    for language in [*LANGUAGES.values(), "all"]:
        count = lambda which, kind: sum(n for (of, what), n in which.items()
                                        if what == kind and language in ("all", of))
        print(f"{language:12}{count(tally, 'right'):8}{count(tally, 'wrong'):8}{count(tally, 'undecided'):11}"
              f"{count(named, 'right'):12}{count(named, 'wrong'):8}{count(named, 'none'):7}")


main()
