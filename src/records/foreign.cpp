#include "records/foreign.h"

#include <algorithm>
#include <charconv>
#include <cmath>
#include <csv.h>
#include <fmt/format.h>
#include <map>
#include <optional>
#include <set>
#include <tuple>

#include "core/error.h"
#include "core/nearest.h"
#include "records/files.h"

namespace iron {

namespace {

constexpr std::size_t most_findings = 20;

struct Row {
    int line = 0;
    std::vector<std::string> cells;
};

struct Table {
    std::filesystem::path path;
    std::vector<std::string> columns;
    std::vector<Row> rows;
    std::vector<Finding> findings;

    bool enough_said() const { return findings.size() >= most_findings; }
    void complain(int line, std::string message, std::string advice = "") {
        if (!enough_said())
            findings.push_back({std::move(message), {path.string(), line, 0, ""}, std::move(advice)});
    }
    void throw_findings() const {
        if (!findings.empty()) throw Error(Category::usage, findings);
    }
    // Index of a column, -1 where there is none.
    int column(const std::string &name) const {
        const auto found = std::find(columns.begin(), columns.end(), name);
        return found == columns.end() ? -1 : static_cast<int>(found - columns.begin());
    }
    static const std::string &cell(const Row &row, int column) {
        static const std::string none;
        return column < 0 || column >= static_cast<int>(row.cells.size()) ? none : row.cells[column];
    }
};

std::string trimmed(std::string text) {
    const auto blank = [](char c) { return c == ' ' || c == '\t' || c == '\r'; };
    while (!text.empty() && blank(text.back()))
        text.pop_back();
    std::size_t start = 0;
    while (start < text.size() && blank(text[start]))
        ++start;
    return text.substr(start);
}

// What separates the cells: whichever of comma, semicolon and tab the first line has most.
char separator_of(const std::string &text) {
    const std::string first = text.substr(0, text.find('\n'));
    char best = ',';
    for (const char one : {',', ';', '\t'})
        if (std::count(first.begin(), first.end(), one) > std::count(first.begin(), first.end(), best))
            best = one;
    return best;
}

struct Filling {
    Table *table;
    Row row;
    int line = 1;
};

Table read_table(const std::filesystem::path &path) {
    Table table;
    table.path = path;
    std::string text = read_file(path, "give a table with a heading line");
    if (text.starts_with("\xEF\xBB\xBF")) text.erase(0, 3);
    csv_parser parser{};
    csv_init(&parser, CSV_APPEND_NULL);
    csv_set_delim(&parser, static_cast<unsigned char>(separator_of(text)));
    Filling filling{&table, {}, 1};
    const auto cell = [](void *bytes, std::size_t size, void *data) {
        static_cast<Filling *>(data)->row.cells.push_back(
            trimmed(std::string(static_cast<char *>(bytes), size)));
    };
    const auto end = [](int, void *data) {
        Filling &now = *static_cast<Filling *>(data);
        now.row.line = now.line;
        if (now.table->columns.empty())
            now.table->columns = now.row.cells;
        else
            now.table->rows.push_back(std::move(now.row));
        now.row = {};
    };
    // A line at a time, so that every row knows its own; a quoted cell may go over several.
    for (std::size_t at = 0; at < text.size();) {
        const std::size_t stop = std::min(text.find('\n', at), text.size() - 1);
        const std::size_t size = stop - at + 1;
        if (csv_parse(&parser, text.data() + at, size, cell, end, &filling) != size) {
            table.complain(filling.line,
                           std::string("the line can't be read: ") + csv_strerror(csv_error(&parser)));
            break;
        }
        at = stop + 1;
        ++filling.line;
    }
    csv_fini(&parser, cell, end, &filling);
    csv_free(&parser);
    table.throw_findings();
    if (table.columns.empty())
        throw Error(Category::usage, path.string() + " is empty", "its first line names the columns");
    for (std::size_t i = 0; i < table.columns.size(); ++i)
        if (table.columns[i].empty() ||
            std::count(table.columns.begin(), table.columns.end(), table.columns[i]) > 1)
            table.complain(1, table.columns[i].empty()
                                  ? fmt::format("column {} has no name", i + 1)
                                  : fmt::format("two columns are called '{}'", table.columns[i]));
    table.throw_findings();
    for (const Row &row : table.rows)
        if (row.cells.size() > table.columns.size())
            table.complain(row.line,
                           fmt::format("{} cells under {} columns", row.cells.size(), table.columns.size()));
    table.throw_findings();
    return table;
}

std::optional<double> number_in(const std::string &text) {
    double value = 0;
    const char *end = text.data() + text.size();
    const auto [stop, fault] = std::from_chars(text.data(), end, value);
    if (fault != std::errc() || stop != end || !std::isfinite(value)) return std::nullopt;
    return value;
}

bool is_blank(const Row &row) {
    return std::all_of(row.cells.begin(), row.cells.end(),
                       [](const std::string &cell) { return cell.empty(); });
}

struct Collected {
    struct Reading {
        std::vector<double> sizes; // NaN where the series does not have one
        int round = 0;
        double value = 0;
    };
    std::vector<Reading> readings;
    int line = 0; // of the first
};

using Key = std::tuple<std::string, std::string, Metric>;

// The value that a size has in most readings.
double usual_value(const Collected &collected, std::size_t size) {
    std::map<double, int> counts;
    for (const auto &reading : collected.readings)
        if (!std::isnan(reading.sizes[size])) ++counts[reading.sizes[size]];
    return std::max_element(counts.begin(), counts.end(),
                            [](const auto &a, const auto &b) { return a.second < b.second; })
        ->first;
}

// The sizes that change; where none does, the first that the series has.
std::vector<std::size_t> changing_sizes(const Collected &collected, std::size_t count) {
    std::vector<std::size_t> changing;
    const std::vector<double> &first = collected.readings.front().sizes;
    for (std::size_t i = 0; i < count; ++i)
        if (std::any_of(collected.readings.begin(), collected.readings.end(),
                        [&](const Collected::Reading &reading) {
                            return reading.sizes[i] != first[i] &&
                                   !(std::isnan(reading.sizes[i]) && std::isnan(first[i]));
                        }))
            changing.push_back(i);
    for (std::size_t i = 0; i < count && changing.empty(); ++i)
        if (!std::isnan(first[i])) changing = {i};
    if (changing.empty()) changing = {0};
    return changing;
}

// Readings without one of the sizes don't count.
Series series_from(const Collected &collected, const std::vector<std::string> &names) {
    Series series{{}, {}};
    std::vector<double> usual;
    const std::vector<std::size_t> changing = changing_sizes(collected, names.size());
    for (const std::size_t i : changing) {
        series.names.push_back(names[i]);
        usual.push_back(changing.size() > 1 ? usual_value(collected, i) : 0);
    }
    std::map<std::vector<double>, ReadPlace> places;
    for (const Collected::Reading &reading : collected.readings) {
        std::vector<double> sizes;
        for (const std::size_t i : changing)
            sizes.push_back(reading.sizes[i]);
        if (std::any_of(sizes.begin(), sizes.end(), [](double size) { return std::isnan(size); })) continue;
        ReadPlace &place = places[sizes];
        place.sizes = sizes;
        place.swept = std::equal(sizes.begin() + 1, sizes.end(), usual.begin() + 1);
        const int round = reading.round >= 0 ? reading.round : static_cast<int>(place.readings.size());
        place.readings.push_back({0, round, reading.value});
    }
    for (auto &[sizes, place] : places)
        series.places.push_back(std::move(place));
    return series;
}

} // namespace

ForeignData read_foreign_data(const std::filesystem::path &path) {
    Table table = read_table(path);
    const int solution = table.column("solution"), shape = table.column("shape"),
              metric = table.column("metric"), round = table.column("round"), value = table.column("value");
    if (value < 0)
        throw Error(Category::usage, path.string() + ":1: there is no column 'value'",
                    "columns: solution, shape, metric, round, value, and one for each size");
    ForeignData data;
    std::vector<int> size_columns;
    for (int i = 0; i < static_cast<int>(table.columns.size()); ++i) {
        if (i == solution || i == shape || i == metric || i == round || i == value) continue;
        size_columns.push_back(i);
        data.size_names.push_back(table.columns[i]);
    }
    if (data.size_names.empty())
        throw Error(Category::usage, path.string() + ":1: there is no column for a size", "for example n");
    std::vector<Key> order;
    std::map<Key, Collected> all;
    for (const Row &row : table.rows) {
        if (is_blank(row)) continue;
        const std::string &word = Table::cell(row, metric);
        const auto measured = word.empty() ? std::optional(Metric::time) : metric_named(word);
        if (!measured || *measured == Metric::resident || *measured == Metric::memory) {
            table.complain(row.line, fmt::format("'{}' is no metric", word), "time, steps or space");
            continue;
        }
        const Key key{Table::cell(row, solution).empty() ? "all" : Table::cell(row, solution),
                      Table::cell(row, shape).empty() ? "all" : Table::cell(row, shape), *measured};
        Collected::Reading reading;
        const auto given = number_in(Table::cell(row, value));
        if (!given || *given < 0) {
            table.complain(row.line, Table::cell(row, value).empty()
                                         ? "there is no value"
                                         : fmt::format("the value '{}' is not a number from 0 on",
                                                       Table::cell(row, value)));
            continue;
        }
        reading.value = *given;
        reading.round = -1;
        if (const std::string &text = Table::cell(row, round); !text.empty()) {
            const auto number = number_in(text);
            if (!number || *number < 0 || *number != std::floor(*number) || *number > 1e9)
                table.complain(row.line, fmt::format("the round '{}' is not a whole number from 0 on", text));
            else
                reading.round = static_cast<int>(*number);
        }
        for (std::size_t i = 0; i < size_columns.size(); ++i) {
            const std::string &text = Table::cell(row, size_columns[i]);
            const auto number = number_in(text);
            if (!text.empty() && (!number || *number < 0))
                table.complain(row.line, fmt::format("'{}' is no size; the column '{}' is taken for one",
                                                     text, data.size_names[i]));
            reading.sizes.push_back(text.empty() ? std::nan("") : number.value_or(0));
        }
        const auto [found, fresh] = all.try_emplace(key);
        if (fresh) {
            order.push_back(key);
            found->second.line = row.line;
        }
        found->second.readings.push_back(std::move(reading));
    }
    table.throw_findings();
    if (order.empty()) throw Error(Category::usage, path.string() + " has a heading and no readings");
    for (const Key &key : order) {
        const auto &[whose, of_shape, of_metric] = key;
        data.series.push_back({whose, of_shape, of_metric, series_from(all.at(key), data.size_names)});
    }
    return data;
}

std::vector<ForeignClaims> read_foreign_claims(const std::filesystem::path &path, const ForeignData &data) {
    Table table = read_table(path);
    const int solution = table.column("solution"), shape = table.column("shape"),
              metric = table.column("metric"), bound = table.column("bound"),
              relations = table.column("where");
    std::vector<std::string> known;
    std::set<std::string> exists;
    for (const NamedSeries &one : data.series)
        if (exists.insert(one.solution).second) known.push_back(one.solution);
    if (bound < 0)
        throw Error(Category::usage, path.string() + ":1: there is no column 'bound'",
                    "columns: solution, shape, metric, bound, where");
    for (const std::string &column : table.columns)
        if (column != "solution" && column != "shape" && column != "metric" && column != "bound" &&
            column != "where")
            table.complain(1, fmt::format("the column '{}' is not known", column),
                           advise_nearest(column, {"solution", "shape", "metric", "bound", "where"}));
    std::vector<ForeignClaims> all;
    std::map<std::pair<std::string, std::string>, std::size_t> places;
    for (const Row &row : table.rows) {
        if (table.enough_said()) break; // the nearest of many names takes long to find
        if (is_blank(row)) continue;
        const std::string &given = Table::cell(row, solution), &measured = Table::cell(row, metric),
                          &where = Table::cell(row, shape);
        std::vector<std::string> meant = given.empty() ? known : std::vector<std::string>{given};
        if (!given.empty() && !exists.contains(given)) {
            table.complain(row.line, fmt::format("there are no readings of '{}'", given),
                           advise_nearest(given, known));
            continue;
        }
        // A claim on steps is one on time: steps decide it where they are.
        const std::string metric_name = measured.empty() || measured == "steps" ? "time" : measured;
        const std::optional<Metric> claimed = metric_named(metric_name);
        if (claimed != Metric::time && claimed != Metric::space) {
            table.complain(row.line, fmt::format("'{}' is no metric of a claim", measured), "time or space");
            continue;
        }
        const auto not_read = [&](const ParseError &error, const std::string &text) {
            table.complain(row.line,
                           fmt::format("{}, at character {} of '{}'", error.what(), error.offset + 1, text),
                           error.advice);
        };
        const std::string &relation = Table::cell(row, relations);
        std::vector<Relation> related;
        try {
            related = parse_relations(relation, data.size_names);
        } catch (const ParseError &error) {
            not_read(error, relation);
            continue;
        }
        try {
            const Bound read = parse_bound(Table::cell(row, bound), data.size_names);
            for (const std::string &name : meant) {
                const auto [found, fresh] = places.try_emplace({name, relation}, all.size());
                if (fresh) {
                    all.push_back({{}, relation, related});
                    all.back().claims.solution = name;
                }
                all[found->second].claims.claims.push_back({*claimed, where.empty() ? "every" : where, read});
            }
        } catch (const ParseError &error) {
            not_read(error, Table::cell(row, bound));
        }
    }
    table.throw_findings();
    if (all.empty())
        throw Error(Category::usage, path.string() + " has a heading and no claims",
                    "a line each: solution, shape, metric, bound; an empty solution means all");
    return all;
}

} // namespace iron
