#pragma once
#include "fe/attachment.h"
#include "fe/material.h"
#include "fe/spring_law.h"
#include <optional>

namespace zg::fe {

/// A plate: elements of one thickness and material that belong together and are named together.
struct Part {
    std::string id;
    double thickness = 0; ///< mm
    int material = 0;
    LayerRule layers;
};

struct Shell {
    std::array<int, 4> nodes{-1, -1, -1, -1}; ///< round the element; a triangle's fourth is -1
    int part = 0;
    [[nodiscard]] bool isTriangle() const { return nodes[3] < 0; }
};

enum class LinkRole { Spring, Bolt, Weld, Contact };

/// A spring between two attachments, or from one to the ground: bolt, weld point, contact point, bed. Deflection of component c
/// is the motion of `b` less that of `a` along `axes[c]` (with no `b`: less that of `a` alone), so that positive is tension when
/// the axis points from a to b.
struct Link {
    std::string id;
    LinkRole role = LinkRole::Spring;
    Attachment a;
    std::optional<Attachment> b;
    std::array<Vec3, 3> axes{axisX, axisY, axisZ}; ///< unit
    bool isRotation = false;                       ///< acts on rotations instead of displacements
    SpringLaw law = LinearLaw{};
    double share = 1;   ///< area (contact, mm2) or throat area (weld, mm2) it stands for; stresses are force over share
    double preload = 0; ///< N, put on in the stage that tightens
};

/// sum of factor * freedom = value of the load cases. One term and no value: a fixed support. The first term is the one that
/// follows the others.
struct Constraint {
    std::string id;
    Terms terms;
};

/// Two attachments that move as one. In the undeformed geometry six constraints say so; in the moved one, where their lever
/// turns, a spring stiff enough for nothing to show.
struct Coupling {
    std::string id;
    Attachment leader, follower;
    int firstConstraint = 0; ///< of six
};

struct Prescribed {
    int constraint = 0;
    double value = 0; ///< mm, rad
};

/// Forces and prescribed movements that grow together with one factor.
struct LoadCase {
    std::string id;
    std::vector<NodalForce> forces;
    std::vector<Prescribed> movements;
};

/// Everything the analysis is given; plain values. Units N, mm, MPa, rad; global axes.
struct Model {
    std::vector<Vec3> nodes;
    std::vector<Material> materials;
    std::vector<Part> parts;
    std::vector<Shell> shells;
    std::vector<Link> links;
    std::vector<Constraint> constraints;
    std::vector<Coupling> couplings;
    std::vector<LoadCase> cases;

    int addNode(Vec3 x);
    int addMaterial(const Material& m);
    int addPart(const std::string& id, double thickness, int material, LayerRule layers = {});
    int addCase(const std::string& id);
    /// Holds freedoms of a node; gives the index of the first constraint (one per freedom, in the order given).
    int fix(int node, const std::vector<Freedom>& freedoms, const std::string& id);
    int fixAll(int node, const std::string& id);
    /// The node's displacement (or rotation) along a direction is held.
    int fixAlong(int node, Vec3 direction, bool isRotation, const std::string& id);
    /// The dependent nodes move as one body with the master: six equations each.
    void addRigid(int master, const std::vector<int>& dependents, const std::string& id);
    /// A node of its own that moves with the attachment: a handle for loads, supports and read-out.
    int addHandle(const Attachment& at, const std::string& id);
    /// Moves everything: x -> rotation x + shift (rows of `rotation` orthonormal). Directions of loads, supports and springs turn
    /// with it.
    void move(const std::array<Vec3, 3>& rotation, Vec3 shift);
};

/// The model for an analysis in moved geometry: couplings are stiff springs instead of constraints (after all other springs).
[[nodiscard]] Model inMovedGeometry(const Model& model);

/// Corners of an element; a triangle's first is repeated at the end.
[[nodiscard]] std::array<Vec3, 4> cornersOf(const Model& model, int shell);

/// Work-equivalent nodal forces of a uniform load on an element: force per area along a fixed direction.
void addSurfaceLoad(const Model& model, int shell, Vec3 forcePerArea, std::vector<NodalForce>& to);
/// Of a line load along an edge between two nodes: force and moment per length.
void addEdgeLoad(const Model& model, int from, int to, Vec3 forcePerLength, Vec3 momentPerLength,
                 std::vector<NodalForce>& forces);

} // namespace zg::fe
