#include "lab/languages/enclosing.h"
#include "lab/languages/language.h"

namespace iron {

namespace {

class Python : public Language {
  public:
    std::string name() const override { return "Python"; }
    std::vector<std::string> extensions() const override { return {".py"}; }
    std::string adapter() const override { return "python"; }
    std::vector<std::string> tools() const override { return {"python3"}; }
    std::string package() const override { return "python3"; }
    std::pair<std::string, std::string> empty_program() const override { return {"empty.py", "\n"}; }

    EnclosingLines enclosing_lines(const std::string &source) const override {
        return enclosing_lines_by_indent(source);
    }
    std::vector<FoundFunction> functions_in(const std::string &source) const override {
        return functions_by_indent(source);
    }
    bool starts_at_main() const override { return false; }

    std::vector<std::string> start_command(const Recipe &recipe,
                                           const std::filesystem::path &program) const override {
        std::vector<std::string> command = {interpreter_path("python3"), program.string()};
        if (recipe.bare) {
            command.back() = (recipe.adapters / adapter() / "iron_stopwatch_call.py").string();
            const std::vector<std::string> words = words_of_call(recipe);
            command.insert(command.end(), words.begin(), words.end());
        }
        return command;
    }
    std::vector<std::string> environment(const Recipe &recipe) const override {
        std::vector<std::string> all = {"PYTHONDONTWRITEBYTECODE=1"};
        if (recipe.style == Style::function)
            all.push_back("PYTHONPATH=" + (recipe.adapters / adapter()).string());
        return all;
    }

    std::string no_counting(const Recipe &recipe) const override { return hindered_runtime(recipe); }
    void make_counting(const Recipe &recipe, Runnable &runnable) const override {
        if (recipe.style == Style::program) { // the adapter runs it, counted
            runnable.command.insert(runnable.command.begin() + 1,
                                    (recipe.adapters / adapter() / "iron_stopwatch_counting.py").string());
            runnable.limits.memory_bytes *= 2; // a book is kept of every block
        } else
            runnable.environment.push_back("IRON_STOPWATCH_COUNTS=1");
        runnable.environment.push_back("PYTHONHASHSEED=0"); // the same count every time
    }

    bool counts_in_copies(const Recipe &) const override { return true; }

    std::vector<LastWords> last_words() const override {
        return {{"RecursionError", Outcome::over_stack}, {"MemoryError", Outcome::over_memory}};
    }
    std::vector<std::string> place_question() const override {
        return {"-c", "import sys; print(sys.executable)"};
    }
};

} // namespace

const Language &language_python() {
    static const Python language;
    return language;
}

} // namespace iron
