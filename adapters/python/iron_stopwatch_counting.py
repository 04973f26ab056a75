"""Counts the steps of a Python solution by line: a step a line executed, and the work that the interpreter's own types
and functions do in one go. The adapter brings it in where the tool asks for counts; a whole program is run by it:

    python3 iron_stopwatch_counting.py PROGRAM

Sources of the solution are rewritten as they are read, so that each line says that it runs and each call of a built-in
what it did; so are the few library modules that have a form in Python beside one in C: what they run belongs to the line
that calls. Lines of other library modules are traced, where the solution brings in any that are written in Python: that
takes far longer.

The unit of such work is a step for 16 bytes touched, taken as 8 bytes an element of a list and 1 a letter; and one an element
where each is hashed, compared or handed on.
"""
import ast
import collections
import contextlib
import copy
import functools
import importlib.machinery
import itertools
import math
import os
import re
import sys
import threading
import types

import iron_stopwatch

iron_stopwatch.OURS.add(__file__)
_OURS = iron_stopwatch.OURS

_OWN = {}  # by file name: the name that a spot has before its line, "" for the main one; None of a library's


def _own(path):
    if path not in _OWN:
        main = getattr(sys.modules.get("__main__"), "__file__", None) or ""
        if path == main:
            _OWN[path] = ""
        elif path.startswith("<") or "/lib/python" in path or path in _OURS:
            _OWN[path] = None
        else:
            _OWN[path] = os.path.relpath(path, os.path.dirname(os.path.abspath(main))) + ":"
    return _OWN[path]


def _origin(frame):
    """The code and the line that called: of a library's frame those of the one that called into the library."""
    while frame.f_back and _own(frame.f_code.co_filename) is None:
        frame = frame.f_back
    return frame.f_code, frame.f_lineno


# What is done in one go, told by these.

_counts = False  # else calls are made as they stand: what is read then is space
_draws, _solving = None, None  # the code that draws a lazy answer out, and of the function whose answer that is
_at = {}  # by (code, line, what did it); parts of steps add up until counting stops


def _spent(steps, what):
    """For the line that is being run outside this file."""
    if not steps:
        return
    frame = sys._getframe(1)
    while frame.f_code.co_filename in _OURS and frame.f_back and frame.f_code is not _draws:
        frame = frame.f_back
    key = ((_solving, _solving.co_firstlineno) if frame.f_code is _draws else _origin(frame)) + (what,)
    _at[key] = _at.get(key, 0) + steps


def _spent_in_all():
    return sum(_at.values())


_LETTERS = (str, bytes, bytearray)
_SIZED = (list, tuple, str, bytes, bytearray, dict, set, frozenset, collections.deque, range, type({}.keys()),
          type({}.values()), type({}.items()), memoryview)
_GENERATOR = types.GeneratorType  # its lines are counted themselves


def _length(thing):
    return len(thing) if isinstance(thing, _SIZED) else 0


def _touched(thing):
    """Steps of reading or writing all of it."""
    return _length(thing) / 16 if isinstance(thing, _LETTERS) else _length(thing) / 2


def _each_of(iterator, what):
    """The same things, told how many were taken when the last was."""
    met = 0
    try:
        for thing in iterator:
            met += 1
            yield thing
    finally:
        _spent(met, what)


# Great numbers.

_SMALL = 1 << 62


def _digits(number):
    """Of a whole number, as the interpreter keeps it: of 30 bits."""
    return 1 + abs(number).bit_length() // 30


def _multiplied(left, right):
    """Steps of a product of so many digits, four digits of one by one of the other a step; long ones are halved, and
    three products made of the halves (Karatsuba)."""
    short, long = (left, right) if left < right else (right, left)
    halved_from = 70
    one = short * short if short < halved_from else halved_from ** 2 * (short / halved_from) ** 1.585
    return int(long / short * one) // 4 + 1


def _calculated(name, left, right):
    """Steps of an operator on two whole numbers, one of them great, or that make a great one."""
    if name in ("mul", "floordiv", "mod"):
        return _multiplied(_digits(left), _digits(right))
    if name == "pow":  # the last square is most of it
        half = max(0, left.bit_length() * right) // 60 + 1
        return _multiplied(half, half)
    if name == "lshift":
        return (_digits(left) + right // 30) // 4 + 1
    return max(_digits(left), _digits(right)) // 4 + 1


# Sorting: every comparison is a step, and every element.

class _Compared:
    __slots__ = ("key",)
    count = 0

    def __init__(self, key):
        self.key = key

    def __lt__(self, other):
        _Compared.count += 1
        return self.key < other.key


class _ComparedText(_Compared):
    __slots__ = ()

    def __lt__(self, other):
        _Compared.count += 1 + _alike(self.key, other.key) / 16
        return self.key < other.key


_PLAIN = {int, float, str, bytes, bool, type(None)}


def _is_plain(key):
    return key.__class__ in _PLAIN or (key.__class__ is tuple and all(part.__class__ in _PLAIN for part in key))


def _sorted(things, key=None, reverse=False, what="sorted"):
    things = list(things)
    keys = things if key is None else list(map(key, things))
    kind = _ComparedText if keys and all(one.__class__ is str for one in keys) else _Compared
    # Nothing of the solution's own runs while plain ones are compared.
    untraced = all(map(_is_plain, keys))
    trace, profile = sys.gettrace(), sys.getprofile()
    before = _Compared.count
    if untraced:
        sys.settrace(None)
        sys.setprofile(None)
    try:
        order = sorted(range(len(keys)), key=[kind(one) for one in keys].__getitem__, reverse=reverse)
    finally:
        if untraced:
            sys.setprofile(profile)
            sys.settrace(trace)
        _spent(_Compared.count - before + len(things), what)
    return [things[i] for i in order]


def _sort(owner, *, key=None, reverse=False):
    owner[:] = _sorted(owner, key, reverse, "sort")


# Comparing sequences: as far as they are alike.

def _alike(left, right):
    """How many elements two sequences of one kind have in common at the front."""
    most = min(len(left), len(right))
    if left.__class__ is str or left.__class__ is bytes:
        low, step = 0, 64
        while low < most and left[low:low + step] == right[low:low + step]:
            low, step = low + step, 2 * step
        if low >= most:
            return most
        while step > 1:
            step = (step + 1) // 2
            if left[low:low + step] == right[low:low + step]:
                low += step
        return min(low, most)
    for i in range(most):
        if left[i] is not right[i] and left[i] != right[i]:
            return i
    return most


def _compared_to(left, right, what):
    if left.__class__ is right.__class__ and min(len(left), len(right)) > 8:
        alike = _alike(left, right)
        _spent(alike / 16 if isinstance(left, _LETTERS) else alike, what)


# Functions by what they do: each makes the call, and tells its steps.

def _by_result(steps_of):
    def made(function, given, named, name):
        result = function(*given, **named)
        _spent(steps_of(result), name)
        return result
    return made


def _by_taking(function, given, named, name):
    """One step a thing of the only argument, or an argument."""
    if len(given) != 1 or isinstance(given[0], _GENERATOR):
        _spent(len(given) if len(given) > 8 else 0, name)
        return function(*given, **named)
    if isinstance(given[0], _SIZED):
        result = function(given[0], **named)
        _spent(len(given[0]), name)
        return result
    return function(_each_of(given[0], name), **named) if hasattr(given[0], "__next__") else function(*given, **named)


def _as_sum(function, given, named, name):
    """Lists that are joined so are copied each time."""
    start = given[1] if len(given) > 1 else named.get("start", 0)
    if isinstance(start, (list, tuple)):
        parts, steps, length = list(given[0]), 0, len(start)
        for part in parts:
            length += _length(part)
            steps += length / 2
        _spent(steps, name)
        return sum(parts, start)
    return _by_taking(function, given, named, name) if len(given) == 1 else function(*given, **named)


def _until_found(function, given, named, name):
    if len(given) != 1 or isinstance(given[0], _GENERATOR):
        return function(*given, **named)
    return function(_each_of(given[0], name))


def _as_sorted(function, given, named, name):
    return _sorted(*given, **named)


def _as_text(function, given, named, name):
    result = function(*given, **named)
    if given[0].__class__ is int:  # digit by digit, each by all that are left
        _spent(_digits(given[0]) ** 2 // 4 if function is str else len(result) / 16, name)
    elif isinstance(given[0], _SIZED):
        _spent(_touched(result) if isinstance(given[0], _LETTERS) else _length(given[0]), name)
    return result


def _as_number(function, given, named, name):
    if isinstance(given[0], _LETTERS):
        _spent((len(given[0]) // 9) ** 2 // 4, name)
    return function(*given, **named)


def _as_power(function, given, named, name):
    if all(one.__class__ is int for one in given):
        if len(given) == 3 and given[1] > 0:  # modulo: a product a bit
            digits = _digits(given[2])
            _spent(given[1].bit_length() * _multiplied(digits, digits), name)
        elif len(given) == 2 and given[1] >= 0:
            _spent(_calculated("pow", *given), name)
    return function(*given, **named)


def _as_factorial(function, given, named, name):
    result = function(*given, **named)
    digits = _digits(result)
    _spent(_multiplied(digits, digits), name)
    return result


def _in_text(at):
    """What goes through a text: the argument of that number."""
    def made(function, given, named, name):
        if len(given) > at:
            _spent(_touched(given[at]), name)
        return function(*given, **named)
    return made


_FUNCTIONS = {
    **{kind: _by_result(_length) for kind in (set, frozenset, dict)},
    **{kind: _by_result(_touched) for kind in (list, tuple)},
    **{kind: _as_text for kind in (str, bytes, bytearray)},
    **{function: _by_taking for function in (min, max, math.prod)}, sum: _as_sum,
    any: _until_found, all: _until_found, sorted: _as_sorted, int: _as_number, pow: _as_power,
    collections.deque: _by_result(_touched), math.factorial: _as_factorial,
    **{function: _in_text(1) for function in (re.match, re.search, re.fullmatch, re.findall, re.finditer, re.split)},
    **{function: _in_text(2) for function in (re.sub, re.subn)},
}
_NAMES_OF_FUNCTIONS = {function.__name__ for function in _FUNCTIONS}
_HANDED_ON = {"map", "filter"}  # they call what they are given first


def _called(function, /, *given, **named):
    try:
        made = _FUNCTIONS.get(function) if _counts else None
    except TypeError:
        made = None
    if made is None or not given:
        return function(*given, **named)
    return made(function, given, named, function.__name__)


# Methods of the interpreter's own types whose work grows: (length before, owner, arguments, result) -> steps.

def _whole(before, owner, given, result):
    return before / 16 if isinstance(owner, _LETTERS) else before / 2


def _each(before, owner, given, result):
    return before


def _grown(before, owner, given, result):
    return (len(owner) - before) / 2


def _made(before, owner, given, result):
    return _touched(result)


def _given_lengths(before, owner, given, result):
    return sum(map(_length, given))


def _both_lengths(before, owner, given, result):
    return before + sum(map(_length, given))


def _behind(before, at):
    """Elements behind a place, which move."""
    return max(0, before - at if at >= 0 else min(before, -at))


def _inserted(before, owner, given, result):
    return _behind(before, given[0]) / 2


def _popped(before, owner, given, result):
    return _behind(before, given[0]) // 2 if given else 0


def _found_at(before, owner, given, result):
    first = given[1] if len(given) > 1 else 0
    first = max(0, first + before if first < 0 else first)
    return max(0, result - first + 1 if result >= 0 else before - first)


def _found_in_text(before, owner, given, result):
    return _found_at(before, owner, given, result) / 16


def _counted_in_text(before, owner, given, result):
    return _found_at(before, owner, given, -1) / 16


def _found_from_behind(before, owner, given, result):
    return (before - max(result, 0)) / 16


def _through(before, owner, given, result):
    """A text is read through, and what is made of it written."""
    return before / 16 + _touched(result)


def _by_prefix(before, owner, given, result):
    return _touched(given[0]) if isinstance(given[0], _LETTERS) else 0


def _rotated(before, owner, given, result):
    turns = (given[0] if given else 1) % before if before else 0
    return min(turns, before - turns) / 2


def _set_by_set(before, owner, given, result):
    """The shorter one is gone through."""
    return min([before] + [_length(one) for one in given])


def _searched(before, owner, given, result):
    """The text is the last of the arguments that are one."""
    return max((_touched(one) for one in given if isinstance(one, _LETTERS)), default=0)


_OF_TEXT = {
    **{name: _found_in_text for name in ("find", "index")}, **{name: _found_from_behind for name in ("rfind", "rindex")},
    "count": _counted_in_text, **{name: _by_prefix for name in ("startswith", "endswith")},
    **{name: _through for name in ("replace", "split", "rsplit", "splitlines", "partition", "rpartition", "translate",
                                   "encode", "decode")},
    **{name: _made for name in ("join", "upper", "lower", "strip", "lstrip", "rstrip", "swapcase", "title", "capitalize",
                                "casefold", "zfill", "ljust", "rjust", "center", "removeprefix", "removesuffix")},
    **{name: _whole for name in ("isdigit", "isalpha", "isalnum", "isdecimal", "isspace", "islower", "isupper")},
}
_OF_SETS = {
    "union": _both_lengths, "copy": _each, "symmetric_difference": _both_lengths, "issubset": _each,
    "intersection": _set_by_set, "isdisjoint": _set_by_set, "difference": _each, "issuperset": _given_lengths,
}
_METHODS = {
    list: {"insert": _inserted, "pop": _popped, "extend": _grown, "remove": _whole, "index": _found_at, "count": _each,
           "copy": _whole, "reverse": _whole, "clear": _whole},
    tuple: {"index": _found_at, "count": _each},
    collections.deque: {"insert": _whole, "remove": _whole, "index": _found_at, "count": _each, "rotate": _rotated,
                        "extend": _grown, "extendleft": _grown, "copy": _whole, "reverse": _whole, "clear": _whole},
    str: _OF_TEXT, bytes: _OF_TEXT,
    bytearray: {**_OF_TEXT, "insert": _inserted, "extend": _grown, "remove": _whole, "reverse": _whole, "copy": _whole,
                "pop": _popped},
    frozenset: _OF_SETS,
    set: {**_OF_SETS, "update": _given_lengths, "clear": _each, "intersection_update": _each,
          "difference_update": _given_lengths, "symmetric_difference_update": _given_lengths},
    dict: {"update": _given_lengths, "copy": _each, "clear": _each},
    re.Pattern: {**{name: _searched for name in ("match", "search", "fullmatch", "findall", "finditer", "split")},
                 **{name: _searched for name in ("sub", "subn")}},
}
for _kind, _base in ((collections.defaultdict, dict), (collections.OrderedDict, dict)):
    _METHODS[_kind] = _METHODS[_base]
_NAMES_OF_METHODS = {name for methods in _METHODS.values() for name in methods} | {"sort", "fromkeys"}


def _method(name, owner, /, *given, **named):
    kind = owner.__class__
    if not _counts:
        return getattr(owner, name)(*given, **named)
    if kind in _METHODS:
        if name == "sort" and kind is list:
            return _sort(owner, *given, **named)
        steps_of = _METHODS[kind].get(name)
        if steps_of is not None:
            if name == "join" and given and hasattr(given[0], "__next__"):
                given = (list(given[0]),)
                _spent(len(given[0]), name)
            before = _length(owner)
            result = getattr(owner, name)(*given, **named)
            _spent(steps_of(before, owner, given, result), name)
            return result
    elif kind is types.ModuleType:
        return _called(getattr(owner, name), *given, **named)
    elif owner is dict and name == "fromkeys":
        result = dict.fromkeys(*given)
        _spent(len(result), name)
        return result
    return getattr(owner, name)(*given, **named)


def _bound(name, owner):
    """A method that is taken without being called."""
    if owner.__class__ in _METHODS and (name in _METHODS[owner.__class__] or name == "sort"):
        return functools.partial(_method, name, owner)
    return getattr(owner, name)


# Operators.

def _contained(thing, owner):
    result = thing in owner
    if isinstance(owner, (list, tuple, collections.deque)):
        _spent(owner.index(thing) + 1 if result else len(owner), "in")
    elif isinstance(owner, _LETTERS):
        _spent((owner.find(thing) if result else len(owner)) / 16 + 1, "in")
    return result


def _sliced(owner, part):
    result = owner[part]
    _spent(_touched(result), "slice")
    return result


def _replaced(owner, part, value):
    """A slice that is assigned to: what is new, and what moves behind it."""
    before = _length(owner)
    value = value if isinstance(value, _SIZED) else list(value) if isinstance(owner, (list, bytearray)) else value
    owner[part] = value
    if isinstance(owner, (list, bytearray)):
        moved = before - part.indices(before)[1] if len(owner) != before else 0
        _spent((_length(value) + max(0, moved)) / 2, "slice")


def _deleted(owner, part):
    before = _length(owner)
    del owner[part]
    if isinstance(owner, (list, bytearray)):
        first = part.indices(before)[0] if isinstance(part, slice) else part
        _spent(_behind(before, first) / 2, "del")


_ARITHMETIC = {ast.Add: "add", ast.Sub: "sub", ast.Mult: "mul", ast.FloorDiv: "floordiv", ast.Mod: "mod", ast.Pow: "pow",
               ast.LShift: "lshift", ast.RShift: "rshift", ast.BitOr: "or_", ast.BitAnd: "and_", ast.BitXor: "xor"}
_SIGNS = {"add": "+", "sub": "-", "mul": "*", "floordiv": "//", "mod": "%", "pow": "**", "lshift": "<<", "rshift": ">>",
          "or_": "|", "and_": "&", "xor": "^"}
_COMPARED = {ast.Lt: ("lt", "<"), ast.LtE: ("le", "<="), ast.Gt: ("gt", ">"), ast.GtE: ("ge", ">="), ast.Eq: ("eq", "=="),
             ast.NotEq: ("ne", "!=")}


def _set_operation(name, left, right):
    if name == "and_":
        return min(_length(left), _length(right))
    return _length(left) + (0 if name == "sub" else _length(right))


def _changed_in_place(name, left, right, moves):
    """What an augmented assignment is about to do. A list is made longer where it stands; a text too, unless something
    besides the one variable holds it (then it moves)."""
    kind = left.__class__
    if kind is int:
        if right.__class__ is int and not (_SMALL > left > -_SMALL and _SMALL > right > -_SMALL):
            _spent(_calculated(name, left, right), _SIGNS[name])
    elif name == "add" and kind in _SEQUENCES:
        _spent(_touched(right) + (_touched(left) if kind is tuple or (moves and kind in (str, bytes)) else 0), "+=")
    elif kind in _SETS:
        _spent(min(_length(left), _length(right)) if name == "and_" else _length(right), _SIGNS[name])
    elif name == "mul" and right.__class__ is int and kind in _SEQUENCES:
        _spent(_touched(left) * max(0, right), "*=")
    return right


def _joined_to(left, right):
    """What `name = name + right` is about to do: as above, but that a list is copied."""
    if left.__class__ is list:
        _spent(_touched(left), "+")
    return _changed_in_place("add", left, right, False)


_SEQUENCES = {list, tuple, str, bytes, bytearray}
_SETS = {set, frozenset, dict}

# One function an operator, with no call in it: where numbers are small, as nearly always, it has to cost little.
_JOINED = """
def {name}(left, right):
    result = left {sign} right
    kind = result.__class__
    if kind is int:
        if -small < result < small and -small < left < small:
            return result
        if left.__class__ is int and right.__class__ is int:
            spent(calculated("{name}", left, right), "{sign}")
    elif kind in sequences:
        spent(touched(result), "{sign}")
    elif kind in sets:
        spent(set_operation("{name}", left, right), "{sign}")
    return result
"""
_ORDERED = """
def {name}(left, right):
    if left.__class__ in sequences:
        compared_to(left, right, "{sign}")
    return left {sign} right
"""
_operators = {}
for _form, _signs in ((_JOINED, _SIGNS.items()), (_ORDERED, _COMPARED.values())):
    for _name, _sign in _signs:
        _made_of = {"small": _SMALL, "sequences": _SEQUENCES, "sets": _SETS, "spent": _spent, "touched": _touched,
                    "calculated": _calculated, "set_operation": _set_operation, "compared_to": _compared_to}
        exec(compile(_form.format(name=_name, sign=_sign), __file__, "exec"), _made_of)
        _operators[_name] = staticmethod(_made_of[_name])

# What rewritten sources call, under one name.
_bulk = type("Bulk", (), {
    **_operators, "called": staticmethod(_called), "method": staticmethod(_method), "bound": staticmethod(_bound),
    "contained": staticmethod(_contained), "sliced": staticmethod(_sliced), "replaced": staticmethod(_replaced),
    "deleted": staticmethod(_deleted), "changed_in_place": staticmethod(_changed_in_place),
    "joined_to": staticmethod(_joined_to), "partial": functools.partial, "slice": slice})


class _Rewriter(ast.NodeTransformer):
    """Rewrites what the interpreter does in one go into calls of this file."""

    def __init__(self):
        self.in_index = 0
        self.functions = []  # of each that is open: the names that are not its alone
        self.imported = set()

    def helper(self, node, name, arguments, keywords=()):
        call = ast.Call(ast.Attribute(ast.Name("_iron_bulk", ast.Load()), name, ast.Load()), arguments, list(keywords))
        return ast.fix_missing_locations(ast.copy_location(call, node))

    def visit_FunctionDef(self, node):
        shared = set()
        for inner in ast.walk(node):
            if isinstance(inner, (ast.Global, ast.Nonlocal)):
                shared.update(inner.names)
        self.functions.append(shared)
        self.generic_visit(node)
        self.functions.pop()
        return node

    visit_AsyncFunctionDef = visit_FunctionDef

    def is_alone(self, target):
        """Whether nothing but a variable of the function that runs holds what it names."""
        return isinstance(target, ast.Name) and bool(self.functions) and target.id not in self.functions[-1]

    def visit_match_case(self, node):  # no call may stand in a pattern
        node.guard = self.visit(node.guard) if node.guard else None
        node.body = [self.visit(one) for one in node.body]
        return node

    def visit_ImportFrom(self, node):
        self.imported.update(one.asname or one.name for one in node.names if one.name in _NAMES_OF_FUNCTIONS)
        return node

    def counted_name(self, node):
        return isinstance(node, ast.Name) and (node.id in _NAMES_OF_FUNCTIONS or node.id in self.imported)

    def visit_Call(self, node):
        function = node.func
        if isinstance(function, ast.Attribute) and (
                function.attr in _NAMES_OF_METHODS or function.attr in _NAMES_OF_FUNCTIONS):
            owner = self.visit(function.value)
            self.visit_given(node)
            return self.helper(node, "method", [ast.Constant(function.attr), owner] + node.args, node.keywords)
        node.func = self.visit(function)
        handed_on = isinstance(function, ast.Name) and function.id in _HANDED_ON and node.args
        first = node.args[0] if handed_on else None
        self.visit_given(node)
        if handed_on and self.counted_name(first):
            node.args[0] = self.helper(first, "partial", [self.helper_name("called"), first])
        if self.counted_name(function):
            return self.helper(node, "called", [node.func] + node.args, node.keywords)
        return node

    def visit_given(self, node):
        node.args = [self.visit(one) for one in node.args]
        node.keywords = [self.visit(one) for one in node.keywords]

    @staticmethod
    def helper_name(name):
        return ast.Attribute(ast.Name("_iron_bulk", ast.Load()), name, ast.Load())

    def visit_Attribute(self, node):
        self.generic_visit(node)
        if isinstance(node.ctx, ast.Load) and node.attr in _NAMES_OF_METHODS:
            return self.helper(node, "bound", [ast.Constant(node.attr), node.value])
        return node

    def visit_Compare(self, node):
        self.generic_visit(node)
        if len(node.ops) != 1:
            return node
        left, right, operation = node.left, node.comparators[0], node.ops[0]
        if isinstance(operation, (ast.In, ast.NotIn)):
            call = self.helper(node, "contained", [left, right])
            if isinstance(operation, ast.NotIn):
                return ast.copy_location(ast.UnaryOp(ast.Not(), call), node)
            return call
        if type(operation) in _COMPARED and not any(map(self.is_number, (left, right))):
            return self.helper(node, _COMPARED[type(operation)][0], [left, right])
        return node

    @staticmethod
    def is_number(node):
        """Seen without running it: a constant, a length, a negative."""
        return isinstance(node, (ast.Constant, ast.UnaryOp)) or (
            isinstance(node, ast.Call) and isinstance(node.func, ast.Name) and node.func.id == "len")

    def visit_BinOp(self, node):
        self.generic_visit(node)
        name = _ARITHMETIC.get(type(node.op))
        constants = isinstance(node.left, ast.Constant) + isinstance(node.right, ast.Constant)
        if name is None or self.in_index or constants == 2 or (constants and name in ("add", "sub")):
            return node
        return self.helper(node, name, [node.left, node.right])

    def visit_Assign(self, node):
        value = node.value
        if len(node.targets) == 1 and isinstance(value, ast.BinOp) and isinstance(value.op, ast.Add) and (
                isinstance(value.left, ast.Name) and isinstance(node.targets[0], ast.Name)
                and value.left.id == node.targets[0].id and self.is_alone(node.targets[0])):
            before = ast.Name(value.left.id, ast.Load())
            right = self.visit(value.right)
            number = isinstance(right, ast.Constant) and not isinstance(right.value, (str, bytes))
            value.right = right if number else self.helper(right, "joined_to", [before, right])
            return node
        target = node.targets[0]
        if len(node.targets) == 1 and isinstance(target, ast.Subscript) and isinstance(target.slice, ast.Slice):
            self.generic_visit(node)
            return ast.copy_location(ast.Expr(self.helper(
                node, "replaced", [target.value, self.part(target.slice), node.value])), node)
        return self.generic_visit(node)

    def visit_AugAssign(self, node):
        target = node.target
        self.generic_visit(node)
        name = _ARITHMETIC.get(type(node.op))
        number = isinstance(node.value, ast.Constant) and not isinstance(node.value.value, (str, bytes))
        if name is None or (name in ("add", "sub") and number):
            return node
        before = self.read_again(target)
        if before is not None:
            node.value = self.helper(node.value, "changed_in_place", [
                ast.Constant(name), before, node.value, ast.Constant(not self.is_alone(target))])
        return node

    @staticmethod
    def read_again(target):
        """The same place to read, where reading it twice does nothing else."""
        if isinstance(target, ast.Name):
            return ast.Name(target.id, ast.Load())
        simple = (ast.Name, ast.Constant)
        if isinstance(target, ast.Attribute) and isinstance(target.value, ast.Name):
            return ast.Attribute(ast.Name(target.value.id, ast.Load()), target.attr, ast.Load())
        if isinstance(target, ast.Subscript) and isinstance(target.value, ast.Name) and isinstance(target.slice, simple):
            part = target.slice if isinstance(target.slice, ast.Constant) else ast.Name(target.slice.id, ast.Load())
            return ast.Subscript(ast.Name(target.value.id, ast.Load()), part, ast.Load())
        return None

    def visit_Delete(self, node):
        self.generic_visit(node)
        if len(node.targets) != 1 or not isinstance(node.targets[0], ast.Subscript):
            return node
        target = node.targets[0]
        part = self.part(target.slice) if isinstance(target.slice, ast.Slice) else target.slice
        return ast.copy_location(ast.Expr(self.helper(node, "deleted", [target.value, part])), node)

    @staticmethod
    def part(node):
        parts = [one or ast.Constant(None) for one in (node.lower, node.upper, node.step)]
        return ast.Call(ast.Attribute(ast.Name("_iron_bulk", ast.Load()), "slice", ast.Load()), parts, [])

    def visit_Subscript(self, node):
        node.value = self.visit(node.value)
        self.in_index += 1  # no sequence has so many elements that their number is great
        node.slice = self.visit(node.slice)
        self.in_index -= 1
        if not isinstance(node.ctx, ast.Load) or not isinstance(node.slice, ast.Slice):
            return node
        return self.helper(node, "sliced", [node.value, self.part(node.slice)])


# Lines that say that they run.

_ticks = {}  # by file: by name, the line and how often it has run
_library_is_called = False  # a module written in Python was brought in

_WITHOUT_PYTHON = {"math", "cmath", "sys", "itertools", "array", "time", "operator", "typing", "string", "gc", "struct",
                   "__future__", "iron_stopwatch"}
_PARTS_WITHOUT_PYTHON = {"collections": {"deque", "defaultdict", "OrderedDict"},
                         "functools": {"lru_cache", "cache", "reduce", "cmp_to_key", "partial"}}


class _Ticker(ast.NodeTransformer):
    """Puts a call in front of every line: of a loop's head as often as it is come to, and of what stands within one
    expression (comprehensions, lambdas) at each turn."""

    def __init__(self, path):
        self.folder = os.path.dirname(os.path.abspath(path))
        self.lines = {}  # by name
        self.parts_of = {}  # by the name that it has here, a module of which parts are used

    def tick(self, line):
        name = "_iron_tick_%d" % line
        self.lines[name] = line
        return ast.Call(ast.Name(name, ast.Load()), [], [])

    def told(self, line, at):
        return ast.copy_location(ast.Expr(self.tick(line)), at)

    def was_told(self, line):
        """As a condition, which is always true."""
        return ast.Compare(self.tick(line), [ast.IsNot()], [ast.Constant(None)])

    @staticmethod
    def is_silent(node):
        return isinstance(node, (ast.Global, ast.Nonlocal)) or (
            isinstance(node, ast.Expr) and isinstance(node.value, ast.Constant)) or (
            isinstance(node, ast.AnnAssign) and node.value is None) or (
            isinstance(node, ast.ImportFrom) and node.module == "__future__")

    @staticmethod
    def tells_by_itself(node):
        return isinstance(node, (ast.For, ast.AsyncFor)) or (isinstance(node, ast.While) and not (
            isinstance(node.test, ast.Constant) and node.test.value))

    def block(self, statements, above=None):
        """`above`: the line of what it stands under; what stands on the same one says nothing more."""
        told = []
        for node in statements:
            first = min([node.lineno] + [one.lineno for one in getattr(node, "decorator_list", [])])
            if first != above and not self.is_silent(node) and not self.tells_by_itself(node):
                told.append(self.told(first, node))
            told.append(self.visit(node))
            above = first
        return told

    def visit_Module(self, node):
        node.body = self.block(node.body)
        return node

    def visit_ClassDef(self, node):
        self.generic_in(node, "body")
        node.body = self.block(node.body, node.lineno)
        return node

    def visit_FunctionDef(self, node):
        self.generic_in(node, "body")
        node.body = self.block(node.body)
        return node

    visit_AsyncFunctionDef = visit_FunctionDef

    def generic_in(self, node, *blocks):
        """Goes on into all but these."""
        for name, value in ast.iter_fields(node):
            if name in blocks:
                continue
            if isinstance(value, ast.AST):
                setattr(node, name, self.visit(value))
            elif isinstance(value, list):
                setattr(node, name, [self.visit(one) if isinstance(one, ast.AST) else one for one in value])

    def visit_If(self, node):
        self.generic_in(node, "body", "orelse")
        node.body, node.orelse = self.block(node.body, node.lineno), self.block(node.orelse, node.lineno)
        return node

    def visit_For(self, node):
        at_each_turn = self.tells_by_itself(node)
        self.generic_in(node, "body", "orelse")
        node.body, node.orelse = self.block(node.body, node.lineno), self.block(node.orelse, node.lineno)
        if at_each_turn:
            node.body.insert(0, self.told(node.lineno, node))
            node.orelse.insert(0, self.told(node.lineno, node))
        return node

    visit_AsyncFor = visit_While = visit_For

    def visit_With(self, node):
        self.generic_in(node, "body")
        node.body = self.block(node.body, node.lineno)
        return node

    visit_AsyncWith = visit_With

    def visit_Try(self, node):
        for name in ("body", "orelse", "finalbody"):
            setattr(node, name, self.block(getattr(node, name), node.lineno))
        node.handlers = [self.visit(one) for one in node.handlers]
        return node

    visit_TryStar = visit_Try

    def visit_ExceptHandler(self, node):
        self.generic_in(node, "body")
        node.body = [self.told(node.lineno, node)] + self.block(node.body, node.lineno)
        return node

    def visit_match_case(self, node):  # no call may stand in a pattern
        node.guard = self.visit(node.guard) if node.guard else None
        node.body = self.block(node.body)
        return node

    def visit_Lambda(self, node):
        self.generic_visit(node)
        node.body = ast.IfExp(self.was_told(node.body.lineno), node.body, ast.Constant(None))
        return node

    def visit_ListComp(self, node):
        line = (node.elt if hasattr(node, "elt") else node.key).lineno
        self.generic_visit(node)
        for one in node.generators:
            one.ifs.insert(0, self.was_told(line))
        return node

    visit_SetComp = visit_GeneratorExp = visit_DictComp = visit_ListComp

    # What is brought in.

    def bring_in(self, module, part=None):
        global _library_is_called
        top = module.split(".")[0]
        if top in _WITHOUT_PYTHON or part in _PARTS_WITHOUT_PYTHON.get(top, ()):
            return
        if top not in _IN_C and not any(os.path.exists(os.path.join(self.folder, top + ending)) for ending in ("", ".py")):
            _library_is_called = True

    def visit_Import(self, node):
        for one in node.names:
            if one.name in _PARTS_WITHOUT_PYTHON:
                self.parts_of[one.asname or one.name] = one.name
            else:
                self.bring_in(one.name)
        return node

    def visit_ImportFrom(self, node):
        for one in node.names:
            if not node.level:
                self.bring_in(node.module, one.name)
        return node

    def visit_Attribute(self, node):
        self.generic_visit(node)
        if isinstance(node.value, ast.Name) and node.value.id in self.parts_of:
            self.bring_in(self.parts_of[node.value.id], node.attr)
        return node


def _rewritten(text, path):
    """All lines of a library's module say the same."""
    ticker = _Ticker(path)
    tree = ticker.visit(_Rewriter().visit(ast.parse(copy.deepcopy(text), path)))
    if _own(path) is None:
        _ticks_of_libraries[path] = set(ticker.lines)
    else:
        _ticks[path] = {name: (line, itertools.count()) for name, line in ticker.lines.items()}
    return compile(ast.fix_missing_locations(tree), path, "exec")


def _names_for(path):
    """That a rewritten source calls."""
    return {"_iron_bulk": _bulk, **{name: count.__next__ for name, (_, count) in _ticks.get(path, {}).items()},
            **{name: _in_libraries.__next__ for name in _ticks_of_libraries.get(path, ())}}


# Library modules with a form in Python beside the one in C: the former is what is counted.
_IN_C = {"heapq": "_heapq", "bisect": "_bisect"}
_ticks_of_libraries = {}  # the names of those calls, by file
_in_libraries = itertools.count()
_is_in_library = False


def _runs_in_library(function, name):
    """Runs it, and tells what it ran for the line that called; of what it calls itself that is told along."""
    global _is_in_library
    if _is_in_library:
        return function()
    before = _in_libraries.__reduce__()[1][0]
    _is_in_library = True
    try:
        return function()
    finally:
        _is_in_library = False
        _spent(_in_libraries.__reduce__()[1][0] - before, name)


_GENERATES = 0x20  # inspect's CO_GENERATOR; to bring that in takes as long as the interpreter's start


def _telling(function):
    name = function.__name__
    if function.__code__.co_flags & _GENERATES:
        def telling(*given, **named):
            following = function(*given, **named).__next__
            while True:
                try:
                    thing = _runs_in_library(following, name)
                except StopIteration:
                    return
                yield thing
    else:
        def telling(*given, **named):
            return _runs_in_library(lambda: function(*given, **named), name)
    return functools.wraps(function)(telling)


# The same as the library's own lines do, added up: numbers, and tuples of them, take no work in one go to be compared,
# and lines that tell of themselves take two to ten times as long.

_NUMBERS = {int, float, bool}


def _of_numbers(thing):
    return thing.__class__ in _NUMBERS or (thing.__class__ is tuple and all(part.__class__ in _NUMBERS for part in thing))


def _sift_down(heap, start, place):
    """Towards the root."""
    thing, steps = heap[place], 2
    while place > start:
        above = (place - 1) >> 1
        parent = heap[above]
        if not thing < parent:
            heap[place] = thing
            return steps + 5
        heap[place] = parent
        place = above
        steps += 7
    heap[place] = thing
    return steps + 1


def _sift_up(heap, place):
    """To a leaf, the lesser of two each time, and back."""
    end, start, thing, steps = len(heap), place, heap[place], 7
    child = 2 * place + 1
    while child < end:
        steps += 6
        right = child + 1
        if right < end and not heap[child] < heap[right]:
            child = right
            steps += 1
        heap[place] = heap[child]
        place = child
        child = 2 * place + 1
    heap[place] = thing
    return steps + _sift_down(heap, start, place)


def _heappush(heap, item):
    heap.append(item)
    return None, 2 + _sift_down(heap, 0, len(heap) - 1)


def _heappop(heap):
    last = heap.pop()
    if not heap:
        return last, 3
    least, heap[0] = heap[0], last
    return least, 6 + _sift_up(heap, 0)


def _heapreplace(heap, item):
    least, heap[0] = heap[0], item
    return least, 4 + _sift_up(heap, 0)


def _heappushpop(heap, item):
    if heap and heap[0] < item:
        item, heap[0] = heap[0], item
        return item, 4 + _sift_up(heap, 0)
    return item, 2


def _heapify(heap):
    steps = 2
    for place in reversed(range(len(heap) // 2)):
        steps += 2 + _sift_up(heap, place)
    return None, steps


# Both written out: a call at each turn would cost as much as the turn.

def _place_left(things, thing, low=0, high=None):
    steps = 5
    if high is None:
        high, steps = len(things), 6
    while low < high:
        middle = (low + high) // 2
        if things[middle] < thing:
            low = middle + 1
        else:
            high = middle
        steps += 4
    return low, steps


def _place_right(things, thing, low=0, high=None):
    steps = 5
    if high is None:
        high, steps = len(things), 6
    while low < high:
        middle = (low + high) // 2
        if thing < things[middle]:
            high = middle
        else:
            low = middle + 1
        steps += 4
    return low, steps


def _put_in(place_of):
    def put(things, thing, *between):
        place, steps = place_of(things, thing, *between)
        _spent(_behind(len(things), place) / 2, "insert")
        things.insert(place, thing)
        return None, steps + 3
    return put


def _added_up(ours, library, in_c):
    """`library`: for everything else that is counted."""
    def function(things, *items, **named):
        if not _counts:
            return in_c(things, *items, **named)
        if named or _is_in_library or things.__class__ is not list or not all(map(_of_numbers, items)) or not (
                all(map(_of_numbers, things)) if ours is _heapify else not things or _of_numbers(things[0])):
            return library(things, *items, **named)
        result, steps = ours(things, *items)
        _spent(steps, library.__name__)
        return result
    return functools.wraps(library)(function)


_insort_left, _insort_right = map(_put_in, (_place_left, _place_right))
_ADDED_UP = {"heappush": _heappush, "heappop": _heappop, "heapreplace": _heapreplace, "heappushpop": _heappushpop,
             "heapify": _heapify, "bisect": _place_right, "bisect_left": _place_left, "bisect_right": _place_right,
             "insort": _insort_right, "insort_left": _insort_left, "insort_right": _insort_right}


class _Loader(importlib.machinery.SourceFileLoader):
    """Rewrites the solution's own modules, and those."""

    def is_counted(self):
        return self.name in _IN_C or _own(self.path) is not None

    def get_code(self, name):
        if not self.is_counted():
            return super().get_code(name)
        return _rewritten(self.get_data(self.path), self.path)

    def exec_module(self, module):
        if not self.is_counted():
            return super().exec_module(module)
        code = self.get_code(module.__name__)
        module.__dict__.update(_names_for(self.path))
        if _own(self.path) is not None and _watching:
            with _watched(*_watching[-1]):
                exec(code, module.__dict__)
        else:
            exec(code, module.__dict__)
        if self.path in _ticks_of_libraries:
            module.__dict__.update({name: _telling(one) for name, one in module.__dict__.items()
                                    if isinstance(one, types.FunctionType) and one.__module__ == module.__name__})
            in_c = vars(_FORMS_IN_C[module.__name__])
            module.__dict__.update({
                name: _added_up(ours, library, in_c.get(name) or in_c[name + "_right"])
                for name, ours in _ADDED_UP.items() if (library := module.__dict__.get(name))})


_watching = []  # what watched lines and calls before a module was asked for, the last one at the end


@contextlib.contextmanager
def _watched(trace, profile):
    before = sys.gettrace(), sys.getprofile()
    sys.settrace(trace)
    sys.setprofile(profile)
    try:
        yield
    finally:
        sys.settrace(before[0])
        sys.setprofile(before[1])


_find_and_load = importlib._bootstrap._find_and_load


def _brought_in(*given):
    """To find, read and rewrite a module is nobody's work; what one of the solution's own does meanwhile is."""
    _watching.append((sys.gettrace(), sys.getprofile()))
    try:
        with _watched(None, None):
            return _find_and_load(*given)
    finally:
        _watching.pop()


_count_elements_in_c = collections._count_elements


def _count_elements_in_python(mapping, things):
    known = mapping.get
    for thing in things:
        mapping[thing] = known(thing, 0) + 1


_FORMS_IN_C = {}  # by the library module's name


def _prepare():
    """From here on modules are rewritten as they are imported."""
    machinery = importlib.machinery
    sys.path_hooks.insert(0, machinery.FileFinder.path_hook(
        (machinery.ExtensionFileLoader, machinery.EXTENSION_SUFFIXES), (_Loader, machinery.SOURCE_SUFFIXES),
        (machinery.SourcelessFileLoader, machinery.BYTECODE_SUFFIXES)))
    sys.path_importer_cache.clear()
    for name, in_c in _IN_C.items():
        if name not in _FORMS_IN_C:
            _FORMS_IN_C[name] = importlib.import_module(in_c)
    for name, module in list(sys.modules.items()):  # brought in before the adapter was
        if name != "__main__" and getattr(module, "__file__", None) and _own(module.__file__) is not None:
            del sys.modules[name]
    for name, in_c in _IN_C.items():
        sys.modules.pop(name, None)
        sys.modules[in_c] = None
    # The library's own form of it, traced as its other lines are.
    code = _count_elements_in_python.__code__.replace(co_filename=collections.__file__)
    collections._count_elements = types.FunctionType(code, globals(), "_count_elements")
    importlib._bootstrap._find_and_load = _brought_in
    # What is rewritten stands a frame deeper here and there.
    sys.setrecursionlimit(2 * sys.getrecursionlimit())


def _leave_as_written():
    """Takes _prepare() back: modules that are not there yet come as they stand."""
    del sys.path_hooks[0]
    sys.path_importer_cache.clear()
    for in_c in _IN_C.values():
        sys.modules.pop(in_c, None)
    collections._count_elements = _count_elements_in_c
    importlib._bootstrap._find_and_load = _find_and_load
    sys.setrecursionlimit(sys.getrecursionlimit() // 2)


def _served_by(code, path, names):
    """'read' and 'solve' of a file that is run once more."""
    served = []
    serve, iron_stopwatch.serve = iron_stopwatch.serve, lambda read, solve, write: served.append(
        (read, iron_stopwatch.drawn_out(solve)))
    try:
        exec(code, {"__name__": sys.modules["__main__"].__name__, "__file__": path, **names})
    finally:
        iron_stopwatch.serve = serve
    return served[0]


def _main_source():
    path = sys.modules["__main__"].__file__
    made = getattr(sys.modules["__main__"], "__iron_source__", None)
    if made is not None:  # of a function as it is
        return made, path
    with open(path, encoding="utf-8") as handle:
        return handle.read(), path


@functools.lru_cache(None)
def in_counted_form():
    """Of a worker whose sources were brought in as they stand."""
    text, path = _main_source()
    _prepare()
    code = _rewritten(text, path)
    return _served_by(code, path, _names_for(path))


def run_rewritten():
    """Runs the solution's file anew in its counted form, in place of the one that is importing the adapter."""
    main = sys.modules["__main__"]
    text, path = _main_source()
    _prepare()
    code = _rewritten(text, path)
    # What is read of the sources as they were written is space.
    iron_stopwatch.as_it_stands = functools.lru_cache(None)(
        lambda: _served_by(compile(text, path, "exec"), path, {}))
    main.__dict__.update(_names_for(path))
    exec(code, main.__dict__)
    sys.exit(0)


class Counter:
    """Steps of one call: a step a line executed, a loop's head at each turn; and work done in one go."""

    def __init__(self):
        self.before = {}  # how often lines had run: by file and line
        self.called = {}  # lines of library functions: by the code and the line that called, and the function's name

    def trace(self, frame, event, arg):
        path = frame.f_code.co_filename
        if path in _OURS or path in _ticks_of_libraries or _own(path) is not None:
            return None
        return self.library_tracer(frame)

    @staticmethod
    def lines_run():
        return {(path, line): count.__reduce__()[1][0]
                for path, lines in _ticks.items() for line, count in lines.values()}

    def lines(self):
        """How often each ran since the start."""
        return {at: count - self.before.get(at, 0) for at, count in self.lines_run().items()}

    def library_tracer(self, frame):
        outermost = above = frame
        while above.f_back and _own(above.f_back.f_code.co_filename) is None:
            above = above.f_back
            if above.f_code.co_filename not in _OURS:
                outermost = above
        key = _origin(frame) + (outermost.f_code.co_name,)
        called = self.called

        def traced(frame, event, arg):
            if event == "line":
                called[key] = called.get(key, 0) + 1
            return traced
        return traced

    def start(self):
        global _counts
        _counts = True
        _at.clear()
        self.before = self.lines_run()
        if _library_is_called:
            threading.settrace(self.trace)
            sys.settrace(self.trace)

    def stop(self):
        global _counts
        sys.settrace(None)
        threading.settrace(None)
        _counts = False
        for key, steps in _at.items():  # parts of a step are of no use to anybody
            _at[key] = int(steps + 0.5)

    def count(self, solve, given):
        global _draws, _solving
        own = solve
        while hasattr(own, "__wrapped__"):
            own = own.__wrapped__
        _draws, _solving = solve.__code__, getattr(own, "__code__", solve.__code__)
        self.start()
        try:
            solve(given)
        finally:
            self.stop()
        return "done steps=%d bulk_steps=%d %s" % (self.steps(), _spent_in_all(), self.told())

    def steps(self):
        return sum(self.lines().values()) + sum(self.called.values()) + _spent_in_all()

    def told(self):
        """Where the steps were (docs/protocol.md)."""
        spots = {}

        def add(path, line, what, steps):
            name = "%s%d%s" % (_own(path) or "", line, " " + what if what else "")
            if steps:
                spots[name] = spots.get(name, 0) + steps
        for (path, line), count in self.lines().items():
            add(path, line, "", count)
        for parts in (self.called, _at):
            for (code, line, what), steps in parts.items():
                add(code.co_filename, line, what, steps)
        for plain, told in (("%", "%25"), (" ", "%20"), (",", "%2C")):
            spots = {name.replace(plain, told): steps for name, steps in spots.items()}
        return "spots=" + ",".join("%s:%d" % one for one in sorted(spots.items()))


def _begun(path):
    """The counted form of a whole program, as it was written, and the module that it runs in."""
    sys.argv = sys.argv[1:]
    sys.path[0] = os.path.dirname(os.path.abspath(path))
    main = sys.modules["__main__"] = types.ModuleType("__main__")
    main.__file__ = path
    _prepare()
    with open(path, encoding="utf-8") as handle:
        text = handle.read()
    code = _rewritten(text, path)
    main.__dict__.update(_names_for(path))
    return code, compile(text, path, "exec"), main


# Each runs a program, and hands on what it read when that ends, however that is.

def _run_for_steps(code, main, left):
    counter = Counter()
    counter.start()
    try:
        exec(code, main.__dict__)
    finally:
        counter.stop()
        left("done steps=%d bulk_steps=%d %s" % (counter.steps(), _spent_in_all(), counter.told()))


def _run_for_heap(code, main, left):
    _leave_as_written()
    peak = iron_stopwatch.peak_of_heap()
    try:
        exec(code, main.__dict__)
    finally:
        left(peak())


def _run_for_stack(code, main, left):
    _leave_as_written()
    depth = iron_stopwatch.Depth()
    sys.setprofile(depth.profile)
    try:
        exec(code, main.__dict__)
    finally:
        sys.setprofile(None)
        left(depth.peak)


def _count_program(path):
    """Once, as any program is run: what is counted stands in a file then. Heap and stack are read of the counted form,
    all in one run."""
    told = os.environ.pop("IRON_STOPWATCH_STEPS")
    code, _, main = _begun(path)
    counter, depth, peak = Counter(), iron_stopwatch.Depth(), iron_stopwatch.peak_of_heap()
    counter.start()
    sys.setprofile(depth.profile)
    try:
        exec(code, main.__dict__)
    finally:
        sys.setprofile(None)
        counter.stop()
        heap = peak()
        with open(told, "w", encoding="utf-8") as handle:
            handle.write("%d %d %d %d %d %s\n" % (
                counter.steps(), _spent_in_all(), heap, depth.peak, iron_stopwatch.GRAIN, counter.told()))


class _ProgramWorker(iron_stopwatch._Worker):
    """Counts a whole program again and again, each time in copies of the process in which it has begun: in its counted
    form for the steps, as it was written for the heap and for the stack. All at once takes twice as long, or more."""
    counts_later = 0  # each copy runs once

    def __init__(self, path):
        import gc
        super().__init__(None, None, None)
        self.code, self.plain, self.main = _begun(path)
        gc.collect()
        gc.freeze()  # a copy need not look through what stood here before

    def measured_floor(self):
        return 0

    def counted(self, path, later):
        if later:
            raise iron_stopwatch._Unusable("a program runs once in a process")
        said = []
        for run, code in (_run_for_steps, self.code), (_run_for_heap, self.plain), (_run_for_stack, self.plain):
            said.append(self.apart(lambda: self.run_on(path, run, code)))
            if said[1:] and not said[-1].isdigit() or not said[0].startswith("done"):
                return said[-1]
        return "%s heap_peak_bytes=%s stack_peak_bytes=%s grain_bytes=%d" % (*said, iron_stopwatch.GRAIN)

    def run_on(self, path, run, code):
        for name, flags, number in ((path, os.O_RDONLY, 0), (os.devnull, os.O_WRONLY, 1)):
            handle = os.open(name, flags)
            os.dup2(handle, number)
            os.close(handle)
        said = []
        try:
            run(code, self.main, said.append)
        except SystemExit as end:
            if end.code not in (None, 0):
                return "failed exit status %s" % end.code
        return str(said[0])


if __name__ == "__main__" and len(sys.argv) > 1:
    if "IRON_STOPWATCH_STEPS" in os.environ:
        _count_program(sys.argv[1])
    else:
        _ProgramWorker(sys.argv[1]).run()
