#pragma once
#include "fe/freedom_map.h"
#include "fe/shell_element.h"
#include "fe/sparse_matrix.h"
#include <memory>

namespace zg::fe {

/// Where the structure is: displacements and all that its materials and springs remember.
struct State {
    std::vector<double> freedoms; ///< [6 nodes]
    std::vector<double> factors;  ///< per load case
    std::vector<double> history;  ///< of all shells, one after the other
    std::vector<ShellElement::State> shells;
    std::vector<SpringState> springs;
};

/// A model made ready to be computed: elements, numbered unknowns, the pattern of the stiffness. The model must outlive it.
class System {
public:
    /// Null with the reasons when the model cannot be computed (see inspect.h for what is looked at).
    static std::unique_ptr<System> create(const Model& model, Diagnostics& found, int threads = 2);

    [[nodiscard]] const Model& model() const { return *model_; }
    [[nodiscard]] const FreedomMap& map() const { return map_; }
    [[nodiscard]] const ShellElement& shell(int i) const { return shells_[i]; }
    [[nodiscard]] const double* history(const State& state, int shell) const { return &state.history[historyStart_[shell]]; }
    [[nodiscard]] int threads() const { return threads_; }
    /// The state without load.
    [[nodiscard]] State initialState() const;

    /// Brings `after` (its freedoms are set) to the materials' answer, starting from the history of `before`; internal forces on
    /// all freedoms; tangents are kept for assemble() when asked for.
    void evaluate(const State& before, State& after, std::vector<double>& internal, bool withTangent);
    /// Elements whose internal modes did not come to equilibrium at the last evaluate().
    [[nodiscard]] int unsettledShells() const { return unsettled_; }
    /// Largest force in a spring at the last evaluate(), N; rotations left out.
    [[nodiscard]] double largestSpringForce() const { return largestSpringForce_; }
    /// The springs alone: their states and tangents at the freedoms of `after`.
    void evaluateLinks(const State& before, State& after);
    /// Stiffness of the last evaluate() with tangents.
    const SparseSymmetric& assemble();
    [[nodiscard]] const SparseSymmetric& pattern() const { return matrix_; }
    /// Tangent stiffness times movements of the freedoms, all of them; only elements that touch a given movement are visited.
    [[nodiscard]] std::vector<double> stiffnessTimesGiven(const std::vector<double>& movement) const;
    /// Forces of the load cases on all freedoms.
    void external(const std::vector<double>& factors, std::vector<double>& forces) const;
    /// Deflections of a link, component by component.
    [[nodiscard]] std::array<double, 3> deflection(int link, const std::vector<double>& freedoms) const;
    [[nodiscard]] ElementVector nodal(int shell, const std::vector<double>& freedoms) const;

    struct Energy {
        double stored = 0, plastic = 0;
    };
    [[nodiscard]] Energy energy(const State& state) const;

    /// Assembles a matrix given shell by shell (nodal freedoms, [shell]) in the pattern of the stiffness; links add nothing.
    [[nodiscard]] SparseSymmetric assembleShellMatrices(const std::vector<ElementMatrix>& matrices) const;

private:
    int unsettled_ = 0;
    struct LinkData {
        std::array<std::vector<std::pair<int, double>>, 3> rows; ///< on freedoms
        std::vector<int> equations;
        std::vector<double> onEquations; ///< [component][equations]
        bool hasGiven = false;
    };
    // How a shell's 24 freedoms meet equations: one to one, or through expansions.
    struct ShellData {
        std::array<int, nodeColumns> equation{};
        bool isExpanded = false, hasGiven = false;
        std::vector<int> equations;                                             ///< of an expanded shell
        std::array<std::vector<std::pair<int, double>>, nodeColumns> expansion; ///< local equation, factor
    };
    System() = default;
    void prepareShell(int shell);
    void prepareLink(int link);
    void buildPattern();
    void evaluateLinks(const State& before, State& after, std::vector<double>* internal);
    [[nodiscard]] int freedomOf(int shell, int local) const;
    void expandShell(int shell, const ElementMatrix& k, double* out) const;
    void gather(const std::vector<double>& buffer, std::vector<double>& values) const;

    const Model* model_ = nullptr;
    int threads_ = 1;
    FreedomMap map_;
    std::vector<std::unique_ptr<LayeredSection>> sections_;
    std::vector<ShellElement> shells_;
    std::vector<std::size_t> historyStart_;
    std::vector<ShellData> shellData_;
    std::vector<LinkData> links_;
    std::vector<std::size_t> shellStart_, linkStart_; ///< where each one's values lie in the buffer
    std::vector<double> buffer_;                      ///< element matrices on equations, packed
    std::vector<ElementMatrix> stiffness_;            ///< of shells, on nodal freedoms
    std::vector<std::array<double, 9>> linkTangent_;
    std::vector<ElementVector> forces_;
    double largestSpringForce_ = 0;
    SparseSymmetric matrix_;
    std::vector<int> gatherStart_, gatherSource_;
    std::vector<std::vector<std::pair<int, double>>> caseForces_; ///< per case: freedom, force
};

} // namespace zg::fe
