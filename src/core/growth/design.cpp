#include "core/growth/design.h"

#include <algorithm>
#include <cmath>

#include "core/bound/print.h"
#include "core/bound/rounded.h"
#include "core/growth/least_squares.h"
#include "core/policy.h"
#include "core/reading/series.h"

namespace iron {

namespace {

TermThere at_places(CandidatePtr candidate, const std::vector<Sizes> &places) {
    TermThere there;
    there.candidate = std::move(candidate);
    for (const Sizes &sizes : places)
        there.log_values.push_back(evaluate_log(there.candidate->expression, sizes));
    there.log_unit = quantile(there.log_values, 0.5);
    for (const double value : there.log_values)
        there.column.push_back(std::exp(value - there.log_unit));
    return there;
}

} // namespace

Design::Design(std::shared_ptr<const Catalogue> catalogue, const std::vector<std::vector<double>> &places)
    : catalogue_(std::move(catalogue)), sizes_(places) {
    for (const std::vector<double> &place : places) {
        Sizes sizes;
        for (std::size_t i = 0; i < place.size(); ++i)
            sizes[catalogue_->names()[i]] = std::max(place[i], 1.0);
        places_.push_back(std::move(sizes));
    }
    for (const CandidatePtr &candidate : catalogue_->candidates())
        terms_.push_back(at_places(candidate, places_));
}

bool Design::is_at(const Catalogue &catalogue, const std::vector<std::vector<double>> &places) const {
    return catalogue_.get() == &catalogue && sizes_ == places;
}

int Design::index_of(const std::string &name) const {
    const int listed = catalogue_->index_of(name);
    if (listed >= 0) return listed;
    const auto found = indices_.find(name);
    return found == indices_.end() ? -1 : found->second;
}

int Design::add(const Expression &expression, double prior) {
    const std::string name = print_canonical(expression);
    if (const int known = index_of(name); known >= 0) return known;
    terms_.push_back(at_places(catalogue_->made(expression, prior), places_));
    const int index = static_cast<int>(terms_.size()) - 1;
    indices_[name] = index;
    return index;
}

void Design::forget_added() {
    const int known = static_cast<int>(catalogue_->candidates().size());
    terms_.resize(static_cast<std::size_t>(known));
    indices_.clear();
    within_.clear();
    std::erase_if(lows_, [&](const auto &one) { return one.first >= known; });
    std::erase_if(waves_, [&](const auto &one) { return one.first >= known; });
    std::erase_if(cones_, [&](const auto &one) { return one.first.first.back() >= known; });
}

bool Design::within(int f, int g) {
    const int known = static_cast<int>(catalogue_->candidates().size());
    if (f < known && g < known)
        return catalogue_->within(static_cast<std::size_t>(f), static_cast<std::size_t>(g));
    const auto [found, fresh] = within_.try_emplace({f, g}, false);
    if (fresh) found->second = SizeOrder::within(candidate(f).free, candidate(g).free);
    return found->second;
}

bool Design::is_antichain(const TermSet &set) {
    for (const int a : set)
        for (const int b : set)
            if (a != b && within(a, b)) return false;
    return true;
}

SizeOrder::Course Design::course_of(const TermSet &set) const {
    SizeOrder::Course course = candidate(set.front()).course;
    for (std::size_t i = 1; i < set.size(); ++i)
        course = SizeOrder::sum(course, candidate(set[i]).course);
    return course;
}

const std::vector<int> &Design::lows_of(int lead) {
    if (static_cast<std::size_t>(lead) < catalogue_->leading())
        return catalogue_->lows_of(static_cast<std::size_t>(lead));
    const auto [found, fresh] = lows_.try_emplace(lead);
    if (!fresh) return found->second;
    std::vector<int> lows = catalogue_->lows_below(candidate(lead));
    for (const Expression &less : a_little_less(candidate(lead), catalogue_->names()))
        if (const int low = add(less, 1); std::find(lows.begin(), lows.end(), low) == lows.end())
            lows.push_back(low);
    return lows_[lead] = std::move(lows);
}

std::vector<int> Design::lows_of(const TermSet &set) {
    std::vector<int> all;
    for (const int lead : set)
        for (const int low : lows_of(lead))
            if (std::find(all.begin(), all.end(), low) == all.end() &&
                std::find(set.begin(), set.end(), low) == set.end())
                all.push_back(low);
    return all;
}

namespace {

// Of ln(a / b) over the places, in units of their middle values, the one that a share of all lies below.
std::vector<double> log_ratios(const TermThere &a, const TermThere &b) {
    std::vector<double> ratios;
    for (std::size_t i = 0; i < a.column.size(); ++i)
        ratios.push_back(a.log_values[i] - a.log_unit - b.log_values[i] + b.log_unit);
    return ratios;
}

// How much of every lead comes with one of each: M = (I - D)^-1, D_ij = 1 / quantile(r_i / r_j). Nothing
// where that has no sense: the spectral radius of D is near 1.
std::optional<SquareMatrix> shares_of(const std::vector<const TermThere *> &leads) {
    const std::size_t count = leads.size();
    if (count == 1) return SquareMatrix{1, {1}};
    SquareMatrix without{count, std::vector<double>(count * count, 1)}; // I - D
    for (std::size_t i = 0; i < count; ++i)
        for (std::size_t j = 0; j < count; ++j)
            if (i != j) {
                std::vector<double> ratios = log_ratios(*leads[i], *leads[j]);
                const double k = static_cast<double>(ratios.size()); // at least three places above
                const double corner = std::min(policy::growth::corner, (k - 4) / (k - 1));
                without.values[i * count + j] = -std::exp(-quantile(std::move(ratios), corner));
            }
    constexpr double most = policy::growth::largest_radius;
    if (count == 2 && without(0, 1) * without(1, 0) > most * most) return std::nullopt;
    if (count > 2) { // by powers of D + 0.1 I: the matrix is nonnegative
        std::vector<double> direction(count, 1);
        double radius = 0;
        for (int step = 0; step < 60; ++step) {
            std::vector<double> next(count, 0);
            for (std::size_t i = 0; i < count; ++i)
                for (std::size_t j = 0; j < count; ++j)
                    next[i] += (i == j ? 0.1 : -without(i, j)) * direction[j];
            const double largest = *std::max_element(next.begin(), next.end());
            radius = largest - 0.1;
            for (double &value : next)
                value /= largest;
            direction = std::move(next);
        }
        if (radius > most) return std::nullopt;
    }
    return inverse_of(without);
}

void add_part(Generator &generator, std::size_t part, const Column &column, double factor) {
    for (std::size_t i = 0; i < column.size(); ++i)
        generator.column[i] += factor * column[i];
    generator.parts.push_back({part, factor});
}

// Whether the growth holds a power of the size, and nothing exponential in it.
bool has_power_of(const Expression &e, const std::string &name) {
    using Kind = ExpressionNode::Kind;
    const std::vector<Expression> factors = e->kind == Kind::product ? e->of : std::vector<Expression>{e};
    bool power = false;
    for (const Expression &factor : factors) {
        if (!sizes_in(factor).contains(name)) continue;
        if (factor->kind == Kind::factorial) return false;
        if (factor->kind == Kind::power && sizes_in(factor->of[1]).contains(name)) return false;
        const Expression &base = factor->kind == Kind::power ? factor->of[0] : factor;
        power = power || (base->kind != Kind::logarithm && base->kind != Kind::natural_logarithm);
    }
    return power;
}

} // namespace

const Waves &Design::waves_of(int index) {
    const auto [found, fresh] = waves_.try_emplace(index);
    if (!fresh) return found->second;
    Waves &waves = found->second;
    const TermThere &smooth = term(index);
    const Expression &expression = smooth.candidate->expression;
    for (const Rounding rounding : {Rounding::up, Rounding::down, Rounding::levels}) {
        if (!has_roundings(expression)) break;
        Column by;
        bool differs = false;
        for (std::size_t i = 0; i < places_.size(); ++i) {
            by.push_back(std::exp(rounded_log(expression, places_[i], rounding) - smooth.log_unit) -
                         smooth.column[i]);
            differs = differs || std::abs(by[i]) > 1e-9 * smooth.column[i];
        }
        if (differs && std::find(waves.by.begin(), waves.by.end(), by) == waves.by.end())
            waves.by.push_back(std::move(by));
    }
    for (const std::string &name : sizes_in(expression)) {
        if (!has_power_of(expression, name)) continue;
        Column above;
        for (const Sizes &place : places_) {
            const double size = std::max(place.at(name), 2.0);
            above.push_back(std::exp2(std::ceil(std::log2(size) - 1e-9)) / size);
        }
        waves.capacity.push_back(std::move(above));
    }
    return waves;
}

// The making of one cone.
class Design::Making {
  public:
    Making(Design &design, const TermSet &set) : design_(design) {
        cone_.leads = set;
        cone_.lows = design.lows_of(set);
        for (const int lead : set)
            leads_.push_back(&design.term(lead));
    }

    std::optional<Cone> made(const ConeOptions &options) {
        if (options.each_apart) return each_apart();
        shares_ = shares_of(leads_);
        if (!shares_) return std::nullopt;
        cone_.generators.reserve(leads_.size() * (2 * cone_.lows.size() + 8));
        for (std::size_t j = 0; j < leads_.size(); ++j) {
            Generator one{Column(places(), 0), {}, false};
            for (std::size_t i = 0; i < leads_.size(); ++i)
                if (const double share = (*shares_)(i, j); share > 0)
                    add_part(one, i, leads_[i]->column, share);
            of_lead_.push_back(one);
            cone_.generators.push_back(std::move(one));
        }
        for (std::size_t h = 0; h < cone_.lows.size(); ++h) {
            if (options.free_lows)
                cone_.generators.push_back(
                    {design_.term(cone_.lows[h]).column, {{leads_.size() + h, 1}}, false});
            for (std::size_t j = 0; j < leads_.size() && !options.free_lows; ++j)
                add_low(h, j, options.taken_off);
            if (options.starts_up && !options.free_lows && is_constant(cone_.lows[h]))
                cone_.generators.push_back(
                    {design_.term(cone_.lows[h]).column, {{leads_.size() + h, 1}}, true});
        }
        add_what_relations_leave();
        if (options.waves)
            for (std::size_t j = 0; j < leads_.size(); ++j)
                add_waves(j);
        return std::move(cone_);
    }

  private:
    Cone each_apart() {
        std::vector<int> parts(cone_.leads.begin(), cone_.leads.end());
        parts.insert(parts.end(), cone_.lows.begin(), cone_.lows.end());
        for (std::size_t i = 0; i < parts.size(); ++i)
            cone_.generators.push_back({design_.term(parts[i]).column, {{i, 1}}, false});
        return std::move(cone_);
    }
    std::size_t places() const { return design_.places_.size(); }
    bool is_constant(int term) const { return sizes_in(design_.candidate(term).expression).empty(); }

    void add_low(std::size_t h, std::size_t j, double taken_off) {
        const std::vector<int> &own = design_.lows_of(cone_.leads[j]);
        if (std::find(own.begin(), own.end(), cone_.lows[h]) == own.end()) return;
        const TermThere &low = design_.term(cone_.lows[h]);
        std::vector<double> ratios = log_ratios(*leads_[j], low);
        const double place = policy::growth::lower_in * static_cast<double>(ratios.size()) + 1e-9;
        const auto third = ratios.begin() + static_cast<long>(place);
        std::nth_element(ratios.begin(), third, ratios.end());
        const double often = std::exp(*third);
        Generator with = of_lead_[j];
        for (double &value : with.column)
            value /= often;
        for (auto &[part, share] : with.parts)
            share /= often;
        add_part(with, leads_.size() + h, low.column, 1);
        with_lows_.push_back(with);
        cone_.generators.push_back(std::move(with));
        if (taken_off == 0) return;
        double least = 1e300;
        for (std::size_t i = 0; i < places(); ++i)
            least = std::min(least, leads_[j]->column[i] / low.column[i]);
        Generator less = of_lead_[j];
        add_part(less, leads_.size() + h, low.column, -taken_off * least);
        cone_.generators.push_back(std::move(less));
    }

    // Of n - k turns all that is done in each is as much less as their number.
    void add_what_relations_leave() {
        for (const Relation &relation : design_.catalogue().relations())
            for (const double first : {1.0, 0.0}) {
                Column shares;
                for (const Sizes &place : design_.places_)
                    shares.push_back(share_left(relation, place, first));
                for (const std::vector<Generator> *sums : {&of_lead_, &with_lows_})
                    for (Generator left : *sums) {
                        for (std::size_t i = 0; i < places(); ++i)
                            left.column[i] *= shares[i];
                        cone_.generators.push_back(std::move(left));
                    }
            }
    }

    void add_waves(std::size_t j) {
        const Waves &waves = design_.waves_of(cone_.leads[j]);
        for (const Column &by : waves.by) {
            Generator rounded = of_lead_[j];
            for (std::size_t i = 0; i < places(); ++i)
                rounded.column[i] += (*shares_)(j, j) * by[i];
            cone_.generators.push_back(std::move(rounded));
        }
        for (const Column &above : waves.capacity) {
            Generator doubled = of_lead_[j];
            for (std::size_t i = 0; i < places(); ++i)
                doubled.column[i] *= above[i];
            cone_.generators.push_back(std::move(doubled));
        }
    }

    Design &design_;
    Cone cone_;
    std::vector<const TermThere *> leads_;
    std::vector<Generator> of_lead_, with_lows_;
    std::optional<SquareMatrix> shares_;
};

const Cone *Design::cone(const TermSet &set, const ConeOptions &options) {
    const auto [found, fresh] = cones_.try_emplace({set, options});
    if (fresh) found->second = Making(*this, set).made(options);
    return found->second ? &*found->second : nullptr;
}

DesignStore::Lent DesignStore::lend(std::shared_ptr<const Catalogue> catalogue,
                                    const std::vector<std::vector<double>> &places) {
    {
        const std::lock_guard lock(mutex_);
        const auto found = std::find_if(free_.begin(), free_.end(),
                                        [&](const auto &one) { return one->is_at(*catalogue, places); });
        if (found != free_.end()) {
            std::unique_ptr<Design> design = std::move(*found);
            free_.erase(found);
            return Lent(*this, std::move(design));
        }
    }
    return Lent(*this, std::make_unique<Design>(std::move(catalogue), places));
}

void DesignStore::take_back(std::unique_ptr<Design> design) {
    constexpr std::size_t most = 8;
    design->forget_added();
    const std::lock_guard lock(mutex_);
    free_.push_front(std::move(design));
    if (free_.size() > most) free_.pop_back();
}

} // namespace iron
