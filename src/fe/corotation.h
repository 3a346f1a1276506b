#pragma once
#include "fe/rotation.h"
#include <vector>

namespace zg::fe {

/// How the frame that goes along with a body is found.
enum class FrameRule {
    Diagonals, ///< three or four nodes of a shell: normal from the diagonals, turned in the plane by the least squares of the
               ///< corners
    Triads,    ///< the weighted mean of the nodes' rotations
    Fixed      ///< none: the body hangs on the ground
};

/// A body of few nodes that answers linearly to small deformations (a shell element, a spring with its attachments), carried
/// through any motion: element-independent corotational formulation (Rankin and Nour-Omid 1988, Felippa and Haugen 2005). The
/// body itself is asked in the axes and at the places of the undeformed state and never sees the motion (it must not answer to a
/// translation); its forces come back as the exact gradient of its energy, in equilibrium in the present geometry.
class MovedBody {
public:
    MovedBody() = default;
    /// Places of the nodes before any motion; `weights` for Triads, by node.
    MovedBody(std::vector<Vec3> nodes, FrameRule rule, std::vector<double> weights = {});

    [[nodiscard]] int nodeCount() const { return static_cast<int>(reference_.size()); }

    struct Motion {
        Mat3 frame = identity3;    ///< from undeformed axes to present ones
        std::vector<Vec3> place;   ///< of the nodes about their mean, present, in undeformed axes
        std::vector<Vec3> turn;    ///< rotation vectors of the nodes against the frame, undeformed axes
        std::vector<Mat3> rate;    ///< of these to the spins of the nodes
        std::vector<double> local; ///< [6 n]: displacements that deform, rotation vectors
        std::vector<Mat3> stretch; ///< Triads: the nodes' rotations against the frame
        /// What a spin of the frame is in terms of the nodes' motion: omega = sum spinOfPlace_i du_i + spinOfTurn_i dtheta_i.
        std::vector<Mat3> spinOfPlace, spinOfTurn;
        // Room to work in, kept from one call to the next.
        std::vector<Vec3> force, turning, onto, from;
        std::vector<Mat3> onVector;
        std::vector<double> work;
    };
    /// `displacements` and `rotations` by node.
    void follow(const Vec3* displacements, const Mat3* rotations, Motion& motion) const;
    /// Forces and moments about fixed axes [6 n] from those of the body in undeformed axes; `forces` may be `local`.
    void forces(const Motion& motion, const double* local, double* forces) const;
    /// The exact tangent [6 n][6 n] of these forces to displacements and spins about fixed axes: symmetric only in equilibrium.
    /// `stiffness` is that of the body [6 n][6 n], symmetric.
    void tangent(Motion& motion, const double* local, const double* stiffness, double* tangent) const;

private:
    struct Flat; // the plane of Diagonals, components in its axes
    [[nodiscard]] Flat flatten(const Motion& motion) const;
    void findSpin(Motion& motion) const;
    void spinChange(const Motion& motion, Vec3 moment, std::vector<Vec3>& onto, std::vector<Vec3>& from) const;
    void addTriadChange(const Motion& motion, Vec3 moment, double* k) const;
    [[nodiscard]] std::array<int, 4> diagonals() const;

    std::vector<Vec3> reference_; ///< about their mean
    FrameRule rule_ = FrameRule::Fixed;
    std::vector<double> weights_;
    Mat3 axes_ = identity3; ///< Diagonals: in-plane, in-plane, normal, before any motion
};

} // namespace zg::fe
