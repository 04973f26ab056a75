"""Iron Stopwatch adapter for Python 3.8 and later. One file, no dependency but the standard library.

    import iron_stopwatch

    def read(text): ...      # the problem's text, as the solution wants it
    def solve(given): ...    # measured
    def write(answer): ...   # the answer's text

    iron_stopwatch.serve(read, solve, write)

Run by hand, the program reads standard input and writes standard output. Run by the tool, it is a worker that takes
commands on descriptor 3 and replies on descriptor 4; the protocol is in docs/protocol.md.
"""
import ast
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


# Methods of the interpreter's own types whose work grows with what they are given, as they are called by name.
_LINEAR_METHODS = {"index", "count", "copy", "reverse", "extend", "insert", "remove", "find", "rfind", "replace", "split",
                   "join", "startswith", "update", "union", "intersection", "difference", "clear"}
_BUILT = {"set", "frozenset", "list", "tuple", "dict", "str", "bytes", "bytearray", "sum", "min", "max", "any", "all",
          "sorted", "reversed", "enumerate", "zip", "map", "filter", "int", "pow"}
# Operators that work on every digit of a great number.
_ARITHMETIC = {ast.Add: "add", ast.Sub: "sub", ast.Mult: "mul", ast.FloorDiv: "floordiv", ast.Mod: "mod", ast.Pow: "pow",
               ast.LShift: "lshift", ast.RShift: "rshift"}
_SIGNS = {"add": "+", "sub": "-", "mul": "*", "floordiv": "//", "mod": "%", "pow": "**", "lshift": "<<", "rshift": ">>"}
_SMALL = 1 << 62
_GRAIN = 1024  # bytes: boxed numbers come and go, less says nothing
_SEQUENCES = {list, tuple, str, bytes, bytearray}
_LAZY = {"reversed", "enumerate", "zip", "map", "filter"}
_LAZY_TYPES = (reversed, enumerate, zip, map, filter)


def _length(thing):
    try:
        return len(thing)
    except TypeError:
        return 0


def _digits(number):
    """Of a whole number, as the interpreter keeps it: of 30 bits."""
    return 1 + abs(number).bit_length() // 30


def _multiplied(left, right):
    """Steps of a product of so many digits, four digits of one by one of the other a step; long ones are halved, and
    three products made of the halves (Karatsuba)."""
    short, long = sorted((left, right))
    halved_from = 70
    one = short * short if short < halved_from else halved_from ** 2 * (short / halved_from) ** 1.585
    return int(long / short * one) // 4 + 1


_OWN = {}  # by file name: the name that a spot has before its line, "" for the main one; None of a library's


def _own(path):
    if path not in _OWN:
        main = getattr(sys.modules.get("__main__"), "__file__", None) or ""
        if path == main:
            _OWN[path] = ""
        elif path.startswith("<") or "/lib/python" in path or path == __file__:
            _OWN[path] = None
        else:
            _OWN[path] = os.path.relpath(path, os.path.dirname(os.path.abspath(main))) + ":"
    return _OWN[path]


def _origin(frame):
    """The code and the line that called: of a library's frame those of the one that called into the library."""
    while frame.f_back and _own(frame.f_code.co_filename) is None:
        frame = frame.f_back
    return frame.f_code, frame.f_lineno


class _Bulk:
    """Work inside the interpreter that no trace event tells: the counted source calls these (see _Rewriter). A step for
    16 bytes touched, taken as 8 bytes an element of a list and 1 a letter; one an element where each is hashed or
    compared."""
    steps = 0
    at = {}  # the same by (code, line, what did it)

    @classmethod
    def spent(cls, steps, what, frame=None):
        """For the line that is being run outside this file, or for the one that a frame is at."""
        cls.steps += steps
        frame = frame or sys._getframe(1)
        while frame.f_code.co_filename == __file__ and frame.f_back:
            frame = frame.f_back
        key = _origin(frame) + (what,)
        cls.at[key] = cls.at.get(key, 0) + steps

    @classmethod
    def touched(cls, thing, what):
        length = _length(thing)
        cls.spent((length + 15) // 16 if isinstance(thing, (str, bytes, bytearray)) else (length + 1) // 2, what)

    @classmethod
    def each_of(cls, iterator, what):
        met = 0
        try:
            for thing in iterator:
                met += 1
                yield thing
        finally:
            cls.spent(met, what)

    @classmethod
    def called(cls, function, *given, **named):
        name = getattr(function, "__name__", "")
        if name in _BUILT and getattr(function, "__module__", "") == "builtins" and given and name not in _LAZY:
            length = _length(given[0])
            if isinstance(given[0], _LAZY_TYPES):  # it ends in the call
                before = cls.steps
                result = function(cls.each_of(given[0], name), *given[1:], **named)
                if name == "sorted":
                    length = cls.steps - before
                    cls.spent(length * max(1, length.bit_length()), name)
                return result
            if given[0].__class__ is int:
                cls.of_number(name, given)
            elif name == "sorted":
                cls.spent(length * max(1, length.bit_length()), name)
            elif name == "int":
                cls.spent((length // 9) ** 2 // 4, name)
            elif name in ("list", "tuple", "str", "bytes", "bytearray"):
                cls.touched(given[0], name)
            else:
                cls.spent(length, name)
        return function(*given, **named)

    @classmethod
    def of_number(cls, name, given):
        """Text made of a number: digit by digit, each by all that are left. Powers: modulo, a product a bit."""
        if name == "str":
            cls.spent(_digits(given[0]) ** 2 // 4, name)
        elif name == "pow" and len(given) == 3 and given[1] > 0:
            digits = _digits(given[2])
            cls.spent(given[1].bit_length() * _multiplied(digits, digits), name)
        elif name == "pow" and len(given) == 2 and given[1].__class__ is int:
            cls.calculated("pow", *given)

    @classmethod
    def contained(cls, thing, owner):
        result = thing in owner
        if isinstance(owner, (list, tuple)):
            cls.spent(owner.index(thing) + 1 if result else len(owner), "in")
        elif isinstance(owner, (str, bytes, bytearray)):
            cls.spent(len(owner) // 16 + 1, "in")
        return result

    @classmethod
    def calculated(cls, name, left, right):
        """An operator on two whole numbers, one of them great, or that make a great one."""
        if name in ("mul", "floordiv", "mod"):
            steps = _multiplied(_digits(left), _digits(right))
        elif name == "pow":  # the last square is most of it
            half = max(0, left.bit_length() * right) // 60 + 1
            steps = _multiplied(half, half)
        elif name == "lshift":
            steps = (_digits(left) + right // 30) // 4 + 1
        else:
            steps = max(_digits(left), _digits(right)) // 4 + 1
        cls.spent(steps, _SIGNS[name])

    @staticmethod
    def joined_in_place(name, left, right):
        """What an augmented assignment is about to do; a sequence is made longer where it stands."""
        if left.__class__ is int and right.__class__ is int:
            if not (_SMALL > left > -_SMALL and _SMALL > right > -_SMALL):
                _Bulk.calculated(name, left, right)
            return right
        return _Bulk.added(right) if name == "add" else right

    @classmethod
    def sliced(cls, owner, part):
        result = owner[part]
        cls.touched(result, "slice")
        return result

    @classmethod
    def added(cls, thing):
        if isinstance(thing, (list, tuple, str, bytes, bytearray)):
            cls.touched(thing, "+=")
        return thing

    @classmethod
    def equal(cls, left, right):
        if isinstance(left, (list, tuple, str, bytes)) and type(left) is type(right):
            same = next((i for i, (a, b) in enumerate(zip(left, right)) if a != b), min(len(left), len(right)))
            cls.spent(same // (16 if isinstance(left, (str, bytes)) else 1), "==")
        return left == right


# One function an operator, with no call in it: where numbers are small, as nearly always, it has to cost little.
_JOINED = """
def {name}(left, right):
    result = left {sign} right
    kind = result.__class__
    if kind is int:
        if -small < result < small and -small < left < small:
            return result
        if left.__class__ is int and right.__class__ is int:
            bulk.calculated("{name}", left, right)
    elif kind in sequences:
        bulk.touched(result, "{sign}")
    return result
"""
for _name, _sign in _SIGNS.items():
    _made = {"small": _SMALL, "sequences": _SEQUENCES, "bulk": _Bulk}
    exec(compile(_JOINED.format(name=_name, sign=_sign), __file__, "exec"), _made)
    setattr(_Bulk, _name, staticmethod(_made[_name]))


class _Rewriter(ast.NodeTransformer):
    """Rewrites what the interpreter does in one go into calls of _Bulk, so that its work is seen: membership, slices,
    sums and products of sequences, arithmetic of great numbers, equality, and calls of built-in functions by name."""

    def __init__(self):
        self.in_index = 0

    def helper(self, node, name, arguments, keywords=()):
        call = ast.Call(ast.Attribute(ast.Name("_iron_bulk", ast.Load()), name, ast.Load()), arguments, list(keywords))
        return ast.fix_missing_locations(ast.copy_location(call, node))

    def visit_Call(self, node):
        self.generic_visit(node)
        if isinstance(node.func, ast.Name) and node.func.id in _BUILT:
            return self.helper(node, "called", [node.func] + node.args, node.keywords)
        return node

    def visit_Compare(self, node):
        self.generic_visit(node)
        if len(node.ops) != 1:
            return node
        left, right, operation = node.left, node.comparators[0], node.ops[0]
        if isinstance(operation, (ast.In, ast.NotIn)):
            call = self.helper(node, "contained", [left, right])
        elif isinstance(operation, (ast.Eq, ast.NotEq)) and not isinstance(right, ast.Constant):
            call = self.helper(node, "equal", [left, right])
        else:
            return node
        negated = isinstance(operation, (ast.NotIn, ast.NotEq))
        return ast.copy_location(ast.UnaryOp(ast.Not(), call), node) if negated else call

    def visit_BinOp(self, node):
        self.generic_visit(node)
        name = _ARITHMETIC.get(type(node.op))
        constants = isinstance(node.left, ast.Constant) + isinstance(node.right, ast.Constant)
        if name is None or self.in_index or constants == 2 or (constants and name in ("add", "sub")):
            return node
        return self.helper(node, name, [node.left, node.right])

    def visit_AugAssign(self, node):
        self.generic_visit(node)
        name = _ARITHMETIC.get(type(node.op))
        if name is None or (name in ("add", "sub") and isinstance(node.value, ast.Constant)):
            return node
        if isinstance(node.target, ast.Name):
            before = ast.Name(node.target.id, ast.Load())
            node.value = self.helper(node.value, "joined_in_place", [ast.Constant(name), before, node.value])
        elif name == "add":
            node.value = self.helper(node.value, "added", [node.value])
        return node

    def visit_Subscript(self, node):
        node.value = self.visit(node.value)
        self.in_index += 1  # no sequence has so many elements that their number is great
        node.slice = self.visit(node.slice)
        self.in_index -= 1
        if not isinstance(node.ctx, ast.Load) or not isinstance(node.slice, ast.Slice):
            return node
        parts = [one or ast.Constant(None) for one in (node.slice.lower, node.slice.upper, node.slice.step)]
        part = ast.Call(ast.Name("slice", ast.Load()), parts, [])
        return self.helper(node, "sliced", [node.value, part])


def _run_rewritten():
    """Runs the solution's file anew in its counted form, in place of the one that is importing this."""
    main = sys.modules["__main__"]
    with open(main.__file__, encoding="utf-8") as handle:
        tree = _Rewriter().visit(ast.parse(handle.read(), main.__file__))
    space = main.__dict__
    space["_iron_bulk"] = _Bulk
    os.environ.pop("IRON_STOPWATCH_COUNTS")
    exec(compile(ast.fix_missing_locations(tree), main.__file__, "exec"), space)
    sys.exit(0)


class _Counter:
    """Steps of one call: a step a line executed, a jump back counting as a new line; and bulk work of built-ins."""

    def __init__(self):
        self.lines = {}  # how often each ran, by code
        self.tracers = {}
        self.called = {}  # lines of library functions: by the code and the line that called, and the function's name

    def trace(self, frame, event, arg):
        code = frame.f_code
        if code.co_filename == __file__:
            return None  # this adapter's own lines
        if _own(code.co_filename) is None:
            return self.library_tracer(frame)
        if code not in self.tracers:
            self.tracers[code] = self.own_tracer(code)
        return self.tracers[code]

    def own_tracer(self, code):
        lines = self.lines[code] = {}

        def traced(frame, event, arg):
            if event == "line":
                at = frame.f_lineno
                lines[at] = lines[at] + 1 if at in lines else 1
            return traced
        return traced

    def library_tracer(self, frame):
        outermost = above = frame
        while above.f_back and _own(above.f_back.f_code.co_filename) is None:
            above = above.f_back
            if above.f_code.co_filename != __file__:
                outermost = above
        key = _origin(frame) + (outermost.f_code.co_name,)
        called = self.called

        def traced(frame, event, arg):
            if event == "line":
                called[key] = called.get(key, 0) + 1
            return traced
        return traced

    def profile(self, frame, event, arg):
        if event != "c_call" or frame.f_code.co_filename == __file__:
            return
        owner = getattr(arg, "__self__", None)
        name = arg.__name__
        if name == "sort":
            length = _length(owner)
            _Bulk.spent(length * max(1, length.bit_length()), name, frame)
        elif name in _LINEAR_METHODS or (name == "pop" and isinstance(owner, list)):
            _Bulk.spent(_length(owner) // 16, name, frame)

    def start(self):
        _Bulk.steps = 0
        _Bulk.at = {}
        sys.setprofile(self.profile)
        sys.settrace(self.trace)

    def stop(self):
        sys.settrace(None)
        sys.setprofile(None)

    def count(self, solve, given):
        self.start()
        try:
            solve(given)
        finally:
            self.stop()
        return "done steps=%d bulk_steps=%d %s" % (self.steps(), _Bulk.steps, self.told())

    def steps(self):
        return sum(sum(lines.values()) for lines in self.lines.values()) + sum(self.called.values()) + _Bulk.steps

    def told(self):
        """Where the steps were (docs/protocol.md)."""
        spots = {}

        def add(code, line, what, steps):
            name = "%s%d%s" % (_own(code.co_filename) or "", line, " " + what if what else "")
            spots[name] = spots.get(name, 0) + steps
        for code, lines in self.lines.items():
            for line, count in lines.items():
                add(code, line, "", count)
        for parts in (self.called, _Bulk.at):
            for (code, line, what), steps in parts.items():
                add(code, line, what, steps)
        for plain, told in (("%", "%25"), (" ", "%20"), (",", "%2C")):
            spots = {name.replace(plain, told): steps for name, steps in spots.items()}
        return "spots=" + ",".join("%s:%d" % one for one in sorted(spots.items()))


class _Depth:
    """The largest sum of the frames that are open at a moment, in bytes, this one's own left out."""

    def __init__(self):
        self.now = self.peak = 0

    @staticmethod
    def size(code):
        names = code.co_nlocals + len(code.co_cellvars) + len(code.co_freevars)
        return 80 + 8 * (names + code.co_stacksize)

    def profile(self, frame, event, arg):
        if frame.f_code.co_filename == __file__:
            return
        if event == "call":
            self.now += self.size(frame.f_code)
            self.peak = self.now if self.now > self.peak else self.peak
        elif event == "return":
            self.now -= self.size(frame.f_code)


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

    def weighed(self, given):
        def heap():
            return "%d %d" % _weigh(self.solve, given)

        def stack():
            held, depth = _held(given), _Depth()
            sys.setprofile(depth.profile)
            try:
                self.solve(given)
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
                "input_bytes=%d" % (max(0, peak - answer) + depth, peak, answer, depth, _GRAIN, held))

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


def _count_program(path):
    """Runs a whole program in its counted form, and writes what it ran and held when it ends."""
    import threading
    import tracemalloc
    import types
    told = os.environ.pop("IRON_STOPWATCH_STEPS")
    sys.argv = sys.argv[1:]
    sys.path[0] = os.path.dirname(os.path.abspath(path))
    with open(path, encoding="utf-8") as handle:
        tree = _Rewriter().visit(ast.parse(handle.read(), path))
    code = compile(ast.fix_missing_locations(tree), path, "exec")
    main = sys.modules["__main__"] = types.ModuleType("__main__")
    main.__file__, main._iron_bulk = path, _Bulk
    counter, depth = _Counter(), _Depth()

    def profile(frame, event, arg):
        counter.profile(frame, event, arg)
        depth.profile(frame, event, arg)

    tracemalloc.start(1)
    before = tracemalloc.get_traced_memory()[0]
    tracemalloc.reset_peak()
    threading.settrace(counter.trace)
    counter.start()
    sys.setprofile(profile)
    try:
        exec(code, main.__dict__)
    finally:
        counter.stop()
        heap = max(0, tracemalloc.get_traced_memory()[1] - before)
        with open(told, "w", encoding="utf-8") as handle:
            handle.write("%d %d %d %d %d %s\n" % (
                counter.steps(), _Bulk.steps, heap, depth.peak, _GRAIN, counter.told()))


if os.environ.get("IRON_STOPWATCH_COUNTS") == "1":
    _run_rewritten()
elif __name__ == "__main__" and len(sys.argv) > 1:
    _count_program(sys.argv[1])
