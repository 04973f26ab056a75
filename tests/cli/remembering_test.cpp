// Solutions that keep a table from call to call.
#include "cli/folder.h"
#include "records/journal.h"

namespace iron::test {
namespace {

const char *const problem = R"(title = "Tides remembered"
[sizes]
n = { from = 1, to = 100_000 }
[shapes.calm]
text = "{n}"
)";

const std::map<std::string, std::string> keeping = {
    {"kept.cpp", R"(#include <iron_stopwatch.hpp>
#include <vector>
long long read(std::istream &in) { long long n = 0; in >> n; return n; }
void write(std::ostream &out, long long answer) { out << answer << '\n'; }
long long solve(long long n) {
    static std::vector<long long> tides = {0, 1};
    while (static_cast<long long>(tides.size()) <= n)
        tides.push_back((tides[tides.size() - 1] + tides[tides.size() - 2]) % 1000007);
    return tides[n];
}
IRON_STOPWATCH(read, solve, write)
)"},
    {"kept.py", R"(import iron_stopwatch


def solve(n, tides=[0, 1]):
    while len(tides) <= n:
        tides.append((tides[-1] + tides[-2]) % 1000007)
    return tides[n]


iron_stopwatch.serve(int, solve, str)
)"},
    {"kept.js", R"(const { serve } = require("iron_stopwatch");
const tides = [0, 1];
function solve(n) {
  while (tides.length <= n) {
    tides.push((tides[tides.length - 1] + tides[tides.length - 2]) % 1000007);
  }
  return tides[n];
}
serve({ read: Number, solve, write: String });
)"},
    {"kept.rs", R"(use iron_stopwatch::serve;
use std::sync::Mutex;
static TIDES: Mutex<Vec<u64>> = Mutex::new(Vec::new());
fn read(text: &str) -> usize {
    text.trim().parse().unwrap()
}
fn solve(n: &usize) -> u64 {
    let mut tides = TIDES.lock().unwrap();
    if tides.is_empty() {
        tides.extend([0, 1]);
    }
    while tides.len() <= *n {
        let next = (tides[tides.len() - 1] + tides[tides.len() - 2]) % 1000007;
        tides.push(next);
    }
    tides[*n]
}
fn write(answer: &u64) -> String {
    format!("{answer}\n")
}
fn main() {
    serve(read, solve, write);
}
)"},
};

TEST(Remembering, AClaimIsHeldAgainstFirstCalls) {
    const Folder folder;
    std::string tables;
    for (const auto &[file, text] : keeping) {
        folder.write(file, text);
        tables +=
            "[solutions.\"" + file + "\"]\nsource = \"" + file + "\"\ntime = \"O(1)\"\nspace = \"O(1)\"\n";
    }
    folder.write("stopwatch.toml", problem + tables);
    const auto found = [&](const char *metric) {
        std::set<std::string> all;
        for (const auto &claim : folder.list("claims.json", "claims"))
            if (claim.at("metric") == metric && claim.at("verdict") == "exceeded" &&
                claim.at("reason").get<std::string>().find("each reading is the first call of a process") !=
                    std::string::npos)
                all.insert(claim.at("solution"));
        return all;
    };
    const auto enough = [&] {
        return found("time").size() == keeping.size() && found("space").contains("kept.cpp");
    };
    const Ran ran = folder.run_until(enough, {"run", "--budget", "4s", "--upto", "n=100000", "--no-figures"});
    EXPECT_EQ(ran.status, 1) << ran.err;
    for (const auto &[file, text] : keeping)
        EXPECT_TRUE(found("time").contains(file)) << file;
    EXPECT_TRUE(found("space").contains("kept.cpp")); // what it keeps is its space
    expect_contains(ran.out, "remembers");
    // What a session has found the next one goes by.
    const auto later_calls = [&] {
        int all = 0;
        for (const Measurement &m : read_journal(folder.results() / "measurements.jsonl").measurements)
            all += m.solution == "kept.cpp" && !m.cold;
        return all;
    };
    const int before = later_calls();
    folder.run({"measure", "--budget", "2s", "--upto", "n=100000", "--quiet"});
    EXPECT_EQ(later_calls(), before);
}

} // namespace
} // namespace iron::test
