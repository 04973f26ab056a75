#include "lab/allowance.h"

#include <algorithm>
#include <dirent.h>
#include <fstream>
#include <sstream>
#include <string>
#include <unistd.h>

#include "lab/clock.h"
#include "lab/process.h"

namespace iron {

namespace {

constexpr double often_s = 0.02;  // how often the process is looked at, at most
constexpr double most_limits = 4; // so many more are waited for at most

// Of a line of /proc/*/stat: what follows the name, which may hold anything.
struct TaskStat {
    char state = '?';
    double used_ticks = 0; // its own and its dead children's
};

TaskStat task_stat(const std::string &path) {
    std::ifstream in(path);
    std::string line;
    std::getline(in, line);
    TaskStat stat;
    const std::size_t name_end = line.rfind(')');
    if (name_end == std::string::npos) return stat; // it ended
    std::istringstream rest(line.substr(name_end + 1));
    rest >> stat.state;
    std::string skipped;
    for (int field = 4; field < 14; ++field)
        rest >> skipped;
    for (double ticks = 0, i = 0; i < 4 && rest >> ticks; ++i)
        stat.used_ticks += ticks;
    return stat;
}

// Running, waiting for a processor, or held in the kernel as by a disk.
bool is_ready(char state) { return state == 'R' || state == 'D'; }

bool has_ready_thread(const std::string &process) {
    DIR *tasks = opendir((process + "/task").c_str());
    bool ready = false;
    for (const dirent *task = tasks ? readdir(tasks) : nullptr; task && !ready; task = readdir(tasks))
        ready =
            task->d_name[0] != '.' && is_ready(task_stat(process + "/task/" + task->d_name + "/stat").state);
    if (tasks) closedir(tasks);
    return ready;
}

} // namespace

Allowance::Allowance(const Process &process, double seconds)
    : process_(process), limit_s_(seconds), started_s_(SteadyClock().seconds()), looked_s_(started_s_) {}

double Allowance::left_s() {
    const double now_s = SteadyClock().seconds();
    if (now_s - looked_s_ >= often_s) look(now_s);
    return started_s_ + limit_s_ + std::min(held_up_s(), most_limits * limit_s_) - now_s;
}

double Allowance::held_up_s() const { return std::max(0.0, ready_s_ - used_s_); }

void Allowance::look(double now_s) {
    double ticks = 0;
    bool ready = false;
    for (const pid_t one : process_.descendants()) {
        const std::string folder = "/proc/" + std::to_string(one);
        const TaskStat stat = task_stat(folder + "/stat");
        ticks += stat.used_ticks;
        ready = ready || is_ready(stat.state) || has_ready_thread(folder);
    }
    static const double ticks_a_second = static_cast<double>(sysconf(_SC_CLK_TCK));
    const double used_s = ticks / ticks_a_second / SteadyClock::patience();
    if (used_at_first_s_ < 0)
        used_at_first_s_ = used_s; // a worker has calls behind it
    else if (ready)
        ready_s_ += now_s - looked_s_;
    used_s_ = std::max(used_s_, used_s - used_at_first_s_);
    looked_s_ = now_s;
}

} // namespace iron
