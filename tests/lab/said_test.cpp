#include "lab/said.h"

#include <gtest/gtest.h>

#include "lab/workspace.h"
#include "records/files.h"

namespace iron {
namespace {

TEST(Said, KeepsTheHeadAndTheTailOfWhatIsLong) {
    const Workspace folder;
    const std::filesystem::path path = folder.path() / "errors";
    EXPECT_EQ(said_in(path), "");
    write_file(path, "no tide\n\n");
    EXPECT_EQ(said_in(path), "no tide");
    EXPECT_EQ(in_short("no\ntide"), "no tide");
    std::string frames;
    for (int i = 0; i < 20'000; ++i)
        frames += "    at frame (mast.js:7)\n";
    write_file(path, "TypeError: no flag\n" + frames + "Node.js v20\n");
    const std::string said = said_in(path, 4096);
    EXPECT_LE(said.size(), 4110u);
    for (const std::string &text : {said, in_short(said)}) {
        EXPECT_TRUE(text.starts_with("TypeError: no flag"));
        EXPECT_TRUE(text.ends_with("Node.js v20"));
    }
    EXPECT_LE(in_short(said).size(), 520u);
}

TEST(Said, CutsBetweenLetters) {
    std::string umlauts;
    for (int i = 0; i < 400; ++i)
        umlauts += "\u00fc";
    const std::string cut = in_short("." + umlauts);
    for (std::size_t at = 1; at < cut.size(); ++at)
        EXPECT_EQ(cut[at] == '\xbc', cut[at - 1] == '\xc3') << at;
}

} // namespace
} // namespace iron
