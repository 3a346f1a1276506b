#pragma once
#include "base/units.h"
#include "drawing/drawing.h"
#include "scene/plate_scene.h"

namespace zg {

struct PlatePictureOptions {
    double width = 760, height = 560;
    int samples = 2;
    double pixelRatio = 1; ///< pixels of the picture per page unit
    UnitSystem units = UnitSystem::SI;
    const Palette* palette = nullptr;
    std::string title; ///< set or mode, in words
};

/// The scene with its legend: scale with round ticks and unit, largest value marked, yield stress on the scale, factor of the
/// deformed shape. `ids` gives what is seen where (page units times pixelRatio).
struct PlatePicture {
    Drawing drawing;
    std::shared_ptr<const Picture> scene;
    FieldRange range;
};
[[nodiscard]] PlatePicture platePicture(const PlateScene& scene, const SceneState& state, const Camera& camera,
                                        double yieldStress, const PlatePictureOptions& options);
/// Page point where the middle of the model stands before it is panned: the legend has the left, the title the top.
[[nodiscard]] Point2 platePictureMiddle(double width, double height, bool hasLegend = true);
[[nodiscard]] const char* nameOf(PlateField field);

} // namespace zg
