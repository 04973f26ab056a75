"""Iron Stopwatch adapter for Python 3.8 and later. One file, no dependency but the standard library.

    import iron_stopwatch

    def read(text): ...      # the problem's text, as the solution wants it
    def solve(given): ...    # measured
    def write(answer): ...   # the answer's text

    iron_stopwatch.serve(read, solve, write)

Run by hand, the program reads standard input and writes standard output. Run by the tool, it is a worker that takes
commands on descriptor 3 and replies on descriptor 4; the protocol is in docs/protocol.md.
"""
import copy
import os
import pickle
import sys
import time


GRAIN = 1024  # bytes: boxed numbers come and go, less says nothing
OURS = {__file__, os.path.join(os.path.dirname(__file__), "iron_stopwatch_call.py")}  # whose frames are not the solution's
as_it_stands = None  # where sources are rewritten to be counted: gives 'read' and 'solve' as they were


class _Unusable(Exception):
    pass


def _nothing(given):
    return None


class _Kept:
    """An input as it was read, and a way to get it fresh."""

    def __init__(self, given):
        self.given = given
        self.first_answer = None
        try:
            self.pickled = pickle.dumps(given, pickle.HIGHEST_PROTOCOL)
            pickle.loads(self.pickled)
        except Exception:
            self.pickled = None

    def fresh(self):
        return copy.deepcopy(self.given) if self.pickled is None else pickle.loads(self.pickled)


class Depth:
    """The largest sum of the frames that are open at a moment, in bytes, this one's own left out."""

    def __init__(self):
        self.now = self.peak = 0
        self.known = {}

    def size_of(self, code):
        if code not in self.known:
            self.known[code] = 0 if code.co_filename in OURS else self.size(code)
        return self.known[code]

    @staticmethod
    def size(code):
        names = code.co_nlocals + len(code.co_cellvars) + len(code.co_freevars)
        return 80 + 8 * (names + code.co_stacksize)

    def profile(self, frame, event, arg):
        if event == "call":
            self.now += self.size_of(frame.f_code)
            self.peak = self.now if self.now > self.peak else self.peak
        elif event == "return":  # most are calls of what is not written in Python
            self.now -= self.size_of(frame.f_code)


def _held(given):
    """Bytes of all that hangs on it, every thing once."""
    seen, left, held = set(), [given], 0
    while left:
        thing = left.pop()
        if id(thing) in seen:
            continue
        seen.add(id(thing))
        held += sys.getsizeof(thing, 0)
        if isinstance(thing, dict):
            left.extend(thing.keys())
            left.extend(thing.values())
        elif isinstance(thing, (list, tuple, set, frozenset)):
            left.extend(thing)
        elif type(thing).__module__ == "__main__" and hasattr(thing, "__dict__"):
            left.append(vars(thing))
    return held


def peak_of_heap():
    """From here on: tells the most bytes that were held at a time, when asked."""
    import gc
    import tracemalloc
    gc.collect()  # empties the lists of freed tuples and the like, that are taken from before memory is asked for
    before = [0]

    def peak():
        return max(0, tracemalloc.get_traced_memory()[1] - before[0])
    tracemalloc.start(1)
    before[0] = tracemalloc.get_traced_memory()[0]
    tracemalloc.reset_peak()
    return peak


def _weigh(solve, given):
    import tracemalloc
    peak = peak_of_heap()
    answer = solve(given)
    heap, kept = peak(), tracemalloc.get_traced_memory()[0]
    del answer
    answer_bytes = max(0, kept - tracemalloc.get_traced_memory()[0])
    tracemalloc.stop()
    return heap, answer_bytes


class _Worker:
    counts_later = 1

    def __init__(self, read, solve, write):
        self.read, self.solve, self.write = read, solve, write
        self.keeps_input = os.environ.get("IRON_STOPWATCH_KEEPS_INPUT") == "1"
        self.kept = {}
        self.own = os.getpid()
        self.commands = os.fdopen(3, "r", encoding="utf-8")
        self.replies = os.fdopen(4, "w", encoding="utf-8")

    def run(self):
        self.say("ready 1 floor_ns=%.3f passing=%s counting=1 counts_later=%d" % (
            self.measured_floor(), "untouched" if self.keeps_input else "reference",
            self.counts_later))
        for line in self.commands:
            words = line.rstrip("\n").split(" ")
            if words[0] == "quit":
                return
            try:
                reply = self.obeyed(words)
            except _Unusable as fault:
                reply = "refused %s" % fault
            except RecursionError:
                reply = "over-stack the interpreter's recursion limit"
            except MemoryError:
                reply = "over-memory"
            except Exception as fault:
                reply = "failed %s: %s" % (type(fault).__name__, fault)
            self.leave_if_copy()
            self.say(reply if reply.startswith("done") else " ".join(reply.split("\n"))[:500])

    def say(self, line):
        self.replies.write(line + "\n")
        self.replies.flush()

    def leave_if_copy(self):
        """A copy of the process that the solution made has no say, and touches no file."""
        if os.getpid() != self.own:
            os._exit(0)

    def obeyed(self, words):
        command, rest = words[0], words[1:]
        if command == "read":
            self.kept[rest[0]] = _Kept(self.from_file(" ".join(rest[1:])))
            return "done"
        if command == "forget":
            self.kept.pop(rest[0], None)
            return "done"
        if command == "answer":
            return self.answered(self.find(rest[0]), " ".join(rest[1:]))
        if command == "time":
            return self.timed(int(rest[0]), int(rest[1]), [self.find(number) for number in rest[2:]])
        if command == "count":
            return self.counted(" ".join(rest), later=False)
        if command == "count_later":
            return self.counted(" ".join(rest), later=True)
        if command == "space":
            return self.weighed(" ".join(rest))
        raise _Unusable("unknown command '%s'" % command)

    def counted(self, path, later):
        import iron_stopwatch_counting as counting
        read, solve = (self.read, self.solve) if as_it_stands else counting.in_counted_form()
        given = self.from_file(path, read)
        before = self.from_file(path, read) if later else None

        def work():
            if later:
                solve(before)
            return counting.Counter().count(solve, given)
        return self.apart(work)

    def apart(self, work):
        """Does it in a process of its own, so that every call finds the same memory; tells what came of it."""
        import gc
        ours, theirs = os.pipe()
        gc.freeze()  # the copy need not look through what stood here before
        child = os.fork()
        if child == 0:
            try:
                said = work()
            except RecursionError:
                said = "over-stack the interpreter's recursion limit"
            except MemoryError:
                said = "over-memory"
            except Exception as fault:
                said = "failed %s: %s" % (type(fault).__name__, fault)
            with os.fdopen(theirs, "wb") as pipe:
                pipe.write(said.encode())
            os._exit(0)
        os.close(theirs)
        with os.fdopen(ours, "rb") as pipe:
            said = pipe.read().decode()
        _, status = os.waitpid(child, 0)
        if os.WIFSIGNALED(status):
            os.kill(os.getpid(), os.WTERMSIG(status))
        return said or "no-answer it ended by itself"

    def weighed(self, path):
        read, solve = as_it_stands() if as_it_stands else (self.read, self.solve)
        given = self.from_file(path, read)

        def heap():
            return "%d %d" % _weigh(solve, given)

        def stack():
            held, depth = _held(given), Depth()
            sys.setprofile(depth.profile)
            try:
                solve(given)
            finally:
                sys.setprofile(None)
            return "%d %d" % (depth.peak, held)

        of_heap = self.apart(heap).split(" ")
        of_stack = self.apart(stack).split(" ")
        for said in (of_heap, of_stack):
            if not said[0].isdigit():
                return " ".join(said)
        peak, answer, depth, held = map(int, of_heap + of_stack)
        return ("done space_bytes=%d heap_peak_bytes=%d answer_bytes=%d stack_peak_bytes=%d allocations=0 grain_bytes=%d "
                "input_bytes=%d" % (max(0, peak - answer) + depth, peak, answer, depth, GRAIN, held))

    def from_file(self, path, read=None):
        with open(path, encoding="utf-8") as handle:
            return (read or self.read)(handle.read())

    def find(self, number):
        if number not in self.kept:
            raise _Unusable("no input has this number")
        return self.kept[number]

    def given_to_call(self, kept):
        return kept.given if self.keeps_input else kept.fresh()

    def answered(self, kept, path):
        given = self.given_to_call(kept)
        start = time.perf_counter_ns()
        answer = self.solve(given)
        end = time.perf_counter_ns()
        self.leave_if_copy()
        text = str(self.write(answer))
        with open(path, "w", encoding="utf-8") as handle:
            handle.write(text)
        kept.first_answer = text
        return "done call_ns=%d" % (end - start)

    def timed(self, calls, at_once, inputs):
        if calls < 1 or at_once < 1 or not inputs:
            raise _Unusable("time needs calls, copies at once and inputs")
        wall = cpu = done = 0
        checked = False
        while done < calls:
            count = min(calls - done, at_once)
            kept = [inputs[(done + i) % len(inputs)] for i in range(count)]
            given = [self.given_to_call(one) for one in kept]
            answers = [None] * count
            cpu_from = time.process_time_ns()
            wall += _batch(self.solve, given, answers)
            cpu += time.process_time_ns() - cpu_from
            if not checked:
                self.check(kept[-len(inputs):], answers[-len(inputs):])
                checked = True
            done += count
        return "done calls=%d wall_ns=%d cpu_ns=%d reread=0" % (calls, wall, cpu)

    def check(self, kept, answers):
        for one, answer in zip(kept, answers):
            text = str(self.write(answer))
            if one.first_answer is None:
                one.first_answer = text
            elif one.first_answer != text:
                raise _Unusable("the answers to one input differ from call to call%s" % (
                    "; keeps_input is not true" if self.keeps_input else ""))

    @staticmethod
    def measured_floor():
        given, answers = [None] * 2000, [None] * 2000
        return min(_batch(drawn_out(_nothing), given, answers) for _ in range(20)) / 2000


def drawn_out(solve):
    """An answer that is still to be made, by a generator or another iterator, is made within the call: it is its work."""
    def drawn(given):
        answer = solve(given)
        return list(answer) if hasattr(answer, "__next__") else answer
    drawn.__wrapped__ = solve
    return drawn


def _batch(solve, given, answers):
    """Nothing but the calls stands between the two readings of the clock."""
    start = time.perf_counter_ns()
    for i, one in enumerate(given):
        answers[i] = solve(one)
    return time.perf_counter_ns() - start


def serve(read, solve, write):
    solve = drawn_out(solve)
    if os.environ.get("IRON_STOPWATCH_WORKER") == "1":
        _Worker(read, solve, write).run()
    else:
        sys.stdout.write(str(write(solve(read(sys.stdin.read())))))


if os.environ.pop("IRON_STOPWATCH_COUNTS", "") == "1":
    import iron_stopwatch_counting
    iron_stopwatch_counting.run_rewritten()
