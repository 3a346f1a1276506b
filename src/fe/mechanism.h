#pragma once
#include "fe/system.h"

namespace zg::fe {

/// A movement that meets no resistance.
struct Mechanism {
    std::vector<std::string> parts; ///< ids of those that move most, the most moving first
    std::vector<double> shape;      ///< [6 nodes], largest displacement 1
    bool isRotationOnly = false;    ///< nothing is displaced: a freedom of rotation hangs loose
};

/// Looks in the stiffness for a movement whose resistance is nothing but rounding (Rayleigh quotient against the diagonal below
/// 1e-13). Nothing comes back when there is none, however slender the structure.
[[nodiscard]] std::optional<Mechanism> findMechanism(const System& system, const SparseSymmetric& stiffness);

/// The movement that meets the least resistance, whatever it is: what gives way at a limit load.
[[nodiscard]] Mechanism softestMovement(const System& system, const SparseSymmetric& stiffness);

} // namespace zg::fe
