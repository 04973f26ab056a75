// Solutions that are functions as they were pasted.
#include <map>
#include <set>

#include "cli/folder.h"

namespace iron::test {
namespace {

// The highest sum of `most` levels in a row, in each language, none with what people leave out.
void write_six(const Folder &folder) {
    folder.write("Window.java", R"(class Solution {
    public int highestRun(List<Integer> levels, int most) {
        Deque<Integer> window = new ArrayDeque<>();
        int sum = 0, best = Integer.MIN_VALUE;
        for (int level : levels) {
            window.addLast(level);
            sum += level;
            if (window.size() > most) sum -= window.removeFirst();
            if (window.size() == most) best = Math.max(best, sum);
        }
        return best;
    }
}
)");
    folder.write("window.cpp", R"(class Solution {
    int highestRun(vector<int> &levels, int most) {
        long long sum = 0, best = LLONG_MIN;
        for (size_t i = 0; i < levels.size(); ++i) {
            sum += levels[i];
            if (i >= most) sum -= levels[i - most];
            if (i + 1 >= most) best = max(best, sum);
        }
        return best;
    }
};
)");
    folder.write("window.c", R"(int highest_run(const int *levels, size_t count, int most) {
    long sum = 0, best = INT_MIN;
    for (size_t i = 0; i < count; ++i) {
        sum += levels[i];
        if (i >= (size_t)most) sum -= levels[i - most];
        if (i + 1 >= (size_t)most && sum > best) best = sum;
    }
    return (int)best;
}
)");
    folder.write("window.py", R"(class Solution:
    def highestRun(self, levels: List[int], most: int) -> int:
        best = -inf
        for i in range(len(levels) - most + 1):
            best = max(best, sum(levels[i:i + most]))
        return best

if __name__ == "__main__":
    raise SystemExit("this is not run")
)");
    folder.write("window.js", R"(var highestRun = function(levels, most) {
    let best = -Infinity;
    for (let i = 0; i + most <= levels.length; ++i) {
        let sum = 0;
        for (let j = i; j < i + most; ++j) sum += levels[j];
        best = Math.max(best, sum);
    }
    return best;
};
)");
    folder.write("window.rs", R"(impl Solution {
    pub fn highest_run(levels: Vec<i32>, most: i32) -> i32 {
        let most = most as usize;
        (0..levels.len() + 1 - most).map(|i| levels[i..i + most].iter().sum()).max().unwrap()
    }
}
)");
}

const std::string runs_of_levels = R"toml(call = "highest_run(levels: list of int, most: int) -> int"
[sizes]
n = { from = 1, to = 2_000 }
k = { from = 1, to = "n", usual = 4 }
[shapes.calm]
takes = { levels = "integers(n, -9, 9)", most = "k" }
[[samples]]
given = { levels = [4, -5, 6], most = 1 }
answer = 6
[limits]
time = "2 s"
)toml";

std::string solutions(std::initializer_list<const char *> sources) {
    std::string tables;
    for (const std::string source : sources)
        tables += fmt::format("[solutions.{}]\nsource = \"{}\"\ntime = \"O(n k)\"\n",
                              source.substr(source.rfind('.') + 1), source);
    return tables;
}

TEST(BareFunctions, InAllSixLanguagesAgreeAndAreCounted) {
    const Folder folder;
    write_six(folder);
    folder.write("stopwatch.toml", runs_of_levels + solutions({"window.cpp", "window.c", "window.py",
                                                               "window.js", "Window.java", "window.rs"}));
    const Ran ran = folder.run({"run", "--budget", "4s"});
    EXPECT_EQ(ran.status, 0) << "all agree, and no claim is false";
    std::map<std::string, std::set<std::string>> read; // metrics by solution
    for (const auto &claim : folder.list("claims.json", "claims"))
        if (claim.at("verdict") != "exceeded") read[claim.at("solution")].insert("right");
    EXPECT_EQ(read.size(), 6u) << ran.out;
    // Where the steps were is told by lines of the source as it was pasted.
    const Ran lines = folder.run({"lines", "c"});
    expect_contains(lines.out, "sum += levels[i];");
    for (const char *one : {"cpp", "c", "java", "rs"})
        expect_contains(ran.err, std::string(one) + ": does not compile as it stands; put before it: ");
}

TEST(BareFunctions, InputsAreGivenByArgument) {
    const Folder folder;
    write_six(folder);
    folder.write("stopwatch.toml", runs_of_levels + solutions({"window.c"}));
    const Ran input = folder.run({"input", "n=3", "k=2"});
    EXPECT_TRUE(std::regex_match(input.out, std::regex("3\n-?[0-9] -?[0-9] -?[0-9]\n2\n")))
        << input.out + input.err;
    EXPECT_EQ(folder.run({"answer", "c"}, "3\n4 -5 6\n2\n").out, "1\n");
}

TEST(BareFunctions, OfEveryTypeAreReadAndWritten) {
    const Folder folder;
    const std::string head = "[sizes]\nn = { from = 1, to = 50 }\n[shapes.calm]\n";
    const auto agreed = [&](const std::string &call, const std::string &takes,
                            std::initializer_list<std::pair<const char *, const char *>> sources) {
        std::string tables;
        for (const auto &[name, text] : sources) {
            folder.write(name, text);
            std::string called = name;
            std::replace(called.begin(), called.end(), '.', '-');
            tables += fmt::format("[solutions.{}]\nsource = \"{}\"\ntime = \"O(n)\"\n", called, name);
        }
        folder.write("stopwatch.toml",
                     "call = \"" + call + "\"\n" + head + "takes = { " + takes + " }\n" + tables);
        const Ran ran = folder.run({"agree", "--tries", "20"});
        expect_contains(ran.out, fmt::format("{0} of {0} solutions agree", sources.size()));
    };
    agreed("longest(names: list of text) -> text", "names = 'rows(n, \"{letters(3, \\\"ab\\\")}\")'",
           {{"a.cpp", "string longest(const vector<string> &names) { return *max_element(names.begin(), "
                      "names.end()); }\n"},
            {"a.py", "def longest(names):\n    return max(names)\n"},
            {"a.js", "const longest = (names) => names.reduce((a, b) => a > b ? a : b);\n"},
            {"A.java", "class Kept extends ArrayList<String> {\n    String one = \"\";\n"
                       "    static class Of { int n; }\n    @Override\n"
                       "    protected void removeRange(int from, int to) {}\n}\n"
                       "static String longest(String[] names) {\n    Kept kept = new Kept();\n"
                       "    kept.one = Collections.max(Arrays.asList(names));\n    return kept.one;\n}\n"},
            {"a.rs", "fn longest(names: &Vec<String>) -> String { names.iter().max().unwrap().clone() }\n"}});
    agreed(
        "reverse(levels: list of int) -> levels", "levels = \"integers(n, 0, 9)\"",
        {{"a.cpp", "void reverse(vector<int> &levels) { reverse(levels.begin(), levels.end()); }\n"},
         {"a.c", "void reverse(int *a, int n) { for (int i = 0; i < n / 2; i++) { int t = a[i]; a[i] = a[n "
                 "- 1 - i]; a[n - 1 - i] = t; } }\n"},
         {"a.py", "def reverse(levels):\n    levels.reverse()\n"},
         {"a.js", "function reverse(levels) { levels.reverse(); }\n"},
         {"A.java", "class A { void reverse(int[] a) { for (int i = 0, j = a.length - 1; i < j; i++, j--) "
                    "{ int t = a[i]; a[i] = a[j]; a[j] = t; } } }\n"},
         {"a.rs", "fn reverse(levels: &mut Vec<i32>) { levels.reverse(); }\n"},
         {"b.cpp", "vector<int> reverse(vector<int> levels) { reverse(levels.begin(), levels.end()); return "
                   "levels; }\n"},
         {"c.cpp", "int reverse(span<int> levels) { reverse(levels.begin(), levels.end()); return 7; }\n"},
         {"b.py", "def reverse(levels):\n    return levels[::-1]\n"},
         {"c.py", "def reverse(levels):\n    levels.reverse()\n    return len(levels)\n"},
         {"b.js", "const reverse = (levels) => levels.map((_, i) => levels[levels.length - 1 - i]);\n"},
         {"B.java",
          "class B { static List<Integer> reverse(List<Integer> a) { List<Integer> b = new ArrayList<>(a); "
          "Collections.reverse(b); return b; } }\n"},
         {"C.java",
          "class C { static int reverse(int[] a) { for (int i = 0, j = a.length - 1; i < j; i++, j--) "
          "{ int t = a[i]; a[i] = a[j]; a[j] = t; } return 7; } }\n"},
         {"b.rs", "fn reverse(levels: &[i32]) -> Vec<i32> { levels.iter().rev().cloned().collect() }\n"}});
    agreed(
        "spans(ends: list of (int, int), names: list of list of int) -> list of bool",
        "ends = 'rows(n, \"{integers(2, 0, 9)}\")', names = 'rows(n, \"{integers(2, 0, 9)}\")'",
        {{"a.cpp",
          "vector<bool> spans(vector<pair<int, int>> ends, const vector<vector<long long>> &names) {\n"
          "    vector<bool> all;\n    for (size_t i = 0; i < ends.size(); ++i) all.push_back(ends[i].first < "
          "names[i][1]);\n    return all;\n}\n"},
         {"a.py", "def spans(ends, names):\n    return [a < row[1] for (a, _), row in zip(ends, names)]\n"},
         {"A.java", "class A { static boolean[] spans(int[][] ends, List<List<Integer>> names) {\n"
                    "    boolean[] all = new boolean[ends.length];\n    for (int i = 0; i < all.length; i++) "
                    "all[i] = ends[i][0] < names.get(i).get(1);\n    return all; } }\n"},
         {"a.rs", "fn spans(ends: Vec<(i32, i32)>, names: &[Vec<i32>]) -> Vec<bool> {\n"
                  "    ends.iter().zip(names).map(|(end, row)| end.0 < row[1]).collect()\n}\n"}});
    agreed(
        "doubled(levels: list of int) -> list of int", "levels = \"integers(n, 0, 9)\"",
        {{"a.c",
          "int *doubled(const int *levels, int n, int *length) {\n"
          "    int *all = malloc(n * sizeof *all);\n    for (int i = 0; i < n; i++) all[i] = 2 * levels[i];\n"
          "    *length = n;\n    return all;\n}\n"},
         {"a.py", "def doubled(levels):\n    return [2 * level for level in levels]\n"},
         {"a.js", "const doubled = (levels) => levels.map((level) => 2 * level);\n"}});
    agreed("mean(levels: list of real, by: real) -> real", "levels = \"integers(n, 1, 9)\", by = \"n\"",
           {{"a.cpp", "double mean(vector<double> levels, double by) { return accumulate(levels.begin(), "
                      "levels.end(), 0.0) / by; }\n"},
            {"a.c", "double mean(double *levels, int n, double by) { double s = 0; for (int i = 0; i < n; "
                    "i++) s += levels[i]; return s / by; }\n"},
            {"a.py", "def mean(levels, by):\n    return sum(levels) / by\n"},
            {"a.rs", "fn mean(levels: &[f64], by: f64) -> f64 { levels.iter().sum::<f64>() / by }\n"}});
}

TEST(BareFunctions, ACounterexampleIsACall) {
    const Folder folder;
    write_six(folder);
    folder.write("low.py", "def highest_run(levels, most):\n    return max(0, max(sum(levels[i:i + most]) "
                           "for i in range(len(levels) - most + 1)))\n");
    folder.write("stopwatch.toml", runs_of_levels + "[answers]\nreference = \"c\"\n" +
                                       solutions({"window.c"}) +
                                       "[solutions.low]\nsource = \"low.py\"\ntime = \"O(n k)\"\n");
    const Ran ran = folder.run({"agree"});
    EXPECT_EQ(ran.status, 1);
    expect_contains(ran.out, "highest_run([-1], 1) gave 0, expected -1");
}

TEST(BareFunctions, FaultsShowTheFunctionAsItStands) {
    const Folder folder;
    write_six(folder);
    const auto said = [&](const char *name, const char *text) {
        folder.write(name, text);
        folder.write("stopwatch.toml", runs_of_levels + solutions({"window.c"}) +
                                           "[solutions.odd]\nsource = \"" + name + "\"\ntime = \"O(n)\"\n");
        const Ran ran = folder.run({"agree", "--tries", "5"});
        return ran.out + ran.err;
    };
    const std::string other = said("odd.cpp", "int highest(int a) { return a; }\n");
    expect_contains(other,
                    "there is no function 'highest_run' in odd.cpp; it has\n  odd.cpp:1: int highest(int a)");
    expect_contains(
        said("odd.cpp", "\nint highest_run(const vector<int> &a) { return 0; }\n"),
        "odd.cpp:2: int highest_run(const vector<int> &a)\nit takes 1 argument, 'call' gives it 2");
    expect_contains(said("odd.rs", "fn highest_run(a: &str, most: i32) -> i32 { 0 }\n"),
                    "'a: &str' is text, and 'call' gives it list of int 'levels'");
    expect_contains(said("odd.cpp", "void highest_run(vector<int> &a, int most) {}\n"), "it returns nothing");
    expect_contains(said("odd.c", "int highest_run(const int *a, int most) { return 0; }\n"),
                    "it takes fewer arguments than 'call' gives it");
    expect_contains(said("odd.py", "def highest_run(a, most, more):\n    return 0\n"),
                    "it takes 3 arguments, 'call' gives it 2");
    expect_contains(said("odd.cpp", "int highest_run(Levels a, int most) { return 0; }\n"),
                    "'Levels' was not declared");
}

TEST(BareFunctions, TheProblemFileIsChecked) {
    const Folder folder;
    write_six(folder);
    const auto said = [&](const std::string &from, const std::string &to) {
        std::string text = runs_of_levels + solutions({"window.c"});
        text.replace(text.find(from), from.size(), to);
        folder.write("stopwatch.toml", text);
        const Ran ran = folder.run({"agree"});
        EXPECT_EQ(ran.status, 2);
        return ran.err;
    };
    expect_contains(said("most = \"k\"", "least = \"k\""), "does not say how to make 'most'");
    expect_contains(said("list of int", "list of ints"), "there is no type 'ints'");
    expect_contains(said("most = 1 }", "most = \"1\" }"), "this is no int");
    expect_contains(said("call = \"highest_run(levels: list of int, most: int) -> int\"", ""),
                    "needs 'call' above all tables");
    const std::string unmade = said("integers(n, -9, 9)", "integers(n, -9)");
    expect_contains(unmade, "the call has 2 argument(s)");
}

TEST(BareFunctions, WholeProgramsOfTheSameProblemReadTheText) {
    const Folder folder;
    write_six(folder);
    folder.write("whole.py",
                 "n = int(input())\nlevels = list(map(int, input().split()))\nmost = int(input())\n"
                 "print(max(sum(levels[i:i + most]) for i in range(n - most + 1)))\n");
    folder.write("stopwatch.toml",
                 runs_of_levels + solutions({"window.c"}) +
                     "[solutions.whole]\nsource = \"whole.py\"\nstyle = \"program\"\ntime = \"O(n k)\"\n");
    expect_contains(folder.run({"agree", "--tries", "5"}).out, "2 of 2 solutions agree");
}

} // namespace
} // namespace iron::test
