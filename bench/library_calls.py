#!/usr/bin/env python3
"""Do counted steps grow as the time does where a library does the work? Twenty calls a language, each in a loop of n,
counted and timed by the tool; told is how both grow over the last doublings. A call whose steps grow otherwise than its
time is marked. By hand, one to four minutes a language: bench/library_calls.py PROGRAM [LANGUAGES] [--budget 30s]"""
import argparse
import collections
import json
import math
import os
import statistics
import subprocess
import tempfile

PYTHON = {
    "list-pop-end": "s = list(a)\nwhile s: s.pop()",
    "list-pop-front": "s = list(a)\nwhile s: s.pop(0)",
    "list-insert-front": "s = []\nfor x in a: s.insert(0, x)",
    "list-insert-end": "s = []\nfor x in a: s.insert(len(s), x)",
    "list-extend-two": "s = []\nfor x in a: s.extend((x, x))",
    "list-delete-front": "s = list(a)\nwhile s: del s[0]",
    "slice-assign": "s = list(a)\nfor x in a: s[1:] = s[1:]",
    "bound-pop-front": "s = list(a)\npop = s.pop\nfor x in a: pop(0)",
    "deque-rounds": "q = collections.deque(a)\nfor x in a: q.append(q.popleft())",
    "deque-rotate-half": "q = collections.deque(a)\nh = len(q) // 2\nfor x in a: q.rotate(h)",
    "sort-of-sorted": "s = sorted(a)\nfor x in a[:64]: s.sort()",
    "sort-random": "for x in a[:64]: sorted(a)",
    "heap-push-pop": "h = []\nfor x in a: heapq.heappush(h, x)\nwhile h: heapq.heappop(h)",
    "insort-random": "s = []\nfor x in a: bisect.insort(s, x)",
    "insort-rising": "s = []\nfor x in range(len(a)): bisect.insort(s, x)",
    "set-of-all": "for x in a: set(a)",
    "set-update-one": "s = set()\nfor x in a: s.update((x,))",
    "set-union-grows": "s = set()\nfor x in range(len(a)): s = s | {x}",
    "counter": "for x in a: collections.Counter(a)",
    "text-plus": "s = ''\nfor x in a: s += 'x'",
    "text-join": "for x in a: ''.join(w)",
    "text-count": "s = 'x' * len(a)\nfor x in a: s.count('y')",
    "text-startswith": "s = 'x' * len(a)\nfor x in a: s.startswith('xx')",
    "list-compare": "s = list(a)\nfor x in a: s < a",
    "in-list": "for x in a: -1 in a",
}
JAVASCRIPT = {
    "array-pop": "const s = [...a]; while (s.length) s.pop();",
    "array-shift": "const s = [...a]; while (s.length) s.shift();",
    "array-unshift": "const s = []; for (const x of a) s.unshift(x);",
    "spread-copies": "let s = []; for (const x of a) s = [...s, x];",
    "concat-grows": "let s = []; for (const x of a) s = s.concat([x]);",
    "push": "const s = []; for (const x of a) s.push(x);",
    "splice-front": "const s = [...a]; while (s.length) s.splice(0, 1);",
    "splice-end": "const s = [...a]; while (s.length) s.splice(s.length - 1, 1);",
    "new-set": "for (const x of a) new Set(a);",
    "map-from-pairs": "const p = a.map((x) => [x, x]); for (const x of a) new Map(p);",
    "set-has": "const s = new Set(a); for (const x of a) s.has(x);",
    "sort-of-sorted": "const s = [...a].sort((x, y) => x - y); for (let i = 0; i < 64; ++i) s.sort((x, y) => x - y);",
    "sort-random": "for (let i = 0; i < 64; ++i) [...a].sort((x, y) => x - y);",
    "sort-numbers": "const t = Int32Array.from(a); for (let i = 0; i < 64; ++i) t.slice().sort();",
    "includes": "let k = 0; for (const x of a) k += a.includes(-1) ? 1 : 0; if (k) return k;",
    "slice-two": "for (const x of a) a.slice(0, 2);",
    "text-plus": "let s = ''; for (const x of a) s += 'x'; s.length;",
    "text-substring": "const s = 'x'.repeat(a.length); let k = 0; for (const x of a) k += s.substring(1).length;",
    "text-equal": "const s = a.map(() => 'x').join(''), t = a.map(() => 'x').join(''); let k = 0; for (const x of a) k += s === t ? 1 : 0;",
    "text-split": "const s = 'x'.repeat(a.length); for (const x of a) s.split('');",
    "object-keys": "const o = {}; for (const x of a) o['k' + x] = x; for (const x of a) Object.keys(o);",
    "object-spread": "let o = {}; for (const x of a) o = { ...o, ['k' + (x % 1000)]: x };",
    "max-of-spread": "for (const x of a) Math.max(...a);",
}
JAVA = {
    "list-remove-last": "List<Integer> s = new ArrayList<>(a); while (!s.isEmpty()) s.remove(s.size() - 1);",
    "list-remove-first": "List<Integer> s = new ArrayList<>(a); while (!s.isEmpty()) s.remove(0);",
    "list-add-first": "List<Integer> s = new ArrayList<>(); for (int x : a) s.add(0, x);",
    "linked-get": "List<Integer> s = new LinkedList<>(a); for (int i = 0; i < s.size(); ++i) s.get(i);",
    "linked-remove-first": "LinkedList<Integer> s = new LinkedList<>(a); while (!s.isEmpty()) s.removeFirst();",
    "contains": "for (int x : a) a.contains(-1);",
    "sub-list": "for (int x : a) a.subList(0, a.size() / 2).size();",
    "copy-list": "for (int x : a) new ArrayList<>(a);",
    "array-copy": "int[] t = new int[a.size()]; for (int x : a) Arrays.copyOf(t, t.length);",
    "array-fill": "int[] t = new int[a.size()]; for (int x : a) Arrays.fill(t, x);",
    "array-equals": "int[] s = new int[a.size()], t = new int[a.size()]; for (int x : a) if (Arrays.equals(s, t)) made = s;",
    "grid-made": "for (int i = 0; i < 8; ++i) grid = new int[a.size()][16];",
    "array-clone": "int[] t = new int[a.size()]; for (int x : a) t.clone();",
    "array-made": "for (int x : a) made = new int[a.size()];",
    "sort-of-sorted": "List<Integer> s = new ArrayList<>(a); Collections.sort(s); for (int i = 0; i < 64; ++i) Collections.sort(s);",
    "sort-random": "for (int i = 0; i < 64; ++i) { List<Integer> s = new ArrayList<>(a); Collections.sort(s); }",
    "sort-ints": "int[] t = a.stream().mapToInt(x -> x).toArray(); for (int i = 0; i < 64; ++i) Arrays.sort(t.clone());",
    "heap": "PriorityQueue<Integer> q = new PriorityQueue<>(a); while (!q.isEmpty()) q.poll();",
    "hash-set": "for (int x : a) new HashSet<>(a);",
    "tree-set": "TreeSet<Integer> s = new TreeSet<>(); for (int x : a) s.add(x);",
    "text-plus": "String s = \"\"; for (int x : a) s += 'x';",
    "builder": "StringBuilder s = new StringBuilder(); for (int x : a) s.append('x');",
    "builder-front": "StringBuilder s = new StringBuilder(); for (int x : a) s.insert(0, 'x');",
    "substring": "String s = \"x\".repeat(a.size()); for (int x : a) s.substring(1);",
    "index-of": "String s = \"x\".repeat(a.size()); for (int x : a) s.indexOf('y');",
    "text-equals": "String s = \"x\".repeat(a.size()), t = \"x\".repeat(a.size()); for (int x : a) s.equals(t);",
    "text-hash": "for (int x : a) \"x\".repeat(a.size()).hashCode();",
    "stream-sum": "for (int x : a) a.stream().mapToInt(y -> y).sum();",
    "big-multiply": "java.math.BigInteger b = java.math.BigInteger.ONE; for (int x : a) b = b.multiply(java.math.BigInteger.valueOf(1000003));",
}
CPP = {
    "distance-list": "std::list<int> s(a.begin(), a.end()); for (int x : a) keep(std::distance(s.begin(), s.end()), x);",
    "list-size": "std::list<int> s(a.begin(), a.end()); for (int x : a) keep(s.size(), x);",
    "vector-erase-front": "auto s = a; while (!s.empty()) s.erase(s.begin());",
    "vector-insert-front": "std::vector<int> s; for (int x : a) s.insert(s.begin(), x);",
    "deque-push-front": "std::deque<int> s; for (int x : a) s.push_front(x); keep(s.size(), 0);",
    "vector-copy": "for (int x : a) { auto s = a; keep(s[0], x); }",
    "vector-made": "for (int x : a) { std::vector<int> s(a.size()); keep(s[0], x); }",
    "fill": "auto s = a; for (int x : a) { std::fill(s.begin(), s.end(), x); keep(s[0], x); }",
    "accumulate": "for (int x : a) keep(std::accumulate(a.begin(), a.end(), x), x);",
    "find": "for (int x : a) keep(std::find(a.begin(), a.end(), -1 - (x & 1)) == a.end(), x);",
    "count": "for (int x : a) keep(std::count(a.begin(), a.end(), x), x);",
    "max-element": "for (int x : a) keep(*std::max_element(a.begin(), a.end()), x);",
    "sort-of-sorted": "auto s = a; std::sort(s.begin(), s.end()); for (int i = 0; i < 64; ++i) { std::sort(s.begin(), s.end()); keep(s[0], i); }",
    "stable-sort-random": "for (int i = 0; i < 64; ++i) { auto s = a; std::stable_sort(s.begin(), s.end()); keep(s[0], i); }",
    "nth-element": "for (int i = 0; i < 64; ++i) { auto s = a; std::nth_element(s.begin(), s.begin() + s.size() / 2, s.end()); keep(s[0], i); }",
    "lower-bound": "auto s = a; std::sort(s.begin(), s.end()); for (int x : a) keep(*std::lower_bound(s.begin(), s.end(), x), x);",
    "heap": "std::priority_queue<int> q(a.begin(), a.end()); while (!q.empty()) q.pop();",
    "set": "std::set<int> s; for (int x : a) s.insert(x); keep(s.size(), 0);",
    "unordered-set": "std::unordered_set<int> s; for (int x : a) s.insert(x); keep(s.size(), 0);",
    "text-plus": "std::string s; for (int x : a) s += char('a' + x % 26); keep(s.size(), 0);",
    "text-plus-copy": "std::string s; for (int x : a) s = s + char('a' + x % 26); keep(s.size(), 0);",
    "substr": "std::string s(a.size(), 'x'); for (int x : a) keep(s.substr(1).size(), x);",
    "text-compare": "std::string s(a.size(), 'x'), t = s; for (int x : a) { keep(s == t, x); s[0] = t[0] = char(x); }",
    "strlen": "std::string s(a.size(), 'x'); for (int x : a) { s[0] = char('a' + x % 26); keep(std::strlen(s.c_str()), x); }",
    "rotate": "auto s = a; for (int x : a) { std::rotate(s.begin(), s.begin() + 1, s.end()); keep(s[0], x); }",
}
C = {
    "strlen-in-condition": "char *s = letters(n); for (long i = 0; i < (long)strlen(s); i++) s[i] = 'y'; free(s);",
    "strcat-grows": "char *s = calloc(n + 2, 1); for (long i = 0; i < n; i++) strcat(s, \"x\"); free(s);",
    "strncat-grows": "char *s = calloc(n + 2, 1); for (long i = 0; i < n; i++) strncat(s, \"xy\", 1); free(s);",
    "end-kept": "char *s = calloc(n + 2, 1), *end = s; for (long i = 0; i < n; i++) *end++ = 'x'; kept = s[n / 2]; free(s);",
    "sscanf-of-the-rest": "char *s = letters(n); char c; for (long i = 0; i < n; i++) if (sscanf(s + i, \"%c\", &c) == 1) kept = c; free(s);",
    "strcmp": "char *s = letters(n), *t = letters(n); for (long i = 0; i < n; i++) kept = strcmp(s, t); free(s); free(t);",
    "strstr": "char *s = letters(n); for (long i = 0; i < n; i++) kept = strstr(s, \"q\") != 0; free(s);",
    "strchr": "char *s = letters(n); for (long i = 0; i < n; i++) kept = strchr(s, 'q') != 0; free(s);",
    "strcspn": "char *s = letters(n); for (long i = 0; i < n; i++) kept = strcspn(s, \"qr\"); free(s);",
    "strdup": "char *s = letters(n); for (long i = 0; i < n; i++) { char *t = strdup(s); kept = t[0]; free(t); } free(s);",
    "memcpy": "long *t = malloc(sizeof(long) * (n + 1)); for (long i = 0; i < n; i++) { memcpy(t, v, sizeof(long) * n); kept = t[0]; } free(t);",
    "memmove-up": "long *t = calloc(n + 1, sizeof(long)); for (long i = 0; i < n; i++) { memmove(t + 1, t, sizeof(long) * i); t[0] = i; } kept = t[0]; free(t);",
    "memset": "char *s = letters(n); for (long i = 0; i < n; i++) { memset(s, (int)i, n); kept = s[0]; } free(s);",
    "memcmp": "for (long i = 0; i < n; i++) { long *t = malloc(sizeof(long) * (n + 1)); memcpy(t, v, sizeof(long) * n); kept = memcmp(t, v, sizeof(long) * n); free(t); }",
    "calloc": "for (long i = 0; i < n; i++) { long *t = calloc(n + 1, sizeof(long)); kept = t[i]; free(t); }",
    "realloc-by-one": "long *t = 0; for (long i = 0; i < n; i++) { t = realloc(t, sizeof(long) * (i + 1)); t[i] = i; } kept = t ? t[0] : 0; free(t);",
    "realloc-doubling": "long *t = 0, room = 0; for (long i = 0; i < n; i++) { if (i == room) t = realloc(t, sizeof(long) * (room = room ? 2 * room : 1)); t[i] = i; } kept = t ? t[0] : 0; free(t);",
    "qsort-random": "for (long i = 0; i < 64; i++) { long *t = malloc(sizeof(long) * (n + 1)); memcpy(t, v, sizeof(long) * n); qsort(t, n, sizeof(long), order); kept = t[0]; free(t); }",
    "qsort-of-sorted": "long *t = calloc(n + 1, sizeof(long)); for (long i = 0; i < n; i++) t[i] = i; for (long i = 0; i < 64; i++) { qsort(t, n, sizeof(long), order); kept = t[0]; } free(t);",
    "bsearch": "long *t = calloc(n + 1, sizeof(long)); for (long i = 0; i < n; i++) t[i] = i; for (long i = 0; i < n; i++) kept = bsearch(v + i, t, n, sizeof(long), order) != 0; free(t);",
}
RUST = {
    "vec-pop": "let mut s = a.clone(); while let Some(x) = s.pop() { keep(x); }",
    "vec-remove-first": "let mut s = a.clone(); while !s.is_empty() { keep(s.remove(0)); }",
    "vec-insert-first": "let mut s = Vec::new(); for &x in a { s.insert(0, x); } keep(s[0]);",
    "clone": "for _ in a { keep(a.clone()[0]); }",
    "made": "for _ in a { keep(vec![1i64; a.len()][0]); }",
    "contains": "for &x in a { keep(a.contains(&(-1 - (x & 1))) as i64); }",
    "sum": "for &x in a { keep(a.iter().map(|y| y ^ x).sum()); }",
    "sort-of-sorted": "let mut s = a.clone(); s.sort(); for _ in 0..64 { s.sort(); keep(s[0]); }",
    "sort-random": "for _ in 0..64 { let mut s = a.clone(); s.sort(); keep(s[0]); }",
    "sort-unstable": "for _ in 0..64 { let mut s = a.clone(); s.sort_unstable(); keep(s[0]); }",
    "heap": "let mut q: std::collections::BinaryHeap<i64> = a.iter().copied().collect(); while let Some(x) = q.pop() { keep(x); }",
    "tree-set": "let mut s = std::collections::BTreeSet::new(); for &x in a { s.insert(x); } keep(s.len() as i64);",
    "hash-set": "for _ in a { keep(a.iter().collect::<std::collections::HashSet<_>>().len() as i64); }",
    "deque": "let mut s: std::collections::VecDeque<i64> = a.iter().copied().collect(); for _ in a { let x = s.pop_front().unwrap(); s.push_back(x); }",
    "text-push": "let mut s = String::new(); for _ in a { s.push('x'); } keep(s.len() as i64);",
    "text-front": "let mut s = String::new(); for _ in a { s.insert(0, 'x'); } keep(s.len() as i64);",
    "text-find": "let s = \"x\".repeat(a.len()); for _ in a { keep(s.find('y').is_some() as i64); }",
    "text-chars-nth": "let s = \"x\".repeat(a.len()); for i in 0..a.len() { keep(s.chars().nth(i).unwrap() as i64); }",
    "text-equal": "let s = \"x\".repeat(a.len()); let t = s.clone(); for _ in a { keep((std::hint::black_box(&s) == std::hint::black_box(&t)) as i64); }",
    "slice-compare": "let s = a.clone(); for _ in a { keep((std::hint::black_box(&s) < std::hint::black_box(a)) as i64); }",
    "binary-search": "let mut s = a.clone(); s.sort(); for x in a { keep(s.binary_search(x).is_ok() as i64); }",
}


def indented(body, by):
    return "\n".join(" " * by + line for line in body.split("\n"))


def python(body):
    return ("import bisect\nimport collections\nimport heapq\nimport iron_stopwatch\n\n\ndef solve(a):\n    w = ['x'] * len(a)\n"
            + indented(body, 4) + "\n    return 0\n\n\niron_stopwatch.serve(lambda text: [int(w) for w in text.split()][1:], solve, str)\n")


def javascript(body):
    return ("const { serve } = require(\"iron_stopwatch\");\nfunction solve(a) {\n  " + body + "\n  return 0;\n}\n"
            "serve({ read: (text) => text.trim().split(/\\s+/).map(Number).slice(1), solve, write: String });\n")


def java(body):
    return ("import java.util.*;\n\nclass Main {\n    static int[] made;\n    static int[][] grid;\n    static List<Integer> read(String text) {\n"
            "        List<Integer> a = new ArrayList<>();\n        Scanner words = new Scanner(text);\n        words.nextInt();\n"
            "        while (words.hasNextInt()) a.add(words.nextInt());\n        return a;\n    }\n"
            "    static int solve(List<Integer> a) {\n        " + body + "\n        return 0;\n    }\n"
            "    public static void main(String[] given) {\n"
            "        IronStopwatch.serve(Main::read, Main::solve, String::valueOf);\n    }\n}\n")


def cpp(body):
    return ("#include <bits/stdc++.h>\n#include <iron_stopwatch.hpp>\n"
            "static volatile long long kept;\nstatic void keep(long long value, long long beside) { kept = value + beside; }\n"
            "std::vector<int> read(std::istream &in) {\n    std::size_t n;\n    in >> n;\n    std::vector<int> a(n);\n"
            "    for (int &x : a) in >> x;\n    return a;\n}\n"
            "int solve(const std::vector<int> &a) {\n    " + body + "\n    return 0;\n}\n"
            "void write(std::ostream &out, int answer) { out << answer << '\\n'; }\nIRON_STOPWATCH(read, solve, write)\n")


def c(body):
    return ("#include <ctype.h>\n#include <iron_stopwatch.h>\n#include <stdlib.h>\n#include <string.h>\n"
            "typedef struct {\n    long n;\n    long *levels;\n} Tide;\nstatic volatile long kept;\n"
            "static char *letters(long n) {\n    char *s = malloc(n + 1);\n    memset(s, 'x', n);\n    s[n] = 0;\n    return s;\n}\n"
            "static int order(const void *a, const void *b) {\n    long x = *(const long *)a, y = *(const long *)b;\n"
            "    return (x > y) - (x < y);\n}\n"
            "static Tide take(FILE *in) {\n    Tide tide = {0, 0};\n    if (fscanf(in, \"%ld\", &tide.n) != 1) tide.n = 0;\n"
            "    tide.levels = malloc(sizeof(long) * (tide.n + 1));\n    for (long i = 0; i < tide.n; i++)\n"
            "        if (fscanf(in, \"%ld\", &tide.levels[i]) != 1) tide.n = i;\n    return tide;\n}\n"
            "static long solve(Tide *tide) {\n    long n = tide->n, *v = tide->levels;\n    kept = v[0];\n    " + body + "\n    return 0;\n}\n"
            "static void give(FILE *out, const long *answer) { fprintf(out, \"%ld\\n\", *answer); }\n"
            "static Tide copy(const Tide *tide) {\n    Tide same = {tide->n, malloc(sizeof(long) * (tide->n + 1))};\n"
            "    memcpy(same.levels, tide->levels, sizeof(long) * tide->n);\n    return same;\n}\n"
            "static void drop(Tide *tide) { free(tide->levels); }\n"
            "IRON_STOPWATCH_C(Tide, long, take, solve, give, copy, drop, iron_stopwatch_plain)\n")


def rust(body):
    return ("use iron_stopwatch::serve;\nfn keep(value: i64) {\n    std::hint::black_box(value);\n}\n"
            "fn read(text: &str) -> Vec<i64> {\n    text.split_whitespace().skip(1).map(|w| w.parse().unwrap()).collect()\n}\n"
            "fn solve(a: &Vec<i64>) -> i64 {\n    " + body + "\n    0\n}\n"
            "fn write(answer: &i64) -> String {\n    answer.to_string()\n}\nfn main() {\n    serve(read, solve, write);\n}\n")


LANGUAGES = {"python": (PYTHON, python, "py"), "javascript": (JAVASCRIPT, javascript, "js"), "java": (JAVA, java, "java"),
             "cpp": (CPP, cpp, "cpp"), "c": (C, c, "c"), "rust": (RUST, rust, "rs")}


def exponents(journal):
    """Of each solution, by metric: the slope of log reading over log n between an eighth of the largest n and it."""
    at = collections.defaultdict(lambda: collections.defaultdict(list))
    for line in open(journal):
        one = json.loads(line)
        if one.get("outcome") != "done" or "sizes" not in one:
            continue
        for metric, key in (("steps", "steps"), ("time", "time_ns")):
            if one.get(key):
                at[one["solution"], metric][one["sizes"]["n"]].append(one[key])
    slopes = {}
    for key, readings in at.items():
        sizes = sorted(readings)
        near = [n for n in sizes if n * 9 >= sizes[-1]]
        if len(near) >= 3 and near[-1] >= 256:
            xs = [math.log(n) for n in near]
            ys = [math.log((min if key[1] == "time" else statistics.median)(readings[n])) for n in near]
            slopes[key] = statistics.linear_regression(xs, ys).slope, near[-1]
    return slopes


def main():
    options = argparse.ArgumentParser(description=__doc__)
    options.add_argument("program")
    options.add_argument("languages", nargs="*", default=list(LANGUAGES))
    options.add_argument("--budget", default="30s", help="for eight calls")
    options.add_argument("--keep", help="a folder for the problems, kept")
    options.add_argument("--apart", type=float, default=0.6, help="exponents that differ by more are marked")
    given = options.parse_args()
    with tempfile.TemporaryDirectory() as scratch:
        for language in given.languages or LANGUAGES:
            calls, made, extension = LANGUAGES[language]
            folder = os.path.join(given.keep or scratch, language)
            os.makedirs(folder, exist_ok=True)
            problem = ("title = \"Library calls\"\n[sizes]\nn = { from = 1, to = 30000 }\n[shapes.random]\n"
                       "text = \"\"\"\n{n}\n{integers(n, 0, 1000000)}\n\"\"\"\n[[samples]]\ngiven = \"1\\n5\\n\"\nanswer = \"0\"\n")
            for name, body in calls.items():
                with open(os.path.join(folder, f"{name}.{extension}"), "w") as file:
                    file.write(made(body))
                problem += f"[solutions.{name}]\nsource = \"{name}.{extension}\"\n"
            with open(os.path.join(folder, "stopwatch.toml"), "w") as file:
                file.write(problem)
            names = list(calls)
            for at in range(0, len(names), 8):
                ran = subprocess.run([given.program, "run", "--problem", folder, "--budget", given.budget, "--quiet",
                                      "--only", ",".join(names[at:at + 8])], capture_output=True, text=True)
            journal = os.path.join(folder, "stopwatch-results", "measurements.jsonl")
            if not os.path.exists(journal):
                print(ran.stdout + ran.stderr)
                continue
            slopes = exponents(journal)
            print(f"{language:20} steps like  time like  to n")
            for name in calls:
                steps, time = slopes.get((name, "steps")), slopes.get((name, "time"))
                if not steps or not time:
                    print(f"  {name:20} not read far enough")
                    continue
                mark = "  apart" if abs(steps[0] - time[0]) > given.apart else ""
                print(f"  {name:20} n^{steps[0]:<9.2f} n^{time[0]:<8.2f} {min(steps[1], time[1]):,}{mark}")


if __name__ == "__main__":
    main()
