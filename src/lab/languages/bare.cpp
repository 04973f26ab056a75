#include "lab/languages/bare.h"

#include <algorithm>
#include <cctype>
#include <fmt/format.h>

#include "core/error.h"
#include "core/nearest.h"
#include "lab/languages/language.h"
#include "lab/languages/written_type.h"
#include "records/claims_in_source.h"
#include "records/digest.h"
#include "records/files.h"

namespace iron {

namespace fs = std::filesystem;

namespace {

struct InSource {
    FoundFunction function;
    std::string source;
};

std::vector<InSource> functions_of(const Problem &problem, const Solution &solution) {
    std::vector<InSource> all;
    for (const std::string &source : solution.sources)
        if (const Language *language = language_of(fs::path(source)))
            for (FoundFunction &one : language->functions_in(read_file(problem.folder / source)))
                all.push_back({std::move(one), source});
    return all;
}

// Whether a parameter of the one type can be given a value of the other, as far as their forms tell.
bool takes(const Type &written, const Type &said) {
    using Kind = Type::Kind;
    switch (said.kind) {
    case Kind::list:
        return written.kind == Kind::list && takes(written.parts[0], said.parts[0]);
    case Kind::pair:
        return (written.kind == Kind::pair && takes(written.parts[0], said.parts[0]) &&
                takes(written.parts[1], said.parts[1])) ||
               (written.kind == Kind::list && takes(written.parts[0], said.parts[0]));
    case Kind::text: // or its letters
        return written.kind == Kind::text ||
               (written.kind == Kind::list && written.parts[0].kind == Kind::text);
    case Kind::integer:
    case Kind::real:
    case Kind::truth:
        return written.is_number() || written.kind == Kind::truth;
    }
    return true;
}

// What its head says of its arguments has to be what the problem calls it with.
void check_head(const Call &call, const InSource &found) {
    const FoundFunction &function = found.function;
    std::vector<std::string> parameters = function.takes;
    if (!parameters.empty() && is_receiver(parameters[0])) parameters.erase(parameters.begin());
    const auto refuse = [&](const std::string &what) {
        throw Error(Category::usage,
                    fmt::format("{}:{}: {}\n{}", found.source, function.line, function.head, what));
    };
    const bool counts = std::none_of(parameters.begin(), parameters.end(), [](const std::string &one) {
        return one.find_first_of("*=") != std::string::npos; // any number, or one with a value of its own
    });
    if (counts && parameters.size() != call.takes.size())
        refuse(fmt::format("it takes {}, 'call' gives it {}",
                           parameters.size() == 1 ? "1 argument"
                                                  : fmt::format("{} arguments", parameters.size()),
                           call.takes.size()));
    for (std::size_t i = 0; i < std::min(parameters.size(), call.takes.size()); ++i)
        if (const auto written = parameter_written(parameters[i]).type;
            written && !takes(*written, call.takes[i].type))
            refuse(fmt::format("'{}' is {}, and 'call' gives it {} '{}'", parameters[i], word_for(*written),
                               word_for(call.takes[i].type), call.takes[i].name));
    if (call.answers_in < 0 && (" " + function.before + " ").find(" void ") != std::string::npos)
        refuse("it returns nothing: in 'call', write the argument that it answers through behind '->'");
}

} // namespace

bool is_bare(const Problem &problem, const Solution &solution) {
    if (!problem.call || solution.style == "program" || !solution.run.empty() || !solution.build.empty())
        return false;
    const Language *language = language_of(solution);
    if (!language) return false;
    for (const std::string &source : solution.sources)
        if (names_adapter(read_file(problem.folder / source))) return false;
    if (!language->starts_at_main()) return true;
    const std::vector<InSource> all = functions_of(problem, solution);
    return std::none_of(all.begin(), all.end(),
                        [](const InSource &one) { return one.function.name == "main"; });
}

Bare bare_of(const Problem &problem, const Solution &solution) {
    const std::string &wanted = solution.function.empty() ? problem.call->function : solution.function;
    const std::vector<InSource> all = functions_of(problem, solution);
    const auto named = [&](const auto &same) {
        return std::find_if(all.begin(), all.end(), [&](const InSource &one) {
            return same(one.function.name) || same(one.function.said());
        });
    };
    auto found = named([&](const std::string &name) { return name == wanted; });
    if (found == all.end())
        found = named([&](const std::string &name) { return plain_name(name) == plain_name(wanted); });
    if (found != all.end()) {
        if (language_of(fs::path(found->source))->heads_say_values()) check_head(*problem.call, *found);
        return {found->function, found->source, false};
    }
    std::string has;
    std::vector<std::string> names;
    for (const InSource &one : all) {
        names.push_back(one.function.said());
        if (names.size() <= 8)
            has += fmt::format("\n  {}:{}: {}", one.source, one.function.line, one.function.head);
    }
    const std::string nearest = advise_nearest(wanted, names);
    throw Error(
        Category::usage,
        fmt::format("there is no function '{}' in {}{}", wanted, fmt::join(solution.sources, ", "),
                    has.empty() ? "" : "; it has" + has),
        (nearest.empty() ? "" : nearest + "; ") +
            std::string("a function of another name is told by  function = \"…\" , a whole program by  "
                        "style = \"program\""));
}

void take_claims_of_sources(Problem &problem) {
    std::vector<Finding> findings;
    for (Solution &solution : problem.solutions) {
        if (!solution.claims.empty() || !is_bare(problem, solution)) continue;
        std::optional<Bare> bare;
        try {
            bare = bare_of(problem, solution);
        } catch (const Error &) {
            continue; // it is told where it is built
        }
        const fs::path source = problem.folder / bare->source;
        for (const WrittenClaim &claim : claims_in_source(read_file(source), bare->function.line))
            try {
                solution.claims.push_back(
                    {claim.metric, "every", parse_bound(claim.bound, problem.size_names())});
            } catch (const ParseError &error) {
                if (!claim.is_named) continue; // perhaps it is no claim of the whole function's
                findings.push_back(
                    {fmt::format("the claim '{}' can't be read: {}", claim.bound, error.what()),
                     {source.string(), claim.line, 0, ""},
                     fmt::format("the sizes are {}; a claim in stopwatch.toml wins over the comment{}",
                                 fmt::join(problem.size_names(), ", "),
                                 error.advice.empty() ? "" : "; " + error.advice)});
            }
    }
    if (!findings.empty()) throw Error(Category::usage, std::move(findings));
}

fs::path laid_out(const Recipe &recipe, const std::string &name, const std::string &text) {
    const fs::path file =
        recipe.adapters / "around" / hex_digest(recipe.main_source().string() + text) / name;
    if (!fs::exists(file)) write_file(file, text);
    return file;
}

std::vector<std::string> sources_with(const Recipe &recipe, const fs::path &program) {
    std::vector<std::string> sources = recipe.solution.sources;
    std::replace(sources.begin(), sources.end(), recipe.bare->source, program.string());
    return sources;
}

std::vector<std::string> words_of_call(const Recipe &recipe) {
    const Call &call = *recipe.problem.call;
    std::string types;
    for (const Parameter &one : call.takes)
        types += (types.empty() ? "" : ";") + word_for(one.type);
    return {(recipe.problem.folder / recipe.bare->source).string(), recipe.bare->function.said(), types,
            word_for(call.gives), std::to_string(call.answers_in)};
}

} // namespace iron
