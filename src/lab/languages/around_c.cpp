// The program around a function of C. C tells nothing of a function's types while it compiles: they are taken
// from the function's head.
#include <algorithm>
#include <cctype>
#include <fmt/format.h>

#include "core/error.h"
#include "lab/languages/bare.h"
#include "lab/languages/language.h"

namespace iron {

namespace {

// "const int *levels" as its type's words and how many pointers deep it is.
struct Declared {
    std::string words; // "int"
    int pointers = 0;
    bool is_const = false;
    std::string told;
};

Declared declared(const std::string &parameter) {
    static const std::vector<std::string> of_types = {
        "int", "long", "short", "char", "double", "float", "unsigned", "signed", "_Bool", "bool", "void"};
    Declared one;
    one.told = parameter;
    std::vector<std::string> words;
    std::string word;
    for (const char c : parameter + " ") {
        if (std::isalnum(static_cast<unsigned char>(c)) || c == '_') {
            word += c;
            continue;
        }
        one.is_const = one.is_const || word == "const";
        if (!word.empty() && word != "const" && word != "restrict" && word != "static" &&
            word != "volatile" && word != "inline" && word != "extern" &&
            !std::isdigit(static_cast<unsigned char>(word[0])))
            words.push_back(word);
        word.clear();
        one.pointers += c == '*' || c == '[';
    }
    // The last word is the name, unless it is a type's.
    if (words.size() > 1 && std::find(of_types.begin(), of_types.end(), words.back()) == of_types.end())
        words.pop_back();
    one.words = fmt::format("{}", fmt::join(words, " "));
    return one;
}

class AroundC {
  public:
    explicit AroundC(const Recipe &recipe)
        : call_(*recipe.problem.call), function_(recipe.bare->function),
          source_(recipe.problem.folder / recipe.bare->source), supplied_(recipe.bare->supplied) {
        for (const std::string &one : function_.takes)
            if (one != "void") takes_.push_back(declared(one));
    }

    std::string whole() {
        for (const Parameter &parameter : call_.takes)
            argument(parameter);
        answer();
        if (at_ != takes_.size()) refuse("takes more arguments than 'call' gives it");
        std::string text = "#include <iron_stopwatch.h>\n";
        if (supplied_)
            text += "#include <ctype.h>\n#include <limits.h>\n#include <math.h>\n#include <stdbool.h>\n"
                    "#include <stdint.h>\n#include <stdio.h>\n#include <stdlib.h>\n#include <string.h>\n";
        text += fmt::format("#include \"{}\"\n#include <iron_stopwatch_call.h>\n", source_.string());
        text += "typedef struct {\n" + members_ + "} iron_input;\ntypedef struct {\n" + held_ +
                "} iron_answer;\n";
        text += "static iron_input iron_take(FILE *in) {\n    iron_input input;\n    "
                "iron_stopwatch_within_line = 0;\n" +
                take_ + "    return input;\n}\n";
        text += fmt::format("static iron_answer iron_solve({}iron_input *input) {{\n",
                            untouched_ ? "const " : "") +
                "    iron_answer answer;\n" + solve_ + "    return answer;\n}\n";
        text += "static void iron_give(FILE *out, const iron_answer *answer) {\n" + give_ + "}\n";
        text += "static iron_input iron_copy(const iron_input *input) {\n    iron_input copy = *input;\n" +
                copy_ + "    return copy;\n}\n";
        text += "static void iron_drop(iron_input *input) {\n" + drop_ + "    (void)input;\n}\n";
        text +=
            "static void iron_drop_answer(iron_answer *answer) {\n" + drop_answer_ + "    (void)answer;\n}\n";
        return text + "IRON_STOPWATCH_C(iron_input, iron_answer, iron_take, iron_solve, iron_give, "
                      "iron_copy, iron_drop, "
                      "iron_drop_answer)\n";
    }

  private:
    [[noreturn]] void refuse(const std::string &what) const {
        throw Error(
            Category::usage,
            fmt::format("{}:{}: {}\nit {}", source_.filename().string(), function_.line, function_.head,
                        what),
            "in C a list is a pointer and its length; a list that is the answer goes to a pointer and a "
            "pointer to its length, or is returned with the latter");
    }
    const Declared &next(int pointers) {
        if (at_ == takes_.size()) refuse("takes fewer arguments than 'call' gives it");
        const Declared &one = takes_[at_++];
        if (one.pointers != pointers)
            refuse(fmt::format("takes another type at '{}' than 'call' says", one.told));
        untouched_ = untouched_ && (pointers == 0 || one.is_const);
        return one;
    }
    // How values of a type are read and written: iron_stopwatch_call.h.
    static const char *kind(const Type &type) {
        switch (type.kind) {
        case Type::Kind::integer:
            return "integer";
        case Type::Kind::real:
            return "real";
        case Type::Kind::truth:
            return "truth";
        default:
            return "text";
        }
    }

    void argument(const Parameter &parameter) {
        using Kind = Type::Kind;
        const std::string &name = parameter.name;
        const Type &type = parameter.type;
        if (type.is_one_word()) {
            const std::string words = next(0).words;
            members_ += fmt::format("    {} {};\n", words, name);
            take_ += fmt::format("    input.{} = ({})iron_stopwatch_take_{}(in);\n", name, words, kind(type));
            pass(fmt::format("input->{}", name));
        } else if (type.kind == Kind::text) {
            next(1);
            members_ += fmt::format("    char *{};\n", name);
            take_ += fmt::format("    input.{} = iron_stopwatch_take_text(in);\n", name);
            copy_ += fmt::format(
                "    copy.{0} = iron_stopwatch_copied(input->{0}, strlen(input->{0}) + 1);\n", name);
            drop_ += fmt::format("    free(input->{});\n", name);
            pass(fmt::format("input->{}", name));
        } else if (type.kind == Kind::list && type.parts[0].is_one_word()) {
            const std::string words = next(1).words;
            if (at_ == takes_.size()) refuse("takes a list without its length");
            const Declared &length = takes_[at_++];
            members_ += fmt::format("    {} *{};\n    {} {}_length;\n", words, name, length.words, name);
            take_ += fmt::format(
                "    input.{0}_length = ({1})iron_stopwatch_take_integer(in);\n"
                "    input.{0} = iron_stopwatch_room((size_t)input.{0}_length * sizeof *input.{0});\n"
                "    for (size_t i = 0; i < (size_t)input.{0}_length; ++i) input.{0}[i] = "
                "({2})iron_stopwatch_take_{3}(in);\n",
                name, length.words, words, kind(type.parts[0]));
            copy_ += fmt::format("    copy.{0} = iron_stopwatch_copied(input->{0}, (size_t)input->{0}_length "
                                 "* sizeof *input->{0});\n",
                                 name);
            drop_ += fmt::format("    free(input->{});\n", name);
            pass(fmt::format("input->{}", name));
            untouched_ = untouched_ && length.pointers == 0;
            pass(fmt::format("{}input->{}_length", length.pointers ? "&" : "", name));
        } else
            throw Error(
                Category::usage,
                fmt::format("C has no {}: '{}' can't be given to a bare function", word_for(type), name),
                "write it in function style, with the adapter");
    }

    void answer() {
        const Declared returned = declared(function_.before + " f");
        const std::string call = fmt::format("{}(", function_.name);
        const Type &type = call_.gives;
        if (call_.answers_in >= 0) {
            const std::string &name = call_.takes[call_.answers_in].name;
            if (type.kind != Type::Kind::list) refuse("can answer through a list alone");
            solve_ = fmt::format(
                "    {}{});\n    answer.values = input->{};\n    answer.length = (size_t)input->{}_length;\n",
                call, passed_, name, name);
            held_ = fmt::format("    __typeof__(((iron_input *)0)->{}) values;\n    size_t length;\n", name);
            give_list(type.parts[0]);
        } else if (type.is_one_word()) {
            if (returned.pointers != 0 || returned.words == "void")
                refuse("returns another type than 'call' says");
            held_ = fmt::format("    {} value;\n", returned.words);
            solve_ = fmt::format("    answer.value = {}{});\n", call, passed_);
            give_ = fmt::format("    iron_stopwatch_give_{}(out, answer->value);\n    fputc('\\n', out);\n",
                                kind(type));
        } else if (type.kind == Type::Kind::text) {
            if (returned.pointers != 1) refuse("returns another type than 'call' says");
            held_ = "    const char *value;\n";
            solve_ = fmt::format("    answer.value = {}{});\n", call, passed_);
            give_ = "    iron_stopwatch_give_text(out, answer->value);\n    fputc('\\n', out);\n";
        } else if (type.kind == Type::Kind::list && type.parts[0].is_one_word()) {
            const bool is_returned = returned.pointers == 1;
            const bool untouched = untouched_; // by what it answers to
            const std::string words = is_returned ? returned.words : next(2).words;
            const std::string length = next(1).words;
            untouched_ = untouched;
            held_ = fmt::format("    {} *values;\n    size_t length;\n", words);
            solve_ = fmt::format(
                "    {} length = 0;\n    {}{}{}&length);\n    answer.length = (size_t)length;\n", length,
                is_returned ? "answer.values = " : "", call,
                passed_ + (passed_.empty() ? "" : ", ") + (is_returned ? "" : "&answer.values, "));
            drop_answer_ = "    free(answer->values);\n";
            give_list(type.parts[0]);
        } else
            throw Error(Category::usage,
                        fmt::format("C has no {}: a bare function can't answer so", word_for(type)),
                        "write it in function style, with the adapter");
    }

    void give_list(const Type &element) {
        give_ = fmt::format(
            "    fprintf(out, \"%zu\\n\", answer->length);\n"
            "    for (size_t i = 0; i < answer->length; ++i) {{\n"
            "        if (i) fputc(' ', out);\n"
            "        iron_stopwatch_give_{}(out, answer->values[i]);\n    }}\n    fputc('\\n', out);\n",
            kind(element));
    }

    void pass(const std::string &argument) { passed_ += (passed_.empty() ? "" : ", ") + argument; }

    const Call &call_;
    const FoundFunction &function_;
    const std::filesystem::path source_;
    const bool supplied_;
    std::vector<Declared> takes_;
    std::size_t at_ = 0;
    bool untouched_ = true; // nothing that it is given can change
    std::string members_, held_, take_, solve_, give_, copy_, drop_, drop_answer_, passed_;
};

} // namespace

std::string program_around_c(const Recipe &recipe) { return AroundC(recipe).whole(); }

} // namespace iron
