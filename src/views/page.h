// The report: one HTML file that needs nothing else, and the same as Markdown.
#pragma once

#include <string>
#include <vector>

namespace iron {

// A claim as it stands in the tables of the report.
struct PageClaim {
    std::string solution, claim, grows_like, verdict, reason;
    std::string would_decide; // "" where nothing is open
};

struct PageFigure {
    std::string name, caption;
    std::string svg; // the whole text of the file
};

struct PageSolution {
    std::string name, note;
    std::string answers;                                       // how its answers fared
    std::vector<std::pair<std::string, std::string>> sources;  // file name, text
    std::vector<std::pair<std::string, std::string>> evidence; // of a counterexample: input, expected, got
    std::vector<PageClaim> claims;
    std::vector<PageFigure> figures;
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
};

// All text is escaped; figures stand in it as images. Opens from a file without a network or scripts.
std::string page_html(const Page &page);

// CommonMark with tables, for a merge request; figures are linked as figures/NAME.svg.
std::string page_markdown(const Page &page);

} // namespace iron
