#include "lab/proposal.h"

#include <algorithm>
#include <cctype>
#include <filesystem>
#include <fmt/format.h>
#include <map>
#include <set>
#include <stdexcept>

#include "core/bound/parse.h"
#include "lab/languages/language.h"
#include "lab/languages/written_type.h"

namespace iron {

namespace {

using Kind = Type::Kind;

struct Candidate {
    FoundFunction function;
    WrittenHead head;
};

struct Given {
    const SourceGiven *source;
    std::string name;
    const Language *language;
    std::vector<Candidate> functions;
    bool is_program = false;
};

// Reads standard input by itself, as far as its text shows.
bool reads_input(const std::string &code) {
    for (const char *word : {"stdin", "input()", "std::cin", "cin >>", "readFileSync", "System.in", "scanf("})
        if (code.find(word) != std::string::npos) return true;
    return false;
}

Given looked_at(const SourceGiven &source, const std::string &name) {
    Given given{&source, name, language_of(std::filesystem::path(source.path)), {}, false};
    if (!given.language || names_adapter(source.text)) {
        given.is_program = true;
        return given;
    }
    const bool of_c = given.language->adapter() == "c";
    for (FoundFunction &one : given.language->functions_in(source.text)) {
        const bool constructs = !one.owners.empty() && one.owners.back() == one.name;
        if (one.name == "main" && given.language->starts_at_main()) given.is_program = true;
        if (constructs || one.name == "main" || one.name.starts_with("_") || plain_name(one.name).empty())
            continue;
        const WrittenHead head = head_written(one, comment_above(source.text, one.line), of_c);
        if (!head.takes.empty()) given.functions.push_back({std::move(one), head});
    }
    if (given.functions.empty() || (!given.language->starts_at_main() && reads_input(source.text)))
        given.is_program = true;
    return given;
}

// How many of a source's functions call it.
int callers_of(const Given &given, const std::string &name) {
    int calls = 0;
    const std::string code = without_comments(given.source->text);
    for (std::size_t at = code.find(name); at != std::string::npos; at = code.find(name, at + 1)) {
        const std::size_t end = at + name.size();
        const bool alone =
            (at == 0 || !(std::isalnum(static_cast<unsigned char>(code[at - 1])) || code[at - 1] == '_')) &&
            end < code.size() && code[end] == '(';
        calls += alone;
    }
    return calls - 1; // its own head
}

const Candidate *candidate(const Given &given, const std::string &plain) {
    for (const Candidate &one : given.functions)
        if (plain_name(one.function.name) == plain) return &one;
    return nullptr;
}

// The function that most sources have; among those the one that the others call least.
std::string shared_name(const std::vector<Given> &all) {
    std::map<std::string, int> sources, calls;
    std::vector<std::string> order;
    for (const Given &given : all) {
        std::set<std::string> seen;
        for (const Candidate &one : given.functions) {
            const std::string plain = plain_name(one.function.name);
            if (given.is_program || !seen.insert(plain).second) continue;
            if (!sources.contains(plain)) order.push_back(plain);
            ++sources[plain];
            calls[plain] += callers_of(given, one.function.name);
        }
    }
    if (order.empty()) return "";
    return *std::min_element(order.begin(), order.end(), [&](const std::string &a, const std::string &b) {
        return std::pair(-sources[a], calls[a]) < std::pair(-sources[b], calls[b]);
    });
}

// What an argument without a type is most often, by its name.
Type guessed(const std::string &name) {
    const std::string plain = plain_name(name);
    static const std::set<std::string> texts = {"s", "t", "text", "word", "string", "name", "pattern"};
    static const std::set<std::string> numbers = {"n",     "m",     "k",      "x",     "target",
                                                  "limit", "most",  "count",  "size",  "amount",
                                                  "index", "width", "window", "total", "capacity"};
    if (texts.contains(plain)) return {Kind::text, {}};
    if (numbers.contains(plain)) return {Kind::integer, {}};
    if (plain == "grid" || plain == "matrix" || plain == "edges")
        return {Kind::list, {{Kind::list, {{Kind::integer, {}}}}}};
    if (plain == "words" || plain == "names" || plain == "texts") return {Kind::list, {{Kind::text, {}}}};
    return {Kind::list, {{Kind::integer, {}}}};
}

// A name as a call can hold it.
std::string without_signs(std::string name) {
    std::erase(name, '$');
    return name;
}

class Proposer {
  public:
    Proposer(std::vector<Given> all, std::string shared) : all_(std::move(all)), shared_(std::move(shared)) {}

    std::optional<Proposal> made() {
        for (const Given &given : all_) {
            const Candidate *own = given.is_program ? nullptr : candidate(given, shared_);
            // Under another name, where it is the only one.
            if (!own && !given.is_program && given.functions.size() == 1) own = &given.functions.front();
            ProposedSolution solution{given.name, given.source->path, "", {}, own == nullptr};
            if (own) {
                if (plain_name(own->function.name) != shared_) solution.function = own->function.said();
                functions_.push_back(own);
                solution.claims = claims_in_source(given.source->text, own->function.line);
            } else
                solution.claims = claims_in_source(given.source->text, 0);
            proposal_.solutions.push_back(std::move(solution));
        }
        if (functions_.empty()) return std::nullopt;
        call();
        sizes_and_shapes();
        return std::move(proposal_);
    }

  private:
    void assume(const std::string &what) { proposal_.assumed.push_back(what); }

    // Types are those of the first that says them, names those of the first.
    void call() {
        const std::size_t count = functions_.front()->head.takes.size();
        proposal_.call.function = without_signs(functions_.front()->function.name);
        for (std::size_t i = 0; i < count; ++i) {
            Parameter parameter{without_signs(functions_.front()->head.takes[i].name), {}};
            if (parameter.name.empty()) parameter.name = fmt::format("a{}", i + 1);
            const auto says = std::find_if(functions_.begin(), functions_.end(), [&](const Candidate *one) {
                return i < one->head.takes.size() && one->head.takes[i].type;
            });
            if (says != functions_.end())
                parameter.type = *(*says)->head.takes[i].type;
            else {
                parameter.type = guessed(parameter.name);
                assume(fmt::format("'{}' is taken for {}: no source says its type", parameter.name,
                                   word_for(parameter.type)));
            }
            proposal_.call.takes.push_back(std::move(parameter));
        }
        const auto gives = std::find_if(functions_.begin(), functions_.end(), [](const Candidate *one) {
            return one->head.gives && !one->head.gives_nothing;
        });
        const bool nothing = std::any_of(functions_.begin(), functions_.end(),
                                         [](const Candidate *one) { return one->head.gives_nothing; });
        const auto list = std::find_if(proposal_.call.takes.begin(), proposal_.call.takes.end(),
                                       [](const Parameter &one) { return one.type.kind == Kind::list; });
        if (nothing && list != proposal_.call.takes.end()) {
            proposal_.call.answers_in = static_cast<int>(list - proposal_.call.takes.begin());
            proposal_.call.gives = list->type;
            assume(fmt::format("it returns nothing, so its answer is what it makes of '{}'", list->name));
        } else if (gives != functions_.end())
            proposal_.call.gives = *(*gives)->head.gives;
        else
            assume("the answer is taken for int: no source says its type");
    }

    // `wanted`, else the next that is usual and neither taken nor a function of bounds.
    std::string free_letter(const std::string &wanted) {
        for (const char c : wanted + "nmkpqrstuvwxyzabcdfgh") {
            const std::string letter(1, c);
            const auto &reserved = reserved_words();
            if (std::isalpha(static_cast<unsigned char>(c)) &&
                std::find(reserved.begin(), reserved.end(), letter) == reserved.end() &&
                letters_.insert(letter).second)
                return letter;
        }
        throw std::logic_error("a function with more sizes than letters");
    }

    void sizes_and_shapes() {
        const bool any_list =
            std::any_of(proposal_.call.takes.begin(), proposal_.call.takes.end(), [](const Parameter &one) {
                return one.type.kind == Kind::list || one.type.kind == Kind::text;
            });
        std::string first_size;
        std::vector<std::map<std::string, std::string>> ways; // by argument: a template by shape
        std::vector<std::string> names;                       // of shapes, in order
        for (const Parameter &one : proposal_.call.takes) {
            const bool is_list = one.type.kind == Kind::list || one.type.kind == Kind::text;
            if (is_list) {
                const bool is_first = first_size.empty();
                const std::string size = free_letter(is_first ? "n" : "m");
                if (is_first) first_size = size;
                const bool is_grid = one.type.kind == Kind::list && one.type.parts[0].kind == Kind::list;
                proposal_.sizes.push_back(
                    fmt::format("{} = {{ from = 1, to = {} }}", size, is_grid ? "1_000" : "100_000") +
                    fmt::format("    # how long '{}' is", one.name));
                if (is_grid && one.type.parts[0].parts[0].is_number())
                    assume(fmt::format("each row of '{}' has as many numbers as there are rows", one.name));
                ways.push_back(lists_of(one.type, size));
            } else if (one.type.is_number()) {
                const std::string size = free_letter(one.name.size() == 1 ? one.name : any_list ? "k" : "n");
                const bool bounded = any_list && !first_size.empty();
                proposal_.sizes.push_back(fmt::format("{} = {{ from = 1, to = {} }}    # '{}'", size,
                                                      bounded ? "\"" + first_size + "\"" : "1_000_000",
                                                      one.name));
                if (bounded) assume(fmt::format("'{}' is a number from 1 to {}", one.name, first_size));
                if (first_size.empty() && !any_list) first_size = size;
                ways.push_back({{"random", size}});
            } else if (one.type.kind == Kind::truth) {
                ways.push_back({{"random", "true"}});
                assume(fmt::format("'{}' is always true", one.name));
            } else
                ways.push_back({{"random", "integers(2, 0, 1000)"}});
            for (const char *name :
                 {"random", "rising", "falling", "same", "few-values", "one-letter", "two-letters"})
                if (ways.back().contains(name) && std::find(names.begin(), names.end(), name) == names.end())
                    names.emplace_back(name);
        }
        for (const std::string &name : names) {
            ProposedShape shape{name, {}};
            for (const auto &way : ways) {
                const auto own = way.find(name);
                shape.takes.push_back(own != way.end() ? own->second : way.at("random"));
            }
            proposal_.shapes.push_back(std::move(shape));
        }
    }

    static std::map<std::string, std::string> lists_of(const Type &type, const std::string &size) {
        const auto call = [&](const char *form) { return fmt::format(fmt::runtime(form), size); };
        if (type.kind == Kind::text)
            return {{"random", call("letters({}, 'abcdefghijklmnopqrstuvwxyz')")},
                    {"one-letter", call("letters({}, 'a')")},
                    {"two-letters", call("letters({}, 'ab')")}};
        const Type &element = type.parts[0];
        // Many different ones, and 100,000 of them add up to less than 2^31.
        if (element.is_number())
            return {{"random", call("integers({}, 0, 20000)")},
                    {"rising", call("rising({}, 0, 20000)")},
                    {"falling", call("falling({}, 0, 20000)")},
                    {"same", call("repeated({}, 7)")},
                    {"few-values", call("integers({}, 0, 3)")}};
        if (element.kind == Kind::text)
            return {{"random", call("rows({0}, '{{letters(8, \"abcdefghijklmnopqrstuvwxyz\")}}')")},
                    {"few-values", call("rows({0}, '{{letters(1, \"abc\")}}')")}};
        if (element.kind == Kind::pair) return {{"random", call("rows({0}, '{{integers(2, 0, 1000)}}')")}};
        if (element.kind == Kind::truth) return {{"random", call("rows({0}, 'true')")}};
        if (element.parts[0].kind == Kind::text)
            return {{"random", call("rows({0}, '{{letters(1, \"ab\")}} {{letters(1, \"ab\")}}')")}};
        return {{"random", call("rows({0}, '{{integers({0}, 0, 9)}}')")},
                {"same", call("rows({0}, '{{repeated({0}, 1)}}')")}};
    }

    std::vector<Given> all_;
    std::string shared_;
    std::vector<const Candidate *> functions_;
    std::set<std::string> letters_;
    Proposal proposal_;
};

std::string head_of(const Call &call) {
    std::string text = call.function + "(";
    for (std::size_t i = 0; i < call.takes.size(); ++i)
        text += (i ? ", " : "") + call.takes[i].name + ": " + word_for(call.takes[i].type);
    return text + ") -> " +
           (call.answers_in >= 0 ? call.takes[static_cast<std::size_t>(call.answers_in)].name
                                 : word_for(call.gives));
}

// In quotes that it does not hold itself.
std::string quoted(const std::string &text) {
    if (text.find('"') == std::string::npos) return "\"" + text + "\"";
    return text.find('\'') == std::string::npos ? "'" + text + "'" : "'''" + text + "'''";
}

// The bound with letters that are sizes, "" where it has others.
std::string readable(const std::string &bound, const std::vector<std::string> &sizes) {
    try {
        parse_bound(bound, sizes);
        return bound;
    } catch (const ParseError &) {
        return "";
    }
}

} // namespace

std::optional<Proposal> proposal_for(const std::vector<SourceGiven> &sources,
                                     const std::vector<std::string> &names) {
    std::vector<Given> all;
    for (std::size_t i = 0; i < sources.size(); ++i)
        all.push_back(looked_at(sources[i], names[i]));
    std::string shared = shared_name(all);
    if (shared.empty()) return std::nullopt;
    return Proposer(std::move(all), std::move(shared)).made();
}

std::string text_of(const Proposal &proposal, const std::string &title) {
    std::string text = "# A problem folder of Iron Stopwatch, made of sources alone. What was assumed:\n";
    for (const std::string &one : proposal.assumed)
        text += "#   LOOK: " + one + "\n";
    if (proposal.assumed.empty())
        text += "#   nothing about types; LOOK whether sizes and shapes are what the task allows\n";
    text += fmt::format("title = {}\ncall = \"{}\"\n\n[sizes]\n", quoted(title), head_of(proposal.call));
    std::vector<std::string> sizes;
    for (const std::string &size : proposal.sizes) {
        text += size + "\n";
        sizes.push_back(size.substr(0, size.find(' ')));
    }
    text += "\n# LOOK: how inputs are made, each argument by a call of docs/problem-file.md.\n";
    for (const ProposedShape &shape : proposal.shapes) {
        text += fmt::format("[shapes.{}]\ntakes = {{ ", shape.name);
        for (std::size_t i = 0; i < shape.takes.size(); ++i)
            text += (i ? ", " : "") + proposal.call.takes[i].name + " = " + quoted(shape.takes[i]);
        text += " }\n";
    }
    text += "\n# An input with its right answer, as the task states it; without one the solutions only have "
            "to agree.\n"
            "# [[samples]]\n# given  = { … }\n# answer = …\n";
    for (const ProposedSolution &one : proposal.solutions) {
        text += fmt::format("\n[solutions.{}]\nsource = {}\n", one.name, quoted(one.source));
        if (!one.function.empty()) text += fmt::format("function = \"{}\"\n", one.function);
        if (one.is_program) text += "style = \"program\"\n";
        std::set<Metric> claimed;
        for (const WrittenClaim &claim : one.claims) {
            const std::string bound = readable(claim.bound, sizes);
            if (bound.empty()) {
                text += fmt::format("# LOOK: line {} claims {}; the sizes here are {}\n", claim.line,
                                    claim.bound, fmt::join(sizes, ", "));
                continue;
            }
            claimed.insert(claim.metric);
            text += fmt::format("{} = \"{}\"    # line {}\n", word_for(claim.metric), bound, claim.line);
        }
        for (const Metric metric : {Metric::time, Metric::space})
            if (!claimed.contains(metric))
                text += fmt::format("# {} = \"O(…)\"   # what you think it costs\n", word_for(metric));
    }
    return text;
}

} // namespace iron
