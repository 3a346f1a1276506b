#include "fe/results.h"
#include "fe/parallel.h"
#include <algorithm>
#include <map>
#include <utility>

namespace zg::fe {

namespace {

// Integration point i of a quad lies next to corner i. Bilinear continuation to the corners.
constexpr double nearWeight = 1.8660254037844386, sideWeight = -0.5,
                 farWeight = 0.1339745962155614; // (1 + sqrt3/2), -1/2, (1 - sqrt3/2)

PlaneStress turned(const PlaneStress& s, const PointStress& from, const PointStress& to) {
    const double c = dot(from.x, to.x), n = dot(from.y, to.x);
    return {c * c * s.x + n * n * s.y + 2 * c * n * s.xy, n * n * s.x + c * c * s.y - 2 * c * n * s.xy,
            c * n * (s.y - s.x) + (c * c - n * n) * s.xy};
}

double valueOf(const PointStress& p, FieldKind kind) {
    return kind == FieldKind::EquivalentStress ? p.largestEquivalent() : p.largestPlasticStrain();
}

} // namespace

double PointStress::largestEquivalent() const {
    return std::max({stress[0].equivalent(), stress[1].equivalent(), stress[2].equivalent()});
}
double PointStress::largestPlasticStrain() const { return std::max({plasticStrain[0], plasticStrain[1], plasticStrain[2]}); }

std::array<PointStress, 4> pointStresses(const Analysis& analysis, int shell) {
    const System& system = analysis.system();
    const State& state = analysis.state();
    const ShellElement& e = system.shell(shell);
    const LayeredSection& section = e.section();
    const ElementVector u = system.nodal(shell, state);
    std::array<PointStress, 4> out;
    for (int p = 0; p < e.pointCount(); ++p) {
        const SectionVector strain = e.strainAt(p, u, state.shells[shell]);
        const double* history = system.history(state, shell) + static_cast<std::ptrdiff_t>(p) * section.historySize();
        for (int level = 0; level < 3; ++level) {
            const double height = 0.5 * (level - 1) * section.thickness();
            out[p].stress[level] = section.stressAt(strain, history, height);
            out[p].plasticStrain[level] = section.plasticStrainAt(history, height);
        }
        out[p].x = e.point(p).x;
        out[p].y = e.point(p).y;
    }
    return out;
}

std::array<PointStress, 4> cornerStresses(const Analysis& analysis, int shell) {
    const std::array<PointStress, 4> at = pointStresses(analysis, shell);
    const ShellElement& e = analysis.system().shell(shell);
    if (e.nodeCount() == 3) return {at[0], at[0], at[0], at[0]};
    if (analysis.state().shells[shell].yielded != 0) return at;
    std::array<PointStress, 4> out = at;
    for (int i = 0; i < 4; ++i) {
        const std::array<std::pair<int, double>, 4> parts{
            {{i, nearWeight}, {(i + 1) % 4, sideWeight}, {(i + 2) % 4, farWeight}, {(i + 3) % 4, sideWeight}}};
        for (int level = 0; level < 3; ++level) {
            PlaneStress sum;
            for (const auto& [p, weight] : parts) {
                const PlaneStress s = turned(at[p].stress[level], at[p], at[i]);
                sum.x += weight * s.x;
                sum.y += weight * s.y;
                sum.xy += weight * s.xy;
            }
            out[i].stress[level] = sum;
        }
    }
    return out;
}

namespace {

// By shell; left out where an image says the same and nothing has yielded.
std::vector<std::array<PointStress, 4>> allPoints(const Analysis& analysis) {
    std::vector<std::array<PointStress, 4>> all(analysis.model().shells.size());
    parallelFor(analysis.threads(), static_cast<int>(all.size()), [&](int begin, int end) {
        for (int e = begin; e < end; ++e)
            if (!analysis.system().isImage(e) || analysis.state().shells[e].yielded != 0) all[e] = pointStresses(analysis, e);
    });
    return all;
}

std::vector<PartPeak> peaksOf(const Analysis& analysis, const std::vector<std::array<PointStress, 4>>& points) {
    const Model& m = analysis.model();
    std::vector<PartPeak> peaks(m.parts.size());
    for (int e = 0; e < static_cast<int>(m.shells.size()); ++e) {
        if (analysis.system().isImage(e)) continue;
        PartPeak& peak = peaks[m.shells[e].part];
        for (int p = 0; p < analysis.system().shell(e).pointCount(); ++p) {
            const double stress = points[e][p].largestEquivalent(), strain = points[e][p].largestPlasticStrain();
            if (stress > peak.stress) peak.stress = stress, peak.stressShell = e;
            if (strain > peak.plasticStrain) peak.plasticStrain = strain, peak.strainShell = e;
        }
    }
    return peaks;
}

} // namespace

std::vector<PartPeak> partPeaks(const Analysis& analysis) { return peaksOf(analysis, allPoints(analysis)); }

std::vector<PartPeak> partPeaks(const Analysis& analysis, double reach) {
    const Model& m = analysis.model();
    const std::vector<std::array<PointStress, 4>> points = allPoints(analysis);
    std::vector<PartPeak> peaks = peaksOf(analysis, points);
    if (!(reach > 0)) return peaks;
    // An integration point and the quarter of its element that it stands for, as small pieces: elements may be larger than the
    // circle.
    struct Sample {
        Vec3 at;
        double area, span; ///< span: from the point to the farthest of its quarter
        int shell, point;
        std::array<double, 3> strain;
        [[nodiscard]] double largest() const { return *std::max_element(strain.begin(), strain.end()); }
    };
    const auto partWithin = [&](const Sample& s, const Vec3& centre, double radius) {
        const double away = norm(s.at - centre);
        if (away + s.span < radius) return 1.0;
        if (away - s.span > radius) return 0.0;
        const ShellElement& shell = analysis.system().shell(s.shell);
        if (shell.nodeCount() != 4) return away < radius ? 1.0 : 0.0;
        const auto& shape = shell.point(s.point).shape;
        const double xi = shape[1] + shape[2] > 0.5 ? 1 : -1, eta = shape[2] + shape[3] > 0.5 ? 1 : -1;
        // Small against the circle as well as against the element.
        const int pieces = std::clamp(static_cast<int>(std::ceil(4 * s.span / radius)), 4, 32);
        // From the centre to a piece: c0 + x c1 + y c2 + x y c3; squared, along a row of pieces, a polynomial of y.
        std::array<Vec3, 4> c{};
        for (int n = 0; n < 4; ++n) {
            const double sx = n == 1 || n == 2 ? 1 : -1, sy = n > 1 ? 1 : -1;
            const Vec3 quarter = 0.25 * (m.nodes[m.shells[s.shell].nodes[n]] - centre);
            c[0] = c[0] + quarter, c[1] = c[1] + sx * quarter, c[2] = c[2] + sy * quarter, c[3] = c[3] + sx * sy * quarter;
        }
        int within = 0;
        for (int i = 0; i < pieces; ++i) {
            const double x = xi * (i + 0.5) / pieces;
            const Vec3 base = c[0] + x * c[1], along = eta / pieces * (c[2] + x * c[3]);
            const double p0 = dot(base, base) - radius * radius, p1 = 2 * dot(base, along), p2 = dot(along, along);
            for (int k = 0; k < pieces; ++k) within += p0 + (k + 0.5) * (p1 + (k + 0.5) * p2) < 0;
        }
        return static_cast<double>(within) / (pieces * pieces);
    };
    std::vector<std::vector<Sample>> samples(m.parts.size());
    for (int e = 0; e < static_cast<int>(m.shells.size()); ++e) {
        if (peaks[m.shells[e].part].plasticStrain <= 0) continue;
        const ShellElement& shell = analysis.system().shell(e);
        for (int p = 0; p < shell.pointCount(); ++p) {
            Vec3 at;
            for (int i = 0; i < shell.nodeCount(); ++i) at = at + shell.point(p).shape[i] * m.nodes[m.shells[e].nodes[i]];
            double span = 0;
            for (int i = 0; i < shell.nodeCount(); ++i) span = std::max(span, norm(m.nodes[m.shells[e].nodes[i]] - at));
            samples[m.shells[e].part].push_back({at, shell.point(p).area, span, e, p, points[e][p].plasticStrain});
        }
    }
    for (std::size_t part = 0; part < m.parts.size(); ++part) {
        const double radius = reach * m.parts[part].thickness, least = std::exchange(peaks[part].plasticStrain, 0) / 3;
        std::vector<const Sample*> centres;
        for (const Sample& s : samples[part])
            if (s.largest() >= least && !analysis.system().isImage(s.shell)) centres.push_back(&s);
        std::vector<double> means(centres.size());
        parallelFor(analysis.threads(), static_cast<int>(centres.size()), [&](int begin, int end) {
            for (int i = begin; i < end; ++i) {
                double area = 0;
                std::array<double, 3> sum{};
                for (const Sample& s : samples[part]) {
                    const double share = s.area * partWithin(s, centres[i]->at, radius);
                    area += share;
                    for (int level = 0; level < 3; ++level) sum[level] += share * s.strain[level];
                }
                means[i] = *std::max_element(sum.begin(), sum.end()) / area;
            }
        });
        for (std::size_t i = 0; i < centres.size(); ++i)
            if (means[i] > peaks[part].plasticStrain)
                peaks[part].plasticStrain = means[i], peaks[part].strainShell = centres[i]->shell;
    }
    return peaks;
}

NodalField nodalField(const Analysis& analysis, FieldKind kind) {
    const Model& m = analysis.model();
    NodalField field;
    field.corner.resize(m.shells.size());
    field.spread.assign(m.shells.size(), 0);
    std::map<std::pair<int, int>, std::pair<double, int>> sums; // (part, node) -> sum, count
    for (int e = 0; e < static_cast<int>(m.shells.size()); ++e) {
        const std::array<PointStress, 4> at = cornerStresses(analysis, e);
        for (int i = 0; i < (m.shells[e].isTriangle() ? 3 : 4); ++i) {
            field.corner[e][i] = valueOf(at[i], kind);
            auto& [sum, count] = sums[{m.shells[e].part, m.shells[e].nodes[i]}];
            sum += field.corner[e][i];
            ++count;
        }
    }
    for (int e = 0; e < static_cast<int>(m.shells.size()); ++e) {
        for (int i = 0; i < (m.shells[e].isTriangle() ? 3 : 4); ++i) {
            const auto& [sum, count] = sums[{m.shells[e].part, m.shells[e].nodes[i]}];
            field.spread[e] = std::max(field.spread[e], std::abs(sum / count - field.corner[e][i]));
            field.corner[e][i] = sum / count;
        }
    }
    return field;
}

LinkState linkState(const Analysis& analysis, int link) {
    const SpringState& spring = analysis.state().springs[link];
    LinkState s;
    s.force = analysis.springForce(link);
    s.deflection = analysis.system().deflection(link, analysis.state());
    s.stress = *std::max_element(s.force.begin(), s.force.end(), [](double a, double b) { return std::abs(a) < std::abs(b); }) /
               analysis.model().links[link].share;
    s.plastic = spring.kappa;
    s.isActive = spring.isActive;
    s.isBroken = spring.isBroken;
    return s;
}

SectionForces sectionForces(const Analysis& analysis, int shell, int point) {
    const System& system = analysis.system();
    const ShellElement& e = system.shell(shell);
    const LayeredSection& section = e.section();
    const ElementVector u = system.nodal(shell, analysis.state());
    const SectionVector strain = e.strainAt(point, u, analysis.state().shells[shell]);
    const double* history = system.history(analysis.state(), shell) + static_cast<std::ptrdiff_t>(point) * section.historySize();
    SectionForces f;
    for (int layer = 0; layer < section.layerCount(); ++layer) {
        const PlaneStress s = section.layerStress(strain, history, layer);
        const double w = section.layerWeight(layer), z = section.layerHeight(layer);
        f.membrane.x += w * s.x, f.membrane.y += w * s.y, f.membrane.xy += w * s.xy;
        f.bending.x += w * z * s.x, f.bending.y += w * z * s.y, f.bending.xy += w * z * s.xy;
    }
    ShellKinematics k;
    makeShellKinematics(cornersOf(analysis.model(), shell), analysis.model().shells[shell].isTriangle(), k);
    for (int c = 0; c < 2; ++c) {
        double gamma = 0;
        for (int i = 0; i < nodeColumns; ++i) gamma += k.shearPoints[point].shear[c][i] * u[i];
        f.shear[c] = shearFactor * section.material().shearModulus() * section.thickness() * gamma;
    }
    return f;
}

Wrench forceAcrossCut(const Analysis& analysis, const std::vector<int>& shells, const std::vector<int>& nodes, Vec3 about) {
    const Model& m = analysis.model();
    const System& system = analysis.system();
    std::vector<char> isCut(m.nodes.size(), 0);
    for (int n : nodes) isCut[n] = 1;
    Wrench sum;
    for (int e : shells) {
        const ElementVector f = system.nodalForces(e, analysis.state());
        for (int i = 0; i < system.shell(e).nodeCount(); ++i) {
            const int node = m.shells[e].nodes[i];
            if (!isCut[node]) continue;
            const Vec3 force{f[6 * i], f[6 * i + 1], f[6 * i + 2]}, moment{f[6 * i + 3], f[6 * i + 4], f[6 * i + 5]};
            sum.force = sum.force + force;
            sum.moment = sum.moment + moment + cross(analysis.place(node) - about, force);
        }
    }
    return sum;
}

void writeVtu(std::ostream& out, const Analysis& analysis, const std::vector<NamedShape>& shapes) {
    const Model& m = analysis.model();
    const NodalField stress = nodalField(analysis, FieldKind::EquivalentStress),
                     strain = nodalField(analysis, FieldKind::PlasticStrain);
    // Points are given once per part, so that means of different parts never meet at a point.
    std::map<std::pair<int, int>, int> index;
    std::vector<std::pair<int, int>> points;
    std::vector<double> stressAt, strainAt;
    for (int e = 0; e < static_cast<int>(m.shells.size()); ++e) {
        for (int i = 0; i < (m.shells[e].isTriangle() ? 3 : 4); ++i) {
            if (!index.emplace(std::pair{m.shells[e].part, m.shells[e].nodes[i]}, static_cast<int>(points.size())).second)
                continue;
            points.emplace_back(m.shells[e].part, m.shells[e].nodes[i]);
            stressAt.push_back(stress.corner[e][i]);
            strainAt.push_back(strain.corner[e][i]);
        }
    }
    out.precision(9);
    const auto array = [&](const char* type, const std::string& name, int components, auto count, auto value) {
        out << "<DataArray type=\"" << type << "\" Name=\"" << name << "\" NumberOfComponents=\"" << components
            << "\" format=\"ascii\">\n";
        for (int i = 0; i < static_cast<int>(count); ++i) {
            for (int c = 0; c < components; ++c) out << value(i, c) << (c + 1 < components ? " " : "\n");
        }
        out << "</DataArray>\n";
    };
    const auto corners = [&](int e) { return m.shells[e].isTriangle() ? 3 : 4; };
    out << "<?xml version=\"1.0\"?>\n<VTKFile type=\"UnstructuredGrid\" version=\"0.1\" "
           "byte_order=\"LittleEndian\">\n<UnstructuredGrid>\n<Piece NumberOfPoints=\""
        << points.size() << "\" NumberOfCells=\"" << m.shells.size() << "\">\n<Points>\n";
    array("Float64", "position_mm", 3, points.size(), [&](int i, int c) { return m.nodes[points[i].second][c]; });
    out << "</Points>\n<Cells>\n<DataArray type=\"Int32\" Name=\"connectivity\" format=\"ascii\">\n";
    for (int e = 0; e < static_cast<int>(m.shells.size()); ++e) {
        for (int i = 0; i < corners(e); ++i)
            out << index[{m.shells[e].part, m.shells[e].nodes[i]}] << (i + 1 < corners(e) ? " " : "\n");
    }
    out << "</DataArray>\n";
    int end = 0;
    array("Int32", "offsets", 1, m.shells.size(), [&](int e, int) { return end += corners(e); });
    array("UInt8", "types", 1, m.shells.size(), [&](int e, int) { return m.shells[e].isTriangle() ? 5 : 9; });
    out << "</Cells>\n<PointData>\n";
    const auto freedom = [&](const std::vector<double>& all, int first) {
        return [&all, &points, first](int i, int c) { return all[6 * points[i].second + first + c]; };
    };
    array("Float64", "displacement_mm", 3, points.size(), freedom(analysis.state().freedoms, 0));
    array("Float64", "rotation_rad", 3, points.size(), freedom(analysis.state().freedoms, 3));
    array("Float64", "equivalent_stress_MPa", 1, points.size(), [&](int i, int) { return stressAt[i]; });
    array("Float64", "plastic_strain", 1, points.size(), [&](int i, int) { return strainAt[i]; });
    for (const NamedShape& s : shapes) array("Float64", s.name, 3, points.size(), freedom(*s.freedoms, 0));
    out << "</PointData>\n<CellData>\n";
    std::vector<std::array<double, 2>> peak(m.shells.size());
    for (int e = 0; e < static_cast<int>(m.shells.size()); ++e) {
        const std::array<PointStress, 4> at = pointStresses(analysis, e);
        for (int p = 0; p < analysis.system().shell(e).pointCount(); ++p)
            peak[e] = {std::max(peak[e][0], at[p].largestEquivalent()), std::max(peak[e][1], at[p].largestPlasticStrain())};
    }
    array("Int32", "part", 1, m.shells.size(), [&](int e, int) { return m.shells[e].part; });
    array("Float64", "thickness_mm", 1, m.shells.size(), [&](int e, int) { return m.parts[m.shells[e].part].thickness; });
    array("Float64", "largest_stress_MPa", 1, m.shells.size(), [&](int e, int) { return peak[e][0]; });
    array("Float64", "largest_plastic_strain", 1, m.shells.size(), [&](int e, int) { return peak[e][1]; });
    out << "</CellData>\n</Piece>\n</UnstructuredGrid>\n</VTKFile>\n";
}

} // namespace zg::fe
