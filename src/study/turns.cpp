#include "study/turns.h"

#include <algorithm>

#include "core/policy.h"

namespace iron {

namespace {

// Tells the progress of a turn as that of the whole.
class WholeTeller : public Teller {
  public:
    WholeTeller(Teller &inner, double before_s, double whole_s)
        : inner_(inner), before_s_(before_s), whole_s_(whole_s) {}
    void phase(const std::string &name) override { inner_.phase(name); }
    void progress(double spent_s, double budget_s, const std::function<std::string()> &doing) override {
        inner_.progress(before_s_ + spent_s, budget_s > 0 ? whole_s_ : 0, doing);
    }
    void note(const std::string &text) override { inner_.note(text); }
    void clear() override { inner_.clear(); }

  private:
    Teller &inner_;
    double before_s_, whole_s_;
};

// `last` came after `all`.
void join(MeasureSummary &all, MeasureSummary last) {
    last.recalled = all.recalled;
    last.spent_before_s = all.spent_before_s;
    last.spent_s += all.spent_s;
    last.disturbed += all.disturbed;
    for (const std::string &note : last.notes)
        std::erase(all.notes, note);
    last.notes.insert(last.notes.begin(), all.notes.begin(), all.notes.end());
    all = std::move(last);
}

} // namespace

MeasureSummary in_turns(const MeasureOptions &options, Archive &archive, Teller &teller,
                        const std::function<MeasureSummary(const MeasureOptions &, Teller &)> &turn) {
    MeasureOptions one = options;
    MeasureSummary all;
    double until_s = policy::plan::first_turn_s;
    for (int turns = 1;; ++turns, until_s *= policy::plan::turns_grow) {
        const bool last = until_s * policy::plan::turns_grow > 2 * options.budget_s;
        one.budget_s = (last ? options.budget_s : until_s) - all.spent_s;
        WholeTeller whole(teller, all.spent_s, options.budget_s);
        MeasureSummary told = turn(one, whole);
        if (turns == 1)
            all = std::move(told);
        else
            join(all, std::move(told));
        const bool more = !last && all.spent_s < options.budget_s && all.cells > 0;
        if (!more || options.certain(archive.journal()->measurements, turns)) break;
        one.afresh = false;
        one.generations = all.generations + 1; // what is read of larger sizes is read of another input too
    }
    all.stopped_early = all.spent_s < policy::plan::early * options.budget_s;
    return all;
}

} // namespace iron
