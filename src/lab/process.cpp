#include "lab/process.h"

#include <algorithm>
#include <atomic>
#include <cerrno>
#include <csignal>
#include <cstring>
#include <fcntl.h>
#include <fstream>
#include <poll.h>
#include <sys/stat.h>
#include <sys/syscall.h>
#include <sys/wait.h>
#include <unistd.h>

#include "core/error.h"
#include "lab/allowance.h"
#include "lab/clock.h"
#include "lab/interrupt.h"
#include "records/files.h"

extern char **environ;

namespace iron {

namespace {

std::vector<char *> pointers(const std::vector<std::string> &texts) {
    std::vector<char *> list;
    for (const std::string &text : texts)
        list.push_back(const_cast<char *>(text.c_str()));
    list.push_back(nullptr);
    return list;
}

std::vector<std::string> environment_of(const Launch &launch) {
    std::vector<std::string> all = launch.environment;
    if (!launch.confines.own_folder.empty() && containment() == Containment::confined)
        all.push_back("TMPDIR=" + launch.confines.own_folder.string());
    const std::vector<std::string> own = all;
    for (char **entry = environ; *entry; ++entry) {
        const std::string name = std::string(*entry).substr(0, std::string(*entry).find('=') + 1);
        if (std::none_of(own.begin(), own.end(),
                         [&](const std::string &one) { return one.starts_with(name); }))
            all.push_back(*entry);
    }
    return all;
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

namespace {

// Out of the way of the numbers handed on, and closed again.
struct Opened : Streams {
    Opened() = default;
    Opened(const Opened &) = delete;
    Opened &operator=(const Opened &) = delete;
    ~Opened() {
        for (const int one : {input, output, errors})
            if (one >= 0) close(one);
    }
    static bool open_as(int &stream, const std::string &path, int how) {
        const int low = open(path.c_str(), how | O_CLOEXEC, 0600);
        if (low < 0) return false;
        stream = fcntl(low, F_DUPFD_CLOEXEC, 64);
        close(low);
        return stream >= 0;
    }
};

} // namespace

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
    int trouble[2], result[2];
    if (pipe2(trouble, O_CLOEXEC) != 0)
        throw Error(Category::not_possible, std::string("no pipe can be made: ") + std::strerror(errno));
    if (pipe2(result, O_CLOEXEC) != 0) {
        close(trouble[0]);
        close(trouble[1]);
        throw Error(Category::not_possible, std::string("no pipe can be made: ") + std::strerror(errno));
    }
    // Kept out of the way of the numbers handed on.
    const int telling = fcntl(trouble[1], F_DUPFD_CLOEXEC, 64),
              ending = fcntl(result[1], F_DUPFD_CLOEXEC, 64);
    close(trouble[1]);
    close(result[1]);
    const auto give_up = [&](const std::string &what, int fault) {
        for (const int one : {trouble[0], telling, result[0], ending})
            close(one);
        throw Error(Category::not_possible, launch.command[0] + ": " + what + ": " + std::strerror(fault));
    };
    Opened streams;
    if (!streams.open_as(streams.input, launch.input_path, O_RDONLY))
        give_up("the input can't be opened", errno);
    if (!streams.open_as(streams.output, launch.output_path, O_WRONLY | O_CREAT | O_TRUNC) ||
        !streams.open_as(streams.errors, launch.error_path, O_WRONLY | O_CREAT | O_TRUNC))
        give_up("the output can't be opened", errno);
    result_ = result[0];
    resident_limit_ = launch.resident_bytes;
    process_limit_ = launch.processes;
    started_s_ = SteadyClock().seconds();
    id_ = start_kept(launch, streams, program, const_cast<char **>(arguments.data()),
                     const_cast<char **>(variables.data()), telling, ending);
    const int fault = errno;
    close(ending);
    close(telling);
    int report[2] = {0, fault};
    ssize_t got = id_ < 0 ? static_cast<ssize_t>(sizeof report) : read(trouble[0], report, sizeof report);
    while (got < 0 && errno == EINTR)
        got = read(trouble[0], report, sizeof report);
    close(trouble[0]);
    if (got == sizeof report) {
        if (id_ > 0) waitpid(id_, nullptr, 0);
        id_ = -1;
        close(result_);
        static const char *const steps[] = {"a process can't be made", "its confines can't be set up",
                                            "a descriptor can't be handed on", "its folder can't be entered",
                                            "it can't be run"};
        throw Error(Category::not_possible,
                    launch.command[0] + ": " + steps[report[0]] + ": " + std::strerror(report[1]));
    }
    handle_ = static_cast<int>(syscall(SYS_pidfd_open, id_, 0));
    // The tool may itself live in a namespace whose processes have other numbers in /proc.
    number_in_proc_ = id_;
    std::ifstream told("/proc/self/fdinfo/" + std::to_string(handle_));
    for (std::string word; told >> word;)
        if (word == "Pid:") told >> number_in_proc_;
}

Process::~Process() {
    if (id_ > 0 && !ending_) stop();
    if (handle_ >= 0) close(handle_);
    if (result_ >= 0) close(result_);
}

Ending Process::reaped() {
    if (ending_) return *ending_;
    int ignored = 0;
    while (waitpid(id_, &ignored, 0) < 0 && errno == EINTR) {
    }
    Ending ending;
    ending.process = id_;
    ending.wall_s = SteadyClock().seconds() - started_s_;
    KeptEnding told;
    ssize_t got;
    do
        got = read(result_, &told, sizeof told);
    while (got < 0 && errno == EINTR);
    if (got != sizeof told) { // killed together with its keeper
        ending.outcome = Outcome::crashed;
        ending.detail = "signal SIGKILL";
        ending_ = ending;
        return ending;
    }
    ending.wall_s = told.wall_s;
    ending.cpu_s = told.cpu_s;
    ending.peak_resident_bytes = told.peak_resident > 0 ? told.peak_resident : told.resident_kib * 1024;
    const int status = told.status;
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
    ending_ = ending;
    return ending;
}

Ending Process::wait(double seconds) {
    if (ending_) return *ending_;
    Allowance allowance(*this, seconds);
    for (;;) {
        const double left = allowance.left_s();
        pollfd waited{handle_, POLLIN, 0};
        const int ready = left <= 0 ? 0 : poll(&waited, 1, patience_ms(left));
        if (ready > 0) {
            Ending ending = reaped();
            ending.held_up_s = std::min(allowance.held_up_s() * SteadyClock::patience(), ending.wall_s);
            ending_ = ending;
            return ending;
        }
        if (interrupted()) {
            stop();
            stop_if_interrupted();
        }
        const Outcome over = over_limit();
        if (over != Outcome::done || (ready == 0 && allowance.left_s() <= 0)) {
            Ending ending = stop();
            ending.outcome = over != Outcome::done ? over : Outcome::over_time;
            ending.detail = "";
            ending_ = ending;
            return ending;
        }
    }
}

namespace {

// Not over yet: what has ended and is not waited for is no burden.
bool runs(pid_t process) {
    std::ifstream in("/proc/" + std::to_string(process) + "/stat");
    std::string line;
    std::getline(in, line);
    const std::size_t name_end = line.rfind(')');
    return name_end != std::string::npos && name_end + 2 < line.size() && line[name_end + 2] != 'Z';
}

} // namespace

Outcome Process::over_limit() const {
    if ((resident_limit_ <= 0 && process_limit_ <= 0) || id_ <= 0) return Outcome::done;
    const std::vector<pid_t> all = descendants();
    if (process_limit_ > 0 && all.size() > static_cast<std::size_t>(process_limit_) &&
        std::count_if(all.begin(), all.end(), runs) > process_limit_)
        return Outcome::over_processes;
    std::int64_t bytes = 0;
    for (const pid_t one : resident_limit_ > 0 ? all : std::vector<pid_t>{}) {
        std::ifstream in("/proc/" + std::to_string(one) + "/statm");
        std::int64_t whole = 0, resident = 0;
        if (in >> whole >> resident) bytes += resident * sysconf(_SC_PAGESIZE);
    }
    return resident_limit_ > 0 && bytes > resident_limit_ ? Outcome::over_memory : Outcome::done;
}

int Process::patience_ms(double left_s) const {
    const double often = resident_limit_ > 0 ? 20 : process_limit_ > 0 ? 50 : 1e9;
    return static_cast<int>(std::min(left_s * 1000 + 1, often));
}

Ending Process::stop() {
    if (ending_) return *ending_;
    // An adopting keeper has to be asked, so that it takes with it what it adopted.
    if (containment() == Containment::adopted) {
        kill(id_, SIGTERM);
        for (const pid_t one : descendants())
            kill(one, SIGKILL);
    } else
        kill(id_, SIGKILL);
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
