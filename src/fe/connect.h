#pragma once
#include "fe/model.h"

namespace zg::fe {

/// Builders of links between parts whose meshes need not match. They add to `model.links`, all with the id given; the number
/// added comes back, so that nothing was added is noticed.

/// A point of an element: index of the shell, shape functions, and the distance along the direction it was looked for.
struct FacePoint {
    int shell = -1;
    std::array<double, 4> shape{};
    double distance = 0;
    [[nodiscard]] bool isFound() const { return shell >= 0; }
};

/// Finds where lines meet elements.
class FaceFinder {
public:
    FaceFinder(const Model& model, std::vector<int> shells);
    /// The element met by the line through `x` along `direction` (unit, both ways), nearest to x; within 1e-6 of an element's
    /// size of its edge counts as on it.
    [[nodiscard]] FacePoint along(Vec3 x, Vec3 direction) const;

private:
    const Model* model_;
    std::vector<int> shells_;
    std::vector<std::array<Vec3, 2>> boxes_;
};

/// Shells of a part.
[[nodiscard]] std::vector<int> shellsOf(const Model& model, int part);
/// Unit normal of an element at its centre, by the right-hand rule.
[[nodiscard]] Vec3 normalOf(const Model& model, int shell);

/// Integration points of contact on an element: composite Simpson with `intervals` (1: corners only, by the trapezium rule) a
/// side. Corners are among them, so contact at a tip is at the tip; a pressure linear over the element is integrated exactly from
/// 2 on.
struct ContactPoint {
    std::array<double, 4> shape;
    double area = 0; ///< mm2
};
[[nodiscard]] std::vector<ContactPoint> contactPoints(const Model& model, int shell, int intervals);

/// Compression-only bed under (or on) elements: `outward` points from the element to the bed; stiffness in N/mm3.
int addBed(Model& model, const std::string& id, const std::vector<int>& shells, Vec3 outward, double stiffnessPerArea,
           int intervals = 2);

/// Face to face contact: points of `from` press on the elements of `onto` that lie before them; the gap is the clear distance
/// between the faces, thicknesses taken off; points that meet nothing get no link. `reach`: larger gaps are not linked.
int addFaceContact(Model& model, const std::string& id, const std::vector<int>& from, const std::vector<int>& onto,
                   double stiffnessPerArea, int intervals = 1, double reach = 1e9);

/// Contact of an edge (a chain of nodes of a part of thickness `thickness`) on the elements before it, along `direction`.
int addEdgeContact(Model& model, const std::string& id, const std::vector<int>& edge, double thickness, Vec3 direction,
                   const std::vector<int>& onto, double stiffnessPerArea);

/// Two fillet welds, one on each side, or one of them, that join an edge of a plate to the face of another.
struct WeldLine {
    std::string id;
    std::vector<int> edge;                                 ///< chain of nodes
    double thickness = 0;                                  ///< of the plate whose edge it is, mm
    Vec3 intoPlate;                                        ///< unit, from the edge into that plate, square to the edge
    std::vector<int> face;                                 ///< shells of the other plate
    double throat = 0;                                     ///< a, mm
    double foot = 0;                                       ///< from the plate's side to where the weld holds the face, mm
    bool isOnPositiveSide = true, isOnNegativeSide = true; ///< side of edge direction x intoPlate
    double stiffness = 0;                                  ///< N/mm per mm of one weld
    double blockStiffness = 0;   ///< of the face between the feet of two fillets against bending, N mm/rad per mm; 0: it bends
    double strength = unlimited; ///< of sqrt(s_perp^2 + 3 (t_perp^2 + t_par^2)), MPa
    double hardening = 0;        ///< MPa per mm of plastic deformation
    double fracture = unlimited; ///< mm of plastic deformation
    int pointsPerSegment = 2;    ///< Gauss points between neighbouring nodes, 1 or 2
};
/// The number of weld points added; what keeps the face between two feet from bending comes after them.
int addWeld(Model& model, const WeldLine& weld);

/// Stresses on the throat of a fillet weld (EN 1993-1-8:2005 4.5.3.2), MPa.
struct ThroatStress {
    double s_perp = 0, t_perp = 0, t_par = 0;
    [[nodiscard]] double equivalent() const;
};
/// Of a weld point from its spring force.
[[nodiscard]] ThroatStress throatStress(const Link& weldPoint, const std::array<double, 3>& force);

/// A bolt through two or more plates, given from head to nut by the patches it clamps.
struct BoltPatch {
    std::vector<int> nodes;
    std::vector<double> weights;
};
/// What a washer lies on: an even pressure over the ring between the radii `inner` and `outer` round `centre`, as weights of
/// nodes; what of the ring meets no element is left out. Nothing when none of it does.
[[nodiscard]] BoltPatch washerPatch(const Model& model, const FaceFinder& finder, Vec3 centre, Vec3 axis, double inner,
                                    double outer);
struct BoltData {
    std::string id;
    Vec3 position, axis; ///< axis: unit, from head to nut
    std::vector<BoltPatch> plates;
    std::vector<BoltPatch> edges; ///< of their holes, on which the shank bears; none: it bears on the patches too
    CoupledLaw law;
    double preload = 0;
};
/// Two plates without edges: one spring with tension and shear together. More, or with edges: tension between the outer ones,
/// shear at each plane between neighbours; tension and shear then do not weaken each other (said in docs/theory/plate-fe.md).
int addBolt(Model& model, const BoltData& bolt);

} // namespace zg::fe
