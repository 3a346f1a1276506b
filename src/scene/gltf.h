#pragma once
#include "plates/plate_result.h"
#include <string>

namespace zg {

/// The model as glTF 2.0 (one text file, buffers inside as base64): a mesh per part with its thickness, bolts as prisms; metres,
/// y up as the format wants. With a frame its equivalent stress is the vertex colour and the displacement a morph target.
[[nodiscard]] std::string gltf(const PlateGeometry& geometry, const PlateFrame* frame, double largestStress);

} // namespace zg
