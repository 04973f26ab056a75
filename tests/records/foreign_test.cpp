#include <gtest/gtest.h>

#include "core/error.h"
#include "lab/workspace.h"
#include "records/files.h"
#include "records/foreign.h"

namespace iron {
namespace {

ForeignData read(const std::string &text) {
    const Workspace folder;
    write_file(folder.path() / "data.csv", text);
    return read_foreign_data(folder.path() / "data.csv");
}

std::string fault_of(const std::string &text) {
    try {
        read(text);
    } catch (const Error &error) {
        return error.what();
    }
    return "";
}

void expect_fault(const std::string &text, const std::string &part) {
    EXPECT_NE(fault_of(text).find(part), std::string::npos)
        << "'" << part << "' is not in: " << fault_of(text);
}

TEST(ForeignData, AValueAndASizeAreEnough) {
    const ForeignData data = read("n,value\n16,3\n32,7\n16,4\n");
    ASSERT_EQ(data.series.size(), 1u);
    const NamedSeries &one = data.series[0];
    EXPECT_EQ(one.solution, "all");
    EXPECT_EQ(one.metric, Metric::time);
    EXPECT_EQ(one.series.names, std::vector<std::string>{"n"});
    ASSERT_EQ(one.series.places.size(), 2u);
    EXPECT_EQ(one.series.places[0].readings.size(), 2u); // both readings of n = 16, a round each
    EXPECT_EQ(one.series.places[0].readings[1].round, 1);
    EXPECT_EQ(one.series.places[1].readings[0].value, 7);
}

TEST(ForeignData, SeparatorsQuotesAndMarksOfOtherPrograms) {
    for (const char *text :
         {"\xEF\xBB\xBFsolution;n;value\n\"a;b\";16;3\n", "solution\tn\tvalue\r\n\"a;b\"\t16\t3\r\n",
          "solution,n,value\n\"a;b\" , 16 , 3.0\n\n,,\n"}) {
        const ForeignData data = read(text);
        ASSERT_EQ(data.series.size(), 1u) << text;
        EXPECT_EQ(data.series[0].solution, "a;b");
        EXPECT_EQ(data.series[0].series.places[0].sizes[0], 16);
    }
    EXPECT_EQ(read("solution,n,value\n\"say \"\"ahoy\"\"\",1,2\n").series[0].solution, "say \"ahoy\"");
}

TEST(ForeignData, OrderIsThatOfTheTable) {
    const ForeignData data =
        read("solution,metric,n,value\nz,steps,1,1\na,steps,1,1\nz,time,1,1\nz,steps,2,2\n");
    ASSERT_EQ(data.series.size(), 3u);
    EXPECT_EQ(data.series[0].solution, "z");
    EXPECT_EQ(data.series[0].series.places.size(), 2u);
    EXPECT_EQ(data.series[1].solution, "a");
    EXPECT_EQ(data.series[2].metric, Metric::time);
}

TEST(ForeignData, AnEmptyCellIsASizeThatASeriesDoesNotHave) {
    const ForeignData data = read("solution,n,k,value\na,16,,3\na,32,,6\nb,,4,1\nb,,8,2\n");
    EXPECT_EQ(data.series[0].series.names, std::vector<std::string>{"n"});
    EXPECT_EQ(data.series[1].series.names, std::vector<std::string>{"k"});
    EXPECT_EQ(data.series[1].series.places.size(), 2u);
}

TEST(ForeignData, OfSeveralSizesTheFirstIsSweptWhereTheOthersAreUsual) {
    const ForeignData data = read("n,k,value\n16,4,1\n32,4,2\n64,4,3\n16,8,9\n");
    EXPECT_EQ(data.series[0].series.names, (std::vector<std::string>{"n", "k"}));
    EXPECT_EQ(data.series[0].series.places.size(), 4u);
    EXPECT_EQ(along(data.series[0].series, "n").places.size(), 3u);
}

TEST(ForeignData, FaultsAreToldWithTheirLine) {
    expect_fault("n,value\n16,3\n32,many\n", ":3: the value 'many'");
    expect_fault("n,value\n16,\n", ":2: there is no value");
    expect_fault("n,value\n16,-3\n", ":2: the value '-3'");
    expect_fault("n,value\nwide,3\n", ":2: 'wide' is no size");
    expect_fault("n,value\n16,nan\n", ":2: the value 'nan'");
    expect_fault("n,round,value\n16,first,3\n", ":2: the round 'first'");
    expect_fault("n,metric,value\n16,joules,3\n", ":2: 'joules' is no metric");
    expect_fault("n,value\n16,3,4\n", ":2: 3 cells under 2 columns");
    expect_fault("n,n,value\n1,1,1\n", "two columns are called 'n'");
    expect_fault("n,time\n1,1\n", "no column 'value'");
    expect_fault("value\n1\n", "no column for a size");
    expect_fault("n,value\n", "no readings");
    expect_fault("", "empty");
    // All of them at once, and not a thousand.
    std::string many = "n,value\n";
    for (int i = 0; i < 100; ++i)
        many += "x,y\n";
    const std::string told = fault_of(many);
    EXPECT_NE(told.find(":2:"), std::string::npos);
    EXPECT_NE(told.find(":9:"), std::string::npos);
    EXPECT_EQ(told.find(":90:"), std::string::npos);
}

TEST(ForeignClaims, AreReadWithTheirSizes) {
    const Workspace folder;
    const ForeignData data = read("solution,n,k,value\na,16,2,3\nb,16,2,3\n");
    const auto claims_in = [&](const std::string &text) {
        write_file(folder.path() / "claims.csv", text);
        return read_foreign_claims(folder.path() / "claims.csv", data);
    };
    const auto claims =
        claims_in("solution,metric,bound\na,time,O(n log n)\na,space,\"O(min(n, k))\"\nb,steps,Theta(k)\n");
    ASSERT_EQ(claims.size(), 2u);
    EXPECT_EQ(claims[0].claims.claims.size(), 2u);
    EXPECT_EQ(claims[0].claims.claims[1].metric, Metric::space);
    EXPECT_EQ(claims[1].claims.claims[0].metric, Metric::time); // steps decide claims on time
    EXPECT_EQ(claims_in("bound\nO(n)\n").size(), 2u);           // of every solution
    const auto related =
        claims_in("solution,bound,where\na,O(n),k<=n\na,O(n k),\nb,O(n),\"k <= n, k <= 64\"\n");
    ASSERT_EQ(related.size(), 3u); // other relations, another order of bounds
    EXPECT_EQ(related[0].relations.size(), 1u);
    EXPECT_TRUE(related[1].relations.empty());
    EXPECT_EQ(related[2].relations.size(), 2u);
    EXPECT_THROW(claims_in("bound,where\nO(n),k<n\n"), Error);
    const auto fault = [&](const std::string &text) {
        try {
            claims_in(text);
        } catch (const Error &error) {
            return std::string(error.what());
        }
        return std::string();
    };
    EXPECT_NE(fault("solution,bound\nc,O(n)\n").find(":2: there are no readings of 'c'"), std::string::npos);
    EXPECT_NE(fault("solution,bound\na,O(m)\n").find(":2:"), std::string::npos);
    EXPECT_NE(fault("solution,bound\na,n log n\n").find(":2:"), std::string::npos);
    EXPECT_NE(fault("solution,bund\na,O(n)\n").find("bound"), std::string::npos);
    EXPECT_NE(fault("solution,bound\n").find("has a heading and no claims"), std::string::npos);
}

} // namespace
} // namespace iron
