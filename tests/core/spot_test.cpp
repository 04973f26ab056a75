#include <gtest/gtest.h>

#include "core/reading/spot.h"

namespace iron {
namespace {

TEST(Spot, IsNamedByALineOrAFunctionAndTheLinesThatCallIt) {
    EXPECT_EQ(key_of({"", {12}, ""}), "12");
    EXPECT_EQ(key_of({"gauge.hpp", {3}, ""}), "gauge.hpp:3");
    EXPECT_EQ(key_of({"", {12, 30}, "insert"}), "12,30 insert");
    EXPECT_EQ(key_of({"", {}, "operator new"}), " operator new");
}

TEST(Spot, ComesBackFromItsName) {
    for (const Spot &spot :
         {Spot{"", {12}, ""}, Spot{"tide gauge.py", {3}, ""}, Spot{"", {12, 30}, "std::vector::insert"},
          Spot{"b.hpp", {1}, "operator()"}, Spot{"", {}, "iron::f"}, Spot{"", {7}, "+="}})
        EXPECT_EQ(spot_of(key_of(spot)), spot) << key_of(spot);
}

TEST(Spot, CountsAddUp) { EXPECT_EQ(total_of({{"1", 2}, {"2", 40}, {"2 sort", 100}}), 142); }

} // namespace
} // namespace iron
