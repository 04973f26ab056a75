// What breaks tools: inputs without end, output that nobody takes, shared folders, names that are code.
#include <csignal>
#include <fcntl.h>
#include <sys/stat.h>
#include <unistd.h>

#include "cli/folder.h"
#include "records/journal.h"

namespace iron::test {
namespace {

// By the shell, which can redirect; `{}` stands for the program. Returns the exit status.
int shell(const Folder &folder, const std::string &text) {
    std::string command = text;
    for (std::size_t at; (at = command.find("{}")) != std::string::npos;)
        command.replace(at, 2, IRON_PROGRAM);
    const int ended =
        std::system(fmt::format("cd '{}' && {{ {}; }} 2>err", folder.path().string(), command).c_str());
    return WIFEXITED(ended) ? WEXITSTATUS(ended) : 128 + WTERMSIG(ended);
}

void write_agreed(const Folder &folder) {
    folder.good();
    folder.levels(Folder::table("scan", "O(n)"));
    ASSERT_EQ(folder.run({"agree", "--quiet"}).status, 0);
}

void write_endless(const Folder &folder) {
    folder.write("stopwatch.toml", R"toml(title = "Buoys without end"
[sizes]
n = { from = 1, to = 10_000_000_000_000 }
[shapes.same]
text = "{repeated(n, 1)}"
[shapes.rows]
text = "{rows(n, '')}"
[shapes.sorted]
text = "{rising(n, 1, 1000)}"
[limits]
input = "1 MiB"
[solutions.first]
source = "first.py"
)toml");
    folder.write("first.py", "print(len(input()))\n");
}

TEST(Inputs, AreNoLongerThanTheirLimit) {
    const Folder folder;
    write_endless(folder);
    for (const char *shape : {"same", "rows", "sorted"})
        for (const char *size : {"n=10000000000000", "n=1100000"}) {
            const Ran ran = folder.run({"input", "--shape", shape, size});
            EXPECT_EQ(ran.status, 2) << shape << size;
            expect_contains(ran.err, "longer than 1 MiB");
            expect_contains(ran.err, "[limits] input");
        }
    EXPECT_EQ(folder.run({"input", "n=500000"}).status, 0);
    EXPECT_EQ(shell(folder, "{} input n=500000 | head -c 20"), 0); // who reads has enough
    EXPECT_EQ(folder.read("err"), "");
}

TEST(Output, ThatIsLostIsAnErrorAndWhatIsSaidBesideIsNot) {
    const Folder folder;
    folder.good();
    folder.levels(Folder::table("scan", "O(n)"));
    ASSERT_EQ(folder.run({"run", "--budget", "1s", "--upto", "n=1000", "--shapes", "calm"}).status, 0);
    EXPECT_EQ(shell(folder, "{} claims >/dev/full"), 3);
    expect_contains(folder.read("err"), "No space left on device");
    EXPECT_EQ(shell(folder, "{} claims >&-"), 3);
    expect_contains(folder.read("err"), "it is closed");
    EXPECT_EQ(shell(folder, "{} input n=5 >/dev/full"), 3);
    EXPECT_EQ(
        shell(folder, "{ {} measure --budget 1s --afresh --shapes calm --upto n=500 >out 2>/dev/full; }"), 0);
    EXPECT_EQ(shell(folder, "{ {} measure --budget 1s --afresh --shapes calm --upto n=500 >out 2>&-; }"), 0);
    EXPECT_GT(read_journal(folder.results() / "measurements.jsonl").measurements.size(), 3u);
}

TEST(SharedFolders, NoLinkIsFollowedAndNothingOfOthersIsTouched) {
    const Folder folder;
    write_agreed(folder);
    folder.write("secret", "of somebody else");
    chmod((folder.path() / "secret").c_str(), 0600);
    std::filesystem::create_symlink(folder.path() / "secret", folder.path() / "link");
    EXPECT_EQ(shell(folder, "IRON_STOPWATCH_LOCK=$PWD/link {} measure --budget 1s --upto n=500 >out"), 0);
    struct stat found {};
    ASSERT_EQ(stat((folder.path() / "secret").c_str(), &found), 0);
    EXPECT_EQ(found.st_mode & 0777, 0600u);
    // Without a home builds are kept where all may write, in a folder that is ours alone.
    folder.write("top.py", "input()\nprint(max(map(int, input().split()), default=0))\n");
    folder.levels("[solutions.top]\nsource = \"top.py\"\n");
    const std::string homeless = "env -u HOME -u XDG_CACHE_HOME -u IRON_STOPWATCH_CACHE TMPDIR=$PWD/tmp ";
    std::filesystem::create_directories(folder.path() / "tmp");
    const auto kept = folder.path() / "tmp" / fmt::format("iron-stopwatch-{}", geteuid());
    std::filesystem::create_directories(kept);
    chmod(kept.c_str(), 0777);
    EXPECT_EQ(shell(folder, homeless + "{} agree >out"), 3);
    expect_contains(folder.read("err"), "open to others");
    std::filesystem::remove(kept);
    EXPECT_EQ(shell(folder, homeless + "{} agree >out"), 0);
    ASSERT_EQ(stat(kept.c_str(), &found), 0);
    EXPECT_EQ(found.st_mode & 0777, 0700u);
}

TEST(WorkingFolders, OfKilledRunsAreSweptAndOthersStay) {
    const Folder folder;
    folder.good();
    folder.levels(Folder::table("scan", "O(n)"));
    const auto tmp = folder.path() / "tmp";
    for (const char *name : {"iron-stopwatch-work-killed", "iron-stopwatch-work-fresh",
                             "iron-stopwatch-work-held", "of-others"}) {
        write_file(tmp / name / "input", "1");
        if (std::string(name) != "iron-stopwatch-work-fresh")
            std::filesystem::last_write_time(tmp / name, std::filesystem::file_time_type::clock::now() -
                                                             std::chrono::minutes(10));
    }
    EXPECT_EQ(shell(folder,
                    "flock tmp/iron-stopwatch-work-held env TMPDIR=$PWD/tmp {} try nothing.cpp "
                    ">out; env TMPDIR=$PWD/tmp flock tmp/iron-stopwatch-work-held {} try scan.cpp >out"),
              2);
    EXPECT_FALSE(std::filesystem::exists(tmp / "iron-stopwatch-work-killed"));
    EXPECT_TRUE(std::filesystem::exists(tmp / "iron-stopwatch-work-fresh"));
    EXPECT_TRUE(std::filesystem::exists(tmp / "iron-stopwatch-work-held"));
    EXPECT_TRUE(std::filesystem::exists(tmp / "of-others"));
}

TEST(Interrupt, AClosedTerminalKeepsTheRecordsAsWell) {
    const Folder folder;
    write_agreed(folder);
    EXPECT_EQ(shell(folder, "{} measure --budget 60s --quiet & sleep 2; kill -HUP $!; wait $!"), 130);
    EXPECT_GT(read_journal(folder.results() / "measurements.jsonl").measurements.size(), 3u);
}

TEST(Runs, IntoOneFolderWaitForEachOther) {
    const Folder folder;
    write_agreed(folder);
    EXPECT_EQ(shell(folder, "IRON_STOPWATCH_LOCK=$PWD/one {} measure --budget 3s --quiet & sleep 1; "
                            "IRON_STOPWATCH_LOCK=$PWD/two {} measure --budget 1s; wait $!"),
              0);
    expect_contains(folder.read("err"), "another run is measuring into");
    const Journal journal = read_journal(folder.results() / "measurements.jsonl");
    EXPECT_EQ(journal.dropped, 0u);
    EXPECT_EQ(journal.measurements.back().generation > 0, true);
}

// Only its own readings may suffer, and what it says reaches no terminal as a command.
TEST(Solutions, ThatWriteOverTheProtocolEndNobodysRun) {
    const Folder folder;
    folder.good();
    folder.solution("liar",
                    "if (levels.size() > 300)\n"
                    "    for (int fd = 0; fd < 64; ++fd) (void)!::write(fd, \"ready 1\\ndone "
                    "call_ns=5\\n\\33[31m\\377\", 29);\n"
                    "long long top = 0; for (int l : levels) if (l > top) top = l; return top;",
                    "#include <unistd.h>");
    folder.levels(Folder::table("scan", "O(n)") + Folder::table("liar", "O(n)"),
                  "[answers]\nreference = \"scan\"\n");
    const Ran ran = folder.run({"run", "--budget", "2s", "--upto", "n=4000"});
    EXPECT_EQ(ran.status, 1) << ran.err;
    expect_contains(ran.out, "scan      time O(n)  n           holds");
    EXPECT_EQ(folder.agreement_of("scan").at("verdict"), "agrees");
    EXPECT_NE(folder.agreement_of("liar").at("verdict"), "agrees");
    EXPECT_EQ((ran.out + ran.err).find('\033'), std::string::npos);
    EXPECT_EQ((ran.out + ran.err).find('\377'), std::string::npos);
}

// One that looks for somebody's answers, and one that takes away and plants what it can.
TEST(Solutions, TakeNothingFromTheUserOrFromEachOther) {
    const Folder folder;
    if (nlohmann::json::parse(folder.run({"machine", "--json"}).out).at("containment") != "confined")
        GTEST_SKIP() << "this system does not confine";
    folder.good();
    folder.write("spy.py",
                 "import os, pathlib, sys\n"
                 "own = pathlib.Path(os.environ['TMPDIR'])\n"
                 "others = [one for one in own.parent.parent.glob('**/*.answer') if own not in one.parents]\n"
                 "top = max([0] + [int(x) for x in sys.stdin.read().split()[1:]])\n"
                 "print('seen' if others else top)\n");
    folder.write("vandal.py", "import os, pathlib, socket, sys\n"
                              "here = pathlib.Path('" +
                                  folder.path().string() +
                                  "')\n"
                                  "def tries(what):\n"
                                  "    try: what()\n"
                                  "    except OSError: pass\n"
                                  "tries(lambda: os.remove(here / 'stopwatch.toml'))\n"
                                  "tries(lambda: (here / 'planted').write_text('x'))\n"
                                  "tries(lambda: (here / 'scan.cpp').write_text('x'))\n"
                                  "print(max([0] + [int(x) for x in sys.stdin.read().split()[1:]]))\n");
    folder.levels(Folder::table("scan", "O(n)") + "[solutions.spy]\nsource = \"spy.py\"\n" +
                      "[solutions.vandal]\nsource = \"vandal.py\"\n",
                  "[answers]\nreference = \"scan\"\n");
    const std::string scan = folder.read("scan.cpp");
    const Ran ran = folder.run({"agree", "--tries", "10"});
    EXPECT_EQ(ran.status, 0) << ran.err;
    EXPECT_EQ(folder.agreement_of("spy").at("verdict"), "agrees") << ran.out;
    EXPECT_EQ(folder.agreement_of("vandal").at("verdict"), "agrees") << ran.out;
    EXPECT_TRUE(std::filesystem::exists(folder.path() / "stopwatch.toml"));
    EXPECT_FALSE(std::filesystem::exists(folder.path() / "planted"));
    EXPECT_EQ(folder.read("scan.cpp"), scan);
}

TEST(Names, MayHoldAnyPrintedLetterAndNoOther) {
    Folder folder;
    folder.draws = true;
    folder.good();
    std::string name = "x", escaped;
    for (char c = ' '; c <= '~'; ++c)
        if (c != '/' && c != ',') name += c;
    for (const char c : name)
        escaped += c == '"' || c == '\\' ? std::string("\\") + c : std::string(1, c);
    const std::string source = std::string("source = \"scan.cpp\"\n") + Folder::flags;
    folder.levels("[solutions.\"" + escaped + "\"]\n" + source + "time = \"O(n)\"\n");
    const Ran ran = folder.run({"run", "--budget", "1s", "--upto", "n=1000", "--shapes", "calm"});
    EXPECT_EQ(ran.status, 0) << ran.err;
    EXPECT_TRUE(std::filesystem::exists(folder.results() / "figures" / ("claim-" + name + ".svg")));
    folder.levels("[solutions.\"\\u001b[31mred\"]\n" + source);
    const Ran coloured = folder.run({"agree"});
    EXPECT_EQ(coloured.status, 2);
    EXPECT_EQ(coloured.err.find('\033'), std::string::npos);
    folder.levels("[solutions.one]\n" + source, "[target.\"a/b\"]\nn = 5\n");
    expect_contains(folder.run({"agree"}).err, "a tier can't be called 'a/b'");
}

// What the system does not give is told by its name, not by what it made fail.
TEST(System, WhatItDoesNotGiveIsNamed) {
    const Folder folder;
    folder.good();
    folder.levels(Folder::table("scan", "O(n)"));
    const auto told = [&](const char *before) {
        EXPECT_EQ(shell(folder, std::string(before) + " {} agree --quiet >out"), 3) << before;
        return folder.read("err");
    };
    expect_contains(told("ulimit -n 64;"), "only 64 files may be open at a time");
    expect_contains(told("unset HOME XDG_CACHE_HOME IRON_STOPWATCH_CACHE; TMPDIR=/nowhere"),
                    "no folder for temporary files: /nowhere");
    expect_contains(told("IRON_STOPWATCH_CACHE=/dev/null/builds"), "/dev/null/builds");
    EXPECT_EQ(folder.read("err").find("filesystem error"), std::string::npos) << folder.read("err");
}

} // namespace
} // namespace iron::test
