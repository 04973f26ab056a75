#include <fmt/format.h>

#include "cli/common.h"
#include "records/carried.h"

namespace iron {

void add_adapters(CLI::App &program, int &status) {
    auto folder = std::make_shared<std::string>();
    CLI::App *command =
        program.add_subcommand("adapters", "write the adapters out, for editors and running by hand");
    command->add_option("folder", *folder, "where to")->required();
    command->footer("Example: iron-stopwatch adapters lib && g++ -O2 -std=c++20 -Ilib/cpp quick.cpp");
    command->callback([folder, &status] {
        lay_out(carried_adapters(), *folder);
        for (const CarriedFile &file : carried_adapters())
            fmt::print("{}\n", (std::filesystem::path(*folder) / file.path).string());
        status = status_done;
    });
}

} // namespace iron
