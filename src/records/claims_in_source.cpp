#include "records/claims_in_source.h"

#include <algorithm>
#include <cctype>

#include "records/files.h"

namespace iron {

namespace {

// What of a line is a comment; "" where nothing is. Within a docstring or a block comment all of it is.
std::string comment_in(const std::string &line, bool within) {
    if (within) return line;
    const std::size_t first = line.find_first_not_of(" \t");
    if (first == std::string::npos) return "";
    for (const char *start : {"//", "/*", "*", "\"\"\"", "'''"})
        if (line.compare(first, std::string(start).size(), start) == 0) return line.substr(first);
    if (line[first] == '#' && line.compare(first, 8, "#include") != 0 && line.compare(first, 2, "#[") != 0)
        return line.substr(first);
    const std::size_t behind = std::min(line.find(" // "), line.find("  # "));
    return behind == std::string::npos ? "" : line.substr(behind);
}

bool is_whole_comment(const std::string &line) {
    const std::string comment = comment_in(line, false);
    return !comment.empty() && comment.size() == line.size() - line.find_first_not_of(" \t");
}

std::string lower(std::string text) {
    for (char &c : text)
        c = static_cast<char>(std::tolower(static_cast<unsigned char>(c)));
    return text;
}

void add_claims(const std::string &comment, int line, std::vector<WrittenClaim> &claims) {
    std::size_t before = 0; // where the words begin that belong to the next bound
    for (std::size_t at = 0; at < comment.size(); ++at) {
        std::size_t open = std::string::npos;
        for (const char *kind : {"O(", "Theta(", "Omega(", "\u0398(", "\u03a9("}) {
            const std::string word = kind;
            const bool alone = at == 0 || !std::isalnum(static_cast<unsigned char>(comment[at - 1]));
            if (alone && comment.compare(at, word.size(), word) == 0) open = at + word.size() - 1;
        }
        if (open == std::string::npos) continue;
        int depth = 0;
        std::size_t end = open;
        for (; end < comment.size(); ++end) {
            depth += comment[end] == '(' ? 1 : comment[end] == ')' ? -1 : 0;
            if (depth == 0) break;
        }
        if (end == comment.size()) return;
        WrittenClaim claim;
        claim.bound = comment.substr(at, end + 1 - at);
        claim.line = line;
        // "O(n) space" as well as "space: O(n)".
        std::string words = lower(comment.substr(before, at - before));
        for (const char *mark : {",", ";", "&", " and "})
            if (const std::size_t last = words.rfind(mark); last != std::string::npos) words.erase(0, last);
        std::string behind = lower(comment.substr(end + 1, 24));
        behind.resize(std::min(behind.find_first_of(",;.&+/"), behind.size()));
        if (const std::size_t next = behind.find("o("); next != std::string::npos) behind.resize(next);
        const auto says = [](const std::string &text, const char *word) {
            return text.find(word) != std::string::npos;
        };
        const bool of_space = says(words, "space") || says(words, "memory"), of_time = says(words, "time");
        if (of_space ||
            (!of_time && (says(behind, "space") || says(behind, "memory") || says(behind, "extra"))))
            claim.metric = Metric::space;
        claim.is_named = of_space || of_time || claim.metric == Metric::space || says(behind, "time");
        if (std::none_of(claims.begin(), claims.end(),
                         [&](const WrittenClaim &one) { return one.metric == claim.metric; }))
            claims.push_back(claim);
        before = at = end;
    }
}

} // namespace

std::string comment_above(const std::string &source, int line) {
    const std::vector<std::string> lines = lines_in(source);
    std::string comment;
    for (int at = line - 2; at >= 0 && at < static_cast<int>(lines.size()); --at) {
        const std::string &one = lines[static_cast<std::size_t>(at)];
        const std::size_t first = one.find_first_not_of(" \t");
        // A decorator, an annotation, a template's line; the head of the class of which it is the first
        // method.
        const auto starts = [&](const char *word) {
            return first != std::string::npos && one.compare(first, std::string(word).size(), word) == 0;
        };
        const bool belongs = starts("@") || starts("#[") || starts("template") || starts("class ") ||
                             starts("public class ") || starts("struct ") || starts("impl ") ||
                             starts("public:") || starts("export class ");
        if (!is_whole_comment(one) && !belongs) break;
        comment.insert(0, one + "\n");
    }
    return comment;
}

std::vector<WrittenClaim> claims_in_source(const std::string &source, int line) {
    const std::vector<std::string> lines = lines_in(source);
    std::vector<WrittenClaim> claims;
    if (line > 0) {
        const std::vector<std::string> above = lines_in(comment_above(source, line));
        int number = line - static_cast<int>(above.size());
        for (const std::string &one : above)
            add_claims(comment_in(one, false), number++, claims);
        if (line <= static_cast<int>(lines.size()))
            add_claims(comment_in(lines[static_cast<std::size_t>(line) - 1], false), line, claims);
    }
    bool within = false; // a text that stands for a comment, over several lines
    for (std::size_t at = static_cast<std::size_t>(line); at < lines.size(); ++at) {
        const std::string &one = lines[at];
        const bool marks = one.find("\"\"\"") != std::string::npos || one.find("'''") != std::string::npos;
        const bool both = marks && one.rfind("\"\"\"") != one.find("\"\"\"");
        if (!within && !is_whole_comment(one)) break;
        add_claims(comment_in(one, within), static_cast<int>(at) + 1, claims);
        if (marks && !both) within = !within;
    }
    return claims;
}

} // namespace iron
