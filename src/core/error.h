// The one kind of error of this program: what is wrong, where, and what to do about it.
#pragma once

#include <exception>
#include <string>
#include <string_view>
#include <vector>

namespace iron {

// Decides the exit status.
enum class Category {
    usage,        // the command line or a file is at fault: 2
    not_possible, // the work could not be done: 3
    interrupted,  // stopped by the user: 130
};

// A place in a text. Lines and columns start at 1; 0 means "not known".
struct Place {
    std::string file;
    int line = 0;
    int column = 0;
    std::string excerpt; // the line itself, for a caret under the column
};

struct Finding {
    std::string message;
    Place place;
    std::string advice; // what to do, or the nearest known word; may be empty
};

// Carries every finding of one pass, so that a file with three faults is mended in one go.
class Error : public std::exception {
  public:
    Error(Category category, std::vector<Finding> findings);
    Error(Category category, std::string message, std::string advice = "");

    Category category() const { return category_; }
    const std::vector<Finding> &findings() const { return findings_; }
    // All findings as text, one or more lines each, no final newline.
    const char *what() const noexcept override { return text_.c_str(); }

  private:
    Category category_;
    std::vector<Finding> findings_;
    std::string text_;
};

// "FILE:LINE: MESSAGE", the excerpt with a caret, and the advice.
std::string describe(const Finding &finding);

} // namespace iron
