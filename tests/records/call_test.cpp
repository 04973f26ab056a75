// A function as a problem calls it, and the text of its values.
#include <gtest/gtest.h>

#include "core/bound/parse.h"
#include "core/error.h"
#include "records/call.h"

namespace iron {
namespace {

Type type_of(const std::string &words) { return parse_call("f(a: " + words + ") -> int").takes[0].type; }

TEST(CallOfAProblem, SaysNamesAndTypes) {
    const Call call = parse_call("best_climb(levels: list of (int, text), most : real)->list of bool");
    EXPECT_EQ(call.function, "best_climb");
    ASSERT_EQ(call.takes.size(), 2u);
    EXPECT_EQ(call.takes[0].name, "levels");
    EXPECT_EQ(word_for(call.takes[0].type), "list of (int, text)");
    EXPECT_EQ(word_for(call.takes[1].type), "real");
    EXPECT_EQ(word_for(call.gives), "list of bool");
    EXPECT_EQ(call.answers_in, -1);
    EXPECT_TRUE(call.takes[0].type.holds(Type::Kind::text));
    EXPECT_FALSE(call.takes[0].type.holds(Type::Kind::real));
}

TEST(CallOfAProblem, AnswersThroughAnArgument) {
    const Call call = parse_call("order(most: int, levels: list of int) -> levels");
    EXPECT_EQ(call.answers_in, 1);
    EXPECT_EQ(word_for(call.gives), "list of int");
}

TEST(CallOfAProblem, FaultsAreToldWhereTheyStand) {
    const auto fault_in = [](const std::string &text) -> std::pair<std::string, std::size_t> {
        try {
            parse_call(text);
        } catch (const ParseError &error) {
            return {error.what(), error.offset};
        }
        return {"", 0};
    };
    EXPECT_EQ(fault_in("f(a: lst of int) -> int"),
              std::pair(std::string("there is no type 'lst'"), std::size_t{5}));
    EXPECT_EQ(fault_in("f(a: list) -> int").first, "a list of what?");
    EXPECT_EQ(fault_in("f(a: int)").first, "'-' is expected here");
    EXPECT_EQ(fault_in("f(a: int, a: int) -> int").second, 10u);
    EXPECT_EQ(fault_in("f() -> int").first, "a function without arguments has nothing to grow with");
    EXPECT_EQ(fault_in("f(a: int) -> int or so").first, "nothing is expected behind the answer");
}

TEST(TextOfAValue, StandsOnLinesOfItsOwn) {
    EXPECT_EQ(text_of_value(type_of("int"), " -12"), "-12\n");
    EXPECT_EQ(text_of_value(type_of("real"), "0.5"), "0.5\n");
    EXPECT_EQ(text_of_value(type_of("bool"), "true"), "true\n");
    EXPECT_EQ(text_of_value(type_of("text"), "low tide"), "low tide\n");
    EXPECT_EQ(text_of_value(type_of("list of int"), "4 -5 6"), "3\n4 -5 6\n");
    EXPECT_EQ(text_of_value(type_of("list of int"), ""), "0\n\n");
    EXPECT_EQ(text_of_value(type_of("list of text"), "ab\nc"), "2\nab\nc\n");
    EXPECT_EQ(text_of_value(type_of("list of list of int"), "1 2\n3"), "2\n2\n1 2\n1\n3\n");
    EXPECT_EQ(text_of_value(type_of("list of (int, int)"), "1 2\n3 4"), "2\n1\n2\n3\n4\n");
}

TEST(TextOfAValue, RefusesWhatIsNoValueOfTheType) {
    for (const auto &[words, made] :
         {std::pair("int", "1 2"), std::pair("int", "1.5"), std::pair("bool", "1"), std::pair("text", "a\nb"),
          std::pair("list of int", "1 x"), std::pair("(int, int)", "1")})
        EXPECT_THROW(text_of_value(type_of(words), made), Error) << words << ": " << made;
}

TEST(WrittenAsACall, ArgumentsAndAnswersAreReadBack) {
    const Call call = parse_call("f(a: list of int, b: text, c: (int, list of text)) -> list of (int, real)");
    EXPECT_EQ(as_arguments(call, "2\n4 -5\nlow\n7\n1\nx y\n"), "[4, -5], \"low\", (7, [\"x y\"])");
    EXPECT_EQ(as_arguments(call, "2\n4 -5\nlow\n7\n1\nx y\nmore\n"), "") << "something is left";
    EXPECT_EQ(as_arguments(call, "2\n4\nlow\n7\n0\n"), "[?], \"low\", (7, [])");
    EXPECT_EQ(as_value(call.gives, "1\n3\n0.5\n"), "[(3, 0.5)]");
    EXPECT_EQ(as_value(call.gives, "nothing\n"), "nothing") << "no such value: as it is";
}

} // namespace
} // namespace iron
