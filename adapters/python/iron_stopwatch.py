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


# Functions of the interpreter whose work grows with what they are given: counted by its length, since no trace event
# is seen inside them. Types (list, set, dict …) can't be wrapped without being changed, and are not.
_BY_LENGTH = ("sum", "min", "max", "any", "all")
_LINEAR_METHODS = {"index", "count", "copy", "reverse", "extend", "insert", "remove", "find", "rfind", "replace", "split",
                   "join", "startswith", "update", "union", "intersection", "difference", "clear"}


def _length(thing):
    try:
        return len(thing)
    except TypeError:
        return 0


class _Counter:
    """Steps of one call: a step a line executed, a jump back counting as a new line; and bulk work of built-ins."""

    def __init__(self):
        self.lines = self.bulk = 0

    def trace(self, frame, event, arg):
        if event == "line":
            self.lines += 1
        elif event == "call" and frame.f_code.co_filename == __file__:
            return None  # this adapter's own lines
        return self.trace

    def profile(self, frame, event, arg):
        if event != "c_call":
            return
        owner = getattr(arg, "__self__", None)
        name = arg.__name__
        if name == "sort":
            length = _length(owner)
            self.bulk += length * max(1, length.bit_length())
        elif name in _LINEAR_METHODS or (name == "pop" and isinstance(owner, list)):
            self.bulk += _length(owner) // 16

    def count(self, solve, given):
        import builtins
        kept = {name: getattr(builtins, name) for name in _BY_LENGTH + ("sorted",)}

        def counting(name, real):
            def counted(*given, **named):
                if given:
                    length = _length(given[0])
                    self.bulk += length * max(1, length.bit_length()) if name == "sorted" else length
                return real(*given, **named)
            return counted

        for name, real in kept.items():
            setattr(builtins, name, counting(name, real))
        sys.setprofile(self.profile)
        sys.settrace(self.trace)
        try:
            solve(given)
        finally:
            sys.settrace(None)
            sys.setprofile(None)
            for name, real in kept.items():
                setattr(builtins, name, real)
        return "done steps=%d bulk_steps=%d" % (self.lines + self.bulk, self.bulk)


class _Depth:
    """The largest sum of the frames that are open at a moment, in bytes, this one's own left out."""

    def __init__(self):
        self.now = self.peak = 0

    @staticmethod
    def size(code):
        names = code.co_nlocals + len(code.co_cellvars) + len(code.co_freevars)
        return 80 + 8 * (names + code.co_stacksize)

    def profile(self, frame, event, arg):
        if event == "call":
            self.now += self.size(frame.f_code)
            self.peak = self.now if self.now > self.peak else self.peak
        elif event == "return":
            self.now -= self.size(frame.f_code)


def _weigh(solve, given):
    import tracemalloc
    tracemalloc.start(1)
    before = tracemalloc.get_traced_memory()[0]
    tracemalloc.reset_peak()
    answer = solve(given)
    kept, peak = tracemalloc.get_traced_memory()
    del answer
    answer_bytes = max(0, kept - tracemalloc.get_traced_memory()[0])
    tracemalloc.stop()
    heap = max(0, peak - before)
    return heap, answer_bytes


class _Worker:
    def __init__(self, read, solve, write):
        self.read, self.solve, self.write = read, solve, write
        self.keeps_input = os.environ.get("IRON_STOPWATCH_KEEPS_INPUT") == "1"
        self.kept = {}
        self.own = os.getpid()
        self.commands = os.fdopen(3, "r", encoding="utf-8")
        self.replies = os.fdopen(4, "w", encoding="utf-8")

    def run(self):
        self.say("ready 1 floor_ns=%.3f passing=%s counting=1" % (
            self.measured_floor(), "untouched" if self.keeps_input else "reference"))
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
            self.say(" ".join(reply.split("\n"))[:500])

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
            given = self.from_file(" ".join(rest))
            return self.apart(lambda: _Counter().count(self.solve, given))
        if command == "space":
            return self.weighed(self.from_file(" ".join(rest)))
        raise _Unusable("unknown command '%s'" % command)

    def apart(self, work):
        """Does it in a process of its own, so that every call finds the same memory; tells what came of it."""
        ours, theirs = os.pipe()
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
            os.write(theirs, said.encode()[:4000])
            os._exit(0)
        os.close(theirs)
        with os.fdopen(ours, "rb") as pipe:
            said = pipe.read().decode()
        _, status = os.waitpid(child, 0)
        if os.WIFSIGNALED(status):
            os.kill(os.getpid(), os.WTERMSIG(status))
        return said or "no-answer it ended by itself"

    def weighed(self, given):
        def heap():
            return "%d %d" % _weigh(self.solve, given)

        def stack():
            depth = _Depth()
            sys.setprofile(depth.profile)
            try:
                self.solve(given)
            finally:
                sys.setprofile(None)
            return str(depth.peak)

        of_heap = self.apart(heap).split(" ")
        of_stack = self.apart(stack)
        if not of_heap[0].isdigit():
            return " ".join(of_heap)
        if not of_stack.isdigit():
            return of_stack
        peak, answer, depth = int(of_heap[0]), int(of_heap[1]), int(of_stack)
        return "done space_bytes=%d heap_peak_bytes=%d answer_bytes=%d stack_peak_bytes=%d allocations=0 grain_bytes=1024" % (
            max(0, peak - answer) + depth, peak, answer, depth)  # boxed numbers come and go: less says nothing

    def from_file(self, path):
        with open(path, encoding="utf-8") as handle:
            return self.read(handle.read())

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
        return min(_batch(_nothing, given, answers) for _ in range(20)) / 2000


def _batch(solve, given, answers):
    """Nothing but the calls stands between the two readings of the clock."""
    start = time.perf_counter_ns()
    for i, one in enumerate(given):
        answers[i] = solve(one)
    return time.perf_counter_ns() - start


def serve(read, solve, write):
    if os.environ.get("IRON_STOPWATCH_WORKER") == "1":
        _Worker(read, solve, write).run()
    else:
        sys.stdout.write(str(write(solve(read(sys.stdin.read())))))
