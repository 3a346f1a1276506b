#include "fe/system.h"
#include "fe/carried.h"
#include "fe/inspect.h"
#include "fe/mirror.h"
#include "fe/parallel.h"
#include <algorithm>
#include <map>
#include <numeric>

namespace zg::fe {

System::System() = default;
System::~System() = default;

std::unique_ptr<System> System::create(const Model& model, Diagnostics& found, int threads, Geometry geometry, Halves halves) {
    const Diagnostics seen = inspect(model);
    found.insert(found.end(), seen.begin(), seen.end());
    if (hasErrors(seen)) return nullptr;
    std::unique_ptr<System> s(new System);
    s->model_ = &model;
    s->threads_ = threads;
    if (halves != Halves::Free && geometry == Geometry::Undeformed) s->mirror_ = mirrorOf(model);
    if (s->mirror_) s->halves_ = halves;
    const Diagnostics contradictions =
        s->map_.build(model, s->mirror_ ? s->mirror_->constraints(model, halves == Halves::Opposite) : std::vector<Constraint>{});
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
    for (int i = 0; i < shellCount; ++i)
        s->blocks_.push_back(s->blockOf(model.shells[i].nodes.data(), s->shells_[i].nodeCount()));
    s->links_.resize(model.links.size());
    if (geometry == Geometry::Moved)
        s->prepareCarried();
    else
        for (int i = 0; i < static_cast<int>(model.links.size()); ++i) s->prepareLink(i);
    s->stiffness_.resize(model.shells.size());
    s->isTangentElastic_.assign(model.shells.size(), 1);
    s->isBufferElastic_.assign(model.shells.size(), 0);
    s->forces_.resize(model.shells.size());
    s->linkTangent_.resize(model.links.size());
    for (const LoadCase& c : model.cases) {
        std::map<int, double> sum;
        s->caseTurning_.emplace_back();
        for (const NodalForce& f : c.forces) {
            if (f.turns && s->isMoved())
                s->addTurning(f);
            else
                sum[6 * f.node + f.freedom] += f.value;
        }
        s->caseForces_.emplace_back(sum.begin(), sum.end());
    }
    s->shellShare_.assign(model.shells.size(), 1);
    s->linkShare_.assign(model.links.size(), 1);
    if (s->mirror_) s->shareOut();
    s->buildPattern();
    return s;
}

// Of two images the one at y < 0 stands for both; where they lie in the plane together, the first.
void System::shareOut() {
    const auto share = [](const std::vector<int>& images, std::vector<char>& shares, const auto& yOf) {
        for (int i = 0; i < static_cast<int>(images.size()); ++i) {
            if (images[i] == i) continue;
            const double y = yOf(i);
            shares[i] = y < -1e-3 || (y < 1e-3 && i < images[i]) ? 2 : 0;
        }
    };
    share(mirror_->shell, shellShare_, [&](int e) {
        double sum = 0;
        for (int i = 0; i < shells_[e].nodeCount(); ++i) sum += model_->nodes[model_->shells[e].nodes[i]].y;
        return sum;
    });
    share(mirror_->link, linkShare_, [&](int i) { return model_->links[i].a.position.y; });
}

System::Block System::blockOf(const int* nodes, int count) const {
    Block d;
    for (int i = 0; i < 6 * count; ++i) {
        const int freedom = 6 * nodes[i / 6] + i % 6;
        d.freedoms.push_back(freedom);
        d.equation.push_back(map_.equation(freedom));
        if (const Expansion* e = map_.expansion(freedom)) {
            if (!e->equations.empty()) d.isExpanded = true;
            if (!e->given.empty()) d.hasGiven = true;
        }
    }
    if (!d.isExpanded) return d;
    d.expansion.resize(d.freedoms.size());
    std::map<int, int> local;
    const auto localOf = [&](int eq) { return local.emplace(eq, static_cast<int>(local.size())).first->second; };
    for (std::size_t i = 0; i < d.freedoms.size(); ++i) {
        if (d.equation[i] >= 0) {
            d.expansion[i] = {{localOf(d.equation[i]), 1}};
        } else if (const Expansion* e = map_.expansion(d.freedoms[i])) {
            for (const auto& [eq, f] : e->equations) d.expansion[i].emplace_back(localOf(eq), f);
        }
    }
    d.equations.resize(local.size());
    for (const auto& [eq, at] : local) d.equations[at] = eq;
    return d;
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
    for (std::size_t i = 0; i < blocks_.size(); ++i) {
        const Block& d = blocks_[i];
        shellStart_.push_back(start);
        if (shellShare_[i] > 0) addBlock(d.onEquations().data(), static_cast<int>(d.onEquations().size()));
    }
    for (std::size_t i = 0; i < links_.size(); ++i) {
        linkStart_.push_back(start);
        if (linkShare_[i] == 0) continue;
        const std::vector<int>& equations = carried_ ? carried_->springs[i].block.onEquations() : links_[i].equations;
        addBlock(equations.data(), static_cast<int>(equations.size()));
    }
    if (carried_) {
        for (Carried::Turning& t : carried_->turning) {
            t.start = start;
            addBlock(t.block.onEquations().data(), static_cast<int>(t.block.onEquations().size()));
        }
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
    if (carried_) s.rotations.assign(model_->nodes.size(), identity3);
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

ElementVector System::nodal(int shell, const State& state) const {
    return carried_ ? deforming(shell, state) : nodal(shell, state.freedoms);
}

std::array<double, 3> System::deflection(int link, const State& state) const {
    if (carried_) return movedDeflection(link, state);
    return deflection(link, state.freedoms);
}

std::array<double, 3> System::deflection(int link, const std::vector<double>& freedoms) const {
    std::array<double, 3> d{};
    for (int c = 0; c < 3; ++c)
        for (const auto& [freedom, f] : links_[link].rows[c]) d[c] += f * freedoms[freedom];
    return d;
}

// Of those that images answer for, or of the others.
void System::respondShells(const State& before, State& after, bool withTangent, bool areAnswered) {
    parallelFor(threads_, static_cast<int>(shells_.size()), [&](int begin, int end) {
        for (int i = begin; i < end; ++i) {
            if (isAnswered(i) != areAnswered) continue;
            shells_[i].respond(nodal(i, after.freedoms), historyBefore(before, i), &after.history[historyStart_[i]],
                               after.shells[i], forces_[i], withTangent ? &stiffness_[i] : nullptr);
            if (withTangent) isTangentElastic_[i] = after.shells[i].isElastic;
        }
    });
}

void System::evaluate(const State& before, State& after, std::vector<double>& internal, bool withTangent) {
    if (carried_) return evaluateMoved(before, after, internal, withTangent);
    respondShells(before, after, withTangent, false);
    internal.assign(map_.freedomCount(), 0);
    unsettled_ = 0;
    for (int i = 0; i < static_cast<int>(shells_.size()); ++i) {
        if (isAnswered(i)) continue;
        unsettled_ += after.shells[i].isSettled ? 0 : 1;
        addInternal(blocks_[i], forces_[i].data(), internal);
        if (mirror_ && isAnswered(mirror_->shell[i])) addImage(i, internal);
    }
    evaluateLinks(before, after, &internal);
}

bool System::isImage(int shell) const {
    return shellShare_[shell] == 0 && model_->shells[shell].part == model_->shells[mirror_->shell[shell]].part;
}

// The forces of a shell's image on its nodes.
void System::addImage(int shell, std::vector<double>& internal) const {
    const double sense = halves_ == Halves::Opposite ? -1 : 1;
    for (std::size_t k = 0; k < blocks_[shell].freedoms.size(); ++k)
        internal[mirror_->freedom(blocks_[shell].freedoms[k])] += sense * Mirror::sign(k % 6) * forces_[shell][k];
}

void System::completeImages(const State& before, State& after) {
    if (mirror_) respondShells(before, after, false, true);
}

void System::addInternal(const Block& block, const double* forces, std::vector<double>& internal) {
    for (std::size_t i = 0; i < block.freedoms.size(); ++i) internal[block.freedoms[i]] += forces[i];
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

void System::expand(const Block& d, const double* k, double* out) {
    const int from = static_cast<int>(d.freedoms.size());
    if (!d.isExpanded) {
        std::copy_n(k, packedSize(from), out);
        return;
    }
    const int n = static_cast<int>(d.equations.size());
    std::vector<double> half(static_cast<std::size_t>(from) * n, 0); // K T
    for (int i = 0; i < from; ++i)
        for (int j = 0; j < from; ++j)
            for (const auto& [at, f] : d.expansion[j]) half[static_cast<std::size_t>(i) * n + at] += k[packedAt(i, j)] * f;
    std::fill_n(out, packedSize(n), 0.0);
    for (int i = 0; i < from; ++i)
        for (const auto& [at, f] : d.expansion[i])
            for (int j = 0; j <= at; ++j) out[packedAt(at, j)] += f * half[static_cast<std::size_t>(i) * n + j];
}

void System::timesGiven(const Block& d, const double* k, const std::vector<double>& movement, std::vector<double>& out) {
    if (!d.hasGiven) return;
    const int n = static_cast<int>(d.freedoms.size());
    for (int a = 0; a < n; ++a) {
        double sum = 0;
        for (int b = 0; b < n; ++b) sum += k[packedAt(a, b)] * movement[d.freedoms[b]];
        out[d.freedoms[a]] += sum;
    }
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

// A shell's matrix on equations, as often as it counts.
void System::putShell(int shell, const ElementMatrix& k, std::vector<double>& buffer) const {
    const Block& d = blocks_[shell];
    double* values = &buffer[shellStart_[shell]];
    expand(d, k.data(), values);
    if (shellShare_[shell] == 1) return;
    const int count = packedSize(static_cast<int>(d.onEquations().size()));
    for (int i = 0; i < count; ++i) values[i] *= shellShare_[shell];
}

const SparseSymmetric& System::assemble() {
    parallelFor(threads_, static_cast<int>(shells_.size()), [&](int begin, int end) {
        for (int i = begin; i < end; ++i) {
            if (shellShare_[i] == 0 || (isTangentElastic_[i] && isBufferElastic_[i])) continue;
            isBufferElastic_[i] = isTangentElastic_[i];
            putShell(i, tangentOf(i), buffer_);
        }
    });
    if (carried_) {
        for (std::size_t i = 0; i < links_.size(); ++i)
            expand(carried_->springs[i].block, carried_->springs[i].stiffness.data(), &buffer_[linkStart_[i]]);
        for (const Carried::Turning& t : carried_->turning) expand(t.block, t.stiffness.data(), &buffer_[t.start]);
        gather(buffer_, matrix_.value);
        return matrix_;
    }
    for (std::size_t i = 0; i < links_.size(); ++i) {
        const LinkData& d = links_[i];
        if (linkShare_[i] == 0 || d.equations.empty()) continue; // what lies in the plane of a mirror may move nowhere
        const int n = static_cast<int>(d.equations.size()), components = componentCount(model_->links[i].law);
        double* out = &buffer_[linkStart_[i]];
        std::fill_n(out, packedSize(n), 0.0);
        for (int a = 0; a < components; ++a) {
            for (int b = 0; b < components; ++b) {
                const double t = linkShare_[i] * linkTangent_[i][3 * a + b];
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
    for (int i = 0; i < static_cast<int>(shells_.size()); ++i) {
        if (shellShare_[i] == 0) continue;
        putShell(i, matrices[i], buffer);
    }
    SparseSymmetric out = matrix_;
    gather(buffer, out.value);
    return out;
}

std::vector<double> System::stiffnessTimesGiven(const std::vector<double>& movement) const {
    std::vector<double> out(map_.freedomCount(), 0);
    for (std::size_t i = 0; i < shells_.size(); ++i) timesGiven(blocks_[i], tangentOf(static_cast<int>(i)).data(), movement, out);
    if (carried_) {
        for (const Carried::Spring& spring : carried_->springs) timesGiven(spring.block, spring.stiffness.data(), movement, out);
        return out;
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

void System::external(const std::vector<double>& factors, const State& state, std::vector<double>& forces) const {
    forces.assign(map_.freedomCount(), 0);
    for (std::size_t c = 0; c < caseForces_.size(); ++c) {
        for (const auto& [freedom, f] : caseForces_[c]) forces[freedom] += factors[c] * f;
        for (const NodalForce& f : caseTurning_[c]) {
            const Vec3 along = column(state.rotations[f.node], f.freedom % 3);
            for (int k = 0; k < 3; ++k) forces[6 * f.node + f.freedom - f.freedom % 3 + k] += factors[c] * f.value * along[k];
        }
    }
}

System::Energy System::energy(const State& state) const {
    std::vector<Energy> each(shells_.size());
    parallelFor(threads_, static_cast<int>(shells_.size()), [&](int begin, int end) {
        for (int i = begin; i < end; ++i)
            if (shellShare_[i] > 0) each[i] = {storedInShell(i, state), shells_[i].plasticWork(history(state, i))};
    });
    Energy e;
    for (std::size_t i = 0; i < each.size(); ++i)
        e.stored += shellShare_[i] * each[i].stored, e.plastic += shellShare_[i] * each[i].plastic;
    for (int i = 0; i < static_cast<int>(links_.size()); ++i)
        if (linkShare_[i] > 0) e.stored += linkShare_[i] * storedInLink(i, state);
    return e;
}

double System::storedInShell(int shell, const State& state) const {
    return shells_[shell].storedEnergy(nodal(shell, state), history(state, shell), state.shells[shell]);
}

double System::storedInLink(int link, const State& state) const {
    return storedEnergy(model_->links[link].law, deflection(link, state), state.springs[link]);
}

} // namespace zg::fe
