// One task in six languages.
#pragma once

#include "support/problem_folder.h"

namespace iron::test {

// The greatest of n levels, and a sort of them, in each language's function style.
inline void write_scans(const ProblemFolder &folder) {
    folder.good();
    folder.write("scan.c", R"(#include <iron_stopwatch.h>
typedef struct { int n; int *level; } Gauge;
static Gauge take(FILE *in) {
    Gauge g = {0, 0};
    if (fscanf(in, "%d", &g.n) != 1) g.n = 0;
    g.level = malloc(sizeof(int) * (g.n + 1));
    for (int i = 0; i < g.n; i++)
        if (fscanf(in, "%d", &g.level[i]) != 1) g.n = i;
    return g;
}
static int order(const void *a, const void *b) { return *(const int *)a - *(const int *)b; }
static int top(Gauge *g) { /* sorts its own input: it needs copies */
    qsort(g->level, g->n, sizeof(int), order);
    return g->n ? g->level[g->n - 1] : 0;
}
static void give(FILE *out, const int *answer) { fprintf(out, "%d\n", *answer); }
static Gauge copy(const Gauge *g) {
    Gauge c = {g->n, malloc(sizeof(int) * (g->n + 1))};
    memcpy(c.level, g->level, sizeof(int) * g->n);
    return c;
}
static void drop(Gauge *g) { free(g->level); }
IRON_STOPWATCH_C(Gauge, int, take, top, give, copy, drop, iron_stopwatch_plain)
)");
    folder.write("scan.py", R"(import iron_stopwatch
def solve(levels):
    top = 0
    for level in levels:
        if level > top:
            top = level
    return top
iron_stopwatch.serve(lambda text: [int(word) for word in text.split()][1:], solve, lambda top: "%d\n" % top)
)");
    folder.write("scan.js", R"(const { serve } = require("iron_stopwatch");
serve({
  read: (text) => text.split(/\s+/).filter((word) => word).map(Number).slice(1),
  solve: (levels) => { let top = 0; for (const level of levels) if (level > top) top = level; return top; },
  write: (top) => top + "\n",
});
)");
    folder.write("Highest.java", R"(import java.util.StringTokenizer;
class Main {
    static int[] read(String text) {
        StringTokenizer words = new StringTokenizer(text);
        int[] levels = new int[Integer.parseInt(words.nextToken())];
        for (int i = 0; i < levels.length; i++) levels[i] = Integer.parseInt(words.nextToken());
        return levels;
    }
    static int solve(int[] levels) { int top = 0; for (int level : levels) if (level > top) top = level; return top; }
    static String write(Integer top) { return top + "\n"; }
    public static void main(String[] arguments) { IronStopwatch.serve(Main::read, Main::solve, Main::write); }
}
)");
    folder.write("scan.rs", R"(use iron_stopwatch::serve;
fn read(text: &str) -> Vec<i64> { text.split_whitespace().skip(1).map(|word| word.parse().unwrap()).collect() }
fn solve(levels: &[i64]) -> i64 {
    let mut top = 0;
    for &level in levels {
        if level > top {
            top = level;
        }
    }
    top
}
fn write(top: &i64) -> String { format!("{}\n", top) }
fn main() { serve(read, solve, write); }
)");
    // A sort hidden in the library, a copy of the input, and an answer that is a list: not space.
    folder.write("sorts.rs", R"(fn main() {
    iron_stopwatch::serve(
        |text: &str| text.split_whitespace().skip(1).map(|word| word.parse::<i64>().unwrap()).collect::<Vec<_>>(),
        |mut levels: Vec<i64>| { let copy = levels.clone(); levels.sort(); *levels.last().unwrap_or(&0) + copy.len() as i64 * 0 },
        |top: &i64| format!("{}\n", top));
}
)");
}

} // namespace iron::test
