// The process that stands between the tool and a program it starts: the first one of a PID namespace of its
// own, so that whatever the program starts ends with it, also when the tool itself is killed.
#pragma once

#include <string>
#include <sys/types.h>
#include <vector>

namespace iron {

struct Launch;

enum class Containment {
    confined,      // a PID namespace, and a view of the machine of its own (lab/confines.h)
    own_namespace, // a PID namespace (in a user namespace where the tool is not root)
    adopted,       // where that is refused: descendants are adopted and killed one by one
};

// Descriptors that become a program's standard input, output and error: 64 or above.
struct Streams {
    int input = -1, output = -1, errors = -1;
};

// Which one this machine allows; tried once.
Containment containment();
std::string word_for(Containment how); // in documents

// What a keeper tells of the program when it has ended.
struct KeptEnding {
    int status = 0; // as wait() tells it
    double wall_s = 0, cpu_s = 0;
    long long resident_kib = 0;  // as the kernel's rusage tells: may be the tool's own, inherited
    long long peak_resident = 0; // bytes, exact to a page; 0 unless it was asked for
};

// What may fail on the way to a program.
enum class Step { start, confine, hand_on, enter, run };

// Starts the keeper, which starts the program. On `trouble` two ints are written (the Step that failed and
// errno) where it can't be started; on `result` a KeptEnding. Both descriptors have to be 64 or above and
// close on exec. Returns the keeper's process number, -1 with errno set.
pid_t start_kept(const Launch &launch, const Streams &streams, const std::string &program, char **arguments,
                 char **environment, int trouble, int result);

// Every process that a keeper has below it now, its children first, by the numbers that /proc has.
std::vector<pid_t> descendants_of(pid_t keeper_in_proc);

} // namespace iron
