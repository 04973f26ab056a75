#include "study/scope.h"

#include "study/size_lines.h"

namespace iron {

std::vector<std::string> Scope::names() const {
    std::vector<std::string> all;
    for (const Contender &one : contenders)
        all.push_back(one.solution->name);
    return all;
}

std::function<bool(const Sizes &)> Scope::on_sweep() const {
    return [sweep = size_lines(problem, {}).front()](const Sizes &sizes) {
        return sweep.at(sizes.at(sweep.grows)) == sizes;
    };
}

std::function<Sizes(double)> Scope::along_sweep() const {
    return [this](double size) { return complete_sizes(problem, {{swept(), size}}); };
}

std::vector<SolutionClaims> claims_in(const Scope &scope, const Agreement *agreement) {
    std::vector<SolutionClaims> all;
    for (const Contender &one : scope.contenders) {
        SolutionClaims claims{
            one.solution->name, one.solution->claims, one.whole_program, one.collects_garbage, "",
            scope.shapes};
        const SolutionAgreement *entry = agreement ? agreement->solution(one.solution->name) : nullptr;
        // One that only went over a limit at a size chosen for it is right below that, and may be judged.
        const bool reach = entry && entry->found_while == "measuring" && is_over_a_limit(entry->outcome);
        if (entry && entry->verdict != SolutionAgreement::Verdict::agrees && !reach)
            claims.excluded = sentence_for(*entry);
        all.push_back(std::move(claims));
    }
    return all;
}

} // namespace iron
