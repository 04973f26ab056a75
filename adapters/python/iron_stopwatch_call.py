"""A function as it is, served by the Iron Stopwatch adapter.

    python3 iron_stopwatch_call.py SOURCE FUNCTION TYPES ANSWER ANSWERS_IN

TYPES are those of the arguments, divided by ';', and ANSWER that of the answer, as the problem file writes them.
ANSWERS_IN is the number of the argument that the function answers through, or -1. The text of inputs and answers is
described in docs/problem-file.md.
"""
import ast
import os
import sys
import types

# What people leave out when they paste, by the statement that brings it in.
SUPPLIED = {name: "from %s import %s" % (module, name) for module, names in {
    "typing": "Any Callable Deque Dict FrozenSet Generator Iterable Iterator List Optional Sequence Set Tuple Union",
    "collections": "Counter OrderedDict defaultdict deque",
    "functools": "cache cmp_to_key lru_cache reduce",
    "heapq": "heapify heappop heappush heappushpop heapreplace nlargest nsmallest",
    "bisect": "bisect bisect_left bisect_right insort insort_left insort_right",
    "itertools": "accumulate chain combinations count groupby islice pairwise permutations product",
    "math": "ceil comb factorial floor gcd inf isqrt log2 sqrt",
}.items() for name in names.split()}
SUPPLIED.update((name, "import " + name) for name in "collections functools heapq itertools math random re string".split())


def parsed_type(words):
    """ "list of (int, text)" as nested tuples."""
    words = words.strip()
    if words.startswith("list of "):
        return "list", parsed_type(words[8:])
    if words.startswith("("):
        depth = 0
        for at, letter in enumerate(words):
            depth += (letter == "(") - (letter == ")")
            if letter == "," and depth == 1:
                return "pair", parsed_type(words[1:at]), parsed_type(words[at + 1:-1])
    return (words,)


READERS = {"int": int, "real": float, "bool": lambda word: word == "true"}
WRITERS = {"int": str, "real": repr, "bool": lambda truth: "true" if truth else "false"}


def read_value(kind, lines):
    if kind[0] == "text":
        return next(lines)
    if kind[0] in READERS:
        return READERS[kind[0]](next(lines))
    if kind[0] == "pair":
        return read_value(kind[1], lines), read_value(kind[2], lines)
    count = int(next(lines))
    element = kind[1]
    if element[0] in READERS:
        return list(map(READERS[element[0]], next(lines).split()))
    return [read_value(element, lines) for _ in range(count)]


def write_value(kind, value):
    if kind[0] == "text":
        return str(value) + "\n"
    if kind[0] in WRITERS:
        return WRITERS[kind[0]](value) + "\n"
    if kind[0] == "pair":
        first, second = value
        return write_value(kind[1], first) + write_value(kind[2], second)
    elements = list(value)
    said = "%d\n" % len(elements)
    if kind[1][0] in WRITERS:
        return said + " ".join(map(WRITERS[kind[1][0]], elements)) + "\n"
    return said + "".join(write_value(kind[1], element) for element in elements)


def found(names, function):
    """The function of that name, 'Gauge.climb' or 'climb', of a class that is made anew for each call."""
    owner, _, name = function.rpartition(".")
    holder = names
    for part in owner.split(".") if owner else []:
        holder = holder[part] if isinstance(holder, dict) else getattr(holder, part)
    if not owner:
        return names[name]
    if isinstance(vars(holder).get(name), (staticmethod, classmethod)):
        return getattr(holder, name)
    def called(*given):
        return getattr(holder(), name)(*given)
    called.__wrapped__ = getattr(holder, name)
    return called


def serve(names):
    import iron_stopwatch
    function, kinds, answer, answers_in = sys.argv[2], sys.argv[3].split(";"), sys.argv[4], int(sys.argv[5])
    kinds, answer, call = [parsed_type(kind) for kind in kinds], parsed_type(answer), found(names, function)

    def read(text):
        lines = iter(text.split("\n"))
        return [read_value(kind, lines) for kind in kinds]

    def solve(given):
        return call(*given)

    def solve_in_place(given):
        returned = call(*given)
        return returned if isinstance(returned, (list, tuple)) else given[answers_in]

    solve.__wrapped__ = solve_in_place.__wrapped__ = call
    iron_stopwatch.serve(read, solve if answers_in < 0 else solve_in_place, lambda value: write_value(answer, value))


def with_what_is_left_out(tree):
    """What the source uses and binds nowhere is brought in before it, as far as it is known."""
    used, bound = set(), set()
    for node in ast.walk(tree):
        if isinstance(node, ast.Name):
            (used if isinstance(node.ctx, ast.Load) else bound).add(node.id)
        elif isinstance(node, (ast.FunctionDef, ast.AsyncFunctionDef, ast.ClassDef)):
            bound.add(node.name)
        elif isinstance(node, ast.arg):
            bound.add(node.arg)
        elif isinstance(node, (ast.Import, ast.ImportFrom)):
            bound.update((name.asname or name.name).split(".")[0] for name in node.names)
            if any(name.name == "*" for name in node.names):
                return tree
    missing = sorted(SUPPLIED[name] for name in used - bound if name in SUPPLIED)
    before = ast.parse("\n".join(missing)).body
    for node in before:
        for part in ast.walk(node):
            if hasattr(part, "lineno"):
                part.lineno = part.end_lineno = 1
    first = 0
    while first < len(tree.body) and isinstance(tree.body[first], ast.ImportFrom) and tree.body[first].module == "__future__":
        first += 1
    tree.body[first:first] = before
    return tree


def start():
    path = sys.argv[1]
    main = types.ModuleType("solution")  # what stands under `if __name__ == "__main__"` is not run
    main.__file__ = path
    sys.modules["__main__"] = sys.modules["solution"] = main
    sys.path[0] = os.path.dirname(os.path.abspath(path))
    with open(path, encoding="utf-8") as handle:
        tree = with_what_is_left_out(ast.parse(handle.read(), path))
    tree.body += ast.parse("import iron_stopwatch_call\niron_stopwatch_call.serve(globals())").body
    main.__iron_source__ = tree
    import iron_stopwatch  # where steps are asked for, it runs the source in its counted form, and ends
    exec(compile(tree, path, "exec"), main.__dict__)


if __name__ == "__main__":
    sys.path.insert(1, os.path.dirname(os.path.abspath(__file__)))
    import iron_stopwatch_call
    iron_stopwatch_call.start()
