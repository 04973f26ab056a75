// Pictures drawn by gnuplot, a process each.
#pragma once

#include <filesystem>
#include <string>
#include <vector>

namespace iron {

struct Drawing {
    std::string name;   // of the files, without ending
    std::string script; // draws NAME.svg and NAME.png from NAME.dat, run in their folder
    std::string data;
};

bool can_draw();

// Draws those that `folder` does not hold already, drawn from the same script and data: each as .svg, .png,
// .dat and .gp, all drawn aside and moved into place whole. Throws Error (not_possible).
void draw(const std::filesystem::path &folder, const std::vector<Drawing> &drawings);

constexpr const char *drawn_endings[] = {".svg", ".png", ".dat", ".gp"};

} // namespace iron
