// The report: one HTML file that needs nothing else, and the same as Markdown.
#pragma once

#include <string>
#include <vector>

#include "views/lines.h"

namespace iron {

// A claim as it stands in the tables of the report.
struct PageClaim {
    std::string solution, claim, grows_like, verdict, reason;
    std::string shape, metric;
    std::string would_decide; // "" where nothing is open
};

struct PageFigure {
    std::string name, caption;
    std::string svg;       // the whole text of the file
    bool in_chart = false; // the page's chart shows the same
};

struct PageSource {
    std::string name;
    std::string where; // its lines were counted; "" where they were not
    std::vector<LineRow> rows;
    bool is_library = false; // functions that the lines call
};

// A solution's lines at one place of one shape, to switch to.
struct PageLines {
    std::string solution, shape;
    std::string at;    // "n = 1,024"
    std::string where; // all of it
    std::vector<PageSource> sources;
};

struct PageSolution {
    std::string name, note;
    std::string answers; // how its answers fared
    std::vector<PageSource> sources;
    std::vector<std::pair<std::string, std::string>> evidence; // of a counterexample: input, expected, got
    std::vector<PageClaim> claims;
    std::vector<PageFigure> figures;
};

// A reading with its 95 % interval, and what the fitted curve says there (0: nothing was fitted).
struct PagePoint {
    double size = 0, value = 0, low = 0, high = 0, fitted = 0;
};

// A series as the chart draws it: steps, time (ns) or space (bytes).
struct PageSeries {
    std::string solution, shape, metric;
    std::vector<PagePoint> points;
    std::string bound;          // claimed; "" where nothing is
    std::vector<double> bounds; // its value at the points
};

struct Page {
    std::string title, story;
    std::vector<std::string> finding; // sentences that a colleague could be sent
    std::vector<PageClaim> claims;
    std::vector<PageFigure> figures;
    std::vector<PageSolution> solutions;
    std::vector<std::pair<std::string, std::string>> measured; // how: what, and its value
    std::vector<std::string> doubts;                           // anything that makes the numbers doubtful
    std::string command;                                       // repeats it
    std::string size_name = "n";
    std::vector<PageSeries> series;
    std::vector<PageLines> lines;
};

// All text is escaped; figures stand in it as images. Opens from a file without a network; scripts only add
// to it.
std::string page_html(const Page &page);

// CommonMark with tables, for a merge request; figures are linked as figures/NAME.svg.
std::string page_markdown(const Page &page);

} // namespace iron
