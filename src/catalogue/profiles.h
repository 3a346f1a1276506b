#pragma once
#include "base/point.h"
#include "catalogue/sections.h"
#include <string>
#include <string_view>
#include <variant>
#include <vector>

namespace zg {

/// Rectangular or square hollow section; `t` is the design wall, which the properties use.
struct HollowProfile {
    static constexpr const char* words = "hollow section";
    double h = 0, b = 0, t = 0, r_o = 0, r_i = 0; ///< outer and inner corner radius
};
struct TubeProfile {
    static constexpr const char* words = "round tube";
    double d = 0, t = 0;
};
/// The long leg stands, the short one points to the right; the heel is at the lower left.
struct AngleProfile {
    static constexpr const char* words = "angle";
    double h = 0, b = 0, t = 0, r_1 = 0, r_2 = 0; ///< root and toe radius
};
/// The web's back is on the left. Flange thickness: t_f at `t_f_at` from the tip, growing by `slope` towards the web.
struct ChannelProfile {
    static constexpr const char* words = "channel";
    double h = 0, b = 0, t_w = 0, t_f = 0, t_f_at = 0, slope = 0, r_1 = 0, r_2 = 0;
};
struct FlatProfile {
    static constexpr const char* words = "flat";
    double b = 0, t = 0; ///< it stands: b upwards
};

/// In the order of Profile::shape.
enum class ProfileKind { I, Hollow, Tube, Angle, Channel, Flat };

/// mm and its powers; y is the axis normal to h (the strong one, and for angles parallel to the short leg), z the other. What a
/// table does not hold is absent.
struct ProfileProperties {
    double A = 0, I_y = 0, I_z = 0, W_el_y = 0, W_el_z = 0, I_t = 0;
    std::optional<double> W_pl_y, W_pl_z, I_w;
    double I_yz = 0;
    double y_c = 0, z_c = 0;   ///< centroid from the left and lower edge of the box around the section
    std::optional<double> y_m; ///< channels: shear centre from the centroid, to the left
    double mass = 0;           ///< kg/m
};

/// A section of any kind: its shape, its properties, and what can be asked of every kind alike.
struct Profile {
    std::string series, designation, standard;
    std::variant<Section, HollowProfile, TubeProfile, AngleProfile, ChannelProfile, FlatProfile> shape;
    ProfileProperties properties;
    double h = 0, b = 0; ///< the box around it
    [[nodiscard]] ProfileKind kind() const { return static_cast<ProfileKind>(shape.index()); }
};

/// One wall of a section, by the middle line of its plate: what a model of plates is made of. Root and corner radii are left out,
/// as plates cannot hold them; walls meet at their middle lines. Origin: the centroid.
struct ProfileWall {
    const char* role = ""; ///< "web", "top flange", "left wall", "standing leg" ...
    Point2 from, to;
    double thickness = 0;
    double radius = 0; ///< tubes: of the middle line, a full circle about the origin; else 0
};

[[nodiscard]] const char* wordsOf(const Profile& profile);
[[nodiscard]] std::vector<ProfileWall> wallsOf(const Profile& profile);
/// Closed lines around the material, arcs as chords: the outer one anticlockwise, a hole's clockwise. Origin: lower left of the
/// box.
[[nodiscard]] std::vector<std::vector<Point2>> outlineOf(const Profile& profile, int chordsPerQuarter = 8);
/// What a list says of it: dimensions with their letters ("h 200  b 100  t 8").
[[nodiscard]] std::vector<std::pair<std::string, double>> dimensionsOf(const Profile& profile);

/// Sections of every kind, by kind and in the order of the tables. Built at first use.
[[nodiscard]] const std::vector<Profile>& catalogueProfiles();
/// By designation, blind to spaces, signs of multiplication and case; null when there is none.
[[nodiscard]] const Profile* findProfile(std::string_view designation);
/// Those whose designation starts like the typed text, then those that hold it.
[[nodiscard]] std::vector<const Profile*> searchProfiles(std::string_view typed, std::string_view series = {});
[[nodiscard]] std::vector<std::string> profileSeries();

} // namespace zg
