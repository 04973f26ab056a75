// One reader under libFuzzer: IRON_READER names it. IRON_SEEDS=FOLDER writes what it reads in earnest there
// first.
#include <cstdio>
#include <cstdlib>
#include <fstream>

#include "core/bound/parse.h"
#include "core/error.h"
#include "readers.h"

namespace {

const iron::fuzz::Reader *chosen = nullptr;

}

extern "C" int LLVMFuzzerInitialize(int *, char ***) {
    const char *name = std::getenv("IRON_READER");
    for (const iron::fuzz::Reader &reader : iron::fuzz::readers())
        if (name && std::string(name) == reader.name) chosen = &reader;
    if (!chosen) {
        std::fputs("IRON_READER names none of:", stderr);
        for (const iron::fuzz::Reader &reader : iron::fuzz::readers())
            std::fprintf(stderr, " %s", reader.name);
        std::fputs("\n", stderr);
        std::exit(2);
    }
    if (const char *folder = std::getenv("IRON_SEEDS")) {
        int number = 0;
        for (const std::string &seed : chosen->seeds())
            std::ofstream(std::string(folder) + "/seed-" + std::to_string(number++), std::ios::binary)
                << seed;
    }
    return 0;
}

extern "C" int LLVMFuzzerTestOneInput(const unsigned char *bytes, std::size_t size) {
    try {
        chosen->read({reinterpret_cast<const char *>(bytes), size});
    } catch (const iron::Error &) {
    } catch (const iron::ParseError &) {
    }
    return 0;
}
