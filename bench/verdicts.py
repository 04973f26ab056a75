#!/usr/bin/env python3
"""How often a verdict is wrong: the built program over series whose law is known.

    bench/verdicts.py [--seed 1] [--one 1000] [--several 200]     series made here, of one size and of several
    bench/verdicts.py --folder DIR        series.csv, claims.csv and truth.json of that form made elsewhere
    bench/verdicts.py --without RULE      without a rule of judging (claims --help names none; docs/statistics.md does)
    bench/verdicts.py --rules             what each rule earns: the rates with all, and without each in turn

Prints the share of true claims called exceeded, of false ones called holds, of undecided ones, by metric, by truth, by
noise and by span; of the series made here also how often the class is the right one and the interval of the exponent
at the largest size holds the true one. Growths on no list (n^2.5, n^(4/3), log^2 n, 3^n), caches, drift, spikes, rounded
logarithms and random inputs are among them. Needs nothing but Python.
"""
import argparse
import csv
import json
import math
import os
import random
import subprocess
import tempfile
from collections import defaultdict

PROGRAM = os.path.join(os.path.dirname(os.path.dirname(os.path.abspath(__file__))), "build", "iron-stopwatch")


def log(x):
    return max(math.log2(x), 1.0)


# name, value, what lies strictly below it, what lies strictly above
ONE = [
    ("1", lambda n: 1, [], ["log n", "n"]),
    ("log n", lambda n: log(n), ["1"], ["sqrt n", "n"]),
    ("log^2 n", lambda n: log(n) ** 2, ["log n", "1"], ["sqrt n"]),
    ("sqrt n", lambda n: n**0.5, ["log n"], ["n", "n log n"]),
    ("n", lambda n: n, ["sqrt n", "log n"], ["n log n", "n^2"]),
    ("n log n", lambda n: n * log(n), ["n"], ["n^1.5", "n log^2 n"]),
    ("n log^2 n", lambda n: n * log(n) ** 2, ["n log n", "n"], ["n^1.5"]),
    ("n^(4/3)", lambda n: n ** (4 / 3), ["n log n", "n"], ["n^1.5", "n^2"]),
    ("n^1.5", lambda n: n**1.5, ["n log n"], ["n^2"]),
    ("n^2", lambda n: n * n, ["n^1.5", "n log n"], ["n^2 log n", "n^3"]),
    ("n^2 log n", lambda n: n * n * log(n), ["n^2"], ["n^3", "n^2.5"]),
    ("n^2.5", lambda n: n**2.5, ["n^2 log n", "n^2"], ["n^3"]),
    ("n^3", lambda n: n**3, ["n^2 log n"], ["n^3 log n", "n^4"]),
    ("2^n", lambda n: 2.0**n, ["n^3", "1.8^n"], ["n 2^n", "3^n"]),
    ("3^n", lambda n: 3.0**n, ["2^n"], ["4^n"]),
]
SEVERAL = [
    ("n k", lambda n, k: n * k, ["n", "n log k", "n + k"], ["n k log n", "n^2 k"]),
    ("n + k", lambda n, k: n + k, ["n", "k"], ["n log n + k", "n k"]),
    ("n log k", lambda n, k: n * log(k), ["n"], ["n k", "n log k log n"]),
    ("n log n + k", lambda n, k: n * log(n) + k, ["n + k", "n log n"], ["n log n + k log k", "n k log n"]),
    ("n + k log k", lambda n, k: n + k * log(k), ["n + k"], ["n log n + k log k", "n k log k"]),
    ("min(n, k)", lambda n, k: min(n, k), ["log n", "sqrt n"], ["n", "n + k"]),
    ("n sqrt k", lambda n, k: n * k**0.5, ["n log k", "n"], ["n k"]),
    ("n k^0.6", lambda n, k: n * k**0.6, ["n sqrt k", "n"], ["n k"]),
    ("n^1.4 k", lambda n, k: n**1.4 * k, ["n k"], ["n^2 k", "n^1.5 k"]),
    ("min(n, k)^1.5", lambda n, k: min(n, k) ** 1.5, ["min(n, k)"], ["min(n, k)^2", "n k"]),
    ("n^2 + k", lambda n, k: n * n + k, ["n^2", "n + k"], ["n^2 k", "n^3 + k"]),
]


def noisy_times(random_, places, steps, spread):
    """Readings of time: a cache that makes large cells dearer, drift from round to round, spikes upwards. Also whether
    there is a cache."""
    unit = 2 ** random_.uniform(0, 4)
    boundary, dearer = None, 1.0
    if random_.random() < 0.5:
        boundary, dearer = random_.uniform(0.2, 1), random_.uniform(1.2, 3.5)
    width = random_.uniform(0.25, 0.9)
    readings = []
    top = max(math.log2(math.prod(place)) for place in places)
    rounds, drift, spikes = random_.randint(3, 7), random_.uniform(-0.04, 0.04), random_.uniform(0.02, 0.1)
    for round_ in range(rounds):
        for place, value in zip(places, steps):
            factor = 1.0
            if boundary:
                off = (math.log2(math.prod(place)) - boundary * top) / width
                factor += (dearer - 1) / (1 + math.exp(-off))
            time = unit * value * factor * math.exp(random_.gauss(0, spread)) * (1 + drift * round_ / rounds)
            if random_.random() < spikes:
                time *= random_.uniform(1.2, 4)
            readings.append((place, round_, time))
    return readings, boundary is not None


def counted_steps(random_, places, steps):
    spread = random_.choice([0, 0, random_.uniform(0.003, 0.05)])
    for round_ in range(random_.randint(3, 6)):
        for place, value in zip(places, steps):
            yield place, round_, max(round(value * max(1 + random_.gauss(0, spread), 0.05)), 1)


def made(seed, one, several, folder):
    rows, claims, truth, growths = [], [], [], []

    def write(name, metric, sizes, values, spread, form, doublings, random_, exponent=None):
        lead, below, above = form
        places, steps = zip(*values)
        cache = False
        if metric == "time":
            readings, cache = noisy_times(random_, places, steps, spread)
        else:
            readings = counted_steps(random_, places, steps)
        if exponent is not None:
            growths.append({"solution": name, "metric": metric, "class": lead, "exponent": exponent, "cache": cache})
        for place, round_, value in readings:
            rows.append([name, metric, round_, *(place if len(place) == 2 else (place[0], "")), f"{value:.9g}"])
        bounds = [(lead, "holds")] + [(b, "exceeded") for b in random_.sample(below, min(2, len(below)))]
        bounds.append((random_.choice(above), "holds"))
        for bound, verdict in bounds:
            claims.append([name, "time", f"O({bound})", ""])
            truth.append({"solution": name, "bound": f"O({bound})", "verdict": verdict, "view": metric, "truth": lead,
                          "sigma": spread if metric == "time" else None, "doublings": doublings, "sizes": sizes,
                          "exact": bound == lead})

    for i in range(one):
        random_ = random.Random(f"{seed} one {i}")
        lead, value, below, above = random_.choice(ONE)
        if lead in ("2^n", "3^n"):
            ladder = list(range(random_.randint(4, 8), random_.randint(18, 26)))
        else:
            factor, n = random_.choice([2**0.5, 2, 1.5]), 2 ** random_.uniform(3, 6)
            top = n * 2 ** random_.uniform(max(3.5, 7 * math.log2(factor)), 13)
            ladder = []
            while n <= top:
                ladder.append(round(n))
                n *= factor
            ladder = sorted(set(ladder))
        scale, pivot = 2 ** random_.uniform(0, 5), ladder[len(ladder) * 2 // 3]
        start = random_.choice([0, random_.uniform(0, 0.9)]) * value(pivot)
        linear = random_.choice([0, random_.uniform(0, 0.9)]) if lead in ("n log n", "n^1.5", "n^2", "n^2 log n", "n^3") else 0
        linear *= value(pivot) / pivot
        law = lambda n: max(3, scale * (value(n) + start + linear * n))
        values = [((n,), law(n)) for n in ladder]
        end = ladder[-1]
        exponent = math.log(law(end * 1.001) / law(end / 1.001)) / (2 * math.log(1.001))
        metric = random_.choice(["time", "steps"])
        spread = math.exp(random_.uniform(math.log(0.003), math.log(0.12)))
        write(f"one-{i}", metric, 1, values, spread, (lead, below, above), math.log2(ladder[-1] / ladder[0]), random_, exponent)
    for i in range(several):
        random_ = random.Random(f"{seed} several {i}")
        lead, value, below, above = random_.choice(SEVERAL)
        n0, n1 = 2 ** random_.uniform(3, 6), 2 ** random_.uniform(11, 17)
        k0, k1 = 2 ** random_.uniform(2, 5), 2 ** random_.uniform(9, 14)
        at = lambda a, b, share: a * (b / a) ** share
        shares = [(i / 7, s) for i in range(8) for s in (0, 0.5)] + [(s, i / 7) for i in range(8) for s in (0, 0.5)]
        shares += [(i / 7, i / 7) for i in range(8)] + [(i / 2, j / 2) for i in range(3) for j in range(3)]
        places = sorted({(round(at(n0, n1, a)), round(at(k0, k1, b))) for a, b in shares})
        scale, start = 2 ** random_.uniform(0, 5), random_.uniform(0, 20)
        low = random_.choice([0, random_.uniform(0, 0.5)])
        values = [((n, k), max(3, scale * (value(n, k) + start + (low * n if lead != "min(n, k)" and "min" not in lead else 0))))
                  for n, k in places]
        metric = random_.choice(["time", "steps"])
        spread = math.exp(random_.uniform(math.log(0.01), math.log(0.1)))
        write(f"several-{i}", metric, 2, values, spread, (lead, below, above), None, random_)
    for name, header, lines in (("series.csv", ["solution", "metric", "round", "n", "k", "value"], rows),
                                ("claims.csv", ["solution", "metric", "bound", "where"], claims)):
        with open(os.path.join(folder, name), "w", newline="") as file:
            csv.writer(file).writerows([header] + lines)
    with open(os.path.join(folder, "truth.json"), "w") as file:
        json.dump({"claims": truth, "growths": growths}, file)


# Those that series of a table can turn on; the others need a machine, whole programs or several shapes.
RULES = ["highest-falls", "nothing-fits", "only-while-small", "spare-room", "not-nearer", "nothing-rises", "witness", "rare",
         "one-change", "unlisted", "still-rises", "hardest"]


def judged(folder, program, without=None):
    run = subprocess.run([program, "claims", "--data", os.path.join(folder, "series.csv"), "--claims",
                          os.path.join(folder, "claims.csv"), "--json"] + (["--without", without] if without else []),
                         stdout=subprocess.PIPE)
    found = {(c["solution"], c["bound"].replace(" ", "")): c["verdict"] for c in json.loads(run.stdout)["claims"]}
    truth = json.load(open(os.path.join(folder, "truth.json")))["claims"]
    for claim in truth:
        claim["got"] = found.get((claim["solution"], claim["bound"].replace(" ", "")))
        claim.setdefault("exact", not claim.get("loose", False))
    return truth


def grown(folder, program):
    """What the series made here grow like, with what was found."""
    growths = json.load(open(os.path.join(folder, "truth.json"))).get("growths", [])
    run = subprocess.run([program, "fit", "--data", os.path.join(folder, "series.csv"), "--json"], stdout=subprocess.PIPE)
    found = {one["solution"]: one for one in json.loads(run.stdout)["series"]}
    return [{**growth, "found": found[growth["solution"]]} for growth in growths]


def table_of_growths(growths):
    listed = [g for g in growths if g["class"] != "n^(4/3)"]  # a found power has a name of its own
    print(f"\n{'growth':28} {'series':>7} {'class found':>12} {'exponent inside':>16} {'above':>8} {'below':>8} {'half width':>11}")
    groups = grouped(listed, lambda g: (g["metric"], "cache" if g["cache"] else "")) + grouped(listed, lambda g: (g["metric"], g["class"]))
    for name, rows in groups:
        right = sum(g["found"].get("class") == g["class"] for g in rows)
        told = [g for g in rows if g["found"].get("interval")]
        above = sum(g["exponent"] > g["found"]["interval"][1] for g in told)
        below = sum(g["exponent"] < g["found"]["interval"][0] for g in told)
        widths = sorted((g["found"]["interval"][1] - g["found"]["interval"][0]) / 2 for g in told)
        share = lambda count: f"{100 * count / len(told):.1f} %" if told else "-"
        print(f"{' '.join(name):28} {len(rows):7} {100 * right / len(rows):10.1f} % {share(len(told) - above - below):>16} "
              f"{share(above):>8} {share(below):>8} {widths[len(widths) // 2] if widths else 0:11.3g}")


def rate(rows, word):
    return f"{100 * sum(r['got'] == word for r in rows) / len(rows):6.2f} %" if rows else "      - "


def table(title, groups):
    print(f"\n{title:28} {'claims':>7} {'false exc.':>11} {'false holds':>12} {'undecided':>10} {'exact holds':>12} {'small exc.':>11}")
    for name, rows in groups:
        true = [r for r in rows if r["verdict"] == "holds"]
        false = [r for r in rows if r["verdict"] == "exceeded"]
        exact = [r for r in true if r["exact"]]
        print(f"{str(name):28} {len(rows):7} {rate(true, 'exceeded'):>11} {rate(false, 'holds'):>12} {rate(rows, 'undecided'):>10} "
              f"{rate(exact, 'holds'):>12} {rate(false, 'exceeded'):>11}")


def table_of_rules(folder, program):
    """Rates of all claims, by metric and number of sizes, without each rule."""
    for rule in [None] + RULES:
        table(f"without {rule}" if rule else "with every rule",
              grouped(judged(folder, program, rule), lambda r: (r["view"], f"{r['sizes']} sizes" if isinstance(r.get("sizes"), int) else "")))


def grouped(rows, key):
    groups = defaultdict(list)
    for row in rows:
        groups[key(row)].append(row)
    return sorted(groups.items(), key=lambda pair: str(pair[0]))


def band(value, edges):
    return next((f"up to {edge:g}" for edge in edges if value <= edge), "more")


def main():
    parser = argparse.ArgumentParser(description=__doc__, formatter_class=argparse.RawDescriptionHelpFormatter)
    parser.add_argument("--folder")
    parser.add_argument("--seed", default="1")
    parser.add_argument("--one", type=int, default=1000)
    parser.add_argument("--several", type=int, default=200)
    parser.add_argument("--program", default=PROGRAM)
    parser.add_argument("--without", help="judge without this rule")
    parser.add_argument("--rules", action="store_true", help="what each rule earns")
    options = parser.parse_args()
    with tempfile.TemporaryDirectory() as folder:
        if not options.folder:
            made(options.seed, options.one, options.several, folder)
        if options.rules:
            return table_of_rules(options.folder or folder, options.program)
        truth = judged(options.folder or folder, options.program, options.without)
        growths = grown(options.folder or folder, options.program)
    missing = sum(row["got"] is None for row in truth)
    if missing:
        print(f"{missing} claims got no verdict")
    table("by metric", grouped(truth, lambda r: (r["view"], f"{r['sizes']} sizes" if isinstance(r.get("sizes"), int) else "")))
    if all("truth" in row for row in truth):
        table("by truth, steps", grouped([r for r in truth if r["view"] == "steps"], lambda r: r["truth"]))
        table("by truth, time", grouped([r for r in truth if r["view"] == "time"], lambda r: r["truth"]))
    times = [r for r in truth if r["view"] == "time"]
    table("time by noise", grouped([r for r in times if r.get("sigma")], lambda r: band(r["sigma"], [0.01, 0.025, 0.06, 0.15])))
    table("time by doublings", grouped([r for r in times if r.get("doublings")], lambda r: band(r["doublings"], [4, 6, 9, 12])))
    if growths:
        table_of_growths(growths)


if __name__ == "__main__":
    main()
