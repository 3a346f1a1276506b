#pragma once
#include "fe/freedom_map.h"
#include "fe/rotation.h"
#include "fe/shell_element.h"
#include "fe/sparse_matrix.h"
#include <memory>

namespace zg::fe {

/// Where the structure is: displacements and all that its materials and springs remember.
struct State {
    std::vector<double> freedoms; ///< [6 nodes]; in moved geometry the turns are sums of spins about fixed axes
    std::vector<Mat3> rotations;  ///< by node, in moved geometry; else empty
    std::vector<double> factors;  ///< per load case
    std::vector<double> history;  ///< of all shells, one after the other
    std::vector<ShellElement::State> shells;
    std::vector<SpringState> springs;
};

/// Equilibrium where the structure was, or where it has moved to (large displacements and rotations, small strains).
enum class Geometry { Undeformed, Moved };

struct Mirror;

/// How the halves of a model that is its own mirror image in y = 0 (mirror.h; not in moved geometry) move: each for itself, as
/// images of each other, or as images turned back. The latter two take half the unknowns, one half answers for both. Those of
/// other models are free.
enum class Halves { Free, Alike, Opposite };

/// A model made ready to be computed: elements, numbered unknowns, the pattern of the stiffness. The model must outlive it.
class System {
public:
    /// Null with the reasons when the model cannot be computed (see inspect.h for what is looked at).
    static std::unique_ptr<System> create(const Model& model, Diagnostics& found, int threads = 2,
                                          Geometry geometry = Geometry::Undeformed, Halves halves = Halves::Free);
    ~System();

    [[nodiscard]] const Model& model() const { return *model_; }
    [[nodiscard]] const FreedomMap& map() const { return map_; }
    [[nodiscard]] const ShellElement& shell(int i) const { return shells_[i]; }
    [[nodiscard]] const double* history(const State& state, int shell) const { return &state.history[historyStart_[shell]]; }
    [[nodiscard]] int threads() const { return threads_; }
    [[nodiscard]] bool isMoved() const { return carried_ != nullptr; }
    [[nodiscard]] Halves halves() const { return halves_; }
    /// Whether another shell of the part stands for it.
    [[nodiscard]] bool isImage(int shell) const;
    /// The state without load.
    [[nodiscard]] State initialState() const;

    /// Brings `after` (its freedoms are set) to the materials' answer, starting from the history of `before`; internal forces on
    /// all freedoms; tangents are kept for assemble() when asked for.
    void evaluate(const State& before, State& after, std::vector<double>& internal, bool withTangent);
    /// What elements remember whose images answered for them, in a state that is to stay.
    void completeImages(const State& before, State& after);
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
    /// Forces of the load cases on all freedoms; in moved geometry `state` says where to those point that turn with their nodes.
    void external(const std::vector<double>& factors, const State& state, std::vector<double>& forces) const;
    [[nodiscard]] bool hasTurningForces() const;
    /// Moved geometry: turns the nodes of `state`, whose freedoms are set, on from where they were.
    void turn(const std::vector<double>& freedomsBefore, const std::vector<Mat3>& rotationsBefore, State& state) const;
    [[nodiscard]] Vec3 place(int node, const State& state) const;
    /// Deflections of a link, component by component.
    [[nodiscard]] std::array<double, 3> deflection(int link, const State& state) const;
    /// Movements of a shell's nodes that deform it, in the axes of the undeformed element.
    [[nodiscard]] ElementVector nodal(int shell, const State& state) const;
    /// The plain freedoms of its nodes.
    [[nodiscard]] ElementVector nodal(int shell, const std::vector<double>& freedoms) const;
    /// Forces that a shell exerts on its nodes in a state, global axes.
    [[nodiscard]] ElementVector nodalForces(int shell, const State& state) const;

    struct Energy {
        double stored = 0, plastic = 0;
    };
    [[nodiscard]] Energy energy(const State& state) const;
    /// Elastic energy stored in one element, N mm.
    [[nodiscard]] double storedInShell(int shell, const State& state) const;
    [[nodiscard]] double storedInLink(int link, const State& state) const;

    /// Assembles a matrix given shell by shell (nodal freedoms, [shell]) in the pattern of the stiffness; links add nothing.
    [[nodiscard]] SparseSymmetric assembleShellMatrices(const std::vector<ElementMatrix>& matrices) const;

private:
    int unsettled_ = 0;
    void shareOut();
    void respondShells(const State& before, State& after, bool withTangent, bool areAnswered);
    void addImage(int shell, std::vector<double>& internal) const;
    /// Whether the shell's image answers for it until a state is complete.
    [[nodiscard]] bool isAnswered(int shell) const { return shellShare_[shell] == 0 && !blocks_[shell].hasGiven; }
    struct LinkData {
        std::array<std::vector<std::pair<int, double>>, 3> rows; ///< on freedoms
        std::vector<int> equations;
        std::vector<double> onEquations; ///< [component][equations]
        bool hasGiven = false;
    };
    // How the freedoms of an element meet equations: one to one, or through expansions.
    struct Block {
        std::vector<int> freedoms, equation;
        bool isExpanded = false, hasGiven = false;
        std::vector<int> equations;                                 ///< of an expanded block
        std::vector<std::vector<std::pair<int, double>>> expansion; ///< by freedom: local equation, factor
        [[nodiscard]] const std::vector<int>& onEquations() const { return isExpanded ? equations : equation; }
    };
    struct Carried; // what moved geometry needs besides
    System();
    [[nodiscard]] Block blockOf(const int* nodes, int count) const;
    void prepareLink(int link);
    void prepareCarried();
    void addTurning(const NodalForce& force);
    void carryShells(const State& before, State& after, bool withTangent);
    void carrySprings(const State& before, State& after, bool withTangent);
    void carryTurningForces(const State& after);
    void evaluateMoved(const State& before, State& after, std::vector<double>& internal, bool withTangent);
    [[nodiscard]] ElementVector deforming(int shell, const State& state) const;
    [[nodiscard]] std::array<double, 3> movedDeflection(int link, const State& state) const;
    [[nodiscard]] std::array<double, 3> deflection(int link, const std::vector<double>& freedoms) const;
    static void addInternal(const Block& block, const double* forces, std::vector<double>& internal);
    void buildPattern();
    void evaluateLinks(const State& before, State& after, std::vector<double>* internal);
    static void expand(const Block& block, const double* k, double* out);
    void putShell(int shell, const ElementMatrix& k, std::vector<double>& buffer) const;
    static void timesGiven(const Block& block, const double* k, const std::vector<double>& movement, std::vector<double>& out);
    void gather(const std::vector<double>& buffer, std::vector<double>& values) const;
    /// Tangent of a shell on nodal freedoms.
    [[nodiscard]] const ElementMatrix& tangentOf(int shell) const {
        return isTangentElastic_[shell] ? shells_[shell].elasticStiffness() : stiffness_[shell];
    }
    /// History that a shell's answer starts from; null where it has none.
    [[nodiscard]] const double* historyBefore(const State& before, int shell) const {
        return before.shells[shell].isElastic ? nullptr : &before.history[historyStart_[shell]];
    }

    const Model* model_ = nullptr;
    int threads_ = 1;
    FreedomMap map_;
    std::vector<std::unique_ptr<LayeredSection>> sections_;
    std::vector<ShellElement> shells_;
    std::vector<std::size_t> historyStart_;
    std::vector<Block> blocks_; ///< of shells
    std::unique_ptr<Carried> carried_;
    std::unique_ptr<Mirror> mirror_; ///< null: free halves
    Halves halves_ = Halves::Free;
    std::vector<LinkData> links_;
    std::vector<std::size_t> shellStart_, linkStart_;      ///< where each one's values lie in the buffer
    std::vector<double> buffer_;                           ///< element matrices on equations, packed
    std::vector<ElementMatrix> stiffness_;                 ///< of shells, on nodal freedoms, where it is not the elastic one
    std::vector<char> isTangentElastic_, isBufferElastic_; ///< by shell, at the last evaluate() and assemble()
    std::vector<std::array<double, 9>> linkTangent_;
    std::vector<ElementVector> forces_;
    std::vector<char> shellShare_,
        linkShare_; ///< times that each counts in stiffness and energy: 1; of images one twice, the other not
    double largestSpringForce_ = 0;
    SparseSymmetric matrix_;
    std::vector<int> gatherStart_, gatherSource_;
    std::vector<std::vector<std::pair<int, double>>> caseForces_; ///< per case: freedom, force of fixed direction
    std::vector<std::vector<NodalForce>> caseTurning_;            ///< per case
};

} // namespace zg::fe
