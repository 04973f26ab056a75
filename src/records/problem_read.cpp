#include <algorithm>
#include <cmath>

#include "core/nearest.h"
#include "records/digest.h"
#include "records/files.h"
#include "records/problem.h"
#include "records/problem_by_argument.h"
#include "records/quantity.h"
#include "records/toml_reader.h"

namespace iron {

namespace {

class ProblemReader {
  public:
    explicit ProblemReader(const std::filesystem::path &folder)
        : text_(read_file(folder / "stopwatch.toml",
                          "a problem folder holds a stopwatch.toml; 'iron-stopwatch new DIR' "
                          "writes one to start from")),
          reader_((folder / "stopwatch.toml").string(), text_) {
        problem_.folder = folder;
        problem_.digest = hex_digest(text_);
    }

    Problem whole() {
        const toml::table &root = reader_.root();
        reader_.only(root,
                     {"title", "story", "call", "sizes", "shapes", "samples", "answers", "limits", "target",
                      "solutions"},
                     "in the problem file");
        problem_.title = reader_.text(root, "title").value_or(problem_.folder.filename().string());
        problem_.story = reader_.text(root, "story").value_or("");
        call(root);
        sizes(root);
        shapes(root);
        samples(root);
        limits(root);
        solutions(root);
        answers(root);
        target(root);
        reader_.finish();
        return std::move(problem_);
    }

  private:
    std::optional<Expression> expression(const toml::table &table, const char *key) {
        const toml::node *node = table.get(key);
        if (!node) return std::nullopt;
        if (node->is_number()) return make_number(static_cast<long double>(*node->value<double>()));
        const auto given = reader_.text(table, key);
        if (!given) return std::nullopt;
        try {
            return parse_expression(*given, names_);
        } catch (const ParseError &error) {
            reader_.fault_in_text(*node, *given, error);
            return std::nullopt;
        }
    }

    void call(const toml::table &root) {
        const auto text = reader_.text(root, "call");
        if (!text) return;
        try {
            problem_.call = parse_call(*text);
        } catch (const ParseError &error) {
            reader_.fault_in_text(*root.get("call"), *text, error);
        }
    }

    void sizes(const toml::table &root) {
        const toml::table *table = reader_.table(root, "sizes");
        if (!table || table->empty()) {
            reader_.fault(root.source(), "no [sizes]: nothing can grow",
                          "for example:  [sizes]  n = { from = 0, to = 1_000_000 }");
            return;
        }
        for (const toml::key *key : TomlReader::keys(*table)) {
            const std::string name(key->str());
            const auto &reserved = reserved_words();
            const bool plain = !name.empty() && std::isalpha(static_cast<unsigned char>(name[0])) &&
                               std::all_of(name.begin(), name.end(),
                                           [](unsigned char c) { return std::isalnum(c) || c == '_'; });
            if (std::find(reserved.begin(), reserved.end(), name) != reserved.end() || !plain)
                reader_.fault(
                    key->source(), "a size can't be called '" + name + "'",
                    plain ? "the word has a meaning in bounds or tables; a letter like n, m or k is usual"
                          : "letters and digits, a letter first");
            else
                names_.push_back(name);
        }
        for (const std::string &name : names_) {
            const toml::table *rule = reader_.table(*table, name.c_str());
            if (!rule) continue;
            reader_.only(*rule, {"from", "to", "measured_from", "usual"}, "of the size '" + name + "'");
            const auto to = expression(*rule, "to");
            if (!rule->get("to")) reader_.fault(rule->source(), "the size '" + name + "' has no 'to'");
            SizeRule made{name, expression(*rule, "from").value_or(make_number(0)),
                          to.value_or(make_number(0)), reader_.number(*rule, "measured_from"),
                          reader_.number(*rule, "usual")};
            for (const Expression &end : {made.from, made.to})
                for (const std::string &other : sizes_in(end))
                    if (position(other) >= position(name))
                        reader_.fault(rule->source(),
                                      "the size '" + name + "' is bounded by '" + other +
                                          "', which stands behind it",
                                      "write '" + other + "' before '" + name + "'");
            if (to && sizes_in(made.to).empty() && sizes_in(made.from).empty() &&
                evaluate(made.to, {}) < evaluate(made.from, {}))
                reader_.fault(rule->source(), "the size '" + name + "' has 'to' below 'from'");
            problem_.sizes.push_back(std::move(made));
        }
    }

    std::size_t position(const std::string &name) const {
        return std::find(names_.begin(), names_.end(), name) - names_.begin();
    }

    void shapes(const toml::table &root) {
        const toml::table *table = reader_.table(root, "shapes");
        if (!table || table->empty()) {
            reader_.fault(root.source(), "no [shapes.NAME]: there is no way to make inputs",
                          "for example:  [shapes.random]  text = \"{n}\\n{integers(n, -9, 9)}\\n\"");
            return;
        }
        for (const toml::key *key : TomlReader::keys(*table)) {
            const std::string name(key->str());
            check_name(*key, "shape");
            if (name == "every")
                reader_.fault(key->source(), "a shape can't be called 'every'", "it means all shapes");
            const toml::table *given = reader_.table(*table, name.c_str());
            if (!given) continue;
            reader_.only(*given, {"text", "takes", "program"}, "of the shape '" + name + "'");
            Shape shape{name, std::nullopt, reader_.text(*given, "program").value_or("")};
            if (given->get("takes")) shape.text = by_argument_.shape(*given, name);
            if (const auto text = reader_.text(*given, "text")) {
                try {
                    shape.text = parse_template(*text, names_);
                } catch (const ParseError &error) {
                    reader_.fault_in_text(*given->get("text"), *text, error);
                }
            }
            const int ways =
                (given->get("text") ? 1 : 0) + (given->get("takes") ? 1 : 0) + !shape.program.empty();
            if (ways != 1)
                reader_.fault(key->source(), "the shape '" + name + "' needs either " +
                                                 (problem_.call ? "'takes'" : "'text'") + " or 'program'");
            problem_.shapes.push_back(std::move(shape));
        }
    }

    void samples(const toml::table &root) {
        const toml::node *node = root.get("samples");
        if (!node) return;
        const toml::array *list = node->as_array();
        if (!list)
            return reader_.fault(node->source(),
                                 "samples are written [[samples]], each with 'given' and 'answer'");
        for (const toml::node &item : *list) {
            const toml::table *sample = item.as_table();
            if (!sample) {
                reader_.fault(item.source(), "a sample has to be a table", "write [[samples]]");
                continue;
            }
            reader_.only(*sample, {"given", "answer"}, "of a sample");
            const auto given = by_argument_.given(*sample), answer = by_argument_.answer(*sample);
            if (given && answer)
                problem_.samples.push_back({*given, *answer});
            else if (!sample->get("given") || !sample->get("answer"))
                reader_.fault(sample->source(), "a sample needs 'given' and 'answer'");
        }
    }

    void limits(const toml::table &root) {
        const toml::table *table = reader_.table(root, "limits");
        if (!table) return;
        reader_.only(*table, {"time", "memory", "stack", "output", "input", "processes"}, "of [limits]");
        Limits &limits = problem_.limits;
        if (const auto time = reader_.quantity(*table, "time", parse_seconds)) limits.time_s = *time;
        if (const auto memory = reader_.quantity(*table, "memory", parse_bytes))
            limits.memory_bytes = *memory;
        if (const auto stack = reader_.quantity(*table, "stack", parse_bytes)) limits.stack_bytes = *stack;
        if (const auto output = reader_.quantity(*table, "output", parse_bytes))
            limits.output_bytes = *output;
        if (const auto input = reader_.quantity(*table, "input", parse_bytes)) limits.input_bytes = *input;
        if (const auto processes = reader_.number(*table, "processes"))
            limits.processes = static_cast<int>(*processes);
        for (const char *key : {"time", "memory", "stack", "output", "input", "processes"})
            if (const toml::node *node = table->get(key))
                if (node->value<std::string>().value_or("1").starts_with("0 ") ||
                    node->value<double>().value_or(1) < 1)
                    reader_.fault(node->source(), std::string("the limit '") + key + "' lets nothing run");
    }

    std::optional<Bound> bound(const toml::table &table, const char *key) {
        const auto text = reader_.text(table, key);
        if (!text) return std::nullopt;
        try {
            return parse_bound(*text, names_);
        } catch (const ParseError &error) {
            reader_.fault_in_text(*table.get(key), *text, error);
            return std::nullopt;
        }
    }

    void claims(const toml::table &given, Metric metric, Solution &solution) {
        const char *const key = word_for(metric);
        const toml::node *node = given.get(key);
        if (!node) return;
        const toml::table *by_shape = node->as_table();
        if (!by_shape) {
            if (const auto one = bound(given, key)) solution.claims.push_back({metric, "every", *one});
            return;
        }
        std::vector<std::string> names = {"every"};
        for (const Shape &shape : problem_.shapes)
            names.push_back(shape.name);
        for (const toml::key *shape : TomlReader::keys(*by_shape)) {
            const std::string name(shape->str());
            if (std::find(names.begin(), names.end(), name) == names.end())
                reader_.fault(shape->source(), "there is no shape '" + name + "'",
                              advise_nearest(name, names));
            else if (const auto one = bound(*by_shape, name.c_str()))
                solution.claims.push_back({metric, name, *one});
        }
    }

    void solutions(const toml::table &root) {
        const toml::table *table = reader_.table(root, "solutions");
        if (!table || table->empty()) {
            reader_.fault(root.source(), "no [solutions.NAME]: there is nothing to measure",
                          "for example:  [solutions.quick]  source = \"quick.cpp\"  time = \"O(n log n)\"");
            return;
        }
        for (const toml::key *key : TomlReader::keys(*table)) {
            const toml::table *given = reader_.table(*table, std::string(key->str()).c_str());
            if (given) solution(*key, *given);
        }
    }

    void check_name(const toml::key &key, const char *what) {
        const std::string name(key.str());
        const auto is_printed = [](unsigned char c) { return c >= 0x20 && c != 0x7f; };
        if (name.empty() || name.find_first_of("/,") != std::string::npos || name[0] == '.' ||
            !std::all_of(name.begin(), name.end(), is_printed))
            reader_.fault(
                key.source(),
                fmt::format("a {} can't be called '{}'", what,
                            std::all_of(name.begin(), name.end(), is_printed) ? name : "…"),
                "the name is used in file names and lists: no '/', ',' or control character, no '.' "
                "first");
    }

    void solution(const toml::key &key, const toml::table &given) {
        Solution made;
        made.name = std::string(key.str());
        made.place = reader_.place(key.source());
        check_name(key, "solution");
        reader_.only(given,
                     {"source", "time", "space", "note", "style", "flags", "threads", "keeps_input", "build",
                      "run", "function"},
                     "of the solution '" + made.name + "'");
        made.sources = reader_.texts(given, "source");
        if (!given.get("source") && !given.get("run"))
            reader_.fault(key.source(), "the solution '" + made.name + "' has no 'source'");
        for (const std::string &source : made.sources)
            if (!std::filesystem::is_regular_file(problem_.folder / source))
                reader_.fault(given.get("source")->source(),
                              "there is no file '" + source + "' in the problem folder");
        claims(given, Metric::time, made);
        claims(given, Metric::space, made);
        made.note = reader_.text(given, "note").value_or("");
        made.style = reader_.text(given, "style").value_or("");
        if (!made.style.empty() && made.style != "function" && made.style != "program")
            reader_.fault(given.get("style")->source(), "the style '" + made.style + "' is not known",
                          advise_nearest(made.style, {"function", "program"}));
        made.flags = reader_.text(given, "flags").value_or("");
        made.threads = static_cast<int>(reader_.number(given, "threads").value_or(1));
        made.keeps_input = reader_.truth(given, "keeps_input").value_or(false);
        made.build = reader_.text(given, "build").value_or("");
        made.run = reader_.text(given, "run").value_or("");
        made.function = reader_.text(given, "function").value_or("");
        if (!made.function.empty()) by_argument_.needs_call(*given.get("function"), "function");
        if (!made.run.empty() && made.style.empty())
            reader_.fault(given.get("run")->source(), "a solution with 'run' has to say its style",
                          "add  style = \"program\"  (or \"function\")");
        problem_.solutions.push_back(std::move(made));
    }

    void answers(const toml::table &root) {
        // Languages print one number in different ways.
        if (problem_.call && problem_.call->gives.holds(Type::Kind::real))
            problem_.answers.same_if = SameIf::numbers;
        const toml::table *table = reader_.table(root, "answers");
        if (!table) return;
        reader_.only(*table, {"same_if", "tolerance", "referee", "reference"}, "of [answers]");
        AnswerRule &rule = problem_.answers;
        static const std::vector<std::string> words = {"exact",     "words",           "numbers",
                                                       "any-order", "any-order-words", "referee"};
        if (const auto word = reader_.text(*table, "same_if")) {
            const auto found = std::find(words.begin(), words.end(), *word);
            if (found == words.end())
                reader_.fault(table->get("same_if")->source(), "'" + *word + "' is no way to compare answers",
                              advise_nearest(*word, words));
            else
                rule.same_if = static_cast<SameIf>(found - words.begin());
        }
        rule.tolerance = reader_.number(*table, "tolerance").value_or(rule.tolerance);
        rule.referee = reader_.text(*table, "referee").value_or("");
        if (rule.same_if == SameIf::referee && rule.referee.empty())
            reader_.fault(table->source(), "same_if = \"referee\" needs 'referee', a program's path");
        rule.reference = reader_.text(*table, "reference").value_or("");
        std::vector<std::string> names;
        for (const Solution &solution : problem_.solutions)
            names.push_back(solution.name);
        if (!rule.reference.empty() && !problem_.solution(rule.reference))
            reader_.fault(table->get("reference")->source(), "there is no solution '" + rule.reference + "'",
                          advise_nearest(rule.reference, names));
    }

    void target(const toml::table &root) {
        const toml::table *table = reader_.table(root, "target");
        if (!table) return;
        std::vector<std::string> known = {"time", "memory", "time_bound", "space_bound"};
        known.insert(known.end(), names_.begin(), names_.end());
        toml::table shared = *table; // by every tier that does not say otherwise
        std::vector<std::pair<std::string, const toml::table *>> tiers;
        for (const toml::key *key : TomlReader::keys(*table)) {
            const std::string name(key->str());
            const toml::table *tier = table->get(name)->as_table();
            if (!tier || std::find(known.begin(), known.end(), name) != known.end()) continue;
            check_name(*key, "tier");
            tiers.emplace_back(name, tier);
            shared.erase(name);
        }
        reader_.only(shared, known, "of [target]");
        const Target common = demands(shared, {});
        for (const auto &[name, tier] : tiers) {
            reader_.only(*tier, known, "of [target." + name + "]");
            problem_.targets.push_back(demands(*tier, common));
            problem_.targets.back().tier = name;
        }
        if (tiers.empty()) problem_.targets.push_back(common);
        for (Target &one : problem_.targets)
            if (!one.demands_anything()) one.time_s = problem_.limits.time_s;
    }

    // What a table demands, and `otherwise` where it says nothing.
    Target demands(const toml::table &table, const Target &otherwise) {
        Target target = otherwise;
        for (const std::string &name : names_)
            if (const auto value = reader_.number(table, name.c_str())) target.sizes[name] = *value;
        if (const auto time = reader_.quantity(table, "time", parse_seconds)) target.time_s = time;
        if (const auto memory = reader_.quantity(table, "memory", parse_bytes)) target.memory_bytes = memory;
        if (auto wanted = bound(table, "time_bound")) target.time_bound = std::move(wanted);
        if (auto wanted = bound(table, "space_bound")) target.space_bound = std::move(wanted);
        return target;
    }

    std::string text_;
    TomlReader reader_;
    Problem problem_;
    std::vector<std::string> names_;
    ByArgument by_argument_{reader_, problem_.call, names_};
};

} // namespace

Problem read_problem(const std::filesystem::path &folder) { return ProblemReader(folder).whole(); }

} // namespace iron
