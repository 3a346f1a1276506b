#include "fe/system.h"
#include "fe/inspect.h"
#include "fe/parallel.h"
#include <algorithm>
#include <map>
#include <numeric>

namespace zg::fe {

std::unique_ptr<System> System::create(const Model& model, Diagnostics& found, int threads) {
    const Diagnostics seen = inspect(model);
    found.insert(found.end(), seen.begin(), seen.end());
    if (hasErrors(seen)) return nullptr;
    std::unique_ptr<System> s(new System);
    s->model_ = &model;
    s->threads_ = threads;
    const Diagnostics contradictions = s->map_.build(model);
    found.insert(found.end(), contradictions.begin(), contradictions.end());
    if (hasErrors(contradictions)) return nullptr;
    if (s->map_.equationCount() == 0) {
        found.push_back({Severity::Error, "model", "Nothing can move: every freedom is held. There is nothing to compute."});
        return nullptr;
    }
    for (const Part& p : model.parts)
        s->sections_.push_back(std::make_unique<LayeredSection>(model.materials[p.material], p.thickness, p.layers));
    const int shellCount = static_cast<int>(model.shells.size());
    s->shells_.reserve(model.shells.size());
    std::size_t start = 0;
    for (const Shell& shell : model.shells) {
        ShellKinematics kinematics;
        makeShellKinematics(cornersOf(model, static_cast<int>(s->shells_.size())), shell.isTriangle(), kinematics);
        s->shells_.emplace_back(kinematics, *s->sections_[shell.part]);
        s->historyStart_.push_back(start);
        start += static_cast<std::size_t>(s->shells_.back().historyLength());
    }
    s->historyStart_.push_back(start);
    s->shellData_.resize(model.shells.size());
    for (int i = 0; i < shellCount; ++i) s->prepareShell(i);
    s->links_.resize(model.links.size());
    for (int i = 0; i < static_cast<int>(model.links.size()); ++i) s->prepareLink(i);
    s->stiffness_.resize(model.shells.size());
    s->forces_.resize(model.shells.size());
    s->linkTangent_.resize(model.links.size());
    s->buildPattern();
    for (const LoadCase& c : model.cases) {
        std::map<int, double> sum;
        for (const NodalForce& f : c.forces) sum[6 * f.node + f.freedom] += f.value;
        s->caseForces_.emplace_back(sum.begin(), sum.end());
    }
    return s;
}

int System::freedomOf(int shell, int local) const {
    const int node = model_->shells[shell].nodes[local / 6];
    return node < 0 ? -1 : 6 * node + local % 6;
}

void System::prepareShell(int shell) {
    ShellData& d = shellData_[shell];
    const int used = 6 * shells_[shell].nodeCount();
    d.equation.fill(-1);
    for (int i = 0; i < used; ++i) {
        const int freedom = freedomOf(shell, i);
        d.equation[i] = map_.equation(freedom);
        if (const Expansion* e = map_.expansion(freedom)) {
            if (!e->equations.empty()) d.isExpanded = true;
            if (!e->given.empty()) d.hasGiven = true;
        }
    }
    if (!d.isExpanded) return;
    std::map<int, int> local;
    const auto localOf = [&](int eq) { return local.emplace(eq, static_cast<int>(local.size())).first->second; };
    for (int i = 0; i < used; ++i) {
        if (d.equation[i] >= 0) {
            d.expansion[i] = {{localOf(d.equation[i]), 1}};
        } else if (const Expansion* e = map_.expansion(freedomOf(shell, i))) {
            for (const auto& [eq, f] : e->equations) d.expansion[i].emplace_back(localOf(eq), f);
        }
    }
    d.equations.resize(local.size());
    for (const auto& [eq, at] : local) d.equations[at] = eq;
}

void System::prepareLink(int index) {
    const Link& link = model_->links[index];
    LinkData& d = links_[index];
    const int components = componentCount(link.law);
    std::array<std::map<int, double>, 3> rows, onEquations;
    const auto add = [&](const Attachment& at, double sign) {
        for (int c = 0; c < components; ++c)
            for (int k = 0; k < 3; ++k)
                for (const Term& t : at.rows[(link.isRotation ? 3 : 0) + k])
                    rows[c][freedomIndex(t)] += sign * link.axes[c][k] * t.factor;
    };
    add(link.a, -1);
    if (link.b) add(*link.b, 1);
    std::map<int, int> local;
    for (int c = 0; c < components; ++c) {
        for (const auto& [freedom, f] : rows[c]) {
            if (std::abs(f) < 1e-15) continue;
            d.rows[c].emplace_back(freedom, f);
            if (map_.equation(freedom) >= 0) {
                onEquations[c][map_.equation(freedom)] += f;
            } else if (const Expansion* e = map_.expansion(freedom)) {
                d.hasGiven = d.hasGiven || !e->given.empty();
                for (const auto& [eq, g] : e->equations) onEquations[c][eq] += f * g;
            }
        }
        for (const auto& [eq, f] : onEquations[c]) local.emplace(eq, 0);
    }
    for (auto& [eq, at] : local) {
        at = static_cast<int>(d.equations.size());
        d.equations.push_back(eq);
    }
    d.onEquations.assign(static_cast<std::size_t>(components) * d.equations.size(), 0);
    for (int c = 0; c < components; ++c)
        for (const auto& [eq, f] : onEquations[c]) d.onEquations[c * d.equations.size() + local[eq]] = f;
}

void System::buildPattern() {
    std::vector<int> rows, columns, sources;
    std::size_t start = 0;
    const auto addBlock = [&](const int* equations, int n) {
        for (int i = 0; i < n; ++i) {
            for (int j = 0; j <= i; ++j) {
                if (equations[i] >= 0 && equations[j] >= 0) {
                    rows.push_back(std::max(equations[i], equations[j]));
                    columns.push_back(std::min(equations[i], equations[j]));
                    sources.push_back(static_cast<int>(start) + packedAt(i, j));
                }
            }
        }
        start += static_cast<std::size_t>(packedSize(n));
    };
    for (const ShellData& d : shellData_) {
        shellStart_.push_back(start);
        d.isExpanded ? addBlock(d.equations.data(), static_cast<int>(d.equations.size()))
                     : addBlock(d.equation.data(), nodeColumns);
    }
    for (const LinkData& d : links_) {
        linkStart_.push_back(start);
        addBlock(d.equations.data(), static_cast<int>(d.equations.size()));
    }
    // Every equation keeps a diagonal entry, even one that nothing stiffens yet.
    const int n = map_.equationCount();
    for (int i = 0; i < n; ++i) {
        rows.push_back(i);
        columns.push_back(i);
        sources.push_back(static_cast<int>(start));
    }
    buffer_.assign(start + 1, 0);

    // Two stable counting sorts: by row, then by column.
    const std::size_t count = rows.size();
    std::vector<int> order(count), next(count);
    const auto sortBy = [&](const std::vector<int>& key, const std::vector<int>& from, std::vector<int>& to) {
        std::vector<int> place(n + 1, 0);
        for (int k : key) ++place[k + 1];
        std::partial_sum(place.begin(), place.end(), place.begin());
        for (int item : from) to[place[key[item]]++] = item;
    };
    std::iota(next.begin(), next.end(), 0);
    sortBy(rows, next, order);
    sortBy(columns, order, next);
    matrix_.size = n;
    matrix_.columnStart.assign(n + 1, 0);
    int lastRow = -1, lastColumn = -1;
    gatherSource_.resize(count);
    for (std::size_t k = 0; k < count; ++k) {
        const int item = next[k];
        if (rows[item] != lastRow || columns[item] != lastColumn) {
            lastRow = rows[item];
            lastColumn = columns[item];
            matrix_.row.push_back(lastRow);
            ++matrix_.columnStart[lastColumn + 1];
            gatherStart_.push_back(static_cast<int>(k));
        }
        gatherSource_[k] = sources[item];
    }
    gatherStart_.push_back(static_cast<int>(count));
    std::partial_sum(matrix_.columnStart.begin(), matrix_.columnStart.end(), matrix_.columnStart.begin());
    matrix_.value.assign(matrix_.row.size(), 0);
}

State System::initialState() const {
    State s;
    s.freedoms.assign(map_.freedomCount(), 0);
    s.factors.assign(model_->cases.size(), 0);
    s.history.assign(historyStart_.back(), 0);
    s.shells.resize(shells_.size());
    s.springs.resize(links_.size());
    for (std::size_t i = 0; i < links_.size(); ++i) s.springs[i].preload = 0;
    return s;
}

ElementVector System::nodal(int shell, const std::vector<double>& freedoms) const {
    ElementVector u{};
    const Shell& s = model_->shells[shell];
    for (int i = 0; i < shells_[shell].nodeCount(); ++i)
        for (int k = 0; k < 6; ++k) u[6 * i + k] = freedoms[6 * s.nodes[i] + k];
    return u;
}

std::array<double, 3> System::deflection(int link, const std::vector<double>& freedoms) const {
    std::array<double, 3> d{};
    for (int c = 0; c < 3; ++c)
        for (const auto& [freedom, f] : links_[link].rows[c]) d[c] += f * freedoms[freedom];
    return d;
}

void System::evaluate(const State& before, State& after, std::vector<double>& internal, bool withTangent) {
    parallelFor(threads_, static_cast<int>(shells_.size()), [&](int begin, int end) {
        for (int i = begin; i < end; ++i)
            shells_[i].respond(nodal(i, after.freedoms), &before.history[historyStart_[i]], &after.history[historyStart_[i]],
                               after.shells[i], forces_[i], withTangent ? &stiffness_[i] : nullptr);
    });
    internal.assign(map_.freedomCount(), 0);
    unsettled_ = 0;
    for (std::size_t i = 0; i < shells_.size(); ++i) {
        unsettled_ += after.shells[i].isSettled ? 0 : 1;
        const Shell& s = model_->shells[i];
        for (int n = 0; n < shells_[i].nodeCount(); ++n)
            for (int k = 0; k < 6; ++k) internal[6 * s.nodes[n] + k] += forces_[i][6 * n + k];
    }
    evaluateLinks(before, after, &internal);
}

void System::evaluateLinks(const State& before, State& after) { evaluateLinks(before, after, nullptr); }

void System::evaluateLinks(const State& before, State& after, std::vector<double>* internal) {
    largestSpringForce_ = 0;
    for (std::size_t i = 0; i < links_.size(); ++i) {
        const int index = static_cast<int>(i);
        const SpringResponse r =
            respond(model_->links[i].law, deflection(index, after.freedoms), before.springs[i], after.springs[i]);
        linkTangent_[i] = r.tangent;
        if (!model_->links[i].isRotation)
            largestSpringForce_ =
                std::max({largestSpringForce_, std::abs(r.force[0]), std::abs(r.force[1]), std::abs(r.force[2])});
        for (int c = 0; c < 3 && internal; ++c)
            for (const auto& [freedom, f] : links_[i].rows[c]) (*internal)[freedom] += f * r.force[c];
    }
}

void System::expandShell(int shell, const ElementMatrix& k, double* out) const {
    const ShellData& d = shellData_[shell];
    if (!d.isExpanded) {
        std::copy(k.begin(), k.end(), out);
        return;
    }
    const int n = static_cast<int>(d.equations.size());
    std::vector<double> half(static_cast<std::size_t>(nodeColumns) * n, 0); // K T
    for (int i = 0; i < nodeColumns; ++i)
        for (int j = 0; j < nodeColumns; ++j)
            for (const auto& [at, f] : d.expansion[j]) half[static_cast<std::size_t>(i) * n + at] += k[packedAt(i, j)] * f;
    std::fill_n(out, packedSize(n), 0.0);
    for (int i = 0; i < nodeColumns; ++i)
        for (const auto& [at, f] : d.expansion[i])
            for (int j = 0; j <= at; ++j) out[packedAt(at, j)] += f * half[static_cast<std::size_t>(i) * n + j];
}

void System::gather(const std::vector<double>& buffer, std::vector<double>& values) const {
    parallelFor(threads_, static_cast<int>(values.size()), [&](int begin, int end) {
        for (int e = begin; e < end; ++e) {
            double sum = 0;
            for (int k = gatherStart_[e]; k < gatherStart_[e + 1]; ++k) sum += buffer[gatherSource_[k]];
            values[e] = sum;
        }
    });
}

const SparseSymmetric& System::assemble() {
    parallelFor(threads_, static_cast<int>(shells_.size()), [&](int begin, int end) {
        for (int i = begin; i < end; ++i) expandShell(i, stiffness_[i], &buffer_[shellStart_[i]]);
    });
    for (std::size_t i = 0; i < links_.size(); ++i) {
        const LinkData& d = links_[i];
        const int n = static_cast<int>(d.equations.size()), components = componentCount(model_->links[i].law);
        double* out = &buffer_[linkStart_[i]];
        std::fill_n(out, packedSize(n), 0.0);
        for (int a = 0; a < components; ++a) {
            for (int b = 0; b < components; ++b) {
                const double t = linkTangent_[i][3 * a + b];
                if (t == 0) continue;
                const double *ra = &d.onEquations[static_cast<std::size_t>(a) * n],
                             *rb = &d.onEquations[static_cast<std::size_t>(b) * n];
                for (int p = 0; p < n; ++p)
                    for (int q = 0; q <= p; ++q) out[packedAt(p, q)] += t * ra[p] * rb[q];
            }
        }
    }
    gather(buffer_, matrix_.value);
    return matrix_;
}

SparseSymmetric System::assembleShellMatrices(const std::vector<ElementMatrix>& matrices) const {
    std::vector<double> buffer(buffer_.size(), 0);
    for (int i = 0; i < static_cast<int>(shells_.size()); ++i) expandShell(i, matrices[i], &buffer[shellStart_[i]]);
    SparseSymmetric out = matrix_;
    gather(buffer, out.value);
    return out;
}

std::vector<double> System::stiffnessTimesGiven(const std::vector<double>& movement) const {
    std::vector<double> out(map_.freedomCount(), 0);
    for (int i = 0; i < static_cast<int>(shells_.size()); ++i) {
        if (!shellData_[i].hasGiven) continue;
        const ElementVector u = nodal(i, movement);
        for (int a = 0; a < 6 * shells_[i].nodeCount(); ++a) {
            double sum = 0;
            for (int b = 0; b < nodeColumns; ++b) sum += stiffness_[i][packedAt(a, b)] * u[b];
            out[freedomOf(i, a)] += sum;
        }
    }
    for (std::size_t i = 0; i < links_.size(); ++i) {
        if (!links_[i].hasGiven) continue;
        const std::array<double, 3> d = deflection(static_cast<int>(i), movement);
        for (int a = 0; a < 3; ++a) {
            const double f =
                linkTangent_[i][3 * a] * d[0] + linkTangent_[i][3 * a + 1] * d[1] + linkTangent_[i][3 * a + 2] * d[2];
            for (const auto& [freedom, factor] : links_[i].rows[a]) out[freedom] += factor * f;
        }
    }
    return out;
}

void System::external(const std::vector<double>& factors, std::vector<double>& forces) const {
    forces.assign(map_.freedomCount(), 0);
    for (std::size_t c = 0; c < caseForces_.size(); ++c)
        for (const auto& [freedom, f] : caseForces_[c]) forces[freedom] += factors[c] * f;
}

System::Energy System::energy(const State& state) const {
    Energy e;
    for (int i = 0; i < static_cast<int>(shells_.size()); ++i) {
        e.stored += shells_[i].storedEnergy(nodal(i, state.freedoms), history(state, i), state.shells[i]);
        e.plastic += shells_[i].plasticWork(history(state, i));
    }
    for (int i = 0; i < static_cast<int>(links_.size()); ++i)
        e.stored += storedEnergy(model_->links[i].law, deflection(i, state.freedoms), state.springs[i]);
    return e;
}

} // namespace zg::fe
