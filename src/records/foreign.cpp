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

std::string_view trimmed(std::string_view text) {
    const std::size_t start = text.find_first_not_of(" \t\r");
    if (start == std::string_view::npos) return {};
    return text.substr(start, text.find_last_not_of(" \t\r") - start + 1);
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
        Filling &now = *static_cast<Filling *>(data);
        if (now.row.cells.empty()) now.row.cells.reserve(now.table->columns.size());
        now.row.cells.emplace_back(trimmed({static_cast<char *>(bytes), size}));
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

// The value that a size has in most readings, the smallest of several such.
double usual_value(const Collected &collected, std::size_t size) {
    std::vector<double> values;
    for (const auto &reading : collected.readings)
        if (!std::isnan(reading.sizes[size])) values.push_back(reading.sizes[size]);
    std::sort(values.begin(), values.end());
    double usual = 0;
    std::ptrdiff_t most = 0;
    for (auto run = values.begin(); run != values.end();) {
        const auto end = std::upper_bound(run, values.end(), *run);
        if (end - run > most) most = end - run, usual = *run;
        run = end;
    }
    return usual;
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
    struct At {
        std::vector<double> sizes;
        const Collected::Reading *reading;
    };
    std::vector<At> all;
    for (const Collected::Reading &reading : collected.readings) {
        std::vector<double> sizes;
        for (const std::size_t i : changing)
            sizes.push_back(reading.sizes[i]);
        if (std::none_of(sizes.begin(), sizes.end(), [](double size) { return std::isnan(size); }))
            all.push_back({std::move(sizes), &reading});
    }
    std::stable_sort(all.begin(), all.end(), [](const At &a, const At &b) { return a.sizes < b.sizes; });
    for (At &at : all) {
        if (series.places.empty() || series.places.back().sizes != at.sizes) {
            const bool swept = std::equal(at.sizes.begin() + 1, at.sizes.end(), usual.begin() + 1);
            series.places.push_back({std::move(at.sizes), {}, swept});
        }
        std::vector<Reading> &here = series.places.back().readings;
        const int round = at.reading->round >= 0 ? at.reading->round : static_cast<int>(here.size());
        here.push_back({0, round, at.reading->value});
    }
    return series;
}

// The table of readings, row by row.
class ReadingRows {
  public:
    explicit ReadingRows(const std::filesystem::path &path)
        : path_(path), table_(read_table(path)), solution_(table_.column("solution")),
          shape_(table_.column("shape")), metric_(table_.column("metric")), round_(table_.column("round")),
          value_(table_.column("value")) {
        if (value_ < 0)
            throw Error(Category::usage, path.string() + ":1: there is no column 'value'",
                        "columns: solution, shape, metric, round, value, and one for each size");
        for (int i = 0; i < static_cast<int>(table_.columns.size()); ++i) {
            if (i == solution_ || i == shape_ || i == metric_ || i == round_ || i == value_) continue;
            size_columns_.push_back(i);
            size_names_.push_back(table_.columns[i]);
        }
        if (size_names_.empty())
            throw Error(Category::usage, path.string() + ":1: there is no column for a size",
                        "for example n");
    }

    ForeignData data() {
        for (const Row &row : table_.rows)
            if (!is_blank(row)) take(row);
        table_.throw_findings();
        if (order_.empty()) throw Error(Category::usage, path_.string() + " has a heading and no readings");
        ForeignData data;
        data.size_names = size_names_;
        for (const Key &key : order_) {
            const auto &[whose, of_shape, of_metric] = key;
            data.series.push_back({whose, of_shape, of_metric, series_from(all_.at(key), size_names_)});
        }
        return data;
    }

  private:
    void take(const Row &row) {
        const std::string &word = Table::cell(row, metric_);
        const auto measured = word.empty() ? std::optional(Metric::time) : metric_named(word);
        if (!measured || *measured == Metric::resident || *measured == Metric::memory)
            return table_.complain(row.line, fmt::format("'{}' is no metric", word), "time, steps or space");
        const std::string &text = Table::cell(row, value_);
        const auto given = number_in(text);
        if (!given || *given < 0)
            return table_.complain(row.line, text.empty() ? "there is no value"
                                                          : fmt::format("the value '{}' is not a number from "
                                                                        "0 on",
                                                                        text));
        const auto name = [&](int column) {
            const std::string &cell = Table::cell(row, column);
            return cell.empty() ? std::string("all") : cell;
        };
        const Key key{name(solution_), name(shape_), *measured};
        const auto [found, fresh] = all_.try_emplace(key);
        if (fresh) {
            order_.push_back(key);
            found->second.line = row.line;
        }
        found->second.readings.push_back({sizes_in(row), round_in(row), *given});
    }

    // -1 where none is given.
    int round_in(const Row &row) {
        const std::string &text = Table::cell(row, round_);
        if (text.empty()) return -1;
        const auto number = number_in(text);
        if (number && *number >= 0 && *number == std::floor(*number) && *number <= 1e9)
            return static_cast<int>(*number);
        table_.complain(row.line, fmt::format("the round '{}' is not a whole number from 0 on", text));
        return -1;
    }

    std::vector<double> sizes_in(const Row &row) {
        std::vector<double> sizes;
        for (std::size_t i = 0; i < size_columns_.size(); ++i) {
            const std::string &text = Table::cell(row, size_columns_[i]);
            const auto number = number_in(text);
            if (!text.empty() && (!number || *number < 0))
                table_.complain(row.line, fmt::format("'{}' is no size; the column '{}' is taken for one",
                                                      text, size_names_[i]));
            sizes.push_back(text.empty() ? std::nan("") : number.value_or(0));
        }
        return sizes;
    }

    std::filesystem::path path_;
    Table table_;
    int solution_, shape_, metric_, round_, value_; // columns; -1: not there
    std::vector<int> size_columns_;
    std::vector<std::string> size_names_;
    std::vector<Key> order_;
    std::map<Key, Collected> all_;
};

// The table of claims on such readings, row by row.
class ClaimRows {
  public:
    ClaimRows(const std::filesystem::path &path, const ForeignData &data)
        : path_(path), data_(data), table_(read_table(path)) {
        for (const NamedSeries &one : data.series)
            if (exists_.insert(one.solution).second) known_.push_back(one.solution);
        const std::vector<std::string> names = {"solution", "shape", "metric", "bound", "where"};
        if (table_.column("bound") < 0)
            throw Error(Category::usage, path.string() + ":1: there is no column 'bound'",
                        fmt::format("columns: {}", fmt::join(names, ", ")));
        for (const std::string &column : table_.columns)
            if (std::find(names.begin(), names.end(), column) == names.end())
                table_.complain(1, fmt::format("the column '{}' is not known", column),
                                advise_nearest(column, names));
    }

    std::vector<ForeignClaims> claims() {
        for (const Row &row : table_.rows) {
            if (table_.enough_said()) break; // the nearest of many names takes long to find
            if (!is_blank(row)) take(row);
        }
        table_.throw_findings();
        if (all_.empty())
            throw Error(Category::usage, path_.string() + " has a heading and no claims",
                        "a line each: solution, shape, metric, bound; an empty solution means all");
        return std::move(all_);
    }

  private:
    const std::string &cell(const Row &row, const char *column) const {
        return Table::cell(row, table_.column(column));
    }

    void take(const Row &row) {
        const std::string &whose = cell(row, "solution"), &measured = cell(row, "metric"),
                          &relation = cell(row, "where");
        if (!whose.empty() && !exists_.contains(whose))
            return table_.complain(row.line, fmt::format("there are no readings of '{}'", whose),
                                   advise_nearest(whose, known_));
        // A claim on steps is one on time: steps decide it where they are.
        const auto claimed = metric_named(measured.empty() || measured == "steps" ? "time" : measured);
        if (claimed != Metric::time && claimed != Metric::space)
            return table_.complain(row.line, fmt::format("'{}' is no metric of a claim", measured),
                                   "time or space");
        const auto related =
            parsed(row, relation, [&] { return parse_relations(relation, data_.size_names); });
        if (!related) return;
        const std::string &text = cell(row, "bound");
        const auto bound = parsed(row, text, [&] { return parse_bound(text, data_.size_names); });
        if (!bound) return;
        const std::string &shape = cell(row, "shape");
        for (const std::string &name : whose.empty() ? known_ : std::vector<std::string>{whose}) {
            const auto [found, fresh] = places_.try_emplace({name, relation}, all_.size());
            if (fresh) {
                all_.push_back({{}, relation, *related});
                all_.back().claims.solution = name;
            }
            all_[found->second].claims.claims.push_back({*claimed, shape.empty() ? "every" : shape, *bound});
        }
    }

    template <typename Parse>
    auto parsed(const Row &row, const std::string &text, const Parse &parse)
        -> std::optional<decltype(parse())> {
        try {
            return parse();
        } catch (const ParseError &error) {
            table_.complain(row.line,
                            fmt::format("{}, at character {} of '{}'", error.what(), error.offset + 1, text),
                            error.advice);
            return std::nullopt;
        }
    }

    std::filesystem::path path_;
    const ForeignData &data_;
    Table table_;
    std::vector<std::string> known_; // solutions, in order
    std::set<std::string> exists_;
    std::vector<ForeignClaims> all_;
    std::map<std::pair<std::string, std::string>, std::size_t> places_;
};

} // namespace

ForeignData read_foreign_data(const std::filesystem::path &path) { return ReadingRows(path).data(); }

std::vector<ForeignClaims> read_foreign_claims(const std::filesystem::path &path, const ForeignData &data) {
    return ClaimRows(path, data).claims();
}

} // namespace iron
