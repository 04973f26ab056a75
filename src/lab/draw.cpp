#include "lab/draw.h"

#include <algorithm>

#include "core/error.h"
#include "lab/parallel.h"
#include "lab/process.h"
#include "lab/workspace.h"
#include "records/files.h"

namespace iron {

namespace fs = std::filesystem;

namespace {

constexpr double longest_drawing_s = 60;

bool is_drawn(const fs::path &folder, const Drawing &drawing) {
    const auto kept = [&](const char *ending) { return folder / (drawing.name + ending); };
    return std::all_of(std::begin(drawn_endings), std::end(drawn_endings),
                       [&](const char *ending) { return fs::exists(kept(ending)); }) &&
           read_file(kept(".dat")) == drawing.data && read_file(kept(".gp")) == drawing.script;
}

} // namespace

bool can_draw() { return !find_program("gnuplot").empty(); }

void draw(const fs::path &folder, const std::vector<Drawing> &drawings) {
    std::vector<Drawing> stale;
    std::copy_if(drawings.begin(), drawings.end(), std::back_inserter(stale),
                 [&](const Drawing &one) { return !is_drawn(folder, one); });
    const Workspace scratch;
    parallel_for(static_cast<int>(stale.size()), [&](int i) {
        const Drawing &drawing = stale[static_cast<std::size_t>(i)];
        write_file(scratch.path() / (drawing.name + ".dat"), drawing.data);
        write_file(scratch.path() / (drawing.name + ".gp"), drawing.script);
        Launch launch;
        launch.command = {"gnuplot", drawing.name + ".gp"};
        launch.folder = scratch.path();
        launch.environment = {"GNUTERM=dumb", "LC_ALL=C.UTF-8"};
        const Finished drawn = run_to_end(launch, scratch.path(), longest_drawing_s);
        if (drawn.ending.outcome != Outcome::done)
            throw Error(Category::not_possible,
                        "gnuplot could not draw " + drawing.name + ": " + drawn.errors);
    });
    for (const Drawing &drawing : stale)
        for (const char *ending : drawn_endings) // the data last: they say it is done
            write_file(folder / (drawing.name + ending), read_file(scratch.path() / (drawing.name + ending)));
}

} // namespace iron
