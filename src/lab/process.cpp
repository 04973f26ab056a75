#include "lab/process.h"

#include <algorithm>
#include <atomic>
#include <cerrno>
#include <csignal>
#include <cstring>
#include <fcntl.h>
#include <fstream>
#include <poll.h>
#include <sys/personality.h>
#include <sys/prctl.h>
#include <sys/resource.h>
#include <sys/stat.h>
#include <sys/syscall.h>
#include <sys/wait.h>
#include <unistd.h>

#include "core/error.h"
#include "lab/clock.h"
#include "lab/interrupt.h"
#include "records/files.h"

extern char **environ;

namespace iron {

namespace {

double now() { return SteadyClock().seconds(); }

void limit(int resource, std::int64_t bytes) {
    if (bytes <= 0) return;
    const rlimit both{static_cast<rlim_t>(bytes), static_cast<rlim_t>(bytes)};
    setrlimit(static_cast<__rlimit_resource>(resource), &both);
}

std::vector<char *> pointers(const std::vector<std::string> &texts) {
    std::vector<char *> list;
    for (const std::string &text : texts)
        list.push_back(const_cast<char *>(text.c_str()));
    list.push_back(nullptr);
    return list;
}

std::vector<std::string> environment_of(const Launch &launch) {
    std::vector<std::string> all = launch.environment;
    for (char **entry = environ; *entry; ++entry) {
        const std::string name = std::string(*entry).substr(0, std::string(*entry).find('=') + 1);
        if (std::none_of(launch.environment.begin(), launch.environment.end(),
                         [&](const std::string &own) { return own.starts_with(name); }))
            all.push_back(*entry);
    }
    return all;
}

// In the child: nothing but system calls from here to the new program.
void become(const Launch &launch, const std::string &program, char **arguments, char **environment,
            int trouble) {
    const auto fail = [&](int step) {
        const int report[2] = {step, errno};
        [[maybe_unused]] const ssize_t told = write(trouble, report, sizeof report);
        _exit(127);
    };
    setpgid(0, 0);
    prctl(PR_SET_PDEATHSIG, SIGKILL); // the tool may be killed too
    if (launch.same_addresses) personality(ADDR_NO_RANDOMIZE);
    for (const int number : {SIGINT, SIGTERM, SIGPIPE})
        signal(number, SIG_DFL);
    const int input = open(launch.input_path.c_str(), O_RDONLY);
    if (input < 0 || dup2(input, 0) < 0) fail(1);
    const int output = open(launch.output_path.c_str(), O_WRONLY | O_CREAT | O_TRUNC, 0600);
    if (output < 0 || dup2(output, 1) < 0) fail(2);
    const int errors = open(launch.error_path.c_str(), O_WRONLY | O_CREAT | O_TRUNC, 0600);
    if (errors < 0 || dup2(errors, 2) < 0) fail(2);
    if (launch.descriptor_3 >= 0 && dup2(launch.descriptor_3, 3) < 0) fail(3);
    if (launch.descriptor_4 >= 0 && dup2(launch.descriptor_4, 4) < 0) fail(3);
    // Everything else closes itself; these may just have been made.
    for (int fd = launch.descriptor_3 >= 0 ? 5 : 3; fd < 64; ++fd)
        if (fd != trouble) close(fd);
    if (!launch.folder.empty() && chdir(launch.folder.c_str()) != 0) fail(4);
    limit(RLIMIT_STACK, launch.stack_bytes);
    limit(RLIMIT_FSIZE, launch.output_bytes);
    if (launch.memory_bytes > 0) limit(RLIMIT_AS, launch.memory_bytes + launch.stack_bytes + (64 << 20));
    const rlimit no_core{0, 0};
    setrlimit(RLIMIT_CORE, &no_core);
    execve(program.c_str(), arguments, environment);
    fail(5);
}

} // namespace

std::string find_program(const std::string &name) {
    const auto runnable = [](const std::string &path) {
        struct stat info {};
        return access(path.c_str(), X_OK) == 0 && stat(path.c_str(), &info) == 0 && S_ISREG(info.st_mode);
    };
    if (name.find('/') != std::string::npos) return runnable(name) ? name : "";
    const char *path = std::getenv("PATH");
    std::string rest = path ? path : "/usr/local/bin:/usr/bin:/bin";
    while (!rest.empty()) {
        const std::size_t colon = rest.find(':');
        const std::string folder = rest.substr(0, colon);
        rest = colon == std::string::npos ? "" : rest.substr(colon + 1);
        if (!folder.empty() && runnable(folder + "/" + name)) return folder + "/" + name;
    }
    return "";
}

Process::Process(const Launch &launch) {
    // A path with a '/' is meant from the folder the program is to run in.
    const std::string &name = launch.command.at(0);
    const bool beside = name.find('/') != std::string::npos && name[0] != '/' && !launch.folder.empty();
    const std::string program = find_program(beside ? (launch.folder / name).string() : name);
    if (program.empty())
        throw Error(Category::not_possible, "there is no program '" + launch.command[0] + "'",
                    "install it, or mend the command");
    const std::vector<std::string> environment = environment_of(launch);
    const std::vector<char *> arguments = pointers(launch.command), variables = pointers(environment);
    int trouble[2];
    if (pipe2(trouble, O_CLOEXEC) != 0)
        throw Error(Category::not_possible, std::string("no pipe can be made: ") + std::strerror(errno));
    // Kept out of the way of the numbers handed on.
    const int telling = fcntl(trouble[1], F_DUPFD_CLOEXEC, 64);
    close(trouble[1]);
    resident_limit_ = launch.resident_bytes;
    started_s_ = now();
    id_ = fork();
    if (id_ == 0)
        become(launch, program, const_cast<char **>(arguments.data()), const_cast<char **>(variables.data()),
               telling);
    close(telling);
    int report[2] = {0, errno};
    ssize_t got = id_ < 0 ? static_cast<ssize_t>(sizeof report) : read(trouble[0], report, sizeof report);
    while (got < 0 && errno == EINTR)
        got = read(trouble[0], report, sizeof report);
    close(trouble[0]);
    if (got == sizeof report) {
        if (id_ > 0) waitpid(id_, nullptr, 0);
        id_ = -1;
        static const char *const steps[] = {"a process can't be made",     "the input can't be opened",
                                            "the output can't be opened",  "a descriptor can't be handed on",
                                            "its folder can't be entered", "it can't be run"};
        throw Error(Category::not_possible,
                    launch.command[0] + ": " + steps[report[0]] + ": " + std::strerror(report[1]));
    }
    handle_ = static_cast<int>(syscall(SYS_pidfd_open, id_, 0));
}

Process::~Process() {
    if (id_ > 0 && !ending_) stop();
    if (handle_ >= 0) close(handle_);
}

Ending Process::reaped() {
    if (ending_) return *ending_;
    int status = 0;
    rusage usage{};
    while (wait4(id_, &status, 0, &usage) < 0 && errno == EINTR) {
    }
    Ending ending;
    ending.process = id_;
    ending.wall_s = now() - started_s_;
    const auto seconds = [](const timeval &t) {
        return static_cast<double>(t.tv_sec) + 1e-6 * static_cast<double>(t.tv_usec);
    };
    ending.cpu_s = seconds(usage.ru_utime) + seconds(usage.ru_stime);
    ending.peak_resident_bytes = static_cast<std::int64_t>(usage.ru_maxrss) * 1024;
    if (WIFSIGNALED(status)) {
        const int number = WTERMSIG(status);
        // SIGSTKFLT has no other use: our watch over the stack ends the process with it.
        ending.outcome = number == SIGXFSZ     ? Outcome::over_output
                         : number == SIGSTKFLT ? Outcome::over_stack
                                               : Outcome::crashed;
        ending.detail = number == SIGSTKFLT ? "" : "signal " + signal_name(number);
    } else if (WEXITSTATUS(status) != 0) {
        ending.outcome = Outcome::failed;
        ending.detail = "exit status " + std::to_string(WEXITSTATUS(status));
    }
    kill(-id_, SIGKILL); // what it started and left
    ending_ = ending;
    return ending;
}

Ending Process::wait(double seconds) {
    if (ending_) return *ending_;
    const double until = now() + seconds;
    for (;;) {
        const double left = until - now();
        pollfd waited{handle_, POLLIN, 0};
        const int ready = left <= 0 ? 0 : poll(&waited, 1, patience_ms(left));
        if (ready > 0) return reaped();
        if (interrupted()) {
            stop();
            stop_if_interrupted();
        }
        const bool fat = over_memory();
        if (fat || (ready == 0 && now() >= until)) {
            Ending ending = stop();
            ending.outcome = fat ? Outcome::over_memory : Outcome::over_time;
            ending.detail = "";
            ending_ = ending;
            return ending;
        }
    }
}

bool Process::over_memory() const {
    if (resident_limit_ <= 0 || id_ <= 0) return false;
    std::ifstream in("/proc/" + std::to_string(id_) + "/statm");
    std::int64_t whole = 0, resident = 0;
    return in >> whole >> resident && resident * sysconf(_SC_PAGESIZE) > resident_limit_;
}

int Process::patience_ms(double left_s) const {
    return static_cast<int>(std::min(left_s * 1000 + 1, resident_limit_ > 0 ? 20.0 : 1e9));
}

Ending Process::stop() {
    if (!ending_) {
        kill(-id_, SIGKILL);
        kill(id_, SIGKILL);
    }
    return reaped();
}

Finished run_to_end(Launch launch, const std::filesystem::path &scratch, double seconds) {
    static std::atomic<int> number{0};
    const std::string base = scratch / ("run-" + std::to_string(++number));
    launch.output_path = base + ".out";
    launch.error_path = base + ".err";
    Finished finished;
    {
        Process process(launch);
        finished.ending = process.wait(seconds);
    }
    finished.output = read_file(launch.output_path);
    finished.errors = read_file(launch.error_path);
    unlink(launch.output_path.c_str());
    unlink(launch.error_path.c_str());
    return finished;
}

std::string signal_name(int number) {
    const char *name = sigabbrev_np(number);
    return name ? std::string("SIG") + name : std::to_string(number);
}

} // namespace iron
