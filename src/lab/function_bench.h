// A solution in function style on the bench: its workers, the inputs they hold, and the readings they give.
#pragma once

#include <map>
#include <memory>
#include <optional>
#include <string>
#include <utility>
#include <vector>

#include "lab/answerer.h"
#include "lab/build.h"
#include "lab/input_store.h"
#include "lab/worker.h"

namespace iron {

struct BenchOptions {
    bool measures = false;   // times and counts are asked for, not answers alone
    bool cold = false;       // every timing is the first call of a new process
    double warm_limit_s = 0; // that a just-in-time compiler is given to settle in a new worker
};

class FunctionBench : public Runner {
  public:
    // `scratch`: a folder for its files. The solution was built; where it counts, with step counters.
    FunctionBench(const Problem &problem, Built built, InputStore &inputs, std::filesystem::path scratch,
                  BenchOptions options);

    Answered answer(const Input &input, double limit_s) override {
        return answerer_.answer(input.path, limit_s);
    }
    Timed time(const InputId &which, const Measurement &blank) override;
    std::vector<Measurement> count(const InputId &which, const Measurement &blank,
                                   const CountAsk &ask) override;
    void renew() override;
    std::vector<std::string> notes() const override { return notes_; }

  private:
    struct Batch {
        std::int64_t calls = 0;
        double wall_s = 0, call_s = 0, cpu_s = 0;
    };
    using Where = std::pair<std::string, Sizes>;

    Reply asked(std::unique_ptr<Worker> &worker, const std::string &line, double limit_s = 1e300);
    void start(std::unique_ptr<Worker> &worker, const Runnable &runnable, bool counting);
    void load(const InputId &which, int wanted);
    void warm(const InputId &which, Measurement &m);
    Batch run_batch(const InputId &which, double call_s);
    Timed time_calls(const InputId &which, const Measurement &blank);
    Timed time_cold(const InputId &which, const Measurement &blank);
    Measurement counted(const std::string &input, const Measurement &blank, const std::string &command,
                        double limit_s);
    std::vector<Measurement> counted_twice(const std::string &input, const Measurement &blank,
                                           double limit_s);
    Measurement weighed(const std::string &input, const Measurement &blank, double limit_s);
    void note(const std::string &text);

    const Problem &problem_;
    Built built_;
    InputStore &inputs_;
    std::filesystem::path scratch_;
    BenchOptions options_;
    Answerer answerer_;
    std::unique_ptr<Worker> timing_, counting_, weighing_;
    std::map<Where, std::vector<long>> loaded_; // numbers of the inputs that the timing worker holds
    std::map<Where, std::uint64_t> input_bytes_;
    std::map<Where, double> call_s_; // one call, as last read
    long next_input_ = 1;
    int workers_ = 0;
    bool warm_ = false; // the worker has been called before
    bool no_space_ = false;
    std::size_t turn_ = 0;
    std::vector<std::string> notes_;
};

// Whether the processor was taken away while a single-threaded piece of work ran.
bool was_disturbed(double wall_s, double cpu_s);

} // namespace iron
