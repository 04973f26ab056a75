// `run --watch`: what is saved is judged again.
#include <csignal>

#include "cli/folder.h"

namespace iron::test {
namespace {

const char *const linear = "def highest(levels):\n    best = levels[0]\n    for level in levels:\n"
                           "        if level > best:\n            best = level\n    return best\n";
const char *const squares = "def highest(levels):\n    best = levels[0]\n    for level in levels:\n"
                            "        for other in levels:\n            best = max(best, other)\n"
                            "    return best\n";
const char *const wrong = "def highest(levels):\n    return 0\n";

class Watched {
  public:
    explicit Watched(const Folder &folder) : out_(folder.path() / "out"), err_(folder.path() / "err") {
        Launch launch;
        launch.command = {IRON_PROGRAM, "run", "--watch", "--budget", "3s", "--tries", "15", "--no-figures"};
        launch.folder = folder.path();
        launch.output_path = out_.string();
        launch.error_path = err_.string();
        process_.emplace(launch);
    }
    // What it prints until it waits for the `times`-th time.
    std::string until_it_waits(int times) const {
        for (int i = 0; i < 1500; ++i) {
            std::string told = read_file(err_);
            int seen = 0;
            for (std::size_t at = 0; (at = told.find("Watching ", at)) != std::string::npos; ++at)
                ++seen;
            if (seen >= times) break;
            usleep(20'000);
        }
        return read_file(out_);
    }
    std::string errors() const { return read_file(err_); }
    std::string end() {
        kill(process_->descendants().front(), SIGINT);
        return process_->wait(20).detail;
    }

  private:
    std::filesystem::path out_, err_;
    std::optional<Process> process_;
};

TEST(Watch, JudgesWhatIsSaved) {
    const Folder folder;
    folder.write("stopwatch.toml", R"toml(title = "Highest water"
call = "highest(levels: list of int) -> int"
[sizes]
n = { from = 1, to = 2000 }
[shapes.calm]
takes = { levels = "integers(n, -9, 9)" }
[solutions.first]
source = "first.py"
time = "O(n)"
[solutions.second]
source = "second.py"
time = "O(n)"
)toml");
    folder.write("first.py", linear);
    folder.write("second.py", linear);
    Watched watched(folder);
    std::string before = watched.until_it_waits(1);
    expect_contains(before, "first     time O(n)  n           holds");

    folder.write("second.py", squares);
    std::string text = watched.until_it_waits(2).substr(before.size());
    expect_contains(text, "second    time O(n)  n^2         exceeded");
    expect_contains(text, "What the save changed:\nsecond\n");
    expect_contains(text, "worse time O(n), every: holds before, exceeded now");
    EXPECT_EQ(text.find("first "), std::string::npos) << text; // nobody touched it
    // The documents hold both again.
    ASSERT_EQ(folder.list("claims.json", "claims").size(), 2u);
    EXPECT_EQ(folder.list("claims.json", "claims")[0].at("verdict"), "holds");
    EXPECT_EQ(folder.list("claims.json", "claims")[1].at("verdict"), "exceeded");
    EXPECT_EQ(folder.list("agreement.json", "solutions").size(), 2u);

    before = watched.until_it_waits(2);
    folder.write("second.py", wrong);
    text = watched.until_it_waits(3).substr(before.size());
    expect_contains(text, "second: wrong answer");
    EXPECT_EQ(folder.agreement_of("second").at("verdict"), "disagrees");
    EXPECT_EQ(folder.agreement_of("first").at("verdict"), "agrees");

    // A fault in the problem file ends nothing.
    const std::string problem = folder.read("stopwatch.toml");
    folder.write("stopwatch.toml", "nonsense");
    watched.until_it_waits(4);
    expect_contains(watched.errors(), "stopwatch.toml:1");
    folder.write("second.py", linear);
    folder.write("stopwatch.toml", problem);
    expect_contains(watched.until_it_waits(5), "answers: disagrees before, agrees now");
    EXPECT_EQ(watched.end(), "") << watched.errors();
}

} // namespace
} // namespace iron::test
