#include "records/foreign.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <map>
#include <optional>
#include <set>
#include <tuple>

#include "core/nearest.h"
#include "records/csv_table.h"

namespace iron {

namespace {

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
        : path_(path), table_(read_csv(path)), solution_(table_.column("solution")),
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
        for (const CsvRow &row : table_.rows)
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
    void take(const CsvRow &row) {
        const std::string &word = CsvTable::cell(row, metric_);
        const auto measured = word.empty() ? std::optional(Metric::time) : metric_named(word);
        if (!measured || *measured == Metric::resident || *measured == Metric::memory)
            return table_.complain(row.line, fmt::format("'{}' is no metric", word), "time, steps or space");
        const std::string &text = CsvTable::cell(row, value_);
        const auto given = number_in(text);
        if (!given || *given < 0)
            return table_.complain(row.line, text.empty() ? "there is no value"
                                                          : fmt::format("the value '{}' is not a number from "
                                                                        "0 on",
                                                                        text));
        const auto name = [&](int column) {
            const std::string &cell = CsvTable::cell(row, column);
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
    int round_in(const CsvRow &row) {
        const std::string &text = CsvTable::cell(row, round_);
        if (text.empty()) return -1;
        const auto number = number_in(text);
        if (number && *number >= 0 && *number == std::floor(*number) && *number <= 1e9)
            return static_cast<int>(*number);
        table_.complain(row.line, fmt::format("the round '{}' is not a whole number from 0 on", text));
        return -1;
    }

    std::vector<double> sizes_in(const CsvRow &row) {
        std::vector<double> sizes;
        for (std::size_t i = 0; i < size_columns_.size(); ++i) {
            const std::string &text = CsvTable::cell(row, size_columns_[i]);
            const auto number = number_in(text);
            if (!text.empty() && (!number || *number < 0))
                table_.complain(row.line, fmt::format("'{}' is no size; the column '{}' is taken for one",
                                                      text, size_names_[i]));
            sizes.push_back(text.empty() ? std::nan("") : number.value_or(0));
        }
        return sizes;
    }

    std::filesystem::path path_;
    CsvTable table_;
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
        : path_(path), data_(data), table_(read_csv(path)) {
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
        for (const CsvRow &row : table_.rows) {
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
    const std::string &cell(const CsvRow &row, const char *column) const {
        return CsvTable::cell(row, table_.column(column));
    }

    void take(const CsvRow &row) {
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
    auto parsed(const CsvRow &row, const std::string &text, const Parse &parse)
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
    CsvTable table_;
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
