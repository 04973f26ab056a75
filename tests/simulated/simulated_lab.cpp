#include "simulated/simulated_lab.h"

#include <algorithm>
#include <cmath>
#include <cstdlib>
#include <fmt/format.h>
#include <set>
#include <xxhash.h>

#include "core/random.h"
#include "records/template_sizes.h"

namespace iron::test {

namespace {

constexpr double worker_start_s = 20e-3;
constexpr double ask_s = 3e-3;            // one line to a worker and back
constexpr double input_a_number_s = 2e-8; // making or reading it
constexpr double bytes_a_number = 4;
constexpr double batch_s = 100e-6;
constexpr double stall_s = 0.1;        // of the machine
constexpr double weighing_times = 1.3; // a call whose memory is read, against a plain one

double unit(std::uint64_t number) { return static_cast<double>(number >> 11) * 0x1p-53; }

std::uint64_t hash_of(const std::string &text, std::uint64_t seed) {
    return XXH3_64bits_withSeed(text.data(), text.size(), seed);
}

std::string place_of(const InputId &which) {
    std::string text = which.shape;
    for (const auto &[name, value] : which.sizes)
        text.append(" ").append(name).append("=").append(std::to_string(static_cast<std::int64_t>(value)));
    return text;
}

} // namespace

double value_of(const std::vector<Term> &terms, const Sizes &sizes) {
    double sum = 0;
    for (const Term &term : terms)
        sum += term.factor * std::exp(std::min(evaluate_log(term.growth, sizes), 700.0));
    return sum;
}

Input SimulatedInputs::get(const std::string &shape, const Sizes &sizes, std::uint64_t seed, Draw draw) {
    const InputId which{shape, sizes, seed};
    const std::string name = fmt::format("{} seed={} draw={}", place_of(which), seed, static_cast<int>(draw));
    const double bytes = bytes_of(shape, sizes);
    if (made_.emplace(name, which).second) clock_.pass(bytes / bytes_a_number * input_a_number_s);
    return {name, static_cast<std::uint64_t>(bytes)};
}

double SimulatedInputs::bytes_of(const std::string &shape, const Sizes &sizes) const {
    const auto used = sizes_in(*simulated_.problem.shape(shape)->text);
    double numbers = 1;
    for (const auto &[size, value] : sizes)
        if (used.contains(size)) numbers += std::min(value, 1e6);
    return bytes_a_number * numbers;
}

std::string SimulatedInputs::text(const Input &input) {
    const InputId *which = simulated_.draws ? nullptr : spot_of(input);
    return which ? place_of(*which) : input.path.string();
}

const InputId *SimulatedInputs::spot_of(const Input &input) const {
    const auto found = made_.find(input.path.string());
    return found == made_.end() ? nullptr : &found->second;
}

// A solution that does what its law says.
class LawRunner : public Runner {
  public:
    LawRunner(SimulatedLab &lab, const std::string &name, const SolutionLaw &law, const Problem &problem)
        : lab_(lab), name_(name), law_(law), problem_(problem) {}

    Answered answer(const Input &input, double limit_s) override {
        const InputId *which = lab_.inputs_.spot_of(input);
        if (!which) return {Outcome::done, "", "the sample's answer", 1e-6};
        start();
        try {
            double call_s = run(*which, limit_s);
            if (law_.stalls_every > 0 && ++answers_ % law_.stalls_every == 0) call_s += stall_s;
            pass(call_s + ask_s);
            if (call_s > limit_s) return {Outcome::over_time, "stopped", "", 0};
            return {Outcome::done, "", answer_at(*which), call_s};
        } catch (const Failure &failure) {
            return {failure.outcome, failure.detail, "", 0};
        }
    }

    Timed time(const InputId &which, const Measurement &blank) override {
        start();
        if (blank.cold) pass(worker_start_s);
        Timed timed{blank, 0, std::nullopt};
        const bool first = seen_.insert({place_of(which), which.seed}).second;
        if (first)
            pass(static_cast<double>(
                     lab_.inputs_.get(which.shape, which.sizes, which.seed, Draw::random).bytes) /
                 bytes_a_number * input_a_number_s);
        double call_s = run(which, problem_.limits.time_s);
        if (first) {
            timed.answer = answer_at(which);
            timed.first_s = call_s;
            pass(call_s);
        }
        timed.reading.cold = blank.cold;
        if (blank.cold) timed.again_s = law_.remembers ? call_s / 100 : call_s;
        if (law_.remembers && !blank.cold) call_s /= 100;
        call_s *= noise();
        Measurement &m = timed.reading;
        m.calls = law_.whole_program
                      ? 1
                      : std::clamp<std::int64_t>(static_cast<std::int64_t>(batch_s / std::max(call_s, 1e-10)),
                                                 1, 1'000'000);
        pass(call_s * static_cast<double>(m.calls) + ask_s);
        m.inputs = static_cast<int>(std::min<std::int64_t>(m.calls, 16));
        m.floor_ns = law_.whole_program ? law_.start_up_s * 1e9 : 1;
        m.text_bytes = text_bytes(which);
        m.time_ns = m.cpu_ns = call_s * 1e9;
        m.worker = 1;
        timed.call_s = std::max(call_s, 1e-10);
        return timed;
    }

    std::vector<Measurement> count(const InputId &which, const Measurement &blank,
                                   const CountAsk &ask) override {
        start();
        if (blank.cold) pass(worker_start_s);
        std::vector<Measurement> made;
        if (!ask.steps && law_.whole_program) return made;
        const double call_s = run(which, 2 * problem_.limits.time_s);
        const double takes_s = (ask.steps ? law_.counting_times : weighing_times) * call_s,
                     limit_s = std::min(ask.limit_s, 2 * problem_.limits.time_s);
        pass(std::min(takes_s, limit_s) + ask_s);
        if (takes_s > limit_s) throw Failure{Outcome::over_time, "stopped"};
        if (law_.counts && ask.steps) {
            Measurement m = blank;
            m.kind = MeasuredKind::counting;
            m.text_bytes = text_bytes(which);
            m.steps = static_cast<std::int64_t>(std::llround(steps_at(which)));
            if (law_.by_line) {
                m.spots = spots_at(which);
                m.steps = total_of(m.spots);
            }
            if (ask.twice) m.later_steps = law_.remembers ? m.steps / 100 : m.steps;
            made.push_back(m);
        }
        if (law_.weighs && (ask.space || law_.whole_program)) {
            pass(law_.weighs_s);
            Measurement m = blank;
            m.kind = MeasuredKind::space;
            m.text_bytes = text_bytes(which);
            m.space.space_bytes = static_cast<std::int64_t>(bytes_at(which));
            m.space.heap_peak_bytes = m.space.space_bytes;
            m.space.grain_bytes = static_cast<std::int64_t>(law_.grain_bytes);
            m.space.resident_peak_bytes = m.space.space_bytes + (4 << 20);
            made.push_back(m);
        }
        return made;
    }

    void renew() override {
        started_ = false;
        seen_.clear();
    }
    std::vector<std::string> notes() const override { return {}; }

  private:
    const ShapeLaw &law_at(const InputId &which) const { return law_.on.at(which.shape); }
    std::int64_t text_bytes(const InputId &which) const {
        return law_.whole_program ? static_cast<std::int64_t>(lab_.inputs_.bytes_of(which.shape, which.sizes))
                                  : 0;
    }

    void pass(double seconds) {
        lab_.clock_.pass(seconds);
        lab_.spent_s_[name_] += seconds;
    }

    void start() {
        if (law_.whole_program || started_) return;
        started_ = true;
        pass(worker_start_s);
    }

    double noise() {
        const double u = unit(random_.next()), v = unit(random_.next());
        const double normal = std::sqrt(-2 * std::log(u + 1e-300)) * std::cos(6.283185307179586 * v);
        const double spike = random_.below(20) == 0 ? 1.5 : 1;
        return std::exp(law_.noise * normal) * spike;
    }

    SpotCounts spots_at(const InputId &which) const {
        const std::vector<Term> &terms = law_at(which).steps;
        const double all = value_of(terms, which.sizes), share = all > 0 ? steps_at(which) / all : 1;
        SpotCounts spots;
        for (std::size_t i = 0; i < terms.size(); ++i)
            spots[key_of({"", {static_cast<int>(i) + 1}, ""})] =
                std::llround(std::min(share * value_of({terms[i]}, which.sizes), 1e18));
        return spots;
    }

    double steps_at(const InputId &which) const {
        const ShapeLaw &law = law_at(which);
        double steps = value_of(law.steps, which.sizes);
        const double luck = unit(hash_of(place_of(which), which.seed));
        if (luck < law.ends_early)
            steps /= 10;
        else if (law.input_spread > 0) // of the inputs, the same for every solution
            steps *= 1 + law.input_spread * (2 * unit(hash_of(place_of(which), which.seed + 7919)) - 1);
        return std::min(steps, 9e18);
    }

    // Elements and frames are whole: a depth of log n is a whole number of them.
    double bytes_at(const InputId &which) const {
        double bytes = 0;
        for (const Term &term : law_at(which).bytes)
            bytes += term.factor * std::floor(value_of({{1, term.growth}}, which.sizes) * (1 + 1e-9));
        return std::min(std::floor(bytes), 9e18);
    }

    // Seconds of one call, or one process. Throws where it comes to no answer.
    double run(const InputId &which, double limit_s) {
        const double first = which.sizes.at(problem_.sizes.front().name);
        if (law_.crashes_from && first >= *law_.crashes_from)
            throw Failure{Outcome::crashed, "signal SIGSEGV"};
        if (bytes_at(which) > static_cast<double>(problem_.limits.memory_bytes)) {
            pass(0.05);
            throw Failure{Outcome::over_memory, "more than it may have"};
        }
        const double steps = steps_at(which);
        const double touched = lab_.inputs_.bytes_of(which.shape, which.sizes) + bytes_at(which);
        const double a_step =
            law_.step_ns *
            (touched > law_.cache_bytes ? 1 + (law_.cache_times - 1) * (1 - law_.cache_bytes / touched) : 1);
        const double call_s = 1e-9 * steps * a_step + (law_.whole_program ? law_.start_up_s : 2e-9);
        if (call_s > limit_s) {
            pass(limit_s);
            throw Failure{Outcome::over_time, "stopped"};
        }
        return call_s;
    }

    std::string answer_at(const InputId &which) const {
        const double first = which.sizes.at(problem_.sizes.front().name);
        if (law_.silent_from && first >= *law_.silent_from) return "\n";
        const std::string right = fmt::format("{}\n", hash_of(place_of(which), which.seed) % 1000);
        return law_.wrong_from && first >= *law_.wrong_from ? "-" + right : right;
    }

    SimulatedLab &lab_;
    std::string name_;
    const SolutionLaw &law_;
    const Problem &problem_;
    bool started_ = false;
    int answers_ = 0;
    std::set<std::pair<std::string, std::uint64_t>> seen_;
    Random random_{hash_of(name_, 1)};
};

SimulatedLab::SimulatedLab(const SimulatedProblem &simulated, SimulatedClock &clock)
    : simulated_(simulated), clock_(clock), inputs_(simulated, clock) {}

SimulatedLab::~SimulatedLab() = default;

Runner &SimulatedLab::runner(const std::string &solution) {
    std::unique_ptr<Runner> &runner = runners_[solution];
    if (!runner)
        runner =
            std::make_unique<LawRunner>(*this, solution, simulated_.laws.at(solution), simulated_.problem);
    return *runner;
}

std::vector<Entrant> SimulatedLab::entrants() const {
    std::vector<Entrant> all;
    for (const Solution &one : simulated_.problem.solutions) {
        const SolutionLaw &law = simulated_.laws.at(one.name);
        all.push_back({one.name, true, "", law.whole_program, law.counts || law.weighs,
                       law.weighs && !law.whole_program});
    }
    return all;
}

void MemoryArchive::start_journal(const std::string &heading, const std::string &whole_lines) {
    std::vector<Measurement> kept;
    if (journal_ && !whole_lines.empty()) kept = std::move(journal_->measurements);
    journal_ = Journal{heading, std::move(kept), 0, ""};
}

void MemoryArchive::append(const Measurement &measurement) { journal_->measurements.push_back(measurement); }

std::optional<Journal> MemoryArchive::journal() {
    if (!journal_) return std::nullopt;
    Journal journal = *journal_;
    journal.whole_lines = "kept"; // the lines themselves are for a disk
    return journal;
}

void Told::progress(double spent_s, double, const std::function<std::string()> &doing) {
    static const bool traced = std::getenv("IRON_TRACE") != nullptr;
    if (traced) fmt::print("{:.4f} {}\n", spent_s, doing());
}

} // namespace iron::test
