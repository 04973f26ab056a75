#include <csv.h>
#include <fmt/format.h>
#include <stdexcept>

#include "core/bound/print.h"
#include "records/documents.h"

namespace iron {

namespace {

class Table {
  public:
    void cell(const std::string &text) {
        if (!line_start_) text_ += ',';
        line_start_ = false;
        // Quoted only where it has to be: plain numbers stay plain.
        if (text.find_first_of(",\"\n\r") == std::string::npos)
            text_ += text;
        else {
            std::string quoted(2 * text.size() + 2, '\0');
            quoted.resize(csv_write(quoted.data(), quoted.size(), text.data(), text.size()));
            text_ += quoted;
        }
    }
    void cell(double number) { cell(fmt::format("{:.10g}", number)); }
    void end() {
        text_ += '\n';
        line_start_ = true;
    }
    std::string text() && { return std::move(text_); }

  private:
    std::string text_;
    bool line_start_ = true;
};

void header(Table &table, std::initializer_list<std::string> names) {
    for (const std::string &name : names)
        table.cell(name);
    table.end();
}

} // namespace

std::string readings_csv(const std::vector<Measurement> &measurements,
                         const std::vector<std::string> &size_names) {
    Table table;
    for (const char *name : {"solution", "shape", "metric", "round"})
        table.cell(std::string(name));
    for (const std::string &name : size_names)
        table.cell(name);
    table.cell(std::string("value"));
    table.end();
    for (const Measurement &m : measurements) {
        if (m.outcome != Outcome::done) continue;
        table.cell(m.solution);
        table.cell(m.shape);
        const ReadValue read = value_of(m);
        table.cell(std::string(word_for(read.metric)));
        table.cell(static_cast<double>(m.generation * 1000 + m.round));
        for (const std::string &name : size_names) {
            const auto found = m.sizes.find(name);
            if (found == m.sizes.end())
                table.cell(std::string());
            else
                table.cell(found->second);
        }
        table.cell(read.value);
        table.end();
    }
    return std::move(table).text();
}

std::string growth_csv(const std::vector<SeriesGrowth> &growths) {
    Table table;
    header(table, {"solution", "shape", "metric", "class", "exponent", "low", "high", "from", "to"});
    for (const SeriesGrowth &one : growths) {
        const Growth &growth = one.growth;
        const bool fitted = growth.is_fitted();
        table.cell(one.solution);
        table.cell(one.shape);
        table.cell(std::string(word_for(one.metric)));
        table.cell(fitted ? growth.told().name : "");
        for (const double value : {growth.exponent, growth.interval.value_or(std::pair(0.0, 0.0)).first,
                                   growth.interval.value_or(std::pair(0.0, 0.0)).second}) {
            if (fitted && growth.names().size() == 1 && (growth.interval || value == growth.exponent))
                table.cell(value);
            else
                table.cell(std::string());
        }
        const auto [from, to] = growth.range();
        table.cell(from);
        table.cell(to);
        table.end();
    }
    return std::move(table).text();
}

std::string claims_csv(const std::vector<JudgedClaim> &claims, const Sentence &sentence) {
    Table table;
    header(table, {"solution", "shape", "metric", "bound", "verdict", "loose", "decided_by", "worst_shape",
                   "class", "reason"});
    for (const JudgedClaim &one : claims) {
        for (const std::string &text :
             {one.solution, one.claim.shape, std::string(word_for(one.claim.metric)), one.claim.bound.written,
              std::string(word_for(one.judgement.verdict)), std::string(one.judgement.loose ? "yes" : "no"),
              std::string(one.judgement.decided_by ? word_for(*one.judgement.decided_by) : ""),
              one.judgement.worst_shape, one.judgement.growth_class, sentence(one.judgement)})
            table.cell(text);
        table.end();
    }
    return std::move(table).text();
}

} // namespace iron
