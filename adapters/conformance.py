#!/usr/bin/env python3
"""Plays one script of requests to a worker and says where it strays from docs/protocol.md.

    conformance.py [--never-throws] [--by-hand] -- COMMAND [ARGUMENT ...]

COMMAND starts a solution of this task: the input is a whole number n and then n numbers, the answer their sum and a newline;
where n is below 0, `solve` throws ("aground" is what it says). It prints a line of noise on standard output, which must not
reach the protocol (run by hand, noise would spoil the answer: then it prints none). A language whose functions can't throw
says --never-throws. Ends with 0 where all is as written, else 1, each fault a line."""
import os
import subprocess
import sys
import tempfile

faults = []
checks = 0


def check(true, text):
    global checks
    checks += 1
    if not true:
        faults.append(text)


class Worker:
    def __init__(self, command):
        to_worker, self.commands = os.pipe()
        self.replies, from_worker = os.pipe()

        def hand_over():
            # Out of the way of 3 and 4 first: either may be one of those.
            ends = [os.dup2(to_worker, 60), os.dup2(from_worker, 61)]
            os.dup2(ends[0], 3)
            os.dup2(ends[1], 4)

        environment = dict(os.environ, IRON_STOPWATCH_WORKER="1", IRON_STOPWATCH_STACK=str(8 << 20))
        self.process = subprocess.Popen(command, stdin=subprocess.DEVNULL, stdout=subprocess.DEVNULL, env=environment,
                                        preexec_fn=hand_over, close_fds=False)
        os.close(to_worker)
        os.close(from_worker)
        self.reader = os.fdopen(self.replies, "r", encoding="utf-8")

    def line(self):
        return self.reader.readline().rstrip("\n")

    def ask(self, request):
        os.write(self.commands, (request + "\n").encode())
        return self.line()

    def close(self):
        os.close(self.commands)


def fields(reply):
    return dict(word.split("=", 1) for word in reply.split(" ") if "=" in word)


def number(reply, name):
    try:
        return float(fields(reply)[name])
    except (KeyError, ValueError):
        check(False, f"'{reply}' holds no number {name}")
        return 0.0


def script(command, throws, folder):
    path = {}
    for name, text in {"small": "3\n4 5 6\n", "large": "3000\n" + " ".join(["7"] * 3000) + "\n", "none": "0\n\n",
                       "bad": "-1\n"}.items():
        path[name] = os.path.join(folder, name)
        with open(path[name], "w", encoding="utf-8") as out:
            out.write(text)
    answer = os.path.join(folder, "the answer")

    def answered(worker, identity, expected):
        reply = worker.ask(f"answer {identity} {answer}")
        check(reply.startswith("done"), f"answer: '{reply}'")
        check(number(reply, "call_ns") > 0, "a call takes time")
        with open(answer, encoding="utf-8") as given:
            check(given.read().strip() == expected, f"the answer to input {identity} is not {expected}")

    worker = Worker(command)
    greeting = worker.line()
    check(greeting.startswith("ready 1 "), f"greeting: '{greeting}'")
    told = fields(greeting)
    check(0 <= number(greeting, "floor_ns") < 1e5, "floor_ns is the cost of an empty call")
    check(told.get("passing") in ("untouched", "reference", "moved"), f"passing={told.get('passing')}")
    counts = told.get("counting") == "1"

    for identity, name in enumerate(("small", "large", "none")):
        check(worker.ask(f"read {identity} {path[name]}").startswith("done"), f"read {name}")
    answered(worker, 0, "15")
    answered(worker, 1, "21000")
    answered(worker, 2, "0")
    answered(worker, 0, "15")  # nothing is left of the calls between

    if told.get("warms") == "1":
        reply = worker.ask("warm 50 0 1")
        check(reply.startswith("done") and number(reply, "calls") > 0, f"warm: '{reply}'")
    for request, calls in (("time 1 1 0", 1), ("time 40 8 0 1 2", 40), ("time 7 3 1", 7)):
        reply = worker.ask(request)
        check(reply.startswith("done") and number(reply, "calls") == calls, f"{request}: '{reply}'")
        check(number(reply, "wall_ns") > 0 and number(reply, "cpu_ns") >= 0, f"{request} takes time: '{reply}'")
    answered(worker, 1, "21000")

    if counts:
        few, many = (worker.ask(f"count {path[name]}") for name in ("small", "large"))
        check(number(few, "steps") > 0 and number(many, "steps") > 100 * number(few, "steps") / 10,
              f"steps grow with the input: '{few}', '{many}'")
        check(number(many, "steps") >= number(many, "bulk_steps"), "bulk work is part of the steps")
        check(worker.ask(f"count {path['large']}").split(" ")[1] == many.split(" ")[1], "the same count every time")
        if told.get("counts_later") == "1":
            later = worker.ask(f"count_later {path['large']}")
            check(abs(number(later, "steps") - number(many, "steps")) <= 8,
                  f"a later call of what keeps nothing takes as many steps: '{later}', '{many}'")
        if told.get("counts_first") == "1":
            first = worker.ask(f"count_first {path['large']}")
            check(number(first, "steps") >= number(many, "steps"), f"a first call takes no fewer steps: '{first}'")
        reply = worker.ask(f"space {path['large']}")
        if not reply.startswith("refused"):
            for name in ("space_bytes", "heap_peak_bytes", "answer_bytes", "stack_peak_bytes", "allocations"):
                check(number(reply, name) >= 0, f"{name} in '{reply}'")
    else:
        check(worker.ask(f"count {path['small']}").startswith("refused"), "count is refused where nothing counts")

    if throws:
        check(worker.ask(f"read 9 {path['bad']}").startswith("done"), "a bad input is read")
        reply = worker.ask(f"answer 9 {answer}")
        check(reply.startswith("failed") and "aground" in reply, f"what solve throws is told: '{reply}'")
        check(worker.ask("time 3 1 9").startswith("failed"), "and told of a batch")
        answered(worker, 0, "15")  # it lives on

    for request in ("answer 77 " + answer, "time 1 1 77", "sail away"):
        check(worker.ask(request).startswith("refused"), f"'{request}' is refused")
    check(worker.ask("forget 0").startswith("done"), "forget")
    check(worker.ask("answer 0 " + answer).startswith("refused"), "what is forgotten is gone")
    answered(worker, 1, "21000")
    os.write(worker.commands, b"quit\n")
    check(worker.process.wait(20) == 0, "quit ends it with 0")
    worker.close()

    worker = Worker(command)
    worker.line()
    worker.close()
    check(worker.process.wait(20) == 0, "the end of the commands ends it with 0")


def by_hand(command):
    done = subprocess.run(command, input="3\n4 5 6\n", capture_output=True, text=True, timeout=60)
    check(done.returncode == 0 and done.stdout.strip() == "15", f"by hand: '{done.stdout}', status {done.returncode}")


def main():
    if "--" not in sys.argv:
        print(__doc__)
        sys.exit(2)
    at = sys.argv.index("--")
    options, command = sys.argv[1:at], sys.argv[at + 1:]
    with tempfile.TemporaryDirectory(prefix="a folder with blanks ") as folder:
        script(command, "--never-throws" not in options, folder)
    if "--by-hand" in options:
        by_hand(command)
    for fault in faults:
        print(fault)
    print(f"{checks - len(faults)} of {checks} checks passed")
    sys.exit(1 if faults else 0)


main()
