#include "lab/input_store.h"

#include <gtest/gtest.h>

#include "lab/workspace.h"
#include "records/files.h"

namespace iron {
namespace {

struct Store : testing::Test {
    Workspace folder, memory;
    Problem problem;
    void SetUp() override {
        write_file(folder.path() / "stopwatch.toml",
                   "title = \"t\"\n[sizes]\nn = { from = 1, to = 100_000 }\n[shapes.calm]\ntext = "
                   "\"{n}\\n{integers(n, 0, 9)}\\n\"\n[solutions.a]\nsource = \"a.cpp\"\n");
        write_file(folder.path() / "a.cpp", "");
        problem = read_problem(folder.path());
    }
};

TEST_F(Store, AnInputIsMadeOnceAndKept) {
    InputStore store(problem, memory.path());
    const auto one = store.get("calm", {{"n", 100}}, 1), again = store.get("calm", {{"n", 100}}, 1);
    EXPECT_EQ(one.path, again.path);
    EXPECT_EQ(one.bytes, read_file(one.path).size());
    EXPECT_NE(store.get("calm", {{"n", 100}}, 2).path, one.path);
}

TEST_F(Store, OlderOnesMakeRoomAndComeBackTheSame) {
    InputStore store(problem, memory.path(), 3000);
    const auto first = store.get("calm", {{"n", 1000}}, 1);
    const std::string text = read_file(first.path);
    store.get("calm", {{"n", 1000}}, 2);
    EXPECT_FALSE(std::filesystem::exists(first.path));
    EXPECT_EQ(read_file(store.get("calm", {{"n", 1000}}, 1).path), text);
}

TEST_F(Store, ALargeOneIsPutOnDisk) {
    std::filesystem::path on_disk;
    {
        InputStore store(problem, memory.path(), 1 << 20, 1000);
        const auto small = store.get("calm", {{"n", 100}}, 1), large = store.get("calm", {{"n", 10'000}}, 1);
        EXPECT_EQ(small.path.parent_path(), memory.path());
        on_disk = large.path;
        EXPECT_NE(on_disk.parent_path(), memory.path());
        EXPECT_EQ(read_file(on_disk).size(), large.bytes);
    }
    EXPECT_FALSE(std::filesystem::exists(on_disk)); // nothing is left behind
}

TEST_F(Store, AProgramIsAskedOnceForAnInput) {
    write_file(folder.path() / "gen.sh", "#!/bin/sh\necho $*\n");
    std::filesystem::permissions(folder.path() / "gen.sh", std::filesystem::perms::owner_all);
    problem.shapes[0].text.reset();
    problem.shapes[0].program = "gen.sh";
    InputStore store(problem, memory.path());
    store.get("calm", {{"n", 5}}, 3);
    std::filesystem::permissions(folder.path() / "gen.sh", std::filesystem::perms::owner_read); // not again
    EXPECT_EQ(read_file(store.get("calm", {{"n", 5}}, 3).path), "shape=calm n=5 seed=3\n");
    EXPECT_THROW(store.get("calm", {{"n", 6}}, 3), Error);
}

} // namespace
} // namespace iron
