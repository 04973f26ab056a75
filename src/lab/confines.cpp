#include "lab/confines.h"

#include <cerrno>
#include <cstring>
#include <dirent.h>
#include <fcntl.h>
#include <linux/capability.h>
#include <linux/filter.h>
#include <linux/seccomp.h>
#include <seccomp.h>
#include <sys/mman.h>
#include <sys/mount.h>
#include <sys/prctl.h>
#include <sys/socket.h>
#include <sys/stat.h>
#include <sys/syscall.h>
#include <unistd.h>
#include <vector>

namespace iron {

namespace {

// Sockets of this machine alone; nor rings of requests that would go round this.
std::vector<sock_filter> no_network() {
    const scmp_filter_ctx filter = seccomp_init(SCMP_ACT_ALLOW);
    if (!filter) return {};
    bool made = true;
    const auto refuse = [&](scmp_arg_cmp families) {
        made =
            made && seccomp_rule_add(filter, SCMP_ACT_ERRNO(ENETUNREACH), SCMP_SYS(socket), 1, families) == 0;
    };
    for (unsigned family = 0; family < AF_NETLINK; ++family)
        if (family != AF_UNIX) refuse(SCMP_A0(SCMP_CMP_EQ, family));
    refuse(SCMP_A0(SCMP_CMP_GT, AF_NETLINK));
    made = seccomp_rule_add(filter, SCMP_ACT_ERRNO(ENOSYS), SCMP_SYS(io_uring_setup), 0) == 0 && made;
    std::vector<sock_filter> program;
    if (const int file = made ? memfd_create("filter", MFD_CLOEXEC) : -1; file >= 0) {
        if (seccomp_export_bpf(filter, file) == 0) {
            program.resize(static_cast<std::size_t>(lseek(file, 0, SEEK_END)) / sizeof(sock_filter));
            const std::size_t bytes = program.size() * sizeof(sock_filter);
            if (pread(file, program.data(), bytes, 0) != static_cast<ssize_t>(bytes)) program.clear();
        }
        close(file);
    }
    seccomp_release(filter);
    return program;
}

const std::vector<sock_filter> &filter() {
    static const std::vector<sock_filter> made = no_network();
    return made;
}

bool set_attributes(const char *path, unsigned flags, std::uint64_t set, std::uint64_t clear) {
    mount_attr attributes{};
    attributes.attr_set = set;
    attributes.attr_clr = clear;
    return mount_setattr(AT_FDCWD, path, flags, &attributes, sizeof attributes) == 0;
}

int copy_of(const char *folder) { return open_tree(AT_FDCWD, folder, OPEN_TREE_CLONE | OPEN_TREE_CLOEXEC); }

bool put_over(const char *folder, int copy) {
    const bool done = copy >= 0 && move_mount(copy, "", AT_FDCWD, folder, MOVE_MOUNT_F_EMPTY_PATH) == 0;
    if (copy >= 0) close(copy);
    return done;
}

// A program may ask of /proc about itself by writing there, of the machine it may not.
bool open_own_processes() {
    constexpr const char *of_the_machine[] = {"/proc/sys", "/proc/sysrq-trigger", "/proc/irq", "/proc/bus",
                                              "/proc/fs",  "/proc/acpi"};
    int read_only[std::size(of_the_machine)];
    for (std::size_t i = 0; i < std::size(of_the_machine); ++i)
        if ((read_only[i] = copy_of(of_the_machine[i])) < 0 && errno != ENOENT) return false;
    if (!set_attributes("/proc", 0, 0, MOUNT_ATTR_RDONLY)) return false;
    for (std::size_t i = 0; i < std::size(of_the_machine); ++i)
        if (read_only[i] >= 0 && !put_over(of_the_machine[i], read_only[i])) return false;
    return true;
}

// Shared memory is made by name in one place. It gets a new one there, with the folders of the old one to be
// read: solutions, builds and inputs may lie in them. Of more than that many it is left as it is.
void give_shared_memory() {
    constexpr const char *place = "/dev/shm";
    constexpr std::size_t most = 256, longest = 300;
    struct Found {
        char path[longest];
        int copy;
    };
    static Found found[most];
    alignas(8) static char entries[1 << 15];
    const int folder = open(place, O_RDONLY | O_DIRECTORY | O_CLOEXEC);
    if (folder < 0) return;
    std::size_t count = 0;
    bool all = true;
    for (long got; (got = syscall(SYS_getdents64, folder, entries, sizeof entries)) > 0;)
        for (long at = 0; at < got;) {
            const auto *const entry = reinterpret_cast<const dirent64 *>(entries + at);
            at += entry->d_reclen;
            if (entry->d_type != DT_DIR || entry->d_name[0] == '.') continue;
            if (count == most) {
                all = false;
                break;
            }
            stpcpy(stpcpy(stpcpy(found[count].path, place), "/"), entry->d_name);
            found[count].copy = copy_of(found[count].path);
            ++count;
        }
    close(folder);
    const bool made = all && mount("none", place, "tmpfs", MS_NOSUID | MS_NODEV, "size=256m,mode=1777") == 0;
    for (std::size_t i = 0; i < count; ++i)
        if (made && found[i].copy >= 0 && mkdir(found[i].path, 0700) == 0)
            put_over(found[i].path, found[i].copy);
        else if (found[i].copy >= 0)
            close(found[i].copy);
}

// Root keeps its rights over files, so that it reads what its caller can read; none over the machine.
void give_rights_up() {
    for (int right = 0; right <= CAP_LAST_CAP; ++right)
        if (right != CAP_DAC_OVERRIDE && right != CAP_DAC_READ_SEARCH && right != CAP_FOWNER)
            prctl(PR_CAPBSET_DROP, right);
}

bool lies_in(const std::filesystem::path &path, const std::filesystem::path &folder) {
    const std::string &whole = path.native(), &start = folder.native();
    return whole.size() > start.size() && whole.compare(0, start.size(), start) == 0 &&
           whole[start.size()] == '/';
}

} // namespace

void prepare_to_confine() { filter(); }

bool confine(const Confines &confines) {
    const char *const own = confines.own_folder.c_str();
    if (mount(nullptr, "/", nullptr, MS_REC | MS_PRIVATE, nullptr) != 0) return false;
    const int as_it_was = copy_of(own); // to be put back where it was
    if (as_it_was < 0 || !set_attributes("/", AT_RECURSIVE, MOUNT_ATTR_RDONLY, 0)) return false;
    if (!open_own_processes()) return false;
    give_shared_memory();
    if (const char *const unseen = confines.out_of_sight.c_str(); *unseen) {
        if (mount("none", unseen, "tmpfs", MS_NOSUID | MS_NODEV, "size=64k,mode=755") != 0 ||
            (lies_in(confines.own_folder, confines.out_of_sight) && mkdir(own, 0700) != 0) ||
            !set_attributes(unseen, 0, MOUNT_ATTR_RDONLY, 0))
            return false;
    }
    if (!put_over(own, as_it_was)) return false;
    give_rights_up();
    if (prctl(PR_SET_NO_NEW_PRIVS, 1, 0, 0, 0) != 0) return false;
    const sock_fprog program = {static_cast<unsigned short>(filter().size()),
                                const_cast<sock_filter *>(filter().data())};
    return program.len > 0 && prctl(PR_SET_SECCOMP, SECCOMP_MODE_FILTER, &program) == 0;
}

} // namespace iron
