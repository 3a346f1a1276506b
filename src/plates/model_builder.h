#pragma once
#include "assembly/assembly.h"
#include "plates/grid_lines.h"
#include "plates/joint_model.h"
#include <array>
#include <functional>
#include <map>

namespace zg::fe {
struct BoltData;
struct BoltPatch;
struct Point2;
} // namespace zg::fe

namespace zg {

struct BoltSize;
struct BoltStrength;

/// Builds the model of a joint; one run. The pieces are in model_builder.cpp (nodes, grids, welds), column_plates.cpp,
/// beam_plates.cpp, fittings.cpp and fasteners.cpp.
class ModelBuilder {
public:
    ModelBuilder(const ResolvedJoint& joint, Assembly built, const PlateModelSettings& settings, bool isTopHeld);
    JointModel run();

private:
    using Vec3 = fe::Vec3;
    using Place = std::function<Vec3(double, double)>;

    // model_builder.cpp
    /// The plates of a part as built, in their order; empty where the joint has none.
    [[nodiscard]] std::vector<const PlatePart*> built(PartRef ref) const;
    [[nodiscard]] std::vector<const BoltPart*> builtBolts(EndId side) const;
    static Vec3 vec(Point3 p) { return {p.x, p.y, p.z}; }
    /// Point of a plate's middle plane.
    static Vec3 on(const PlatePart& plate, double u, double v) { return vec(pointOf(plate, {u, v}, 0)); }
    /// The box around a plate's outline, in its own directions.
    struct Box {
        double u0 = 0, u1 = 0, v0 = 0, v1 = 0;
    };
    static Box boxOf(const PlatePart& plate);
    int node(Vec3 x);
    int part(PartRef ref, double thickness, double f_y, const std::string& suffix = {});
    /// Elements of a part whose centre is where asked become another part's.
    void moveShells(int from, int to, const std::function<bool(Vec3)>& isThere);
    std::vector<int> grid(int partIndex, const std::vector<double>& us, const std::vector<double>& vs, const Place& place);
    /// Chain of nodes along the lines of a grid.
    std::vector<int> chain(const std::vector<double>& at, const std::function<Vec3(double)>& place);
    /// Free mesh of a convex outline in its own plane; its nodes are its own.
    int flatPlate(PartRef ref, double thickness, double f_y, const std::vector<fe::Point2>& outline, double size,
                  const std::function<Vec3(fe::Point2)>& place);
    /// Nodes of a part on the straight line between two points, in order.
    std::vector<int> nodesBetween(int partIndex, Vec3 from, Vec3 to) const;
    struct WeldPlace {
        PartRef part;
        std::vector<int> edge;
        double thickness = 0;
        Vec3 intoPlate;
        const std::vector<int>* face = nullptr;
        bool isOnPositiveSide = true, isOnNegativeSide = true; ///< of edge direction x intoPlate
    };
    void weld(const WeldPlace& at, const WeldSpec& spec, const SteelStrength& one, const SteelStrength& other);
    /// Fillet along the edge of a plate that lies on a face; the plate is on the side of `middle`.
    void lapWeld(PartRef ref, const std::vector<int>& edge, Vec3 towards, double thickness, double throat, double strength,
                 const std::vector<int>& face, Vec3 middle);
    /// From a plate's side to where its weld holds the other plate; of a butt weld at its side.
    [[nodiscard]] static double footOf(const WeldSpec& spec);
    void noteLost(PartRef ref, int points, int wanted);
    void contact(PartRef ref, const std::vector<int>& from, const std::vector<int>& onto, double thicknesses);
    [[nodiscard]] double weldStrength(const SteelStrength& one, const SteelStrength& other) const;

    // column_plates.cpp
    void column();
    void linesOfSide(const ResolvedSide& s, GridLines& y, GridLines& z) const;
    void linesOfFeet(const ResolvedSide& s, double t, GridLines& y, GridLines& z) const;
    void thickenRoots(double webFrom, double flangeWithin);
    void columnStiffeners(const std::vector<double>& xs, const std::vector<double>& ys, const std::vector<double>& zs);
    void columnEnds();
    [[nodiscard]] std::vector<int> columnFlange(Direction side) const;
    [[nodiscard]] std::vector<int> columnWeb() const;

    // beam_plates.cpp
    void side(const ResolvedSide& s);
    /// Directions an end is built along.
    struct Axes {
        Vec3 face, out, across;
        [[nodiscard]] Vec3 at(double away, double side, double level) const {
            return face + away * out + side * across + Vec3{0, 0, level};
        }
    };
    [[nodiscard]] Axes axesOf(const ResolvedSide& s) const;
    void endPlate(const ResolvedSide& s);
    /// `faceShells`: what the beam's edge is welded to; none where it ends free.
    void beam(const ResolvedSide& s, const std::vector<int>& faceShells);
    /// A flange's edge on a face: nodes across it, half of what the inner fillet leaves out.
    struct FlangeEdge {
        const std::vector<int>& edge;
        const std::vector<double>& ys;
        double thickness = 0, rootHalf = 0;
        bool isUpper = true; ///< its inner side is the lower one
    };
    void flangeWeld(PartRef ref, const ResolvedSide& s, const FlangeEdge& at, const WeldSpec& spec, const SteelStrength& steel,
                    const std::vector<int>& faceShells);
    // haunch_plates.cpp
    /// Node of the beam's section at a share of the way to a haunch's toe, across and down.
    using SectionNode = std::function<int(const ResolvedHaunch&, double, double, double)>;
    void haunches(const ResolvedSide& s, const std::vector<int>& faceShells, const SectionNode& at, const std::vector<double>& ys,
                  const std::vector<double>& ds);
    void haunch(const ResolvedSide& s, const ResolvedHaunch& h, const std::vector<int>& faceShells);
    [[nodiscard]] std::vector<int> shellsOfPart(PartRef ref) const;
    // fin_plate.cpp
    void finPlate(const ResolvedSide& s);
    [[nodiscard]] std::vector<int> supportShells(const ResolvedSide& s) const;

    // fittings.cpp
    void doubler();
    void diagonal();
    void acrossPanel(PartRef ref, const SteelStrength& steel, double throat, WeldKind ends);
    void rib(const ResolvedSide& s, bool isTop, const std::vector<int>& faceShells);
    struct Backing {
        const PlatePart* plate = nullptr;
        std::vector<int> shells;
    };
    std::vector<Backing> backings(const ResolvedSide& s, const std::vector<int>& flangeShells);

    // fasteners.cpp
    void clamps(const ResolvedSide& s);
    void bolts(const ResolvedSide& s, PartRef support, const std::vector<int>& plateShells, const std::vector<int>& flangeShells,
               const std::vector<Backing>& backings);
    /// Puts a bolt, with its axis, place and patches, into the model. `play`: on its stiffness along the axis.
    void addBolt(const BoltPart& built, fe::BoltData bolt, double A_s, const BoltStrength& strength, double F_b_Rd,
                 double play = 1);
    [[nodiscard]] fe::BoltPatch patch(const std::vector<int>& shells, Vec3 centre, Vec3 axis, const BoltSize& bolt) const;

    // cut_holes.cpp
    /// Cuts the holes of a side's bolts into a plate; those that cannot be cut are told in the notes.
    void cutHoles(const ResolvedSide& s, PartRef plate, const std::vector<int>& parts);
    /// Nothing where the hole is not cut.
    [[nodiscard]] fe::BoltPatch edgeOf(const BoltPart& bolt, PartRef plate, Vec3 pushes) const;

    const ResolvedJoint& joint_;
    const PlateModelSettings& settings_;
    const Section& col_;
    const Assembly built_; ///< where every loose plate and every bolt is
    JointModel out_;
    std::map<std::array<long long, 3>, int> places_;
    std::vector<int> web_;                     ///< parts of the column's web
    std::array<std::vector<int>, 2> flanges_;  ///< parts of the column's flanges, right and left
    std::map<EndId, std::vector<int>> plates_; ///< shells of end plates
    struct Hole {
        PartRef plate;
        const BoltPart* bolt = nullptr;
        std::vector<int> edge;
    };
    std::vector<Hole> holes_;
    double fine_ = 10;
};

} // namespace zg
