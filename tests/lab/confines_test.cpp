#include <gtest/gtest.h>

#include "lab/process.h"
#include "lab/workspace.h"
#include "records/files.h"

namespace iron {
namespace {

class ConfinedProgram : public testing::Test {
  protected:
    void SetUp() override {
        if (containment() != Containment::confined) GTEST_SKIP() << "this system does not confine";
        for (const char *folder : {"benches/0", "benches/1"})
            std::filesystem::create_directories(work() / folder);
        write_file(work() / "input", "41\n");
        write_file(work() / "benches/1/answer", "42\n");
    }

    std::filesystem::path work() const { return space_.path(); }
    std::filesystem::path own() const { return work() / "benches/0"; }

    // What the shell says, in the words of the C locale.
    std::string said(const std::string &script) const {
        Launch launch;
        launch.command = {"/bin/sh", "-c", script};
        launch.environment = {"LC_ALL=C"};
        launch.folder = work();
        launch.output_path = own() / "out";
        launch.error_path = own() / "out";
        launch.confines = {own(), work() / "benches"};
        Process process(launch);
        process.wait(20);
        return read_file(own() / "out");
    }

    void is_refused(const std::string &script, const std::string &with) const {
        const std::string told = said(script);
        EXPECT_NE(told.find(with), std::string::npos) << script << "\n" << told;
    }

  private:
    Workspace space_;
};

TEST_F(ConfinedProgram, WritesToItsOwnFolderAlone) {
    const Workspace disk(Workspace::Place::disk);
    const std::string file = disk.path() / "file";
    write_file(file, "kept\n");
    is_refused("echo x > " + file, "Read-only file system");
    is_refused("rm " + file, "Read-only file system");
    is_refused("echo x > input", "Read-only file system");
    is_refused("echo 1 > /proc/sys/kernel/panic", "ead-only file system");
    is_refused("mount -o remount,rw / || mount --bind /proc /mnt", "denied");
    EXPECT_EQ(read_file(file), "kept\n");
    EXPECT_EQ(said("cat input; echo mine > $TMPDIR/mine; cat benches/0/mine"), "41\nmine\n");
    EXPECT_EQ(read_file(own() / "mine"), "mine\n");
    EXPECT_EQ(said("echo 5 > /proc/self/clear_refs; echo x > /dev/shm/x && echo fine"), "fine\n");
    EXPECT_FALSE(std::filesystem::exists("/dev/shm/x"));
}

TEST_F(ConfinedProgram, SeesNothingOfWhatLiesBesideItsFolder) {
    EXPECT_EQ(said("ls benches"), "0\n");
    is_refused("cat benches/1/answer", "No such file");
    is_refused("mkdir benches/2", "Read-only file system");
    EXPECT_EQ(read_file(work() / "benches/1/answer"), "42\n");
}

TEST_F(ConfinedProgram, HasNoNetwork) {
    const auto opens = [&](const std::string &family) {
        return said("python3 -c 'import socket; socket.socket(socket." + family + ", socket.SOCK_STREAM)'");
    };
    EXPECT_NE(opens("AF_INET").find("Network is unreachable"), std::string::npos);
    EXPECT_NE(opens("AF_INET6").find("Network is unreachable"), std::string::npos);
    EXPECT_EQ(opens("AF_UNIX"), "");
}

} // namespace
} // namespace iron
