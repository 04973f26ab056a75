// Iron Stopwatch adapter for C++17 and later. One file, no dependency but the standard library.
//
//     Input     read (std::istream& in);           // the problem's text, as the solution wants it
//     Answer    solve(const Input& input);         // measured; Input& and Input work too
//     void      write(std::ostream& out, const Answer& answer);
//     IRON_STOPWATCH(read, solve, write)           // optional fourth: Input copy(const Input&)
//
// Run by hand, the program reads standard input and writes standard output. Run by the tool, it is a worker
// that takes commands on descriptor 3 and replies on descriptor 4; the protocol is in docs/protocol.md.
#ifndef IRON_STOPWATCH_HPP
#define IRON_STOPWATCH_HPP

// The worker needs most of these; solutions may lean on them, so they stay where it is built apart.
#include <cstdint>
#include <cstdio>
#include <cstdlib>
#include <cstring>
#include <ctime>
#include <exception>
#include <fstream>
#include <iostream>
#include <map>
#include <memory>
#include <new>
#include <sstream>
#include <string>
#include <type_traits>
#include <utility>
#include <vector>

// In a counting build the tool links these; elsewhere they are null.
extern "C" {
struct iron_stopwatch_space {
    unsigned long long space_bytes, heap_peak_bytes, answer_bytes, stack_peak_bytes, allocations;
    int status;
    unsigned long long deeper;
};
__attribute__((weak)) int iron_stopwatch_count_call(int (*call)(void *), void *context,
                                                    unsigned long long *steps, unsigned long long *bulk);
__attribute__((weak)) void iron_stopwatch_count_anew();
__attribute__((weak)) const char *iron_stopwatch_where();
__attribute__((weak)) void iron_stopwatch_space_call(int (*call)(void *), void (*destroy)(void *),
                                                     void *context, unsigned long long stack_bytes,
                                                     iron_stopwatch_space *reading);
__attribute__((weak)) unsigned long long iron_stopwatch_heap_in_use();
}

namespace iron_stopwatch {

// A solution as the worker sees it, its types left behind. Inputs and answers are what the pointers point to.
struct Solved {
    enum class Passing { untouched, reference, moved }; // how an input reaches `solve`
    Passing passing;
    bool can_copy;
    std::size_t answer_bytes, answer_alignment;
    void *(*read)(std::istream &in); // made by new
    void *(*copy)(const void *input);
    void (*drop_input)(void *input);
    void (*solve)(void *input, void *slot); // makes the answer in the slot
    void (*write)(std::ostream &out, void *answer);
    void (*drop_answer)(void *answer); // destroys it in its slot
};

template <class Program>
struct Typed {
    using Input = typename Program::Input;
    using Answer = typename Program::Answer;
    static constexpr Solved::Passing passing = Program::takes_const   ? Solved::Passing::untouched
                                               : Program::takes_moved ? Solved::Passing::moved
                                                                      : Solved::Passing::reference;

    static Answer &answer_at(void *slot) { return *std::launder(static_cast<Answer *>(slot)); }
    static void *read(std::istream &in) { return new Input(Program::call_read(in)); }
    static void *copy(const void *input) {
        if constexpr (Program::can_copy)
            return new Input(Program::call_copy(*static_cast<const Input *>(input)));
        else
            return nullptr;
    }
    static void drop_input(void *input) { delete static_cast<Input *>(input); }
    static void solve(void *input, void *slot) {
        Input &it = *static_cast<Input *>(input);
        if constexpr (passing == Solved::Passing::untouched)
            new (slot) Answer(Program::call_solve(static_cast<const Input &>(it)));
        else if constexpr (passing == Solved::Passing::moved)
            new (slot) Answer(Program::call_solve(static_cast<Input &&>(it)));
        else
            new (slot) Answer(Program::call_solve(it));
    }
    static void write(std::ostream &out, void *answer) { Program::call_write(out, answer_at(answer)); }
    static void drop_answer(void *answer) { answer_at(answer).~Answer(); }
    static Solved solved() {
        return {passing, Program::can_copy, sizeof(Answer), alignof(Answer), &read,
                &copy,   &drop_input,       &solve,         &write,          &drop_answer};
    }
};

// The tool builds the worker apart, once for all solutions, and defines IRON_STOPWATCH_WORKER_APART for them:
// half of the time that a solution takes to build would go into it.
#if defined IRON_STOPWATCH_WORKER_ALONE || defined IRON_STOPWATCH_WORKER_APART
#define IRON_STOPWATCH_ONCE
#else
#define IRON_STOPWATCH_ONCE inline
#endif

// Takes commands on descriptor 3 and replies on descriptor 4 until told to quit; the program's exit status.
IRON_STOPWATCH_ONCE int serve(const Solved &solution);

} // namespace iron_stopwatch

#ifndef IRON_STOPWATCH_WORKER_APART

namespace iron_stopwatch {

extern "C" int getpid() noexcept; // declared here, so that no system header brings its names

struct Unusable : std::exception {
    explicit Unusable(std::string what) : text(std::move(what)) {}
    const char *what() const noexcept override { return text.c_str(); }
    std::string text;
};

// Keeps what it points to alive in the compiler's eyes.
inline void keep(void *value) { __asm__ volatile("" : : "r"(value) : "memory"); }

inline std::int64_t now_ns(clockid_t clock) {
    timespec now{};
    clock_gettime(clock, &now);
    return std::int64_t{1000000000} * now.tv_sec + now.tv_nsec;
}

// A command's words, taken one after the other.
struct Words {
    const char *at;
    bool number(std::size_t &value) {
        char *end = nullptr;
        const unsigned long long read = std::strtoull(at, &end, 10);
        if (end == at) return false;
        at = end;
        value = static_cast<std::size_t>(read);
        return true;
    }
    std::string rest() {
        while (*at == ' ')
            ++at;
        return at;
    }
};

// Line breaks would end a reply early.
inline std::string one_line(std::string text) {
    for (char &c : text)
        if (c == '\n' || c == '\r') c = ' ';
    return text.substr(0, 500);
}

class Worker {
    using Passing = Solved::Passing;

    struct Dropped {
        void (*drop)(void *);
        void operator()(void *input) const { drop(input); }
    };
    using Owned = std::unique_ptr<void, Dropped>;
    struct Kept {
        Owned input;
        std::string path;
        std::string first_answer;
    };

    // Room for answers made and destroyed by hand, so that neither is timed.
    class Slots {
      public:
        Slots(const Solved &solution, std::size_t count)
            : solution_(solution), alignment_(std::align_val_t{solution.answer_alignment}),
              room_(static_cast<char *>(::operator new(count *solution.answer_bytes, alignment_))) {
            std::memset(room_, 0, count * solution.answer_bytes); // touched before the clock runs
        }
        ~Slots() {
            for (std::size_t i = 0; i < used_; ++i)
                solution_.drop_answer(at(i));
            ::operator delete(room_, alignment_);
        }
        Slots(const Slots &) = delete;
        Slots &operator=(const Slots &) = delete;
        void *next() { return at(used_); }
        void filled() { ++used_; }
        void forget() { used_ = 0; } // nothing was made there
        void *at(std::size_t i) { return room_ + i * solution_.answer_bytes; }

      private:
        const Solved &solution_;
        const std::align_val_t alignment_;
        char *room_;
        std::size_t used_ = 0;
    };

    // What is called through a pointer the compiler can't see through, so that no call is dropped, merged or
    // hoisted.
    using Call = void (*)(void *, void *);
    static void empty_call(void *, void *) {}

  public:
    Worker(const Solved &solution, std::FILE *commands, std::FILE *replies)
        : solution_(solution), commands_(commands), replies_(replies) {}

    int run() {
        floor_ns_ = measured_floor();
        std::fprintf(replies_, "ready 1 floor_ns=%.3f passing=%s counting=%d counts_later=1\n", floor_ns_,
                     passing() == Passing::untouched ? "untouched"
                     : passing() == Passing::moved   ? "moved"
                                                     : "reference",
                     iron_stopwatch_count_call != nullptr);
        std::fflush(replies_);
        std::string line;
        while (next_line(line)) {
            if (line == "quit") return 0;
            std::string reply;
            try {
                reply = obeyed(line);
            } catch (const Unusable &error) {
                reply = "refused " + one_line(error.what());
            } catch (const std::bad_alloc &) {
                reply = "over-memory";
            } catch (const std::exception &error) {
                reply = "failed " + one_line(error.what());
            } catch (...) {
                reply = "failed an exception that is no std::exception";
            }
            leave_if_copy();
            std::fprintf(replies_, "%s\n", reply.c_str());
            std::fflush(replies_);
        }
        return 0;
    }

  private:
    Passing passing() const { return solution_.passing; }

    // A copy of the process that the solution made has no say, and touches no file.
    void leave_if_copy() const {
        if (getpid() != own_) std::_Exit(0);
    }

    bool next_line(std::string &line) {
        line.clear();
        for (int c; (c = std::fgetc(commands_)) != EOF;) {
            if (c == '\n') return true;
            line += static_cast<char>(c);
        }
        return false;
    }

    std::string obeyed(const std::string &line) {
        const std::size_t blank = line.find(' ');
        const std::string command = line.substr(0, blank);
        Words words{blank == std::string::npos ? "" : line.c_str() + blank};
        if (command == "time") return timed(words);
        if (command == "count") return counted(words.rest(), false);
        if (command == "count_later") return counted(words.rest(), true);
        if (command == "space") return weighed(words.rest());
        std::size_t id = 0;
        if (!words.number(id)) throw Unusable("unknown command '" + line + "'");
        if (command == "read") {
            const std::string path = words.rest();
            kept_.erase(id);
            kept_.emplace(id, Kept{from_file(path), path, ""});
        } else if (command == "forget")
            kept_.erase(id);
        else if (command == "answer")
            return answered(find(id), words.rest());
        else
            throw Unusable("unknown command '" + line + "'");
        return "done";
    }

    Owned owned(void *input) const { return {input, Dropped{solution_.drop_input}}; }

    Owned from_file(const std::string &path) const {
        std::ifstream in(path, std::ios::binary);
        if (!in) throw Unusable("can't open " + path);
        return owned(solution_.read(in));
    }

    Kept &find(std::size_t id) {
        const auto found = kept_.find(id);
        if (found == kept_.end()) throw Unusable("no input has this number");
        return found->second;
    }

    Owned fresh(const Kept &kept) const {
        if (solution_.can_copy && !reread_) return owned(solution_.copy(kept.input.get()));
        return from_file(kept.path);
    }

    std::string text_of(void *answer) const {
        std::ostringstream text;
        solution_.write(text, answer);
        return text.str();
    }

    // One call, timed from cold, its answer written to a file.
    std::string answered(Kept &kept, const std::string &path) {
        Owned own = passing() == Passing::untouched ? owned(nullptr) : fresh(kept);
        Slots slots(solution_, 1);
        const std::int64_t from = now_ns(CLOCK_MONOTONIC);
        call_(own ? own.get() : kept.input.get(), slots.next());
        const std::int64_t to = now_ns(CLOCK_MONOTONIC);
        leave_if_copy();
        slots.filled();
        keep(slots.at(0));
        std::string text = text_of(slots.at(0));
        std::ofstream out(path, std::ios::binary);
        out << text;
        if (!out.flush()) throw Unusable("can't write " + path);
        if (passing() != Passing::untouched) kept.first_answer = std::move(text);
        return "done call_ns=" + std::to_string(to - from);
    }

    // time CALLS AT_ONCE ID…: CALLS calls, going round the inputs; at most AT_ONCE copies and answers live at
    // a time.
    std::string timed(Words words) {
        std::size_t calls = 0, at_once = 0, id = 0;
        if (!words.number(calls) || !words.number(at_once)) calls = 0;
        std::vector<Kept *> round;
        while (words.number(id))
            round.push_back(&find(id));
        if (calls == 0 || at_once == 0 || round.empty())
            throw Unusable("time needs calls, copies at once and inputs");
        std::int64_t wall_ns = 0, cpu_ns = 0;
        bool checked = passing() == Passing::untouched;
        for (std::size_t done = 0; done < calls;) {
            const std::size_t count = calls - done < at_once ? calls - done : at_once;
            std::vector<Owned> copies;
            std::vector<void *> inputs(count);
            for (std::size_t i = 0; i < count; ++i) {
                Kept &kept = *round[(done + i) % round.size()];
                if (passing() != Passing::untouched) copies.push_back(fresh(kept));
                inputs[i] = passing() == Passing::untouched ? kept.input.get() : copies.back().get();
            }
            Slots slots(solution_, count);
            const std::int64_t cpu_from = now_ns(CLOCK_PROCESS_CPUTIME_ID);
            const std::int64_t from = now_ns(CLOCK_MONOTONIC);
            call_each(call_, inputs.data(), slots, count);
            const std::int64_t to = now_ns(CLOCK_MONOTONIC);
            cpu_ns += now_ns(CLOCK_PROCESS_CPUTIME_ID) - cpu_from;
            wall_ns += to - from;
            keep(slots.at(count - 1));
            if (!checked) {
                check_copies(round, slots, done, count);
                checked = true;
            }
            done += count;
        }
        return "done calls=" + std::to_string(calls) + " wall_ns=" + std::to_string(wall_ns) +
               " cpu_ns=" + std::to_string(cpu_ns) + " reread=" + (reread_ ? "1" : "0");
    }

    // Plain copying shares what an input points to. If an earlier call altered that, a later answer differs
    // from the first one: then every call reads its text again.
    void check_copies(const std::vector<Kept *> &round, Slots &slots, std::size_t done, std::size_t count) {
        const std::size_t last = count < round.size() ? count : round.size();
        for (std::size_t i = count - last; i < count; ++i) {
            Kept &kept = *round[(done + i) % round.size()];
            std::string text = text_of(slots.at(i));
            if (kept.first_answer.empty())
                kept.first_answer = std::move(text);
            else if (kept.first_answer != text) {
                if (reread_) throw Unusable("the answers to one input differ from call to call");
                reread_ = true;
                throw Unusable("an input copied plainly gave another answer; it is read afresh from now on");
            }
        }
    }

    // count PATH, count_later PATH: one call in a process of its own, on an input read there; a second one.
    struct Counting {
        Worker *worker;
        void *input, *slot;
        const std::string *path; // of an input that is still to be read
        bool later;
    };

    // A call that nothing is left of but what the solution keeps.
    void call_before(const std::string &path) {
        const Owned input = from_file(path);
        Slots slots(solution_, 1);
        call_(input.get(), slots.next());
        slots.filled();
    }

    // No block of it counts.
    [[gnu::no_profile_instrument_function]] static int call_once(void *context) {
        Counting &c = *static_cast<Counting *>(context);
        try {
            if (c.path) { // stays: what frees it would be counted
                if (c.later) c.worker->call_before(*c.path);
                c.input = c.worker->from_file(*c.path).release();
                c.slot = (new Slots(c.worker->solution_, 1))->next();
                iron_stopwatch_count_anew();
            }
            c.worker->call_(c.input, c.slot);
        } catch (const std::bad_alloc &) {
            return 2;
        } catch (...) {
            return 1;
        }
        return 0;
    }
    static void drop_answer(void *context) {
        const Counting &c = *static_cast<Counting *>(context);
        c.worker->solution_.drop_answer(c.slot);
    }
    static std::string thrown(int status) {
        return status == 2 ? "over-memory" : "failed the counted call threw an exception";
    }

    std::string counted(const std::string &path, bool later) {
        if (!iron_stopwatch_count_call) throw Unusable("this build counts no steps");
        unsigned long long steps = 0, bulk = 0;
        if (!std::ifstream(path)) throw Unusable("can't open " + path);
        Counting counting{this, nullptr, nullptr, &path, later};
        const int status = iron_stopwatch_count_call(&call_once, &counting, &steps, &bulk);
        if (status != 0) return thrown(status);
        return "done steps=" + std::to_string(steps + bulk) + " bulk_steps=" + std::to_string(bulk) +
               iron_stopwatch_where();
    }

    // space PATH: one call on a stack of its own, its memory read.
    std::string weighed(const std::string &path) {
        if (!iron_stopwatch_space_call) throw Unusable("this build reads no memory");
        const unsigned long long before = iron_stopwatch_heap_in_use();
        const Owned input = from_file(path);
        const unsigned long long after = iron_stopwatch_heap_in_use(),
                                 held = after > before ? after - before : 0;
        Slots slots(solution_, 1);
        Counting counting{this, input.get(), slots.next(), nullptr, false};
        iron_stopwatch_space reading{};
        const char *stack = std::getenv("IRON_STOPWATCH_STACK");
        iron_stopwatch_space_call(&call_once, &drop_answer, &counting,
                                  stack ? std::strtoull(stack, nullptr, 10) : 0, &reading);
        if (reading.status != 0) return thrown(reading.status);
        return "done space_bytes=" + std::to_string(reading.space_bytes) +
               " heap_peak_bytes=" + std::to_string(reading.heap_peak_bytes) +
               " answer_bytes=" + std::to_string(reading.answer_bytes) +
               " stack_peak_bytes=" + std::to_string(reading.stack_peak_bytes) +
               " allocations=" + std::to_string(reading.allocations) + " input_bytes=" + std::to_string(held);
    }

    // The same loop for what is measured and for the empty call that is taken off.
    [[gnu::hot, gnu::noinline]] static void call_each(Call volatile &call, void *const *inputs, Slots &slots,
                                                      std::size_t count) {
        for (std::size_t i = 0; i < count; ++i) {
            call(inputs[i], slots.next());
            slots.filled();
        }
    }

    double measured_floor() {
        Call volatile empty = &empty_call;
        constexpr std::size_t calls = 2000;
        const std::vector<void *> inputs(calls, nullptr);
        Slots slots(solution_, calls);
        double least = 1e9;
        for (int attempt = 0; attempt < 60; ++attempt) {
            const std::int64_t from = now_ns(CLOCK_MONOTONIC);
            call_each(empty, inputs.data(), slots, calls);
            const std::int64_t to = now_ns(CLOCK_MONOTONIC);
            slots.forget();
            const double ns = static_cast<double>(to - from) / calls;
            if (ns < least) least = ns;
        }
        return least;
    }

    const Solved solution_;
    std::FILE *commands_, *replies_;
    const int own_ = getpid();
    Call volatile call_ = solution_.solve;
    std::map<std::size_t, Kept> kept_;
    double floor_ns_ = 0;
    bool reread_ = false;
};

IRON_STOPWATCH_ONCE int serve(const Solved &solution) {
    std::FILE *commands = fdopen(3, "r"), *replies = fdopen(4, "w");
    if (!commands || !replies) return 112;
    return Worker(solution, commands, replies).run();
}

} // namespace iron_stopwatch

#endif

namespace iron_stopwatch {

template <class Program>
int run() {
    const char *version = std::getenv("IRON_STOPWATCH_WORKER");
    if (version && std::strcmp(version, "1") == 0) return serve(Typed<Program>::solved());
    std::ios::sync_with_stdio(false);
    auto input = Program::call_read(std::cin);
    auto answer = Program::solve_by_hand(input);
    Program::call_write(std::cout, answer);
    std::cout.flush();
    return 0;
}

} // namespace iron_stopwatch

#define IRON_STOPWATCH_PICK(_1, _2, _3, _4, NAME, ...) NAME
#define IRON_STOPWATCH(...)                                                                                  \
    IRON_STOPWATCH_PICK(__VA_ARGS__, IRON_STOPWATCH_COPYING, IRON_STOPWATCH_PLAIN, , )(__VA_ARGS__)
#define IRON_STOPWATCH_PLAIN(READ, SOLVE, WRITE)                                                             \
    IRON_STOPWATCH_PROGRAM(READ, SOLVE, WRITE, std::is_copy_constructible<Input>::value, Input(input))
#define IRON_STOPWATCH_COPYING(READ, SOLVE, WRITE, COPY)                                                     \
    IRON_STOPWATCH_PROGRAM(READ, SOLVE, WRITE, true, COPY(input))

// The names given are only ever called, so that overloads work. The one conversion to a function pointer
// stands in an unevaluated operand: it tells `const Input&`, which needs no copies, from `Input` by value.
#define IRON_STOPWATCH_PROGRAM(READ, SOLVE, WRITE, CAN_COPY, COPIED)                                         \
    namespace iron_stopwatch {                                                                               \
    struct SolutionProgram {                                                                                 \
        using Input = std::decay_t<decltype(READ(std::declval<std::istream &>()))>;                          \
        template <class I>                                                                                   \
        static auto by_rvalue(int) -> decltype(SOLVE(std::declval<I &&>()), std::true_type{});               \
        template <class I>                                                                                   \
        static std::false_type by_rvalue(...);                                                               \
        static constexpr bool takes_moved = decltype(by_rvalue<Input>(0))::value;                            \
        template <class I, bool Moved>                                                                       \
        struct AnswerOf {                                                                                    \
            using type = std::decay_t<decltype(SOLVE(std::declval<I &>()))>;                                 \
        };                                                                                                   \
        template <class I>                                                                                   \
        struct AnswerOf<I, true> {                                                                           \
            using type = std::decay_t<decltype(SOLVE(std::declval<I &&>()))>;                                \
        };                                                                                                   \
        using Answer = typename AnswerOf<Input, takes_moved>::type;                                          \
        template <class I>                                                                                   \
        static auto by_const(int) -> decltype(static_cast<Answer (*)(const I &)>(SOLVE), std::true_type{});  \
        template <class I>                                                                                   \
        static std::false_type by_const(...);                                                                \
        static constexpr bool takes_const =                                                                  \
            std::is_scalar<Input>::value || decltype(by_const<Input>(0))::value;                             \
        static constexpr bool can_copy = CAN_COPY;                                                           \
        static Input call_read(std::istream &in) { return READ(in); }                                        \
        template <class I>                                                                                   \
        static Answer call_solve(I &&input) {                                                                \
            return SOLVE(static_cast<I &&>(input));                                                          \
        }                                                                                                    \
        template <class I>                                                                                   \
        static Answer solve_by_hand(I &input) {                                                              \
            if constexpr (takes_const || !takes_moved)                                                       \
                return SOLVE(input);                                                                         \
            else                                                                                             \
                return SOLVE(static_cast<I &&>(input));                                                      \
        }                                                                                                    \
        static void call_write(std::ostream &out, Answer &answer) { WRITE(out, answer); }                    \
        template <class I = Input>                                                                           \
        static Input call_copy(const I &input) {                                                             \
            return COPIED;                                                                                   \
        }                                                                                                    \
    };                                                                                                       \
    }                                                                                                        \
    int main() { return iron_stopwatch::run<iron_stopwatch::SolutionProgram>(); }

#endif
