#include "views/page.h"

#include <algorithm>
#include <boost/archive/iterators/base64_from_binary.hpp>
#include <boost/archive/iterators/transform_width.hpp>
#include <cmath>
#include <fmt/format.h>
#include <kainjow/mustache.hpp>
#include <stdexcept>

#include "records/carried.h"
#include "records/json.h"

namespace iron {

namespace {

namespace mustache = kainjow::mustache;

// The files that the page is made of: templates, its style and its script.
std::string carried(const std::vector<CarriedFile> &files, const std::string &path) {
    for (const CarriedFile &file : files)
        if (file.path == path) return std::string(file.text);
    throw std::logic_error("no file " + path + " is carried");
}

std::string share_told(const LineRow &row) {
    return row.share < 5e-4 ? "" : fmt::format("{:.1f} %", 100 * row.share);
}
std::string shade_told(const LineRow &row) { return fmt::format("{:.2f}", row.share); }

// For a script element: no text can end it.
std::string readings_json(const Page &page) {
    // Six digits are more than anyone can see.
    const auto shortened = [](double value) {
        return std::isfinite(value) ? json_of(fmt::format("{:.6g}", value)) : Json(nullptr);
    };
    Json all = {{"size", page.size_name}, {"series", Json::array()}};
    for (const PageSeries &series : page.series) {
        Json one = {{"solution", series.solution}, {"shape", series.shape}, {"metric", series.metric},
                    {"points", Json::array()},     {"bound", series.bound}, {"bounds", Json::array()}};
        for (const PagePoint &point : series.points)
            one["points"].push_back({shortened(point.size), shortened(point.value), shortened(point.low),
                                     shortened(point.high), shortened(point.fitted)});
        for (const double bound : series.bounds)
            one["bounds"].push_back(shortened(bound));
        all["series"].push_back(std::move(one));
    }
    all["lines"] = Json::array();
    for (const PageLines &lines : page.lines) {
        Json one = {{"solution", lines.solution},
                    {"shape", lines.shape},
                    {"at", lines.at},
                    {"where", lines.where},
                    {"sources", Json::object()}};
        for (const PageSource &source : lines.sources) {
            Json &rows = one["sources"][source.name] = Json::array();
            for (const LineRow &row : source.rows)
                rows.push_back({row.number, share_told(row), row.runs, row.growth, shade_told(row),
                                row.breaks, source.is_library ? row.text : ""}); // the page holds the others
        }
        all["lines"].push_back(std::move(one));
    }
    std::string text = text_of(all), safe;
    for (const char c : text)
        safe += c == '<' ? std::string("\\u003c") : std::string(1, c);
    return safe;
}

std::string base64(const std::string &text) {
    using namespace boost::archive::iterators;
    using Encoded = base64_from_binary<transform_width<std::string::const_iterator, 6, 8>>;
    std::string all(Encoded(text.begin()), Encoded(text.end()));
    return all.append((3 - text.size() % 3) % 3, '=');
}

// Whatever Markdown would take for a mark of its own.
std::string marked_down(const std::string &text) {
    std::string safe;
    for (const char c : text) {
        if (std::string("\\`*_{}[]<>#|!&").find(c) != std::string::npos) safe += '\\';
        safe += c == '\n' ? ' ' : c;
    }
    return safe;
}

using Written = std::string (*)(const std::string &);

std::string as_it_is(const std::string &text) { return text; } // the template escapes it

// Optional text: a section that is left out where it is empty.
mustache::data text_or_none(const std::string &text) {
    return text.empty() ? mustache::data(mustache::data::type::bool_false) : mustache::data(text);
}

mustache::data sentences(const std::vector<std::string> &all, Written written) {
    mustache::data list(mustache::data::type::list);
    for (const std::string &one : all)
        list.push_back(mustache::data(written(one)));
    return list;
}

mustache::data pairs(const std::vector<std::pair<std::string, std::string>> &all, Written written) {
    mustache::data list(mustache::data::type::list);
    for (const auto &[what, text] : all) {
        mustache::data one;
        one.set("what", written(what));
        one.set("text", written(text));
        list.push_back(one);
    }
    return list;
}

mustache::data claims_of(const std::vector<PageClaim> &claims, Written written) {
    mustache::data list(mustache::data::type::list);
    for (const PageClaim &claim : claims) {
        mustache::data one;
        one.set("solution", written(claim.solution));
        one.set("claim", written(claim.claim));
        one.set("shape", written(claim.shape));
        one.set("metric", claim.metric);
        one.set("grows_like", written(claim.grows_like));
        one.set("verdict", written(claim.verdict));
        one.set("class", claim.verdict.substr(0, claim.verdict.find(',')));
        one.set("reason", written(claim.reason));
        one.set("would_decide", text_or_none(written(claim.would_decide)));
        list.push_back(one);
    }
    return list;
}

mustache::data sources_of(const std::vector<PageSource> &sources, Written written) {
    mustache::data list(mustache::data::type::list);
    for (const PageSource &source : sources) {
        mustache::data one, rows(mustache::data::type::list);
        for (const LineRow &row : source.rows) {
            mustache::data line;
            line.set("number", row.number);
            line.set("share", share_told(row));
            line.set("shade", shade_told(row));
            line.set("runs", row.runs);
            line.set("growth", written(row.growth));
            line.set("text", row.text); // as it stands
            line.set("class", row.breaks ? "breaks" : "");
            rows.push_back(line);
        }
        one.set("what", written(source.name));
        one.set("where", text_or_none(written(source.where)));
        one.set("rows", rows);
        list.push_back(one);
    }
    return list;
}

mustache::data figures_of(const std::vector<PageFigure> &figures, Written written, bool whole) {
    mustache::data list(mustache::data::type::list);
    for (const PageFigure &figure : figures) {
        mustache::data one;
        one.set("name", figure.name);
        one.set("caption", written(figure.caption));
        one.set("in_chart", figure.in_chart);
        if (whole) one.set("data", base64(figure.svg));
        list.push_back(one);
    }
    return list;
}

std::string rendered(const std::string &text, const Page &page, Written written, bool whole) {
    mustache::data all;
    all.set("title", written(page.title));
    all.set("story", written(page.story));
    all.set("finding", sentences(page.finding, written));
    all.set("claims", claims_of(page.claims, written));
    all.set("figures", figures_of(page.figures, written, whole));
    const auto in_chart = [](const PageFigure &figure) { return figure.in_chart; };
    all.set("taken", std::any_of(page.figures.begin(), page.figures.end(), in_chart));
    all.set("compared", !std::all_of(page.figures.begin(), page.figures.end(), in_chart));
    mustache::data solutions(mustache::data::type::list);
    for (const PageSolution &solution : page.solutions) {
        mustache::data one;
        one.set("name", written(solution.name));
        one.set("note", text_or_none(written(solution.note)));
        one.set("answers", written(solution.answers));
        one.set("class", solution.answers == "agree" ? "" : "wrong");
        one.set("claims", claims_of(solution.claims, written));
        one.set("evidence", pairs(solution.evidence, written));
        one.set("sources", sources_of(solution.sources, written));
        one.set("figures", figures_of(solution.figures, written, whole));
        solutions.push_back(one);
    }
    all.set("solutions", solutions);
    all.set("measured", pairs(page.measured, written));
    all.set("doubts", sentences(page.doubts, written));
    all.set("command", page.command);
    if (whole) {
        all.set("style", carried(carried_page(), "report.css"));
        all.set("script", carried(carried_page(), "report.js"));
        all.set("chart", carried(carried_chart(), "chart.min.js"));
        all.set("readings", readings_json(page));
    }
    mustache::mustache page_template(text);
    return page_template.render(all);
}

} // namespace

std::string page_html(const Page &page) {
    return rendered(carried(carried_page(), "report.html"), page, as_it_is, true);
}

std::string page_markdown(const Page &page) {
    return rendered(carried(carried_page(), "report.md"), page, marked_down, false);
}

} // namespace iron
