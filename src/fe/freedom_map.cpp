#include "fe/freedom_map.h"
#include <algorithm>
#include <cmath>
#include <map>
#include <set>

namespace zg::fe {

namespace {

void addScaled(std::vector<double>& to, double factor, const std::vector<double>& from) {
    if (from.empty()) return;
    if (to.empty()) to.resize(from.size());
    for (std::size_t i = 0; i < from.size(); ++i) to[i] += factor * from[i];
}

bool isZero(const std::vector<double>& v, double limit) {
    return std::all_of(v.begin(), v.end(), [&](double x) { return std::abs(x) <= limit; });
}

} // namespace

Diagnostics FreedomMap::build(const Model& model, const std::vector<Constraint>& further) {
    Diagnostics found;
    const int count = 6 * static_cast<int>(model.nodes.size()), caseCount = static_cast<int>(model.cases.size());
    equation_.assign(count, unused);
    rows_.clear();
    order_.clear();
    furtherCount_ = 0;
    std::vector<char> isUsed(count, 0);
    for (const Shell& s : model.shells)
        for (int node : s.nodes)
            for (int k = 0; k < 6 && node >= 0; ++k) isUsed[6 * node + k] = 1;
    const auto useAttachment = [&](const Attachment& a) {
        for (const Terms& row : a.rows)
            for (const Term& t : row) isUsed[freedomIndex(t)] = 1;
    };
    for (const Link& l : model.links) {
        useAttachment(l.a);
        if (l.b) useAttachment(*l.b);
    }
    std::vector<std::vector<double>> given(model.constraints.size());
    for (int c = 0; c < caseCount; ++c) {
        for (const Prescribed& p : model.cases[c].movements) {
            if (given[p.constraint].empty()) given[p.constraint].resize(caseCount);
            given[p.constraint][c] += p.value;
        }
    }

    // Forward elimination: each constraint, less what is already eliminated, gives one pivot.
    std::vector<int> rowOf(count, -1);
    const int own = static_cast<int>(model.constraints.size());
    const auto constraintAt = [&](int index) -> const Constraint& {
        return index < own ? model.constraints[index] : further[index - own];
    };
    given.resize(model.constraints.size() + further.size());
    for (int index = 0; index < static_cast<int>(given.size()); ++index) {
        const Constraint& constraint = constraintAt(index);
        std::map<int, double> sum;
        std::vector<double> value = given[index];
        std::set<std::string> met;
        double largest = 0, size = 0;
        for (const Term& t : constraint.terms) {
            sum[freedomIndex(t)] += t.factor;
            largest = std::max(largest, std::abs(t.factor));
        }
        for (double v : value) size = std::max(size, std::abs(v));
        for (bool isChanged = true; isChanged;) {
            isChanged = false;
            for (auto it = sum.begin(); it != sum.end(); ++it) {
                const int row = rowOf[it->first];
                if (row < 0) continue;
                const double factor = it->second;
                sum.erase(it);
                if (factor != 0) {
                    const Eliminated& e = order_[row];
                    met.insert(constraintAt(e.constraint).id);
                    for (const auto& [other, f] : e.others) sum[other] -= factor * f;
                    addScaled(value, -factor, rows_[row].given);
                    for (double v : rows_[row].given) size = std::max(size, std::abs(factor * v));
                }
                isChanged = true;
                break;
            }
        }
        int pivot = -1;
        double best = 0;
        const int owner = constraint.terms.empty() ? -1 : constraint.terms.front().node;
        for (int pass = 0; pass < 2 && pivot < 0; ++pass) {
            for (const auto& [freedom, factor] : sum) {
                if (pass == 0 && freedom / 6 != owner) continue;
                if (std::abs(factor) > 1e-9 * largest && std::abs(factor) > best) best = std::abs(factor), pivot = freedom;
            }
        }
        if (pivot < 0) {
            if (!isZero(value, 1e-9 * size)) {
                std::string others;
                for (const std::string& id : met)
                    if (id != constraint.id) others += (others.empty() ? "" : ", ") + id;
                found.push_back({Severity::Error, constraint.id,
                                 "The prescribed movement of " + constraint.id + " contradicts " +
                                     (others.empty() ? "another one of its own" : others) +
                                     ": both act on the same freedoms with different values. Remove one of them."});
            }
            continue;
        }
        Eliminated e{pivot, index, {}, sum[pivot]};
        for (const auto& [freedom, factor] : sum)
            if (freedom != pivot && std::abs(factor) > 1e-14 * largest) e.others.emplace_back(freedom, factor / e.scale);
        for (double& v : value) v /= e.scale;
        rowOf[pivot] = static_cast<int>(order_.size());
        order_.push_back(e);
        rows_.push_back({{}, value});
        furtherCount_ += index >= own && isUsed[pivot] ? 1 : 0;
    }

    // Unknowns: all used freedoms that are no pivots, and those that a used pivot leads to.
    for (int row = static_cast<int>(order_.size()) - 1; row >= 0; --row)
        for (const auto& [freedom, factor] : order_[row].others) isUsed[freedom] = 1;
    equationCount_ = 0;
    for (int d = 0; d < count; ++d) {
        if (rowOf[d] >= 0)
            equation_[d] = firstRow - rowOf[d];
        else if (isUsed[d])
            equation_[d] = equationCount_++;
    }
    // Back substitution: a row may name freedoms that later rows eliminated.
    for (int row = static_cast<int>(order_.size()) - 1; row >= 0; --row) {
        std::map<int, double> sum;
        for (const auto& [freedom, factor] : order_[row].others) {
            const int later = rowOf[freedom];
            if (later < 0) {
                sum[equation_[freedom]] -= factor;
            } else {
                for (const auto& [eq, f] : rows_[later].equations) sum[eq] -= factor * f;
                addScaled(rows_[row].given, -factor, rows_[later].given);
            }
        }
        rows_[row].equations.assign(sum.begin(), sum.end());
    }
    return found;
}

void FreedomMap::expand(const std::vector<double>& unknowns, const std::vector<double>& factors,
                        std::vector<double>& freedoms) const {
    freedoms.assign(equation_.size(), 0);
    for (std::size_t d = 0; d < equation_.size(); ++d) {
        if (equation_[d] >= 0) {
            freedoms[d] = unknowns[equation_[d]];
        } else if (const Expansion* e = expansion(static_cast<int>(d))) {
            double sum = 0;
            for (const auto& [eq, f] : e->equations) sum += f * unknowns[eq];
            for (std::size_t c = 0; c < e->given.size(); ++c) sum += factors[c] * e->given[c];
            freedoms[d] = sum;
        }
    }
}

void FreedomMap::reduce(const std::vector<double>& onFreedoms, std::vector<double>& onEquations) const {
    onEquations.assign(equationCount_, 0);
    for (std::size_t d = 0; d < equation_.size(); ++d) {
        if (equation_[d] >= 0) {
            onEquations[equation_[d]] += onFreedoms[d];
        } else if (const Expansion* e = expansion(static_cast<int>(d))) {
            for (const auto& [eq, f] : e->equations) onEquations[eq] += f * onFreedoms[d];
        }
    }
}

std::vector<Wrench> FreedomMap::reactions(const Model& model, const std::vector<Vec3>& places,
                                          const std::vector<double>& unbalanced) const {
    std::vector<Wrench> result(model.constraints.size());
    std::vector<double> left = unbalanced;
    const auto addTo = [&](Wrench& w, int freedom, double value) {
        const int k = freedom % 6;
        Vec3 v;
        v[k % 3] = value;
        if (k < 3) {
            w.force = w.force + v;
            w.moment = w.moment + cross(places[freedom / 6], v);
        } else {
            w.moment = w.moment + v;
        }
    };
    // A pivot appears in no later row, so its unbalanced force is the multiplier of its own.
    for (const Eliminated& e : order_) {
        const double multiplier = left[e.pivot];
        Wrench ignored;
        Wrench& w = e.constraint < static_cast<int>(result.size()) ? result[e.constraint] : ignored;
        addTo(w, e.pivot, multiplier);
        left[e.pivot] = 0;
        for (const auto& [freedom, factor] : e.others) {
            addTo(w, freedom, multiplier * factor);
            left[freedom] -= multiplier * factor;
        }
    }
    return result;
}

} // namespace zg::fe
