// Who is told what is being done.
#pragma once

#include <functional>
#include <string>

namespace iron {

// Real: TerminalTeller (cli/common.h), on standard error; simulated: Told (tests/simulated), which keeps it.
class Teller {
  public:
    virtual ~Teller() = default;
    virtual void phase(const std::string &name) = 0;
    // budget_s: 0 where the phase has none. `doing` is asked only where it is shown.
    virtual void progress(double spent_s, double budget_s, const std::function<std::string()> &doing) = 0;
    virtual void note(const std::string &text) = 0; // a line that stays
    virtual void clear() = 0;                       // what is shown of progress
};

} // namespace iron
