// Whole programs in every language, inputs from the user's own programs, and the commands that start a
// folder.
#include "cli/folder.h"
#include "records/journal.h"

namespace iron {
namespace {

using test::expect_contains;
using test::Folder;
using test::Ran;

// Doubles n. One source a language.
const char *const sources[][2] = {
    {"plus.cpp",
     "#include <iostream>\nint main() { long long n; std::cin >> n; std::cout << 2 * n << '\\n'; }\n"},
    {"plain.c", "#include <stdio.h>\nint main(void) { long long n; scanf(\"%lld\", &n); printf(\"%lld\\n\", "
                "n + n); }\n"},
    {"snake.py", "print(2 * int(input()))\n"},
    {"script.js", "console.log(2 * Number(require('fs').readFileSync(0, 'utf8')))\n"},
    {"Bean.java", "import java.util.Scanner;\npublic class Bean { public static void main(String[] a) { "
                  "System.out.println(2 * new Scanner(System.in).nextLong()); } }\n"},
    {"rust.rs", "fn main() { let mut s = String::new(); std::io::stdin().read_line(&mut s).unwrap(); "
                "println!(\"{}\", 2 * s.trim().parse::<i64>().unwrap()); }\n"},
};

std::string problem_of(const std::string &tables) {
    return "[sizes]\nn = { from = 0, to = 2000 }\n[shapes.one]\ntext = \"{n}\\n\"\n[[samples]]\ngiven = "
           "\"4\"\nanswer = \"8\"\n" +
           tables;
}

TEST(ProgramStyle, RunsInEveryLanguage) {
    const Folder folder;
    std::string tables = "[solutions.shell]\nstyle = \"program\"\nrun = \"awk '{ print 2 * $1 }'\"\n";
    for (const auto &[name, text] : sources) {
        folder.write(name, text);
        tables += "[solutions." + std::filesystem::path(name).stem().string() + "]\nsource = \"" + name +
                  "\"\ntime = \"O(1)\"\n";
    }
    folder.write("stopwatch.toml", problem_of(tables));
    const auto timed_in = [&] {
        std::set<std::string> timed;
        for (const Measurement &m : read_journal(folder.results() / "measurements.jsonl").measurements)
            if (m.kind == MeasuredKind::timing) timed.insert(m.solution);
        return timed;
    };
    const Ran ran = folder.run_until([&] { return timed_in().size() == 7; },
                                     {"run", "--budget", "2s", "--upto", "n=300", "--tries", "6"});
    EXPECT_NE(ran.status, 3) << ran.err;
    const auto agreement = folder.list("agreement.json", "solutions");
    ASSERT_EQ(agreement.size(), 7u);
    for (const auto &one : agreement)
        EXPECT_EQ(one.at("verdict"), "agrees") << one;
    for (const Measurement &m : read_journal(folder.results() / "measurements.jsonl").measurements) {
        ASSERT_EQ(m.outcome, Outcome::done);
        if (m.kind == MeasuredKind::timing) EXPECT_GT(m.time_ns, 1e4);
    }
    EXPECT_EQ(timed_in().size(), 7u);
}

// A table of n^2 bytes, 256 KiB at the most: resident memory of a process says little of that.
TEST(ProgramStyle, WhatAProgramHoldsIsReadBelowTheSizeOfAnEmptyOne) {
    const Folder folder;
    folder.write("table.cpp",
                 "#include <cstdio>\n#include <vector>\nint main() { int n; if (std::scanf(\"%d\", &n) != 1) "
                 "return 1; std::vector<char> all(n * n, 1); int sum = 0; for (char one : all) sum += one; "
                 "std::printf(\"%d\\n\", sum); }\n");
    folder.write("loop.cpp",
                 "#include <iostream>\nint main() { int n, sum = 0; std::cin >> n; for (int i = 0; "
                 "i < n; ++i) sum += n - i % 2 + i % 2; std::cout << sum << '\\n'; }\n");
    folder.write("table.py", "n = int(input())\ntable = [bytearray(b'\\1' * n) for _ in range(n)]\n"
                             "print(sum(map(sum, table)))\n");
    // Frames of 64 KiB: deeper than what is painted.
    folder.write(
        "deep.cpp",
        "#include <cstdio>\n__attribute__((noinline)) int down(int n, volatile char *above) { volatile "
        "char own[65536]; own[0] = 1; return n == 0 ? 0 : *above + down(n - 1, own); }\nint main() { int "
        "n; volatile char one = 1; if (std::scanf(\"%d\", &n) != 1) return 1; std::printf(\"%d\\n\", n * "
        "down(n, &one)); }\n");
    folder.write("stopwatch.toml", R"toml([limits]
stack = "128 MiB"
[sizes]
n = { from = 1, to = 1024, measured_from = 16 }
[shapes.one]
text = "{n}\n"
[[samples]]
given = "4"
answer = "16"
[solutions.table]
source = "table.cpp"
space = "O(n)"
[solutions.loop]
source = "loop.cpp"
space = "O(1)"
[solutions.table-py]
source = "table.py"
space = "O(n)"
[solutions.deep]
source = "deep.cpp"
space = "O(n^2)"
)toml");
    const auto frames_read = [&] {
        double most = 0;
        for (const Measurement &m : read_journal(folder.results() / "measurements.jsonl").measurements) {
            if (m.solution != "deep" || m.kind != MeasuredKind::space) continue;
            EXPECT_GE(static_cast<double>(m.space.stack_peak_bytes), m.sizes.at("n") * 65536);
            most = std::max(most, m.sizes.at("n"));
        }
        return most;
    };
    folder.run_until([&] { return folder.all_decided() && frames_read() > 128; }, {"run", "--budget", "4s"});
    for (const auto &claim : folder.list("claims.json", "claims"))
        EXPECT_EQ(claim.at("verdict"), claim.at("bound") == "O(n)" ? "exceeded" : "holds") << claim;
    EXPECT_GT(frames_read(), 128); // of 64 KiB each: 8 MiB
}

struct Ends {
    const char *file, *text, *outcome, *detail;
};

TEST(ProgramStyle, EveryEndHasItsWordAndEvidence) {
    const Ends cases[] = {
        {"a.py", "def down(i): return down(i + 1)\ndown(0)\n", "over-stack", "RecursionError"},
        {"b.py", "x = bytearray(1 << 40)\n", "over-memory", "MemoryError"},
        {"c.py", "import sys\nsys.exit('no tide')\n", "failed", "exit status 1; it said: no tide"},
        {"d.py", "while True: print('x' * 100000)\n", "over-output", ""},
        {"e.py", "pass\n", "no-answer", "it ended well, and wrote nothing"},
        {"f.js", "function down(i) { return 1 + down(i + 1); }\ndown(0);\n", "over-stack",
         "Maximum call stack"},
        {"g.c",
         "int down(int i) { volatile char room[999]; room[0] = (char)i; return down(i + room[0] + 1) + "
         "room[0]; }\nint main(void) { return down(1); }\n",
         "over-stack", ""},
        {"h.cpp",
         "#include <vector>\nint main() { std::vector<char> all(std::size_t{1} << 40); return all[5]; }\n",
         "over-memory", "std::bad_alloc"},
        {"i.c", "#include <stdlib.h>\nint main(void) { abort(); }\n", "crashed", "signal SIGABRT"},
        {"j.c", "#include <unistd.h>\nint main(void) { for (;;) pause(); }\n", "over-time", ""},
        {"k.c", "int main(void) { return }\n", "not-built", "error: expected expression"},
        {"l.c", "#include <stdio.h>\nint main(void) { puts(\"9\"); return 0; }\n", "wrong-answer",
         "line 1: expected '8', got '9'"},
    };
    const Folder folder;
    std::string tables =
        "[limits]\ntime = \"1 s\"\noutput = \"1 MiB\"\n[solutions.right]\nsource = \"snake.py\"\n";
    folder.write("snake.py", "print(2 * int(input()))\n");
    for (const Ends &one : cases) {
        folder.write(one.file, one.text);
        tables += std::string("[solutions.") + one.file[0] + "]\nsource = \"" + one.file + "\"\n";
    }
    folder.write("stopwatch.toml", problem_of(tables));
    EXPECT_EQ(folder.run({"agree", "--tries", "30"}).status, 1);
    for (const Ends &one : cases) {
        const auto found = folder.agreement_of(std::string(1, one.file[0]));
        EXPECT_EQ(found.at("outcome"), one.outcome) << one.text;
        expect_contains(found.at("detail"), one.detail);
    }
    EXPECT_EQ(folder.agreement_of("right").at("verdict"), "agrees");
}

TEST(ProgramStyle, LongAnswersThatDifferAtTheirEndAreCaughtWhileMeasuring) {
    const Folder folder;
    const std::string before =
        "#include <stdio.h>\nint main(void) { int n; scanf(\"%d\", &n); for (int i = 0; i < n; "
        "++i) printf(\"%d\\n\", i";
    folder.write("right.c", before + "); }\n");
    folder.write("wrong.c", before + " + (n == 6000 && i + 1 == n)); }\n");
    folder.write(
        "stopwatch.toml",
        "[sizes]\nn = { from = 1, to = 100_000 }\n[shapes.one]\ntext = \"{n}\\n\"\n[answers]\nreference = "
        "\"right\"\n[solutions.right]\nsource = \"right.c\"\ntime = \"O(n)\"\n[solutions.wrong]\nsource = "
        "\"wrong.c\"\ntime = \"O(n)\"\n");
    const auto found_it = [&] { return folder.agreement_of("wrong").contains("outcome"); };
    EXPECT_EQ(folder.run_until(found_it, {"run", "--budget", "3s", "--upto", "n=6000"}).status, 1);
    const auto found = folder.agreement_of("wrong");
    EXPECT_EQ(found.at("outcome"), "wrong-answer");
    EXPECT_EQ(found.at("found_while"), "measuring");
    EXPECT_EQ(found.at("detail"), "they differ beyond their first 4,096 characters");
}

TEST(PythonFunction, IsTimedByTheCall) {
    const Folder folder;
    folder.write("scan.py",
                 "import iron_stopwatch\n\ndef read(text):\n    return [int(word) for word in "
                 "text.split()[1:]]\n\ndef solve(levels):\n    print('noise')\n    levels.sort()\n    return "
                 "levels[-1] if levels else 0\n\ndef write(answer):\n    return f'{answer}\\n'\n\n"
                 "iron_stopwatch.serve(read, solve, write)\n");
    folder.write("keeps.py",
                 "import iron_stopwatch\niron_stopwatch.serve(lambda text: [int(word) for word in "
                 "text.split()[1:]], lambda levels: max(levels, default=0), str)\n");
    folder.levels("[solutions.scan]\nsource = \"scan.py\"\ntime = \"O(n log n)\"\n"
                  "[solutions.keeps]\nsource = \"keeps.py\"\nkeeps_input = true\n");
    const Ran ran = folder.run({"run", "--budget", "3s", "--upto", "n=3000"});
    EXPECT_EQ(ran.status, 0) << ran.out << ran.err;
    double least = 1e9;
    for (const Measurement &m : read_journal(folder.results() / "measurements.jsonl").measurements) {
        if (m.solution == "keeps") least = std::min(least, m.time_ns);
        EXPECT_LT(m.floor_ns, 5000);
    }
    EXPECT_LT(least, 50'000); // sixteen numbers: far less than a process takes to start
    ASSERT_EQ(folder.run({"adapters", "lib"}).status, 0);
    Launch by_hand;
    by_hand.command = {"python3", "keeps.py"};
    by_hand.folder = folder.path();
    by_hand.environment = {"PYTHONPATH=lib/python"};
    folder.write("given", "3\n4 9 2\n");
    by_hand.input_path = folder.path() / "given";
    EXPECT_EQ(run_to_end(by_hand, folder.path(), 20).output, "9");
}

TEST(PythonFunction, FaultsAreNamed) {
    const Folder folder;
    folder.good();
    const std::string frame =
        "import iron_stopwatch, sys, os\ndef solve(v):\n    if len(v) == 1:\n        BODY\n    "
        "return max(v, default=0)\niron_stopwatch.serve(lambda t: [int(w) for w in "
        "t.split()[1:]], solve, str)\n";
    const std::map<std::string, std::pair<std::string, std::string>> faults = {
        {"raises", {"raise ValueError('ebb')", "failed"}},
        {"recurs", {"f = lambda i: f(i + 1) + 1; f(0)", "over-stack"}},
        {"hoards", {"x = bytearray(1 << 40)", "over-memory"}},
        {"leaves", {"sys.exit(0)", "no-answer"}},
        {"dies", {"os.abort()", "crashed"}},
        {"hangs", {"while True: pass", "over-time"}},
    };
    std::string tables = Folder::table("scan");
    for (const auto &[name, fault] : faults) {
        std::string text = frame;
        folder.write(name + ".py", text.replace(text.find("BODY"), 4, fault.first));
        tables += "[solutions." + name + "]\nsource = \"" + name + ".py\"\n";
    }
    folder.levels(tables, "[answers]\nreference = \"scan\"\n");
    EXPECT_EQ(folder.run({"agree"}).status, 1);
    for (const auto &[name, fault] : faults) {
        const auto found = folder.agreement_of(name);
        EXPECT_EQ(found.at("outcome"), fault.second) << name << found;
        EXPECT_EQ(found.at("counterexample").at("sizes").at("n"), 1) << name;
    }
}

TEST(Generator, MakesTheInputAndItsFailuresNameTheCall) {
    const Folder folder;
    folder.write("a.py", "print(sum(map(int, input().split())))\n");
    folder.write("gen.py",
                 "import sys\nprint(*sys.argv[1:][1:], sep='\\n') if 0 else print(*[w.split('=')[1] for w in "
                 "sys.argv[2:]])\n");
    const std::string rest = "\"\n[solutions.a]\nsource = \"a.py\"\n";
    const std::string top =
        "[sizes]\nn = { from = 1, to = 30 }\nk = { from = 1, to = \"n\", usual = 2 }\n[shapes.own]\n"
        "program = \"";
    folder.write("stopwatch.toml", top + "gen.py" + rest);
    EXPECT_EQ(folder.run({"input", "n=5", "k=3", "seed=8"}).out, "5 3 8\n");
    EXPECT_EQ(folder.run({"agree"}).status, 0);
    folder.write("quiet.py", "pass\n");
    folder.write("fails.py", "import sys\nsys.exit('no sea')\n");
    folder.write("breaks.py", "def tide():\n    return 1 // 0\n\ntide()\n");
    folder.write("floods.py", "while True: print('x' * 1000000)\n");
    folder.write("odd.sh", "#!/bin/sh\necho $3 $1\n");
    const std::pair<const char *, const char *> faults[] = {
        {"quiet.py",
         "the program that makes the shape 'own' printed nothing\n  the call was: quiet.py shape=own n=5 "
         "k=2 seed=1"},
        {"fails.py", "ended badly: exit status 1; it said: no sea"},
        {"breaks.py", "line 4, in <module>\n        tide()\n"},
        {"floods.py", "printed more than 64 MiB"},
        {"odd.sh", "can't be run"},
        {"none.py", "there is no file 'none.py' in the problem folder"},
    };
    for (const auto &[program, message] : faults) {
        folder.write("stopwatch.toml", "[limits]\ninput = \"64 MiB\"\n" + top + program + rest);
        const Ran ran = folder.run({"input", "n=5"});
        EXPECT_NE(ran.status, 0) << program;
        if (program != std::string("odd.sh")) expect_contains(ran.err, message);
    }
    std::filesystem::permissions(folder.path() / "odd.sh", std::filesystem::perms::owner_exec,
                                 std::filesystem::perm_options::add);
    folder.write("stopwatch.toml", top + "odd.sh" + rest);
    EXPECT_EQ(folder.run({"input", "n=5"}).out, "k=2 shape=own\n");
}

TEST(Input, SaveWritesASetOfFiles) {
    const Folder folder;
    folder.good();
    folder.levels(Folder::table("scan"));
    const Ran ran = folder.run({"input", "--save", "set", "--count", "2", "n=6", "seed=4"});
    EXPECT_EQ(ran.status, 0) << ran.err;
    for (const char *name : {"calm-n=6-seed=4", "calm-n=6-seed=5", "flood-n=6-seed=4", "flood-n=6-seed=5"})
        expect_contains(ran.out, std::string("set/") + name + ".txt");
    EXPECT_EQ(folder.read("set/flood-n=6-seed=5.txt"),
              folder.run({"input", "--shape", "flood", "n=6", "seed=5"}).out);
    const Ran ladder = folder.run({"input", "--save", "more", "--shape", "calm"});
    expect_contains(ladder.out, "calm-n=100000-seed=1.txt");
    EXPECT_EQ(ladder.out.find("flood"), std::string::npos);
}

TEST(New, TakesExistingProgramsAndMarksWhatIsToBeFilledIn) {
    const Folder folder;
    folder.write("quick.cpp", sources[0][1]);
    folder.write("slow.py", sources[2][1]);
    folder.write("shell.awk", "{ print 2 * $1 }\n");
    const Ran ran = folder.run({"new", "ebb", "--from", "quick.cpp", "slow.py", "shell.awk"});
    EXPECT_EQ(ran.status, 0) << ran.err;
    const std::string text = folder.read("ebb/stopwatch.toml");
    for (const char *part :
         {"FILL IN: what the problem is called", "[solutions.quick]\nsource = \"solutions/quick.cpp\"",
          "source = \"solutions/slow.py\"", "run    = \"FILL IN"})
        expect_contains(text, part);
    const Ran unfilled =
        folder.run({"agree", "--problem", "ebb"}); // programs that nobody gave inputs do not agree
    EXPECT_EQ(unfilled.status, 2);
    for (const char *part : {"'title' is still to be filled in", "'text' is still to be filled in",
                             "'run' is still to be filled in"})
        expect_contains(unfilled.err, part);
    EXPECT_EQ(folder.run({"new", "ebb"}).status, 2); // nothing is overwritten
    EXPECT_EQ(folder.run({"new", "flow", "--from", "nowhere.cpp"}).status, 2);
    EXPECT_EQ(folder.run({"new", "start"}).status, 0);
    const Ran first = folder.run({"run", "--problem", "start", "--budget", "1s"});
    EXPECT_EQ(first.status, 0) << first.out << first.err; // what it writes works as it stands
}

TEST(DemoCommand, LaysTheProblemsOutAndRunsThem) {
    const Folder folder;
    const Ran laid = folder.run({"demo", "port", "--lay-out"});
    EXPECT_EQ(laid.status, 0);
    for (const char *name : {"port/tide-climb", "port/signal-match", "port/barge-load", "port/mooring-chain",
                             "port/pier-planks", "port/ferry-stops", "port/faults/signal-watch"}) {
        expect_contains(laid.out, name);
        EXPECT_TRUE(std::filesystem::exists(folder.path() / name / "stopwatch.toml"));
    }
    const Ran caught = folder.run({"agree", "--tries", "60", "--problem", "port/faults/signal-watch"});
    EXPECT_EQ(caught.status, 1);
    expect_contains(caught.out, "1 of 3 solutions agree");
    EXPECT_EQ(folder.run({"demo", "port", "--problems", "tide-clim"}).status, 2);
    const Ran one = folder.run({"demo", "port", "--problems", "signal-match", "--budget", "2s"});
    expect_contains(one.out, "== port/signal-match");
    expect_contains(one.out, "fallback-table");
}

TEST(DemoProblems, AgreeWhereTheyShould) {
    for (const char *name : {"barge-load", "mooring-chain", "pier-planks", "ferry-stops"}) {
        const Folder folder;
        folder.demo(name);
        const Ran ran = folder.run({"agree", "--tries", "12"});
        EXPECT_EQ(ran.status, 0) << name << ran.out << ran.err;
    }
}

} // namespace
} // namespace iron
