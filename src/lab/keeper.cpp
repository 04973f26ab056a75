#include "lab/keeper.h"

#include <cerrno>
#include <csignal>
#include <cstdio>
#include <cstdlib>
#include <cstring>
#include <ctime>
#include <dirent.h>
#include <fcntl.h>
#include <fstream>
#include <sched.h>
#include <sys/personality.h>
#include <sys/prctl.h>
#include <sys/ptrace.h>
#include <sys/resource.h>
#include <sys/syscall.h>
#include <sys/wait.h>
#include <unistd.h>

#include "lab/process.h"
#include "lab/workspace.h"

namespace iron {

namespace {

void limit(int resource, std::int64_t bytes) {
    if (bytes <= 0) return;
    const rlimit both{static_cast<rlim_t>(bytes), static_cast<rlim_t>(bytes)};
    setrlimit(static_cast<__rlimit_resource>(resource), &both);
}

double now() {
    timespec time{};
    clock_gettime(CLOCK_MONOTONIC, &time);
    return static_cast<double>(time.tv_sec) + 1e-9 * static_cast<double>(time.tv_nsec);
}

void pin_to(const std::vector<int> &processors) {
    if (processors.empty()) return;
    cpu_set_t set;
    CPU_ZERO(&set);
    for (const int one : processors)
        CPU_SET(one, &set);
    sched_setaffinity(0, sizeof set, &set);
}

[[noreturn]] void give_up(Step step, int trouble) {
    const int report[2] = {static_cast<int>(step), errno};
    [[maybe_unused]] const ssize_t told = write(trouble, report, sizeof report);
    _exit(127);
}

// In the program's own process: nothing but system calls from here to the new program.
[[noreturn]] void become(const Launch &launch, const Streams &streams, const char *program, char **arguments,
                         char **environment, int trouble) {
    const auto fail = [&](Step step) { give_up(step, trouble); };
    setpgid(0, 0);
    prctl(PR_SET_PDEATHSIG, SIGKILL);
    pin_to(launch.processors);
    if (launch.same_addresses) personality(ADDR_NO_RANDOMIZE);
    for (const int number : {SIGINT, SIGTERM, SIGHUP, SIGPIPE, SIGXFSZ})
        signal(number, SIG_DFL);
    if (dup2(streams.input, 0) < 0 || dup2(streams.output, 1) < 0 || dup2(streams.errors, 2) < 0 ||
        (launch.descriptor_3 >= 0 && dup2(launch.descriptor_3, 3) < 0) ||
        (launch.descriptor_4 >= 0 && dup2(launch.descriptor_4, 4) < 0))
        fail(Step::hand_on);
    // Everything else closes itself; these may just have been made.
    for (int fd = launch.descriptor_3 >= 0 ? 5 : 3; fd < 64; ++fd)
        close(fd);
    if (!launch.folder.empty() && chdir(launch.folder.c_str()) != 0) fail(Step::enter);
    limit(RLIMIT_STACK, launch.stack_bytes);
    limit(RLIMIT_FSIZE, launch.output_bytes);
    if (launch.memory_bytes > 0) limit(RLIMIT_AS, launch.memory_bytes + launch.stack_bytes + (64 << 20));
    const rlimit no_core{0, 0};
    setrlimit(RLIMIT_CORE, &no_core);
    if (launch.exact_peak)
        ptrace(PTRACE_TRACEME, 0, nullptr, nullptr); // the keeper reads its peak at the exit
    execve(program, arguments, environment);
    give_up(Step::run, trouble);
}

// The peak of the keeper's child that has stopped on its way out: exact, and not inherited from who started
// it. The child's number in /proc is not the one that it has in the namespace.
long long peak_of_child() {
    const auto read_into = [](const char *path, char *text, std::size_t size) {
        const int file = open(path, O_RDONLY | O_CLOEXEC);
        const ssize_t got = file < 0 ? -1 : read(file, text, size - 1);
        if (file >= 0) close(file);
        text[got > 0 ? got : 0] = '\0';
    };
    char path[40], text[4096];
    read_into("/proc/thread-self/children", text, sizeof text);
    std::snprintf(path, sizeof path, "/proc/%ld/status", std::strtol(text, nullptr, 10));
    read_into(path, text, sizeof text);
    const char *at = std::strstr(text, "VmHWM:");
    long long kib = 0;
    return at && std::sscanf(at + 6, "%lld", &kib) == 1 ? kib * 1024 : 0;
}

void write_text(const char *path, const char *text) {
    const int file = open(path, O_WRONLY | O_CLOEXEC);
    if (file < 0) return;
    [[maybe_unused]] const ssize_t wrote = write(file, text, std::strlen(text));
    close(file);
}

// In a new user namespace: this user stays who it was.
void map_user(uid_t user, gid_t group) {
    char text[48];
    write_text("/proc/self/setgroups", "deny");
    std::snprintf(text, sizeof text, "%u %u 1", user, user);
    write_text("/proc/self/uid_map", text);
    std::snprintf(text, sizeof text, "%u %u 1", group, group);
    write_text("/proc/self/gid_map", text);
}

// What is left below an adopting keeper: killed until there is none.
void kill_descendants() {
    for (;;) {
        char text[4096];
        char path[64];
        std::snprintf(path, sizeof path, "/proc/self/task/%d/children", static_cast<int>(getpid()));
        const int file = open(path, O_RDONLY | O_CLOEXEC);
        const ssize_t got = file < 0 ? -1 : read(file, text, sizeof text - 1);
        if (file >= 0) close(file);
        if (got > 0) {
            text[got] = '\0';
            for (char *at = text; *at;) {
                const long child = std::strtol(at, &at, 10);
                if (child > 0) kill(static_cast<pid_t>(child), SIGKILL);
                while (*at == ' ' || *at == '\n')
                    ++at;
            }
        }
        if (waitpid(-1, nullptr, 0) < 0 && errno == ECHILD) return;
    }
}

volatile std::sig_atomic_t told_to_end = 0;

[[noreturn]] void keep(const Launch &launch, const Streams &streams, const char *program, char **arguments,
                       char **environment, int trouble, int result, Containment how) {
    setpgid(0, 0);
    signal(SIGINT, SIG_IGN);
    if (how == Containment::adopted) {
        // Killed outright it could end nothing: it is asked to, and does it.
        struct sigaction action {};
        action.sa_handler = [](int) { told_to_end = 1; };
        sigaction(SIGTERM, &action, nullptr);
        prctl(PR_SET_PDEATHSIG, SIGTERM);
        prctl(PR_SET_CHILD_SUBREAPER, 1);
    } else {
        signal(SIGTERM, SIG_IGN);
        prctl(PR_SET_PDEATHSIG, SIGKILL);
    }
    if (how == Containment::confined && !launch.confines.own_folder.empty() && !confine(launch.confines))
        give_up(Step::confine, trouble);
    const double started = now();
    const pid_t target = vfork(); // the time does not depend on how large the tool is
    if (target == 0) become(launch, streams, program, arguments, environment, trouble);
    if (target < 0) give_up(Step::start, trouble);
    // It holds none of the pipes' ends, however many there are.
    if (result > 0) close_range(0, static_cast<unsigned>(result) - 1, 0);
    close_range(static_cast<unsigned>(result) + 1, ~0U, 0);
    KeptEnding ending;
    bool followed = false;
    for (;;) {
        int status = 0;
        rusage usage{};
        const pid_t one = wait4(-1, &status, __WALL, &usage);
        if (told_to_end) {
            kill_descendants();
            _exit(0);
        }
        if (one < 0 && errno == EINTR) continue;
        if (one < 0) _exit(127);
        if (WIFSTOPPED(status)) { // only a traced one stops
            long deliver = WSTOPSIG(status);
            if (one == target && !followed) {
                ptrace(PTRACE_SETOPTIONS, target, nullptr, PTRACE_O_TRACEEXIT | PTRACE_O_EXITKILL);
                followed = true;
                deliver = 0;
            } else if (status >> 8 == (SIGTRAP | (PTRACE_EVENT_EXIT << 8))) {
                if (one == target) ending.peak_resident = peak_of_child();
                deliver = 0;
            }
            ptrace(PTRACE_CONT, one, nullptr, deliver);
            continue;
        }
        if (one != target) continue; // an orphan, adopted
        ending.wall_s = now() - started;
        ending.status = status;
        const auto seconds = [](const timeval &t) {
            return static_cast<double>(t.tv_sec) + 1e-6 * static_cast<double>(t.tv_usec);
        };
        ending.cpu_s = seconds(usage.ru_utime) + seconds(usage.ru_stime);
        ending.resident_kib = usage.ru_maxrss;
        break;
    }
    if (how == Containment::adopted) kill_descendants();
    [[maybe_unused]] const ssize_t told = write(result, &ending, sizeof ending);
    _exit(0); // in a namespace of its own everything ends with it
}

pid_t fork_into(Containment how) {
    if (how == Containment::adopted) return fork();
    const uid_t user = geteuid();
    const gid_t group = getegid();
    const long flags = SIGCHLD | CLONE_NEWPID | (user == 0 ? 0 : CLONE_NEWUSER) |
                       (how == Containment::confined ? CLONE_NEWNS | CLONE_NEWIPC : 0);
    const pid_t child = static_cast<pid_t>(syscall(SYS_clone, flags, nullptr, nullptr, nullptr, nullptr));
    if (child == 0 && user != 0) map_user(user, group);
    return child;
}

} // namespace

namespace {

bool is_allowed(Containment how) {
    // Made before: the one that is split off can't ask for memory while another thread may be at it.
    const Confines tried = {temporary_folder(), {}};
    const pid_t child = fork_into(how);
    if (child == 0) {
        if (how == Containment::confined && !confine(tried)) _exit(1);
        // It has to be able to start another one there, too. Not by fork(), which takes locks that another
        // thread may have held, and nobody here would ever give back.
        const pid_t inner = _Fork();
        if (inner == 0) _exit(0);
        _exit(inner > 0 && waitpid(inner, nullptr, 0) == inner ? 0 : 1);
    }
    int status = 1;
    while (child > 0 && waitpid(child, &status, 0) < 0 && errno == EINTR) {
    }
    return child > 0 && status == 0;
}

} // namespace

Containment containment() {
    static const Containment found = [] {
        prepare_to_confine();
        for (const Containment how : {Containment::confined, Containment::own_namespace})
            if (is_allowed(how)) return how;
        return Containment::adopted;
    }();
    return found;
}

std::string word_for(Containment how) {
    return how == Containment::confined        ? "confined"
           : how == Containment::own_namespace ? "namespace"
                                               : "adopted";
}

pid_t start_kept(const Launch &launch, const Streams &streams, const std::string &program, char **arguments,
                 char **environment, int trouble, int result) {
    const Containment how = containment();
    const pid_t keeper = fork_into(how);
    if (keeper == 0) keep(launch, streams, program.c_str(), arguments, environment, trouble, result, how);
    return keeper;
}

std::vector<pid_t> descendants_of(pid_t keeper_in_proc) {
    std::vector<pid_t> found, waiting{keeper_in_proc};
    while (!waiting.empty()) {
        const std::string number = std::to_string(waiting.back());
        waiting.pop_back();
        // Any thread may have children; the first one's are all for a program of one thread.
        DIR *tasks = opendir(("/proc/" + number + "/task").c_str());
        for (const dirent *task = tasks ? readdir(tasks) : nullptr; task; task = readdir(tasks)) {
            if (task->d_name[0] == '.') continue;
            std::ifstream in("/proc/" + number + "/task/" + task->d_name + "/children");
            for (pid_t child; in >> child;) {
                found.push_back(child);
                waiting.push_back(child);
            }
        }
        if (tasks) closedir(tasks);
    }
    return found;
}

} // namespace iron
