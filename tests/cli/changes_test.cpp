// `changes` on results folders.
#include <filesystem>
#include <fstream>

#include "cli/folder.h"
#include "support/schema.h"

namespace iron::test {
namespace {

TEST(ChangesCommand, FindsWhatAnEditMadeWorse) {
    const Folder folder;
    folder.good();
    folder.levels(Folder::table("scan", "O(n)"), "");
    ASSERT_EQ(folder.run({"run", "--budget", "1s", "--upto", "n=4000"}).status, 0);
    const std::filesystem::path before = folder.path() / "before";
    std::filesystem::copy(folder.results(), before, std::filesystem::copy_options::recursive);
    const Ran same = folder.run({"changes", "before", "."});
    EXPECT_EQ(same.status, 0) << same.out;
    expect_contains(same.out, "0 changes for the worse");
    // The body done twice.
    folder.solution("scan",
                    "long long top = 0; for (int twice = 0; twice < 2; ++twice) for (int l : levels) if (l > "
                    "top) top = l; return top;");
    folder.run({"run", "--budget", "1s", "--upto", "n=4000", "--afresh"});
    const Ran worse = folder.run({"changes", "before", ".", "--json"});
    EXPECT_EQ(worse.status, 1) << worse.out << worse.err;
    const auto document = nlohmann::json::parse(worse.out);
    EXPECT_EQ(violations(document, "changes"), "");
    bool steps = false;
    for (const auto &change : document.at("changes"))
        if (change.value("metric", "") == "steps" && change.at("change") == "worse") {
            steps = true;
            EXPECT_GT(change.at("ratio").get<double>(), 1.5);
        }
    EXPECT_TRUE(steps) << worse.out;
    ASSERT_FALSE(document.at("lines").empty()) << worse.out;
    expect_contains(document.at("lines")[0].at("text"), "for (int twice = 0");
    const std::string told = folder.run({"changes", "before", "."}).out;
    expect_contains(told, "dearer line ");
    expect_contains(told, "for (int twice = 0");
}

// Readings of other inputs are told apart, and other machines' times do not count.
TEST(ChangesCommand, SaysWhatElseIsDifferent) {
    const Folder folder;
    folder.good();
    folder.levels(Folder::table("scan", "O(n)"), "");
    ASSERT_EQ(folder.run({"run", "--budget", "1s", "--upto", "n=1000"}).status, 0);
    std::filesystem::rename(folder.results(), folder.path() / "before");
    ASSERT_EQ(folder.run({"run", "--budget", "1s", "--upto", "n=1000", "--seed", "7"}).status, 0);
    const auto told = nlohmann::json::parse(folder.run({"changes", "before", ".", "--json"}).out);
    EXPECT_EQ(told.at("other_ground"), nlohmann::json::array());
    EXPECT_EQ(told.at("other_inputs"), nlohmann::json({"the seed is another one"}));
    expect_contains(folder.run({"changes", "before", "."}).out, "Beware: the seed is another one.");
    std::ofstream(folder.path() / "before" / "measurements.jsonl").flush(); // emptied
    EXPECT_EQ(folder.run({"changes", "before", "."}).status, 2);
}

TEST(ChangesCommand, FoldersWithoutResultsAreAnError) {
    const Folder folder;
    const Ran none = folder.run({"changes", "a", "b"});
    EXPECT_EQ(none.status, 2);
    expect_contains(none.err, "a holds no measurements.jsonl");
}

} // namespace
} // namespace iron::test
