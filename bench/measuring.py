#!/usr/bin/env python3
"""What measuring is worth: times against a hand-written loop, copies against each other, exact bytes and steps, the
share of the budget inside solutions, processes left behind. Run by hand after ./test.sh; takes about three minutes."""
import json
import os
import pwd
import signal
import statistics
import subprocess
import tempfile
import time

here = os.path.dirname(os.path.dirname(os.path.abspath(__file__)))
program = os.path.join(here, "build", "iron-stopwatch")

WORK = """#include <cstdint>
inline std::uint64_t work(std::uint64_t rounds) {
    std::uint64_t state = 88172645463325252ull + rounds;
    for (std::uint64_t i = 0; i < rounds; ++i) { state ^= state << 13; state ^= state >> 7; state ^= state << 17; }
    return state;
}
"""
SOLUTION = """#include <iron_stopwatch.hpp>
#include "work.hpp"
std::uint64_t read(std::istream &in) { std::uint64_t n = 0; in >> n; return n; }
std::uint64_t solve(std::uint64_t n) { return work(n); }
void write(std::ostream &out, std::uint64_t answer) { out << answer << '\\n'; }
IRON_STOPWATCH(read, solve, write)
"""
# What a careful person would write by hand: batches of 100 us, the least tenth of them over seconds.
HAND = """#include "work.hpp"
#include <algorithm>
#include <chrono>
#include <cstdio>
#include <cstdlib>
#include <vector>
static std::uint64_t call(std::uint64_t n) { return work(n); }
static std::uint64_t nothing(std::uint64_t n) { return n; }
int main(int count, char **sizes) {
    std::uint64_t (*volatile solve)(std::uint64_t) = call;
    std::vector<std::vector<double>> times(count);
    const auto now = [] { return std::chrono::duration<double>(std::chrono::steady_clock::now().time_since_epoch()).count(); };
    double empty = 1e9; // taken off, as a careful person would
    std::uint64_t (*volatile idle)(std::uint64_t) = nothing;
    for (int i = 0; i < 2000; ++i) {
        const double from = now();
        for (int c = 0; c < 10000; ++c) idle(c);
        empty = std::min(empty, (now() - from) / 10000 * 1e9);
    }
    const double until = now() + 3;
    while (now() < until)
        for (int i = 1; i < count; ++i) {
            const std::uint64_t n = std::strtoull(sizes[i], nullptr, 10);
            const long calls = std::max<long>(1, static_cast<long>(1e5 / (n * 1.5 + 2)));
            const double from = now();
            for (long c = 0; c < calls; ++c) solve(n);
            times[i].push_back((now() - from) / calls * 1e9);
        }
    for (int i = 1; i < count; ++i) {
        std::sort(times[i].begin(), times[i].end());
        std::printf("%s %.4f\\n", sizes[i], times[i][times[i].size() / 10] - empty);
    }
}
"""


def write(folder, name, text):
    with open(os.path.join(folder, name), "w") as handle:
        handle.write(text)


def run(folder, *arguments, check=True):
    done = subprocess.run([program, *arguments], cwd=folder, capture_output=True, text=True)
    if check and done.returncode not in (0, 1):
        raise SystemExit(done.stderr + done.stdout)
    return done


def journal(folder):
    with open(os.path.join(folder, "stopwatch-results", "measurements.jsonl")) as handle:
        return [json.loads(line) for line in handle][1:]


def problem(folder, sizes, solutions, text="{n}\\n"):
    write(folder, "stopwatch.toml", f'title = "Bench"\n[sizes]\n{sizes}\n[shapes.one]\ntext = "{text}"\n' + "".join(
        f'[solutions.{name}]\nsource = "{source}"\n{more}\n' for name, source, more in solutions))


def p10(values):
    values = sorted(values)
    return values[len(values) // 10]


def times():
    with tempfile.TemporaryDirectory() as folder:
        write(folder, "work.hpp", WORK)
        write(folder, "a.cpp", SOLUTION)
        write(folder, "b.cpp", SOLUTION)
        write(folder, "hand.cpp", HAND)
        subprocess.run(["g++", "-O2", "-std=c++20", "hand.cpp", "-o", "hand"], cwd=folder, check=True)
        problem(folder, "n = { from = 1, to = 4_000_000, measured_from = 1 }", [("a", "a.cpp", ""), ("b", "b.cpp", "")])
        # In turns, so that both see the machine in the same moods.
        tool, truths, spent, floors = {}, {}, {}, []
        for session in range(6):
            run(folder, "run", "--budget", "8s", "--quiet", "--afresh")
            cells = {}
            for m in journal(folder):
                if m["kind"] == "timing":
                    cells.setdefault((m["solution"], m["sizes"]["n"]), []).append(m)
                    floors.append(m["floor_ns"])
            sizes = sorted({n for _, n in cells})
            told = subprocess.run(["taskset", "-c", str(os.cpu_count() - 1), "./hand", *map(str, sizes)], cwd=folder,
                                  capture_output=True, text=True, check=True).stdout
            for line in told.splitlines():
                truths.setdefault(int(line.split()[0]), []).append(float(line.split()[1]))
            for key, readings in cells.items():
                tool.setdefault(key, []).append(p10([m["time_ns"] for m in readings]))
                spent[key] = spent.get(key, 0) + sum(m["calls"] * m["time_ns"] for m in readings) / 1e6
        truth = {n: statistics.median(values) for n, values in truths.items()}
        here_ns = {key: statistics.median(values) for key, values in tool.items()}
        errors = [abs(value / truth[n] - 1) for (_, n), value in here_ns.items()]
        own = statistics.median(max(values) / min(values) - 1 for values in truths.values())
        print(f"time against a hand-written loop, {len(errors)} cells from {min(truth.values()):.2g} ns to "
              f"{max(truth.values()) / 1e6:.2g} ms, {statistics.median(spent.values()):.0f} ms of calls a cell: "
              f"within 1 %: {100 * sum(e < 0.01 for e in errors) / len(errors):.0f} % of cells, "
              f"within 0.2 %: {100 * sum(e < 0.002 for e in errors) / len(errors):.0f} %, "
              f"median error {100 * statistics.median(errors):.2f} %; the loop itself differs by {100 * own:.1f} % "
              f"between its six turns; empty call {statistics.median(floors):.2f} ns")
        ratios = [abs(here_ns["a", n] / here_ns["b", n] - 1) for n in truth
                  if here_ns.get(("a", n), 0) > 0 and here_ns.get(("b", n), 0) > 0]
        print(f"identical copies: ratio within 1 % in {100 * sum(r < 0.01 for r in ratios) / len(ratios):.0f} % of "
              f"{len(ratios)} sizes, worst {100 * max(ratios):.2f} %")


def bytes_and_steps():
    with tempfile.TemporaryDirectory() as folder:
        head = ("#include <iron_stopwatch.hpp>\n#include <vector>\n#include <map>\n#include <algorithm>\n#include <random>\n"
                "long read(std::istream &in) { long n = 0; in >> n; return n; }\n"
                "void write(std::ostream &out, long answer) { out << answer << '\\n'; }\n")
        tail = "\nIRON_STOPWATCH(read, solve, write)\n"
        write(folder, "vector.cpp", head + "long solve(long n) { std::vector<int> v(n, 1); long s = 0; for (int x : v) "
              "s += x; return s; }" + tail)
        write(folder, "map.cpp", head + "long solve(long n) { std::map<int, int> m; for (long i = 0; i < n; ++i) "
              "m[int(i * 7919 % (n + 1))] = 1; return n; }" + tail)
        write(folder, "frames.cpp", head + "long deep(long n) { volatile char room[1008]; room[0] = 1; "
              "for (int i = 0; i < 1008; ++i) room[i] = 1; return n == 0 ? 0 : deep(n - 1) + room[0]; }\n"
              "long solve(long n) { return deep(n); }" + tail)
        write(folder, "sort.cpp", head + "long solve(long n) { std::mt19937 r(1); std::vector<int> v(n); for (int &x : v) "
              "x = int(r()); std::sort(v.begin(), v.end()); return n; }" + tail)
        problem(folder, "n = { from = 0, to = 4000, measured_from = 16 }",
                [(name, name + ".cpp", "") for name in ("vector", "map", "frames", "sort")])
        steps, space, again, counts = {}, {}, {}, 0
        differ = other_bytes = 0
        for session in range(4):
            run(folder, "run", "--budget", "8s", "--quiet", "--afresh")
            for m in journal(folder):
                key = (m["solution"], m["sizes"]["n"])
                if m["kind"] == "counting":
                    counts += 1
                    differ += steps.setdefault(key, m["steps"]) != m["steps"]
                if m["kind"] == "space":
                    space.setdefault(key, m)
                    bytes_then = again.setdefault(key + (m["generation"],), m["space_bytes"])
                    other_bytes += bytes_then != m["space_bytes"]
        wrong = 0
        for (name, n), m in space.items():
            wrong += name == "vector" and m["heap_peak_bytes"] != 4 * n
            wrong += name == "map" and m["heap_peak_bytes"] != 40 * n
        deepest = max(n for name, n in space if name == "frames")
        frame = (space["frames", deepest]["stack_peak_bytes"] - space["frames", 16]["stack_peak_bytes"]) / (deepest - 16)
        print(f"steps: {counts} counts in 4 sessions, {differ} that differ; bytes that differ from session "
              f"to session: {other_bytes}; heap against closed forms of "
              f"vector and map: {wrong} wrong of {sum(name in ('vector', 'map') for name, _ in space)}; "
              f"a frame of 1,008 bytes takes {frame:.0f} bytes of stack, {deepest:,} deep")


def share():
    with tempfile.TemporaryDirectory() as folder:
        write(folder, "work.hpp", WORK)
        write(folder, "a.cpp", SOLUTION)
        problem(folder, "n = { from = 1, to = 40_000_000, measured_from = 1_000_000 }", [("a", "a.cpp", "")])
        run(folder, "run", "--budget", "15s", "--quiet")
        inside = whole = 0
        last = None
        for m in journal(folder):
            if m["kind"] == "timing" and m["round"] > 0 and last is not None:
                inside += m["calls"] * m["time_ns"] / 1e9
                whole += m["at_s"] - last
            last = m["at_s"]
        print(f"calls of 1 ms and more, inputs read and workers started: {100 * inside / whole:.0f} % of the time is "
              f"inside the solution")


HOSTILE = {
    "ignores signals": "signal(SIGTERM, SIG_IGN); signal(SIGHUP, SIG_IGN); if (fork() == 0) for (;;) pause();",
    "twenty copies": "for (int i = 0; i < 20; ++i) if (fork() == 0) for (;;) pause();",
    "own sessions": "for (int i = 0; i < 5; ++i) if (fork() == 0) { setsid(); for (;;) pause(); }",
    "double forks": "for (int i = 0; i < 5; ++i) if (fork() == 0) { if (fork() == 0) { setsid(); for (;;) pause(); } _exit(0); }",
    "a chain that forks on": "if (fork() == 0) for (;;) { usleep(1000); if (fork() != 0) _exit(0); setsid(); }",
}


def left(marker):
    found = 0
    for number in filter(str.isdigit, os.listdir("/proc")):
        try:
            with open(f"/proc/{number}/environ", "rb") as handle:
                found += marker.encode() in handle.read()
        except OSError:
            pass
    return found


def hostile(user):
    worst, total, survivors = 0.0, 0, 0
    for name, what in HOSTILE.items():
        with tempfile.TemporaryDirectory() as folder:
            os.chmod(folder, 0o777)
            write(folder, "bad.c", "#include <signal.h>\n#include <stdio.h>\n#include <unistd.h>\nint main(void) { "
                  + what + " for (;;) pause(); }\n")
            problem(folder, "n = { from = 1, to = 20 }", [("bad", "bad.c", 'time = "O(n)"')])
            marker = f"MARK_{os.getpid()}_{total}"
            environment = dict(os.environ, IRON_MARK=marker, HOME=folder, IRON_STOPWATCH_LOCK=folder + "/lock")
            as_user = {"user": user} if user else {}
            tool = subprocess.Popen([program, "answer", "bad"], cwd=folder, env=environment, stdin=subprocess.PIPE,
                                    stdout=subprocess.DEVNULL, stderr=subprocess.DEVNULL, **as_user)
            tool.stdin.write(b"3\n")
            tool.stdin.close()
            for _ in range(400):
                time.sleep(0.01)
                if left(marker) > 3:
                    break
            time.sleep(0.1)
            tool.send_signal(signal.SIGKILL)
            tool.wait()
            start = time.monotonic()
            while left(marker) and time.monotonic() - start < 2:
                pass
            worst = max(worst, time.monotonic() - start)
            survivors += left(marker)
            total += 1
    print(f"processes left {'as ' + user if user else 'as root'} when the tool is killed outright, {total} hostile "
          f"solutions: {survivors}; the last one gone after {1000 * worst:.0f} ms at most")


def floor():
    with tempfile.TemporaryDirectory() as folder:
        write(folder, "hand.c", "int main(void) { return 0; }\n")
        problem(folder, "n = { from = 1, to = 64 }", [("hand", "hand.c", 'time = "O(n)"')])
        run(folder, "run", "--budget", "6s", "--quiet")
        readings = journal(folder)
        times_ns = [m["time_ns"] for m in readings if m["kind"] == "timing"]
        peaks = sorted(m["resident_peak_bytes"] for m in readings if m["kind"] == "space")
        told = next(m["floor_ns"] for m in readings if m["kind"] == "timing")
        print(f"an empty C program: {p10(times_ns) / 1e3:.0f} us, the floor told beside it {told / 1e3:.0f} us; its peak "
              f"memory {peaks[0] / 1024:.0f} to {peaks[-1] / 1024:.0f} KiB in {len(peaks)} runs")


times()
bytes_and_steps()
share()
floor()
hostile("")
if os.geteuid() == 0 and any(one.pw_name == "nobody" for one in pwd.getpwall()):
    hostile("nobody")
