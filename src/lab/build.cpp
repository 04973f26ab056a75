#include "lab/build.h"

#include <algorithm>
#include <fmt/format.h>
#include <map>
#include <thread>

#include "lab/parallel.h"
#include "lab/process.h"
#include "records/carried.h"
#include "records/digest.h"
#include "records/files.h"

namespace iron {

namespace fs = std::filesystem;

Style style_of(const Problem &problem, const Solution &solution) {
    if (!solution.style.empty()) return solution.style == "function" ? Style::function : Style::program;
    if (is_bare(problem, solution)) return Style::function;
    for (const std::string &source : solution.sources)
        if (names_adapter(read_file(problem.folder / source))) return Style::function;
    return Style::program;
}

Contender contender_of(const Problem &problem, const Solution &solution) {
    const Language *language = language_of(solution);
    const Style style = style_of(problem, solution);
    Contender contender{&solution, style == Style::program, language && language->reads_garbage(style)};
    if (language && !solution.sources.empty())
        contender.enclosing = language->enclosing_lines(read_file(problem.folder / solution.sources.front()));
    return contender;
}

Builder::Builder(fs::path scratch) : scratch_(std::move(scratch)), store_(cache_folder(), scratch_) {
    std::string all;
    for (const CarriedFile &file : carried_adapters())
        all.append(file.path).append("\n").append(file.text).append("\n");
    adapters_ = cache_folder() / ("adapters-" + hex_digest(all));
    lay_out(carried_adapters(), adapters_);
}

std::vector<Built> Builder::build_all(const Problem &problem, const std::vector<const Solution *> &solutions,
                                      bool counters_follow) const {
    std::vector<Built> all(solutions.size());
    const int count = static_cast<int>(solutions.size());
    const bool ahead = counters_follow && count <= static_cast<int>(std::thread::hardware_concurrency());
    parallel_for(ahead ? 2 * count : count, [&](int i) {
        if (i < count)
            all[i] = build(problem, *solutions[i]);
        else
            build_ahead(problem, *solutions[i - count]);
    });
    return all;
}

Built Builder::build(const Problem &problem, const Solution &solution) const {
    Built built;
    built.name = solution.name;
    try {
        built.style = style_of(problem, solution);
        Product product;
        const Supplies known = known_supplies(problem, solution);
        Recipe recipe = recipe_as_meant(problem, solution, known.needed, false);
        const std::string supplies = recipe.bare ? language_of(solution)->supplies() : "";
        built.timing = prepared(recipe, product);
        if (!product.ok && !supplies.empty()) {
            recipe.bare->supplied = !known.needed;
            Product other;
            Runnable timing = prepared(recipe, other);
            if (other.ok && !known.needed)
                write_file(known.by_text, ""), write_file(known.by_place, "");
            else if (other.ok)
                fs::remove(known.by_place);
            // Where neither compiles, what is said with headers is the more telling.
            if (other.ok || !known.needed)
                product = std::move(other), built.timing = std::move(timing);
            else
                recipe.bare->supplied = true;
        }
        if (recipe.bare && recipe.bare->supplied)
            built.supplied =
                fmt::format("{}put before it{}: {}", known.older ? "" : "does not compile as it stands; ",
                            known.older ? ", as before" : "", supplies);
        if (const Language *language = language_of(solution)) {
            built.language = language->name();
            built.one_thread = language->one_thread();
        }
        built.message = product.message;
        built.cached = product.cached;
        built.ok = product.ok;
    } catch (const Error &error) {
        if (error.category() == Category::interrupted) throw;
        built.ok = false;
        built.message = error.what();
    }
    return built;
}

// Beside the builds a file for each text that compiled only with what was left out, and for each place where
// such a text stood: it need not be tried without each time, nor after each edit.
Builder::Supplies Builder::known_supplies(const Problem &problem, const Solution &solution) const {
    std::string paths, texts;
    for (const std::string &source : solution.sources) {
        paths += (problem.folder / source).string() + "\n";
        texts += read_file(problem.folder / source);
    }
    const fs::path folder = adapters_ / "supplied";
    Supplies known{folder / hex_digest(texts), folder / hex_digest(paths)};
    known.older = !fs::exists(known.by_text) && fs::exists(known.by_place);
    known.needed = known.older || fs::exists(known.by_text);
    return known;
}

Recipe Builder::recipe_as_meant(const Problem &problem, const Solution &solution, bool supplied,
                                bool counting) const {
    Recipe recipe = recipe_for(problem, solution, style_of(problem, solution), counting);
    if (is_bare(problem, solution)) {
        recipe.bare = bare_of(problem, solution);
        recipe.bare->supplied = supplied;
    }
    return recipe;
}

namespace {

// A 'run' command of the user's own.
std::vector<std::string> run_command(const Recipe &recipe, const Product &product) {
    const Solution &solution = recipe.solution;
    std::vector<std::string> command;
    for (const std::string &word : split_words(solution.run)) {
        if (word == "{sources}")
            command.insert(command.end(), solution.sources.begin(), solution.sources.end());
        else
            command.push_back(word == "{output}" ? product.program.string() : word);
    }
    if (command.empty()) throw Error(Category::usage, "'run' of " + solution.name + " is empty");
    const std::string &name = command.front();
    const bool beside = name.find('/') != std::string::npos && name[0] != '/';
    if (find_program(beside ? (recipe.problem.folder / name).string() : name).empty())
        throw Error(Category::not_possible,
                    fmt::format("the program '{}' of its 'run' is not installed", name));
    if (!beside && name[0] != '/') command.front() = interpreter_path(name);
    return command;
}

// What keeps a solution from being made ready, "" where nothing does.
std::string hindrance(const Recipe &recipe, const Language *language) {
    const Solution &solution = recipe.solution;
    if (!language)
        return solution.run.empty() && solution.build.empty()
                   ? fmt::format("{}: no way to run a '{}' file is known; give the solution 'run', and "
                                 "'build' where it has to be built",
                                 solution.sources.empty() ? "" : solution.sources.front(),
                                 solution.sources.empty()
                                     ? ""
                                     : fs::path(solution.sources.front()).extension().string())
                   : "";
    if (!solution.build.empty() && !solution.run.empty()) return "";
    for (const std::string &tool : language->tools())
        if (find_program(tool).empty())
            return fmt::format("'{}' is not installed; on Debian: apt-get install {}", tool,
                               language->package());
    return "";
}

} // namespace

// The build with step counters, which most solutions will want, while a processor is idle.
void Builder::build_ahead(const Problem &problem, const Solution &solution) const {
    try {
        const Recipe recipe =
            recipe_as_meant(problem, solution, known_supplies(problem, solution).needed, true);
        const Language *language = language_of(solution);
        if (hindrance(recipe, language).empty() && language && language->no_counting(recipe).empty() &&
            language->counts_by_build())
            compiled(recipe);
    } catch (const Error &error) {
        if (error.category() == Category::interrupted) throw;
    }
}

std::vector<fs::path> Builder::give_head_starts(const Problem &problem,
                                                const std::vector<const Solution *> &solutions) const {
    std::map<fs::path, HeadStart> starts;
    for (const Solution *solution : solutions)
        for (const bool counting : {false, true})
            if (const Language *language = language_of(*solution); language && is_bare(problem, *solution))
                if (const auto start = language->head_start(recipe_as_meant(
                        problem, *solution, known_supplies(problem, *solution).needed, counting)))
                    starts[start->file] = *start;
    std::vector<fs::path> files;
    for (const auto &[file, start] : starts)
        files.push_back(file);
    parallel_for(static_cast<int>(files.size()), [&](int i) {
        if (fs::exists(files[i])) return;
        const fs::path fresh = scratch_ / files[i].filename();
        Launch launch;
        for (const std::string &word : starts.at(files[i]).command)
            launch.command.push_back(word == "{output}" ? fresh.string() : word);
        launch.folder = scratch_;
        constexpr double limit_s = 60;
        if (run_to_end(launch, scratch_, limit_s).ending.outcome != Outcome::done)
            return; // builds do without
        std::error_code ignored;
        fs::create_directories(files[i].parent_path(), ignored);
        fs::copy_file(fresh, files[i].string() + ".part", fs::copy_options::overwrite_existing, ignored);
        if (!ignored) fs::rename(files[i].string() + ".part", files[i], ignored);
    });
    return files;
}

// Builds where that is needed, and says how to start what came of it.
Runnable Builder::prepared(const Recipe &recipe, Product &product) const {
    const Solution &solution = recipe.solution;
    Runnable runnable{{}, recipe.problem.folder, recipe.problem.limits, {}, false};
    const Language *language = language_of(solution);
    product.message = hindrance(recipe, language);
    if (!product.message.empty()) return runnable;
    product.ok = true;
    const bool compiles = !solution.build.empty() || (language && !language->build_command(recipe).empty());
    if (compiles) product = compiled(recipe);
    if (!product.ok) return runnable;
    if (language) {
        runnable.reserves_memory = language->reserves_memory();
        runnable.environment = language->environment(recipe);
    }
    if (solution.keeps_input) runnable.environment.push_back("IRON_STOPWATCH_KEEPS_INPUT=1");
    if (!solution.run.empty()) {
        runnable.reserves_memory = true; // nobody knows what it starts
        runnable.command = run_command(recipe, product);
    } else if (language)
        runnable.command = language->start_command(recipe, compiles ? product.program : recipe.main_source());
    else
        runnable.command = {product.program.string()};
    return runnable;
}

Runnable Builder::helper(const Problem &problem, const std::string &path) const {
    if (!fs::is_regular_file(problem.folder / path))
        throw Error(Category::usage, "there is no file '" + path + "' in the problem folder");
    Solution solution;
    solution.name = fs::path(path).stem();
    if (language_of(fs::path(path)))
        solution.sources = {path};
    else
        solution.run = path.find('/') == std::string::npos ? "./" + path : path;
    Product product;
    Runnable runnable = prepared(recipe_for(problem, solution, Style::program, false), product);
    if (!product.ok)
        throw Error(Category::not_possible, path + " can't be made ready to run:\n" + product.message);
    runnable.limits.stack_bytes = 0;
    return runnable;
}

std::optional<Runnable> Builder::empty_program(const std::string &name) const {
    const auto found = std::find_if(languages().begin(), languages().end(),
                                    [&](const Language *one) { return one->name() == name; });
    if (found == languages().end()) return std::nullopt;
    const auto [file, text] = (*found)->empty_program();
    Problem problem;
    problem.folder = adapters_ / "empty"; // a folder that stays: builds are kept by it
    write_file(problem.folder / file, text);
    Solution solution;
    solution.name = "empty";
    solution.sources = {file};
    Product product;
    const Runnable runnable = prepared(recipe_for(problem, solution, Style::program, false), product);
    return product.ok ? std::optional(runnable) : std::nullopt;
}

void Builder::build_counters(const Problem &problem, std::vector<Built> &built,
                             const std::vector<std::string> &names) const {
    parallel_for(static_cast<int>(built.size()), [&](int i) {
        Built &one = built[i];
        if (!one.ok || std::find(names.begin(), names.end(), one.name) == names.end()) return;
        try {
            build_counter(recipe_as_meant(problem, *problem.solution(one.name), !one.supplied.empty(), true),
                          one);
        } catch (const Error &error) {
            if (error.category() == Category::interrupted) throw;
            one.no_counting = error.what();
        }
    });
}

void Builder::build_counter(const Recipe &recipe, Built &built) const {
    const Language *language = language_of(recipe.solution);
    built.no_counting = language ? language->no_counting(recipe) : "its language is not known";
    if (!built.no_counting.empty()) return;
    built.long_numbers = language->has_long_numbers(recipe);
    Runnable counting = built.timing;
    fs::path program;
    if (language->counts_by_build()) {
        const Product product = compiled(recipe);
        if (!product.ok) {
            built.no_counting = "the build with step counters failed: " + product.message;
            return;
        }
        program = product.program;
        counting.command = language->start_command(recipe, program);
        counting.reserves_memory = language->reserves_memory();
    }
    Runnable weighing = counting;
    if (language->make_weighing(recipe, weighing)) built.weighing = std::move(weighing);
    language->make_counting(recipe, counting);
    built.counting = std::move(counting);
    built.counts_in_copies = recipe.style == Style::program && language->counts_in_copies(recipe);
    built.spots = language->spot_reader(recipe, program);
}

Product Builder::compiled(const Recipe &recipe) const {
    const Solution &solution = recipe.solution;
    const Language *language = language_of(solution);
    std::vector<std::string> command;
    if (solution.build.empty())
        command = language->build_command(recipe);
    else
        for (const std::string &word : split_words(solution.build)) {
            if (word == "{sources}")
                command.insert(command.end(), solution.sources.begin(), solution.sources.end());
            else if (word == "{flags}") {
                const auto flags = language ? language->build_flags(recipe) : recipe.flags("");
                command.insert(command.end(), flags.begin(), flags.end());
            } else
                command.push_back(word);
        }
    std::vector<fs::path> sources;
    for (const std::string &source : solution.sources)
        sources.push_back(recipe.problem.folder / source);
    if (language && language->compiles_along())
        for (const std::string &source : solution.sources)
            for (const fs::path &file : language->read_along(recipe.problem.folder / source))
                if (fs::is_regular_file(file)) sources.push_back(file);
    // Named by the source, so that solutions which are one source in one way of building are built once.
    const std::string name =
        solution.sources.empty() ? solution.name : fs::path(solution.sources.front()).stem().string();
    return store_.made(command, recipe.problem.folder, sources, name + (recipe.counting ? "-counting" : ""));
}

} // namespace iron
