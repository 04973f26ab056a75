// A limit on time that waits with the process: for a processor that others have, for pages from the disk.
#pragma once

namespace iron {

class Process;

class Allowance {
  public:
    Allowance(const Process &process, double seconds);

    // Seconds that are left of it, negative where it is used up. To be asked again and again: it looks at the
    // process as it does so.
    double left_s();
    // Seconds in which the process, with all it started, would have run and was not let.
    double held_up_s() const;

  private:
    void look(double now_s);

    const Process &process_;
    double limit_s_;
    double started_s_, looked_s_;
    double used_at_first_s_ = -1, used_s_ = 0; // of processor time
    double ready_s_ = 0;                       // in which something of it could have run
};

} // namespace iron
