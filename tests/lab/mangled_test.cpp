// What others wrote, mangled: fuzz/run.sh looks farther, this looks each time.
#include <gtest/gtest.h>

#include "core/bound/parse.h"
#include "core/error.h"
#include "core/random.h"
#include "fuzz/readers.h"

namespace iron {
namespace {

// Bytes turned, left out, said twice, put in the place of others, or what numbers and brackets break at.
std::string mangled(std::string text, const std::vector<std::string> &seeds, Random &random) {
    static const std::vector<std::string> odd = {"99999999999999999999",
                                                 "-1",
                                                 "1e999",
                                                 "nan",
                                                 "\"",
                                                 "'",
                                                 "{",
                                                 "}}",
                                                 "[[",
                                                 "(((((((((",
                                                 "\n\n",
                                                 "\xff\xfe",
                                                 std::string(1, '\0'),
                                                 ",",
                                                 "=",
                                                 "^",
                                                 "!",
                                                 "é",
                                                 "/*",
                                                 "//",
                                                 "#",
                                                 "->",
                                                 "R\"("};
    const auto below = [&](std::size_t count) { return static_cast<std::size_t>(random.below(count)); };
    for (std::size_t times = 1 + below(4); times > 0; --times) {
        const std::size_t at = below(text.size() + 1),
                          many = below(std::min<std::size_t>(text.size() - at, 40) + 1);
        switch (below(5)) {
        case 0:
            text.erase(at, many);
            break;
        case 1:
            text.insert(below(text.size() + 1), text.substr(at, many));
            break;
        case 2:
            text.replace(at, many, odd[below(odd.size())]);
            break;
        case 3: {
            const std::string &other = seeds[below(seeds.size())];
            const std::size_t from = below(other.size() + 1);
            text.replace(at, many, other.substr(from, below(40)));
            break;
        }
        default:
            if (at < text.size()) text[at] = static_cast<char>(text[at] ^ (1 << below(8)));
        }
    }
    return text;
}

class Mangled : public testing::TestWithParam<fuzz::Reader> {};

TEST_P(Mangled, IsReadOrRefused) {
    const fuzz::Reader &reader = GetParam();
    const std::vector<std::string> seeds = reader.seeds();
    ASSERT_FALSE(seeds.empty());
    for (const std::string &seed : seeds)
        EXPECT_NO_THROW(reader.read(seed)) << seed;
    Random random(1);
    int refused = 0;
    const int times = std::string(reader.name) == "reply" ? 100 : 1000;
    for (int i = 0; i < times; ++i) {
        const std::string text =
            mangled(seeds[static_cast<std::size_t>(random.below(seeds.size()))], seeds, random);
        try {
            reader.read(text);
        } catch (const Error &error) {
            EXPECT_FALSE(std::string(error.what()).empty());
            ++refused;
        } catch (const ParseError &) {
            ++refused;
        } catch (const std::exception &other) {
            ADD_FAILURE() << other.what() << "\n" << text;
        }
    }
    EXPECT_LT(refused, times); // some are still what they were
}

INSTANTIATE_TEST_SUITE_P(Everything, Mangled, testing::ValuesIn(fuzz::readers()), [](const auto &one) {
    std::string name = one.param.name;
    std::erase(name, '-');
    return name;
});

} // namespace
} // namespace iron
