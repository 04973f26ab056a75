// Every document the program writes is held against its published schema.
#include <sstream>
#include <valijson/adapters/nlohmann_json_adapter.hpp>
#include <valijson/schema.hpp>
#include <valijson/schema_parser.hpp>
#include <valijson/validation_results.hpp>
#include <valijson/validator.hpp>

#include "cli/folder.h"

namespace iron {
namespace {

using test::Folder;

std::string violations(const nlohmann::json &document, const std::string &schema_name) {
    const auto text = nlohmann::json::parse(read_file(IRON_SOURCE "/docs/schema/" + schema_name + ".json"));
    valijson::Schema schema;
    valijson::SchemaParser().populateSchema(valijson::adapters::NlohmannJsonAdapter(text), schema);
    valijson::ValidationResults results;
    valijson::Validator().validate(schema, valijson::adapters::NlohmannJsonAdapter(document), &results);
    std::string all;
    valijson::ValidationResults::Error error;
    while (results.popError(error)) {
        for (const std::string &step : error.context)
            all += step;
        all += ": " + error.description + "\n";
    }
    return all;
}

TEST(Schema, EveryDocumentKeepsToIts) {
    const Folder folder;
    folder.good();
    folder.solution(
        "crashes",
        "if (levels.size() > 2000 && levels.size() < 4000) __builtin_trap(); long long top = 0; for (int l : "
        "levels) if (l > top) top = l; return top;");
    folder.solution("second", "return levels.empty() ? 0 : levels[0];");
    folder.levels(Folder::table("scan", "O(n)") + "space = \"O(1)\"\n" + Folder::table("crashes", "O(n)") +
                      Folder::table("second", "O(1)"),
                  "[answers]\nreference = \"scan\"\n");
    EXPECT_EQ(folder.run({"run", "--budget", "2s", "--upto", "n=5000"}).status, 1);
    EXPECT_EQ(violations(folder.json("agreement.json"), "agreement"), "");
    EXPECT_EQ(violations(folder.json("growth.json"), "growth"), "");
    EXPECT_EQ(violations(folder.json("claims.json"), "claims"), "");
    std::istringstream lines(read_file(folder.results() / "measurements.jsonl"));
    std::string line;
    std::getline(lines, line);
    EXPECT_EQ(violations(nlohmann::json::parse(line), "measurements"), "");
    int count = 0;
    for (; std::getline(lines, line); ++count)
        ASSERT_EQ(violations(nlohmann::json::parse(line), "measurement"), "") << line;
    EXPECT_GT(count, 50);
    const auto crashed = folder.list("agreement.json", "solutions").at(1);
    EXPECT_EQ(crashed.at("outcome"), "crashed");
    EXPECT_EQ(crashed.at("found_while"), "measuring");
    EXPECT_NE(violations(nlohmann::json::parse(R"({"schema": "iron-stopwatch/claims/1"})"), "claims"),
              ""); // it can say no
}

} // namespace
} // namespace iron
