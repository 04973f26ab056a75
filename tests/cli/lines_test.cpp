// Where the growth lives, through the built program: the line that breaks a claim, in six languages.
#include <map>
#include <sstream>

#include "cli/folder.h"
#include "lab/bench.h"
#include "records/journal.h"
#include "support/schema.h"
#include "views/text.h"

namespace iron::test {
namespace {

int smallest_counted(const Folder &folder, const std::string &solution) {
    double least = 1e300;
    for (const Measurement &m : read_journal(folder.results() / "measurements.jsonl").measurements)
        if (m.solution == solution && m.kind == MeasuredKind::counting)
            least = std::min(least, m.sizes.at("n"));
    return static_cast<int>(least);
}

nlohmann::json claim_of(const Folder &folder, const std::string &solution) {
    for (const auto &claim : folder.list("claims.json", "claims"))
        if (claim.at("solution") == solution) return claim;
    return nullptr;
}

struct Written {
    const char *file, *text;
    int line; // that breaks O(n), or the one below
};

// Every pair of levels, each language's own loops, one below the other.
const std::map<std::string, Written> pairs = {
    {"in-c",
     {"pairs.c",
      "#include <stdio.h>\nint v[200001];\nint main(void) {\n    int n, top = 0;\n    scanf(\"%d\", &n);\n"
      "    for (int i = 0; i < n; ++i)\n        scanf(\"%d\", &v[i]);\n    for (int i = 0; i < n; ++i) {\n"
      "        int best = 1;\n        for (int j = 0; j < n; ++j)\n            best &= v[j] <= v[i];\n"
      "        if (best)\n            top = v[i];\n    }\n    printf(\"%d\\n\", top);\n}\n",
      10}},
    {"in-javascript",
     {"pairs.js",
      "const words = require(\"fs\").readFileSync(0, \"utf8\").split(/\\s+/).filter((word) => word);\n"
      "const levels = words.map(Number).slice(1);\nlet top = 0;\nfor (const level of levels) {\n"
      "  let best = true;\n  for (const other of levels) {\n    best &&= other <= level;\n  }\n"
      "  if (best) {\n    top = level;\n  }\n}\nconsole.log(top);\n",
      7}},
    {"in-rust",
     {"pairs.rs",
      "use std::io::Read;\nfn main() {\n    let mut text = String::new();\n"
      "    std::io::stdin().read_to_string(&mut text).unwrap();\n"
      "    let levels: Vec<i64> = text.split_whitespace().skip(1).map(|w| w.parse().unwrap()).collect();\n"
      "    let mut top = 0;\n    for i in 0..levels.len() {\n        let mut best = true;\n"
      "        for j in 0..levels.len() {\n            if levels[j] > levels[i] {\n                best = "
      "false;\n"
      "            }\n        }\n        if best {\n            top = levels[i];\n        }\n    }\n"
      "    println!(\"{}\", top);\n}\n",
      9}},
};

TEST(Lines, OfWholeProgramsTheOneThatBreaksAClaimIsNamed) {
    const Folder folder;
    std::string tables;
    for (const auto &[name, written] : pairs) {
        folder.write(written.file, written.text);
        tables += "[solutions." + name + "]\nsource = \"" + written.file + "\"\ntime = \"O(n)\"\n";
    }
    folder.levels(tables);
    const Ran ran =
        folder.run_until([&] { return folder.all_decided(); },
                         {"run", "--budget", "4s", "--upto", "n=3000", "--shapes", "calm", "--quiet"});
    EXPECT_EQ(ran.status, 1) << ran.err;
    for (const auto &[name, written] : pairs) {
        const auto claim = claim_of(folder, name);
        EXPECT_EQ(claim.at("verdict"), "exceeded") << name;
        const std::string reason = claim.at("reason");
        EXPECT_TRUE(reason.find(fmt::format("line {} ", written.line)) != std::string::npos ||
                    reason.find(fmt::format("line {} ", written.line + 1)) != std::string::npos)
            << name << ": " << reason;
    }
    EXPECT_EQ(folder.run({"lines", "--quiet"}).status, 0);
    EXPECT_EQ(violations(folder.json("lines.json"), "lines"), "");
}

TEST(Lines, RunAsOftenAsAPersonWouldCount) {
    const Folder folder;
    folder.solution("half",
                    "    long long top = 0;\n    const int n = static_cast<int>(levels.size());\n"
                    "    for (int i = 0; i < n; ++i)\n        for (int j = i + 1; j < n; ++j)\n"
                    "            top = std::max<long long>(top, levels[i] > levels[j] ? levels[i] : "
                    "levels[j]);\n    return n == 1 ? levels[0] : top;",
                    "#include <algorithm>");
    folder.write(
        "half.py",
        "import iron_stopwatch\n\ndef solve(levels):\n    top = levels[0] if levels else 0\n"
        "    for i in range(len(levels)):\n        for j in range(i):\n"
        "            top = max(top, levels[j])\n        top = max(top, levels[i])\n    return top\n\n"
        "iron_stopwatch.serve(lambda text: [int(w) for w in text.split()][1:], solve, str)\n");
    folder.levels(Folder::table("half", "O(n log n)") +
                  "[solutions.half-py]\nsource = \"half.py\"\ntime = \"O(n log n)\"\n");
    const auto all_have_forms = [&] { // that takes more places than growth does
        const auto claims = folder.list("claims.json", "claims");
        return std::all_of(claims.begin(), claims.end(), [](const auto &claim) {
            return claim.at("reason").template get<std::string>().find(" times") != std::string::npos;
        });
    };
    const Ran ran = folder.run_until(
        all_have_forms, {"run", "--budget", "3s", "--upto", "n=2000", "--shapes", "calm", "--quiet"});
    const double n = 64;
    // Body lines of the loops; what stands before them in the source is the helper's.
    const int first = 12;
    Bench bench(folder);
    SpotCounts counts = bench.spots("half", n);
    EXPECT_EQ(counts[fmt::format("{}", first + 5)], n * (n - 1) / 2) << ran.out;
    EXPECT_EQ(counts[fmt::format("{}", first + 3)], n + 1);
    counts = bench.spots("half-py", n);
    EXPECT_EQ(counts["7"], n * (n - 1) / 2);
    EXPECT_EQ(counts["8"], n);
    EXPECT_EQ(counts["9"], 1);
    for (const auto &claim : folder.list("claims.json", "claims"))
        expect_contains(claim.at("reason"),
                        "runs n (n + 1) / 2 times"); // each line asks once more than it goes on
    const int at = smallest_counted(folder, "half-py");
    const std::string out = folder.run({"lines", "half-py", "--at", fmt::format("n={}", at)}).out;
    expect_contains(out, fmt::format("n = {}", at));
    expect_contains(out, fmt::format("{}  n (n - 1) / 2", at * (at - 1) / 2));
    expect_contains(out, "> breaks O(n log n)");
    std::istringstream lines(out);
    for (std::string line; std::getline(lines, line);)
        EXPECT_LE(width_of(line), 80u) << line;
}

TEST(Lines, WorkOfTheLibraryBelongsToTheLineThatCalls) {
    const Folder folder;
    folder.solution("sorts",
                    "    if (levels.empty()) return 0;\n    std::vector<int> copy = levels;\n"
                    "    std::sort(copy.begin(), copy.end());\n    return copy.back();",
                    "#include <algorithm>");
    folder.write("Sorts.java", R"(import java.util.*;
class Sorts {
    static List<Integer> read(String text) {
        List<Integer> levels = new ArrayList<>();
        for (String word : text.split("\\s+")) if (!word.isEmpty()) levels.add(Integer.parseInt(word));
        return levels.subList(1, levels.size());
    }
    static int solve(List<Integer> levels) {
        List<Integer> copy = new ArrayList<>(levels);
        Collections.sort(copy, (a, b) -> a - b);
        return copy.isEmpty() ? 0 : copy.get(copy.size() - 1);
    }
    public static void main(String[] arguments) {
        IronStopwatch.serve(Sorts::read, Sorts::solve, String::valueOf);
    }
}
)");
    folder.levels(Folder::table("sorts", "O(n)") +
                  "[solutions.sorts-java]\nsource = \"Sorts.java\"\ntime = \"O(n)\"\n");
    folder.run_until([&] { return folder.all_decided(); },
                     {"run", "--budget", "4s", "--upto", "n=20000", "--shapes", "calm", "--quiet"});
    for (const auto &claim : folder.list("claims.json", "claims")) {
        EXPECT_EQ(claim.at("verdict"), "exceeded") << claim;
        // In Java the comparison on the same line runs as often as the sort calls it. How many logarithms
        // there are, eleven inputs do not always tell.
        expect_contains(claim.at("reason"),
                        claim.at("solution") == "sorts" ? "(sort) grows like n log" : "line 10 ");
    }
    SpotCounts java = Bench(folder).spots("sorts-java", 64);
    EXPECT_GT(java["10 sort"], 64);
    EXPECT_GT(java["10"], 64); // the comparison, which the library calls
    EXPECT_EQ(java["11"], 1);
}

TEST(Lines, WhatIsMissingOrWrongIsAnErrorWithAdvice) {
    const Folder folder;
    folder.good();
    folder.levels(Folder::table("scan", "O(n)"));
    EXPECT_EQ(folder.run({"lines"}).status, 2); // nothing measured
    folder.run({"run", "--budget", "1s", "--upto", "n=4096", "--shapes", "calm", "--quiet"});
    EXPECT_EQ(folder.run({"lines", "scam"}).status, 2);
    expect_contains(folder.run({"lines", "scam"}).err, "scan");
    const Ran elsewhere = folder.run({"lines", "--at", "n=63"});
    EXPECT_EQ(elsewhere.status, 2);
    expect_contains(elsewhere.err, "--at n=");
    EXPECT_EQ(folder.run({"lines", "--at", "k=3"}).status, 2);
    folder.write("scan.cpp", "// another\n" + folder.read("scan.cpp"));
    const Ran changed = folder.run({"lines", "scan"});
    expect_contains(changed.err, "the sources of scan have changed");
    EXPECT_EQ(changed.out.find("top = l"), std::string::npos);
}

} // namespace
} // namespace iron::test
