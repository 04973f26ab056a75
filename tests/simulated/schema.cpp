#include "support/schema.h"

#include <map>
#include <valijson/adapters/nlohmann_json_adapter.hpp>
#include <valijson/schema.hpp>
#include <valijson/schema_parser.hpp>
#include <valijson/validation_results.hpp>
#include <valijson/validator.hpp>

#include "records/files.h"

namespace iron::test {

std::string violations(const nlohmann::json &document, const std::string &schema_name) {
    static std::map<std::string, valijson::Schema> schemas; // read once: a record has hundreds of lines
    static valijson::Validator validator;
    const auto [found, fresh] = schemas.try_emplace(schema_name);
    if (fresh) {
        const auto text =
            nlohmann::json::parse(read_file(IRON_SOURCE "/docs/schema/" + schema_name + ".json"));
        valijson::SchemaParser().populateSchema(valijson::adapters::NlohmannJsonAdapter(text), found->second);
    }
    valijson::ValidationResults results;
    validator.validate(found->second, valijson::adapters::NlohmannJsonAdapter(document), &results);
    std::string all;
    valijson::ValidationResults::Error error;
    while (results.popError(error)) {
        for (const std::string &step : error.context)
            all += step;
        all += ": " + error.description + "\n";
    }
    return all;
}

} // namespace iron::test
