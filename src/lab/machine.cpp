#include "lab/machine.h"

#include <fstream>
#include <sys/utsname.h>
#include <unistd.h>

#include "lab/build.h"

namespace iron {

Machine this_machine() {
    Machine machine;
    std::ifstream info("/proc/cpuinfo");
    for (std::string line; std::getline(info, line);)
        if (line.starts_with("model name")) {
            machine.processor = line.substr(line.find(':') + 2);
            break;
        }
    machine.processors = static_cast<int>(sysconf(_SC_NPROCESSORS_ONLN));
    machine.memory_bytes =
        static_cast<double>(sysconf(_SC_PHYS_PAGES)) * static_cast<double>(sysconf(_SC_PAGESIZE));
    utsname name{};
    if (uname(&name) == 0) machine.system = std::string(name.sysname) + " " + name.release;
    if (const std::string version = version_of("g++"); !version.empty()) machine.compilers["g++"] = version;
    return machine;
}

} // namespace iron
