// Counts the blocks that a call executes, for programs built by g++ with -fprofile-arcs
// -fprofile-update=single: the compiler adds a counter to enough arcs of every function that each loop and
// each call passes one, and hands the tables of counters to the three functions below, which its own coverage
// library would otherwise provide. Linked by the tool into counting builds; itself built without the option.
//
// The tables' layout belongs to the compiler (gcc/gcov-io.h, libgcc/libgcov.h of the GCC sources); it is the
// one of GCC 12 to 14, which the version field tells.
#include <cstdint>

#include "counted_call.h"

namespace {

constexpr int kinds_of_counters = 8;

struct Counters {
    std::uint32_t count;
    std::int64_t *values;
};
struct Function {
    const struct Table *owner;
    std::uint32_t identity, line_sum, flow_sum;
    Counters counters[1];
};
struct Table {
    std::uint32_t version;
    Table *next;
    std::uint32_t stamp, sum;
    const char *file;
    void (*merge[kinds_of_counters])(std::int64_t *, std::uint32_t);
    std::uint32_t functions;
    const Function *const *function;
};

Table *tables = nullptr;
bool unknown_layout = false;

template <class Do>
void for_each_function(Do done) {
    for (const Table *table = tables; table; table = table->next)
        for (std::uint32_t f = 0; f < table->functions; ++f) {
            const Function *function = table->function[f];
            // Discarded copies of an inline function are listed with the owner of the copy that was kept.
            if (function && function->owner == table) done(*table, *function);
        }
}

unsigned long long total() {
    unsigned long long sum = 0;
    for_each_function([&](const Table &, const Function &function) {
        for (std::uint32_t i = 0; i < function.counters[0].count; ++i)
            sum += function.counters[0].values[i];
    });
    return sum;
}

void start() {
    for_each_function([](const Table &, const Function &function) {
        for (std::uint32_t i = 0; i < function.counters[0].count; ++i)
            function.counters[0].values[i] = 0;
    });
    iron_stopwatch_forget_bulk();
}

// "STAMP.FUNCTION:COUNTER=VALUE,COUNTER=VALUE;…": the stamp of the compiler's notes, the function's number in
// them, and its counters that are not zero.
void tell_counters(iron_stopwatch_receiver::Text &text) {
    for_each_function([&](const Table &table, const Function &function) {
        bool any = false;
        for (std::uint32_t i = 0; i < function.counters[0].count; ++i) {
            const std::int64_t value = function.counters[0].values[i];
            if (value == 0) continue;
            if (!any) {
                text.number(table.stamp);
                text.add('.');
                text.number(function.identity);
                text.add(':');
            }
            any = true;
            text.number(i);
            text.add('=');
            text.number(static_cast<unsigned long long>(value));
            text.add(',');
        }
        if (any) text.add(';');
    });
}

} // namespace

extern "C" {

void __gcov_init(Table *table) {
    // "B2" is GCC 12, "B3" 13, "B4" 14, in the two upper bytes.
    const std::uint32_t release = table->version >> 16;
    if (release < (('B' << 8) | '2') || release > (('B' << 8) | '4'))
        unknown_layout = true;
    else
        table->next = tables, tables = table;
}
void __gcov_exit() {
    if (!unknown_layout) iron_stopwatch_receiver::tell_at_end(total(), "counters", &tell_counters);
}
void __gcov_merge_add(std::int64_t *, std::uint32_t) {}

void iron_stopwatch_count_anew() { start(); }

int iron_stopwatch_count_call(int (*call)(void *), void *context, unsigned long long *steps,
                              unsigned long long *bulk) {
    if (unknown_layout || !tables) std::_Exit(113);
    return iron_stopwatch_receiver::count_call(&start, &total, "counters", &tell_counters, call, context,
                                               steps, bulk);
}
}
