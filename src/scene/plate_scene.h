#pragma once
#include "scene/camera.h"
#include "scene/rasteriser.h"
#include <optional>
#include <set>

namespace zg {

/// What the colours say.
enum class PlateField { None, Stress, Strain, Pressure, Displacement, Utilisation };

/// What of a study is drawn, and how.
struct SceneState {
    const PlateFrame* frame = nullptr;          ///< null: undeformed, no field
    const std::vector<Float3>* shape = nullptr; ///< a mode or a mechanism instead of the frame's displacements
    PlateField field = PlateField::Stress;
    double deformation = 0;        ///< factor on displacements; of a shape: its largest displacement in mm
    std::optional<double> largest; ///< upper end of the colours; by the field when absent
    double strainLimit = 0.05;
    std::set<std::string> hidden; ///< part ids (partId)
    std::optional<PartRef> isolated, selected;
    std::vector<PartRef> outlined; ///< drawn with a strong line: parts that clash
    bool hasMesh = false, hasBolts = true;
    struct Cut {
        int axis = 1;  ///< 0 x, 1 y, 2 z
        double at = 0; ///< mm
        bool keepsLess = false;
    };
    std::optional<Cut> cut;
    double freeWidth = 0, freeHeight = 0; ///< pixels that the whole model may fill at zoom 1; 0: all of the picture
    std::uint32_t background = 0xfffffcf6, ink = 0x1f2b38, accent = 0xb4512c, steel = 0xb9c0c8, boltSteel = 0x5c6773,
                  yield = 0xc23b22;
};

/// Where the colours begin and end, and where the field is least and largest in what is drawn.
struct FieldRange {
    double least = 0, most = 0;     ///< of the field over what is shown
    double largest = 0;             ///< end of the scale; it starts at 0
    std::array<double, 2> mostAt{}; ///< pixels; negative when it is hidden from view
};

struct SceneImage {
    Picture picture; ///< ids: part of the geometry, or boltIds + bolt
    FieldRange range;
};
constexpr int boltIds = 100000;

/// A study's geometry made ready for drawing.
class PlateScene {
public:
    explicit PlateScene(const PlateGeometry& geometry);
    [[nodiscard]] SceneImage draw(const SceneState& state, const Camera& camera, int width, int height, int samples = 2) const;
    /// Factor on displacements that shows the largest as about a fifteenth of the model's size, a round number; 1 when nothing
    /// moves.
    [[nodiscard]] double sensibleScale(const std::vector<Float3>& displacement) const;
    [[nodiscard]] double size() const { return size_; }
    [[nodiscard]] Float3 low() const { return low_; }
    [[nodiscard]] Float3 high() const { return high_; }
    /// Part or bolt behind an id of a picture.
    [[nodiscard]] std::optional<PartRef> partOf(int id) const;

private:
    struct Edge {
        int shell = 0, from = 0, to = 0; ///< corners of the shell
    };
    const PlateGeometry& g_;
    std::vector<Float3> normals_; ///< by shell corner, averaged within a part
    std::vector<Edge> borders_;   ///< free edges of a part
    std::vector<Edge> inner_;     ///< all others, once
    Float3 low_{}, high_{};
    double size_ = 1;
};

/// Value of a field at the corners of a shell.
[[nodiscard]] std::array<float, 4> fieldAt(const PlateGeometry& geometry, const SceneState& state, std::size_t shell);

} // namespace zg
