#include "words/phrases.h"
#include "base/text.h"
#include "joint/bolt_strength.h"
#include <algorithm>
#include <array>
#include <cmath>

namespace zg {
namespace {

struct Phrase {
    CheckCode code;
    const char* id;
    const char* title;
    const char* advice;
};

constexpr std::array phrases{
    Phrase{CheckCode::JointMoment, "joint_moment", "Joint in bending", "See which row or part limits M_j,Rd."},
    Phrase{CheckCode::ColumnWebShear, "column_web_shear", "Column web in shear",
           "Add a supplementary web plate or a diagonal stiffener, or choose a larger column."},
    Phrase{CheckCode::ColumnWebCompression, "column_web_compression", "Column web in compression",
           "Add column stiffeners opposite the compression flange."},
    Phrase{CheckCode::ColumnWebCompressionStiffener, "column_web_compression_stiffened", "Stiffened column web in compression",
           "Thicker or wider column stiffeners."},
    Phrase{CheckCode::ColumnWebTension, "column_web_tension", "Column web in tension",
           "Add a supplementary web plate, or spread the rows."},
    Phrase{CheckCode::ColumnFlangeBending, "column_flange_bending", "Column flange in bending",
           "Add column stiffeners at the tension flange or backing plates, or choose a heavier column."},
    Phrase{CheckCode::EndPlateBending, "end_plate_bending", "End plate in bending",
           "Thicker end plate, or move the row closer to flange and web."},
    Phrase{CheckCode::BeamWebTension, "beam_web_tension", "Beam web in tension",
           "Move rows apart, or a beam with a thicker web."},
    Phrase{CheckCode::BeamFlangeCompression, "beam_flange_compression", "Beam flange and web in compression",
           "The beam itself is at its limit: a deeper beam or a haunch."},
    Phrase{CheckCode::BoltTension, "bolt_tension", "Bolts in tension, without prying", "Larger bolts or a higher class."},
    Phrase{CheckCode::BoltPunching, "bolt_punching", "Punching under head or nut", "Thicker plate."},
    Phrase{CheckCode::BoltShearGroup, "bolt_shear_group", "Bolts in shear and bearing",
           "Add a row near the compression flange, or larger bolts."},
    Phrase{CheckCode::BoltSlip, "bolt_slip", "Slip of the preloaded bolts",
           "More or larger bolts, a better friction class, or allow slip at this limit state."},
    Phrase{CheckCode::WeldTensionFlange, "weld_tension_flange", "Weld of the tension flange", "Larger throat, or a butt weld."},
    Phrase{CheckCode::WeldCompressionFlange, "weld_compression_flange", "Weld of the compression flange",
           "Larger throat, or prepare the beam end for contact in bearing."},
    Phrase{CheckCode::WeldWeb, "weld_web", "Weld of the beam web", "Larger throat."},
    Phrase{CheckCode::TensionStiffener, "tension_stiffener", "Column stiffener in tension", "Thicker or wider stiffener."},
    Phrase{CheckCode::TensionStiffenerWeld, "tension_stiffener_weld", "Weld of the tension stiffener", "Larger throat."},
    Phrase{CheckCode::CompressionStiffenerWeld, "compression_stiffener_weld", "Weld of the compression stiffener",
           "Larger throat."},
    Phrase{CheckCode::DiagonalStrut, "diagonal", "Diagonal web stiffener", "Thicker diagonal."},
    Phrase{CheckCode::DoublerWeld, "doubler_weld", "Weld of the supplementary web plate", "Larger throat, or a butt weld."},
    Phrase{CheckCode::RibShear, "rib_shear", "Rib in shear", "Thicker or longer rib."},
    Phrase{CheckCode::RibWeld, "rib_weld", "Weld of the rib", "Larger throat or longer rib."},
    Phrase{CheckCode::RibAtFace, "rib_at_face", "Rib at the column's face", "Thicker or longer rib."},
    Phrase{CheckCode::RibOnWeb, "rib_on_web", "Beam web under the rib", "Longer rib."},
    Phrase{CheckCode::RibbedWebShear, "ribbed_web_shear", "Beam web beside the ribs in shear",
           "Longer or lower ribs take less shear."},
    Phrase{CheckCode::AxialForce, "axial_force", "Net tension on the rows", "More rows that take tension."},
    Phrase{CheckCode::HaunchCompression, "haunch_compression", "Haunch flange and web in compression",
           "A deeper haunch, or one with a heavier flange."},
    Phrase{CheckCode::WeldInnerFlange, "weld_inner_flange", "Weld of the flange between", "Larger throat, or a butt weld."},
    Phrase{CheckCode::WeldHaunchWeb, "weld_haunch_web", "Weld of the haunch web", "Larger throat."},
    Phrase{CheckCode::HaunchEndShear, "haunch_end_shear", "Webs at the face in shear",
           "A thicker haunch web; a flatter haunch flange brings less."},
    Phrase{CheckCode::HaunchWebShear, "haunch_web_shear", "Haunch web in shear",
           "A longer haunch, a thicker web, or a stiffener at half its length."},
    Phrase{CheckCode::HaunchWeld, "haunch_weld", "Fillets of the haunch along the beam", "Larger throat, or a longer haunch."},
    Phrase{CheckCode::HaunchToeCompression, "haunch_toe_compression", "Beam web, haunch toe pushes",
           "Stiffeners of the beam web at the toe, or a flatter haunch."},
    Phrase{CheckCode::HaunchToeTension, "haunch_toe_tension", "Beam web, haunch toe pulls",
           "Stiffeners of the beam web at the toe, or a flatter haunch."},
    Phrase{CheckCode::HaunchToeStiffenerWeld, "haunch_toe_stiffener_weld", "Weld of the toe stiffener", "Larger throat."},
    Phrase{CheckCode::HaunchToeWeld, "haunch_toe_weld", "Weld of the haunch flange at the toe",
           "A heavier flange: a butt weld is as strong as it."},
    Phrase{CheckCode::MemberAtToe, "member_at_toe", "Beam at the haunch toe", "A longer haunch, or a heavier beam."},
    Phrase{CheckCode::ColumnFlangeHoles, "column_flange_holes", "Column flange less its bolt holes",
           "Smaller bolts in the outer row, or a column with a heavier flange."},
    Phrase{CheckCode::MemberAtCut, "member_at_cut", "Beam in its reduced section", "A shallower cut, or a heavier beam."},
    Phrase{CheckCode::MemberAtEnd, "member_at_end", "Haunched section at the face", "A deeper haunch, or a heavier flange."},
    Phrase{CheckCode::PlatesReserve, "plates_reserve", "Plates: reserve of the set",
           "Look in the Plates view at what ends it: strain in a plate, elongation of a bolt, or no equilibrium."},
    Phrase{CheckCode::PlatesOverStrength, "plates_over_strength", "Plates: over-strength of the beam",
           "The joint must outlast the beam's plastic hinge only where it is designed for capacity."},
    Phrase{CheckCode::PlateStrain, "plate_strain", "Plates: plastic strain", "Thicker plate, or a stiffener beside it."},
    Phrase{CheckCode::PlatesBolt, "plates_bolt", "Plates: bolt with prying", "Larger bolts, or a thicker plate against prying."},
    Phrase{CheckCode::PlatesSlip, "plates_slip", "Plates: slip of the bolts",
           "More or larger bolts, or faces of a better friction class."},
    Phrase{CheckCode::PlatesBoltElongation, "plates_bolt_elongation", "Plates: bolt yielding",
           "Larger bolts, or a thicker plate against prying."},
    Phrase{CheckCode::PlatesWeld, "plates_weld", "Plates: throat stress", "Larger throat, or a butt weld."},
    Phrase{CheckCode::PlatesWeldDeformation, "plates_weld_deformation", "Plates: weld yielding",
           "Larger throat, or a butt weld."},
    Phrase{CheckCode::PlateBucklingFactor, "plate_buckling_factor", "Plates: buckling factor",
           "Thicker plate, or a stiffener across the wave."},
    Phrase{CheckCode::PlateBucklingReduced, "plate_buckling_reduced", "Plates: slenderness",
           "Thicker plate, or a stiffener across the wave."},
    Phrase{CheckCode::PlatesStability, "plates_stability", "Plates: stability",
           "What gives way is named in the Plates view: a thicker plate, or a stiffener across the wave."},
    Phrase{CheckCode::PlatesDrift, "plates_drift", "Plates: drift in cycles",
           "What lets go, or yields first, is named in the Plates view; where nothing did, run to a larger drift."},
    Phrase{CheckCode::PlatesPlasticRotation, "plates_plastic_rotation", "Plates: plastic rotation in cycles",
           "What lets go, or yields first, is named in the Plates view; where nothing did, run to a larger drift."},
    Phrase{CheckCode::EndDistance, "end_distance", "End distance of the bolts", "Move the row, or let the plate reach further."},
    Phrase{CheckCode::EdgeDistancePlate, "edge_distance_plate", "Edge distance in the end plate",
           "Wider plate or smaller gauge."},
    Phrase{CheckCode::EdgeDistanceFlange, "edge_distance_flange", "Edge distance in the column flange", "Smaller gauge."},
    Phrase{CheckCode::PitchLeast, "pitch_least", "Pitch of the rows", "Move the rows apart."},
    Phrase{CheckCode::PitchLargest, "pitch_largest", "Largest pitch when exposed",
           "Move the rows together, or another row between."},
    Phrase{CheckCode::GaugeLeast, "gauge_least", "Gauge", "Larger gauge."},
    Phrase{CheckCode::BoltsCoincide, "bolts_coincide", "Bolts on one spot", "Two rows overlap: move or remove one."},
    Phrase{CheckCode::BoltAtFlange, "bolt_at_flange", "Bolt clear of the beam flange",
           "The washer sits on the flange or its weld: move the row."},
    Phrase{CheckCode::BoltAtStiffener, "bolt_at_stiffener", "Bolt clear of the column stiffener",
           "The bolt hits a stiffener or its weld: move the row."},
    Phrase{CheckCode::BoltAtWeb, "bolt_at_web", "Bolt clear of the beam web", "The washer sits on the web weld: larger gauge."},
    Phrase{CheckCode::BoltAtColumnRoot, "bolt_at_column_root", "Bolt clear of the column root",
           "The head sits on the root fillet: larger gauge."},
    Phrase{CheckCode::RowOutsidePlate, "row_outside_plate", "Row within the end plate", "The row lies outside the plate."},
    Phrase{CheckCode::RowOutsideColumn, "row_outside_column", "Row within the column",
           "The row lies above the end of the column."},
    Phrase{CheckCode::PlateCoversFlange, "plate_covers_flange", "Plate beyond the beam flange",
           "The plate must reach past the flange and its weld."},
    Phrase{CheckCode::PlateWidthBeam, "plate_width_beam", "Plate width and beam flange", "Wider plate."},
    Phrase{CheckCode::PlateWidthColumn, "plate_width_column", "Plate width and column flange",
           "Narrower plate: what reaches past the column flange does not help."},
    Phrase{CheckCode::ThroatLeast, "throat_least", "Least weld throat", "Larger throat."},
    Phrase{CheckCode::StiffenerWidth, "stiffener_width", "Stiffener within the column flange", "Narrower stiffener."},
    Phrase{CheckCode::StiffenerClass, "stiffener_class", "Outstand of the stiffener", "Thicker or narrower stiffener."},
    Phrase{CheckCode::DoublerThickness, "doubler_thickness", "Supplementary web plate not thinner than the web",
           "Thicker plate."},
    Phrase{CheckCode::DoublerSteel, "doubler_steel", "Grade of the supplementary web plate",
           "The grade is that of the column, at the least: choose it for the plate."},
    Phrase{CheckCode::DoublerWidth, "doubler_width", "Width of the supplementary web plate",
           "Thicker plate: a wider one needs plug or spot welds to the web, which are not verified here."},
    Phrase{CheckCode::NoRows, "no_rows", "Bolt rows", "The connection has no bolt row: it carries no tension and no shear."},
    Phrase{CheckCode::RibFits, "rib_fits", "Room for the rib", "Let the end plate reach further."},
    Phrase{CheckCode::FlangeBreadth, "flange_breadth", "Beam flange on the column flange",
           "Add column stiffeners opposite the flange, or a heavier column."},
    Phrase{CheckCode::FlangeBreadthLeast, "flange_breadth_least", "Effective breadth of the flange without stiffeners",
           "Add column stiffeners opposite the flange: (4.7) asks for them."},
    Phrase{CheckCode::FinBearingPlate, "fin_bearing_plate", "Bolts bearing on the fin plate",
           "Thicker plate, or larger distances."},
    Phrase{CheckCode::FinBearingWeb, "fin_bearing_web", "Bolts bearing on the beam web", "Another row, or larger distances."},
    Phrase{CheckCode::FinPlateGross, "fin_plate_gross", "Fin plate in shear", "Deeper or thicker plate."},
    Phrase{CheckCode::FinPlateNet, "fin_plate_net", "Fin plate in shear at the holes", "Deeper or thicker plate."},
    Phrase{CheckCode::FinPlateBlock, "fin_plate_block", "Block of the fin plate", "Larger edge distance, or thicker plate."},
    Phrase{CheckCode::FinPlateBending, "fin_plate_bending", "Fin plate in bending",
           "Deeper plate, or bolts nearer to the support."},
    Phrase{CheckCode::FinPlateAxial, "fin_plate_axial", "Fin plate in tension", "Deeper or thicker plate."},
    Phrase{CheckCode::FinWebGross, "fin_web_gross", "Beam web in shear", "The beam itself is at its limit."},
    Phrase{CheckCode::FinWebNet, "fin_web_net", "Beam web in shear at the holes", "Fewer or smaller holes."},
    Phrase{CheckCode::FinWebAxial, "fin_web_axial", "Block of the beam web", "Bolts farther from the beam's end."},
    Phrase{CheckCode::FinWeld, "fin_weld", "Weld of the fin plate", "Larger throat, or a deeper plate."},
    Phrase{CheckCode::FinWeldFull, "fin_weld_full", "Weld as strong as the fin plate",
           "Larger throat: the plate should yield before it."},
    Phrase{CheckCode::FinSupportShear, "fin_support_shear", "Support in shear beside the fin plate", "Deeper plate."},
    Phrase{CheckCode::FinPunching, "fin_punching", "Fin plate against the support's thickness",
           "Thinner fin plate, or a thicker support."},
    Phrase{CheckCode::FinDuctility, "fin_ductility", "Plate or web thin enough to turn", "Thinner fin plate, or larger bolts."},
    Phrase{CheckCode::FinGap, "fin_gap", "Gap between beam and support", "Let the beam turn: at least 10 mm."},
    Phrase{CheckCode::FinEnd, "fin_end", "End distance in the fin plate", "Move the bolts from the plate's end."},
    Phrase{CheckCode::FinEdge, "fin_edge", "Edge distance in the fin plate", "Let the plate reach further."},
    Phrase{CheckCode::FinEdgeWeb, "fin_edge_web", "Bolts to the beam's end", "Move the bolts into the beam."},
    Phrase{CheckCode::FinPitch, "fin_pitch", "Pitch of the fin plate's bolts", "Move the bolts apart."},
    Phrase{CheckCode::FinFits, "fin_fits", "Fin plate within the beam's web", "Keep the plate between the beam's roots."},
    Phrase{CheckCode::FinDepth, "fin_depth", "Depth of the fin plate",
           "At least 0.6 of the beam's depth holds it against twisting."},
    Phrase{CheckCode::BeamFitsColumn, "beam_fits_column", "Beam between the column's flanges",
           "End the beam before the flanges' tips: a larger gap and a longer plate."},
    Phrase{CheckCode::HaunchAngleLeast, "haunch_angle_least", "Angle of the haunch", "A deeper or a shorter haunch."},
    Phrase{CheckCode::HaunchAngleLargest, "haunch_angle_largest", "Angle of the haunch", "A longer or a shallower haunch."},
    Phrase{CheckCode::HaunchCut, "haunch_cut", "Depth of the cutting",
           "One section gives two haunches: cut a deeper one, or make the haunch of plates."},
    Phrase{CheckCode::HaunchFlangeThickness, "haunch_flange_thickness", "Haunch flange and beam flange",
           "A thicker haunch flange."},
    Phrase{CheckCode::HaunchSteel, "haunch_steel", "Haunch steel and beam steel", "The beam's grade or a stronger one."},
    Phrase{CheckCode::StiffenerOutsideColumn, "stiffener_outside_column", "Stiffener beyond the column's end",
           "Let the column end higher, or take a top plate in its place."},
    Phrase{CheckCode::FilletAngle, "fillet_angle", "Corner of the flange fillets",
           "Beyond 30° of slope a butt weld, or a flatter flange."},
    Phrase{CheckCode::NotDoneProcedure, "not_done_procedure", "Connection by rules",
           "No rule of the component method answers this pair of faces: by plates only."},
    Phrase{CheckCode::NotDoneFinMoment, "not_done_fin_moment", "Moment on the fin plate",
           "A fin plate carries shear and axial force by rules; its moment is carried by the plates alone."},
    Phrase{CheckCode::NotDoneFinBuckling, "not_done_fin_buckling", "Lateral buckling of the long fin plate",
           "Not verified by rules where the bolts stand farther than t/0.15 from the support; the plates show it."},
    Phrase{CheckCode::NotDoneFinSupport, "not_done_fin_support", "Support bending at the fin plate",
           "Bending of the supporting web or flange out of its plane has no rule here; the plates show it."},
    Phrase{CheckCode::NotDoneToeRestraint, "not_done_toe_restraint", "Restraint of the haunch toe",
           "The force that holds the compressed flange sideways at the toe is stated; what holds it is verified elsewhere."},
    Phrase{CheckCode::NotDoneToeWeld, "not_done_toe_weld", "Fillet of the haunch flange at the toe",
           "Its corner is outside 60° to 120°, where fillets have no rule: choose a butt weld."},
    Phrase{CheckCode::NotDoneBoltSlip, "not_done_slip", "Slip resistance",
           "Bolts are taken as bearing type where no limit state is named at which they must not slip."},
    Phrase{CheckCode::NotDoneSlipNoSets, "not_done_slip_no_sets", "Slip at serviceability",
           "Asked for, but the joint has no serviceability set: add the sets at which the bolts must not slip."},
    Phrase{CheckCode::NotDoneFatigue, "not_done_fatigue", "Fatigue", "Not verified."},
    Phrase{CheckCode::NotDoneMinorAxis, "not_done_minor_axis", "Minor-axis bending and torsion",
           "Forces out of the plane of the joint are not taken in by the component method; the plates carry them."},
    Phrase{CheckCode::NotDoneColumnMember, "not_done_members", "Members between the joints",
           "Cross-section and buckling of column and beams are left to the frame analysis."},
    Phrase{CheckCode::NotDoneFlangeHoles, "not_done_flange_holes", "Bolt holes in the column flange",
           "The net section of the flange in tension needs the column's forces in every set."},
    Phrase{CheckCode::NotDoneClassNoSpan, "not_done_class", "Class by stiffness", "Needs the span of the beam."},
    Phrase{CheckCode::NotDoneServiceability, "not_done_serviceability", "Serviceability sets",
           "Kept with the joint; no check but slip at this limit state uses them."},
    Phrase{CheckCode::NotDoneAllowable, "not_done_allowable", "Sets for allowable stress",
           "Kept with the joint: EN 1993 verifies design values, not allowable stresses. American rules, chosen in the settings, "
           "do."},
    Phrase{CheckCode::NotDoneOuterRows, "not_done_outer_rows", "Second row outside the flange",
           "Table 6.6 knows one row outside the flange: rows beyond it carry no tension here."},
    Phrase{CheckCode::DuctileFirst, "ductile_first", "What yields before what lets go",
           "Strengthen the link that lets go, or let the beam or the plate yield earlier."},
    Phrase{CheckCode::HingeShear, "hinge_shear", "Beam's hinge in shear",
           "Shear above half the plastic resistance spoils the hinge: a beam with more web, or a longer span."},
    Phrase{CheckCode::HingeAxial, "hinge_axial", "Beam's hinge and axial force",
           "A heavier beam, or another path for the axial force."},
    Phrase{CheckCode::HingeClass, "hinge_class", "Section class of the hinge",
           "A beam of a stockier section, or a lower ductility class."},
    Phrase{CheckCode::ColumnsOverBeams, "columns_over_beams", "Columns over beams", "A heavier column, or a lighter beam."},
    Phrase{CheckCode::ColumnsOverBeamsAxis, "columns_over_beams_axis", "Columns over beams, at the axis",
           "A heavier column, or a lighter beam."},
    Phrase{CheckCode::BoltsPreloaded, "bolts_preloaded", "Preloaded bolts 8.8 or 10.9",
           "Choose bolts for preloading and the limit state at which they must not slip."},
    Phrase{CheckCode::UsBoltTension, "us_bolt_tension", "Bolt rupture, no prying", "Larger or stronger bolts, or a deeper beam."},
    Phrase{CheckCode::UsPlateBending, "us_plate_bending", "End plate yield lines",
           "Thicker end plate, or rows closer to the flange."},
    Phrase{CheckCode::UsPlateShearYield, "us_plate_shear_yield", "Extended plate, shear yielding",
           "Thicker end plate, or a rib."},
    Phrase{CheckCode::UsPlateShearRupture, "us_plate_shear_rupture", "Extended plate, shear rupture",
           "Thicker end plate, or a rib."},
    Phrase{CheckCode::UsBoltShear, "us_bolt_shear", "Bolt rupture in shear", "Larger or stronger bolts."},
    Phrase{CheckCode::UsBearing, "us_bearing", "Bearing and tear-out", "Thicker plate, or larger distances."},
    Phrase{CheckCode::UsColumnFlange, "us_column_flange", "Column flange yield lines", "Continuity plates, or a heavier column."},
    Phrase{CheckCode::UsWebYielding, "us_web_yielding", "Column web local yielding",
           "Continuity plates or a supplementary web plate."},
    Phrase{CheckCode::UsWebBuckling, "us_web_buckling", "Column web buckling", "Continuity plates or a supplementary web plate."},
    Phrase{CheckCode::UsWebCrippling, "us_web_crippling", "Column web crippling",
           "Continuity plates or a supplementary web plate."},
    Phrase{CheckCode::UsContinuityStrength, "us_continuity_strength", "Continuity plates", "Thicker or wider plates."},
    Phrase{CheckCode::UsContinuityWeldFlange, "us_continuity_weld_flange", "Continuity plate weld, flange", "Larger throat."},
    Phrase{CheckCode::UsContinuityWeldWeb, "us_continuity_weld_web", "Continuity plate weld, web", "Larger throat."},
    Phrase{CheckCode::UsRibWeldEnd, "us_rib_weld_end", "Fillets of the rib at the end plate", "Larger throat, or a butt weld."},
    Phrase{CheckCode::UsRibWeldFlange, "us_rib_weld_flange", "Fillets of the rib along the flange", "Larger throat."},
    Phrase{CheckCode::UsPanel, "us_panel", "Column web panel", "A supplementary web plate, or a heavier column."},
    Phrase{CheckCode::UsColumnsOverBeams, "us_columns_over_beams", "Column-beam moment ratio",
           "A heavier column, or a lighter beam."},
    Phrase{CheckCode::UsFaceMoment, "us_face_moment", "Beam at the column face", "A deeper cut, or one nearer to the column."},
    Phrase{CheckCode::UsFlangeBending, "us_flange_bending", "Column flange, local bending",
           "Continuity plates, or a heavier column."},
    Phrase{CheckCode::UsBeamShear, "us_beam_shear", "Beam in shear", "A beam with more web, or a longer span."},
    Phrase{CheckCode::UsBoltPrying, "us_bolt_prying", "Bolt rupture with prying",
           "Thicker end plate or column flange, larger bolts, or rows closer to the flange."},
    Phrase{CheckCode::UsBoltSlip, "us_bolt_slip", "Slip of the bolts",
           "More or larger bolts, or faces of a better friction class."},
    Phrase{CheckCode::UsWeldTensionFlange, "us_weld_tension_flange", "Fillets of the tension flange",
           "Larger throat, or a butt weld."},
    Phrase{CheckCode::UsWeldCompressionFlange, "us_weld_compression_flange", "Fillets of the compression flange",
           "Larger throat, or a butt weld."},
    Phrase{CheckCode::UsWeldWeb, "us_weld_web", "Fillets of the beam web in shear", "Larger throat, or a butt weld."},
    Phrase{CheckCode::UsWebPlateYield, "us_web_plate_yield", "Web plate, shear yielding", "Thicker or deeper plate."},
    Phrase{CheckCode::UsWebPlateRupture, "us_web_plate_rupture", "Web plate, shear rupture", "Thicker or deeper plate."},
    Phrase{CheckCode::UsWebPlateBlock, "us_web_plate_block", "Web plate, block shear",
           "Thicker plate, or a larger distance to its edge."},
    Phrase{CheckCode::UsWebPlateWeld, "us_web_plate_weld", "Fillets of the web plate", "Larger throat, or a deeper plate."},
    Phrase{CheckCode::UsFlangeHoles, "us_flange_holes", "Column flange less its bolt holes",
           "Smaller bolts in the outer row, or a column with a heavier flange."},
    Phrase{CheckCode::UsBeamAtCut, "us_beam_at_cut", "Beam in its reduced section", "A shallower cut, or a heavier beam."},
    Phrase{CheckCode::UsBeamBending, "us_beam_bending", "Beam in bending at the face", "A heavier beam, or a haunch."},
    Phrase{CheckCode::UsContinuityNeeded, "us_continuity_needed", "Column flange without continuity plates",
           "Continuity plates, or a heavier column."},
    Phrase{CheckCode::UsContinuityThickness, "us_continuity_thickness", "Continuity plate thickness", "Thicker plates."},
    Phrase{CheckCode::UsContinuityWidth, "us_continuity_width", "Continuity plates over the beam flange", "Wider plates."},
    Phrase{CheckCode::UsContinuitySlender, "us_continuity_slender", "Continuity plate outstand", "Thicker or narrower plates."},
    Phrase{CheckCode::UsContinuityEndWeld, "us_continuity_end_weld", "Butt welds of continuity plates",
           "Butt weld the plates onto the column's flanges."},
    Phrase{CheckCode::UsPanelThickness, "us_panel_thickness", "Panel thickness", "A thicker web or supplementary plate."},
    Phrase{CheckCode::UsRibThickness, "us_rib_thickness", "Rib thickness", "Thicker rib, or a stronger steel."},
    Phrase{CheckCode::UsRibSlender, "us_rib_slender", "Rib outstand", "Thicker rib."},
    Phrase{CheckCode::UsRibLength, "us_rib_length", "Rib length at 30 degrees", "Longer rib."},
    Phrase{CheckCode::UsRibEndWeld, "us_rib_end_weld", "Butt weld of a thick rib at the end plate",
           "Butt weld the rib onto the end plate."},
    Phrase{CheckCode::UsFlangeWeld, "us_flange_weld", "Butt welds of the beam flanges", "Choose butt welds for both flanges."},
    Phrase{CheckCode::UsWebWeld, "us_web_weld", "Web weld as strong as the web", "Larger throat, or a butt weld."},
    Phrase{CheckCode::UsBoltsPretensioned, "us_bolts_pretensioned", "Pretensioned high-strength bolts",
           "Choose bolts for preloading and the limit state at which they must not slip."},
    Phrase{CheckCode::UsHoles, "us_holes", "Standard holes", "Choose normal holes."},
    Phrase{CheckCode::UsBeamFlangeThickness, "us_beam_flange_thickness", "Prequalified: beam flange thickness", "Another beam."},
    Phrase{CheckCode::UsBeamFlangeWidth, "us_beam_flange_width", "Prequalified: beam flange width", "Another beam."},
    Phrase{CheckCode::UsBeamDepth, "us_beam_depth", "Prequalified: beam depth", "Another beam, or another pattern of bolts."},
    Phrase{CheckCode::UsPlateThickness, "us_plate_thickness", "Prequalified: end plate thickness", "Another thickness."},
    Phrase{CheckCode::UsPlateWidth, "us_plate_width", "Prequalified: end plate width", "Another width."},
    Phrase{CheckCode::UsGauge, "us_gauge", "Prequalified: gauge", "Another gauge."},
    Phrase{CheckCode::UsPitchInner, "us_pitch_inner", "Prequalified: inner row to the flange", "Move the row."},
    Phrase{CheckCode::UsPitchOuter, "us_pitch_outer", "Prequalified: outer row to the flange", "Move the row."},
    Phrase{CheckCode::UsRowPitch, "us_row_pitch", "Prequalified: rows of a pair", "Move the rows."},
    Phrase{CheckCode::UsSpanToDepth, "us_span_to_depth", "Prequalified: clear span over depth", "A shallower beam."},
    Phrase{CheckCode::UsBeamFlangeSlender, "us_beam_flange_slender", "Beam flange slenderness", "A stockier beam."},
    Phrase{CheckCode::UsBeamWebSlender, "us_beam_web_slender", "Beam web slenderness", "A stockier beam."},
    Phrase{CheckCode::UsColumnFlangeSlender, "us_column_flange_slender", "Column flange slenderness", "A stockier column."},
    Phrase{CheckCode::UsColumnWebSlender, "us_column_web_slender", "Column web slenderness", "A stockier column."},
    Phrase{CheckCode::UsReducedFrom, "us_reduced_from", "Prequalified: column face to the cut", "Move the cut."},
    Phrase{CheckCode::UsReducedLength, "us_reduced_length", "Prequalified: length of the cut", "Another length."},
    Phrase{CheckCode::UsReducedDepth, "us_reduced_depth", "Prequalified: depth of the cut", "Another depth."},
    Phrase{CheckCode::UsReducedWeb, "us_reduced_web", "Prequalified: web of the beam",
           "Bolted webs are for intermediate frames: weld it, or choose medium ductility."},
    Phrase{CheckCode::UsWebPlateSlip, "us_web_plate_slip", "Prequalified: bolts of the web slip-critical",
           "Let the bolts not slip: they are preloaded then."},
    Phrase{CheckCode::UsWebPlateFillet, "us_web_plate_fillet", "Prequalified: fillets of the web plate",
           "Legs of three quarters of the plate's thickness."},
    Phrase{CheckCode::UsBeamWeight, "us_beam_weight", "Prequalified: beam's mass", "A lighter beam."},
    Phrase{CheckCode::UsColumnDepth, "us_column_depth", "Prequalified: column depth", "A shallower column."},
    Phrase{CheckCode::NotDoneHingeSpan, "not_done_hinge_span", "Capacity design",
           "Needs the beam's span, longer than both hinges: without it no shear of the hinges, no state to verify."},
    Phrase{CheckCode::NotDoneHingeKind, "not_done_hinge_kind", "Capacity design",
           "Asked for, but no moment connection of a beam onto a column stands here that it knows."},
    Phrase{CheckCode::NotDoneRotation, "not_done_rotation", "Rotation capacity of the joint",
           "A joint that yields with its beam, or before it, must turn 35 mrad (high ductility) or 25 mrad (medium): shown by "
           "tests, or by a cyclic run of the plates."},
    Phrase{CheckCode::NotDonePanelRotation, "not_done_panel_rotation", "Panel that yields first",
           "Its share of the joint's rotation, at most 30 %, is not verified."},
    Phrase{CheckCode::NotDoneStubLoad, "not_done_stub_load", "Gravity between hinge and face",
           "No gravity load along the beam is given: what it adds between the hinge and the face, and whether it moves a hinge "
           "into the "
           "span, is not counted."},
    Phrase{CheckCode::NotDoneColumnForces, "not_done_column_forces", "Axial forces beside the hinges",
           "No action set is named whose axial forces act with the hinges: they are taken as nil."},
    Phrase{CheckCode::NotDoneStoreyHeight, "not_done_storey_height", "Shear of the columns against the panel's",
           "No storey height is given: the panel is verified without the relief."},
    Phrase{CheckCode::NotDoneBracing, "not_done_bracing", "Lateral bracing of the hinges",
           "Bracing beside the hinges and the protected zone are left to the frame's design."},
    Phrase{CheckCode::NotDoneUsLayout, "not_done_us_layout", "American rules, pattern of bolts",
           "Known are extended end plates square to the column with one row on each side of both flanges, with or without a rib, "
           "and with "
           "two rows on each side and a rib."},
    Phrase{CheckCode::NotDoneUsPrying, "not_done_us_prying", "American rules, prying beyond the moment at the face",
           "The plate is thick enough for the moment at the face, not for all that its bolts carry: beyond it they would see "
           "prying."},
    Phrase{CheckCode::NotDoneUsForm, "not_done_us_form", "Connection by American rules",
           "Known are beams square to a column's flange: end plates with one gauge and, at the tension flange, one or two rows "
           "inside and "
           "none or one outside, or two on each side with a rib; and flanges welded to the column, the web welded or bolted to a "
           "plate. Haunched, ribbed, sloping, spliced "
           "and fin-plate ends are verified by EN 1993 or by plates."},
    Phrase{CheckCode::NotDoneUsPanel, "not_done_us_panel", "American rules, column web panel",
           "Not every beam in the plane of the column is known to these rules: the panel's shear is not summed."},
    Phrase{CheckCode::NotDoneUsOrdinary, "not_done_us_ordinary", "American rules, ordinary action sets",
           "The joint's own sets are verified by EN 1993 alone, as the settings say; American rules answer for the hinges, in "
           "LRFD."},
};

/// A rule that compares a dimension with a limit.
bool isLimit(CheckCode code) { return code >= CheckCode::UsContinuityNeeded && code <= CheckCode::UsColumnDepth; }

const Phrase& phraseOf(CheckCode code) {
    for (const Phrase& p : phrases)
        if (p.code == code) return p;
    return phrases.front();
}

} // namespace

const char* title(CheckCode code) { return phraseOf(code).title; }
const char* idOf(CheckCode code) { return phraseOf(code).id; }
std::string adviceOf(const Check& check) { return phraseOf(check.code).advice; }

std::string remarkOf(const Check& worst, const Check& other, const JointResult& result) {
    const auto in = [&](const Check& c) { return " in " + setName(result, c); };
    for (const Check* c : {&worst, &other})
        if (c->code == CheckCode::HaunchToeTension) return "toe pulls" + in(*c);
    if (worst.code != other.code &&
        (worst.code == CheckCode::HaunchCompression || worst.code == CheckCode::BeamFlangeCompression))
        return (other.code == CheckCode::HaunchCompression ? "haunch" : "beam") + std::string(" flange") + in(other);
    if (worst.firstRow >= 0 && worst.lastRow != other.lastRow) return "row " + std::to_string(other.lastRow + 1) + in(other);
    return {};
}

std::string titleOf(const Check& c, bool isTwoSided) {
    std::string text = title(c.code);
    if (c.firstRow >= 0) {
        text += c.firstRow == c.lastRow ? ", row " + std::to_string(c.firstRow + 1)
                                        : ", rows " + std::to_string(c.firstRow + 1) + " to " + std::to_string(c.lastRow + 1);
    }
    if (c.group == CheckGroup::NotDone) return text;
    if (c.method == CheckMethod::Plates)
        return c.partCount == 0 || c.firstRow >= 0
                   ? text + (isTwoSided && c.firstRow >= 0 ? std::string(", ") + name(c.side) : "")
                   : text + ", " + partName(c.parts[0], isTwoSided);
    if (isTwoSided) text += std::string(", ") + name(c.side);
    if (c.isReversed && c.group != CheckGroup::Detailing) text += ", reversed";
    return text;
}

const char* wordOf(CheckState state) {
    switch (state) {
    case CheckState::Within: return "within";
    case CheckState::Close: return "close";
    case CheckState::Over: return "over";
    case CheckState::NotDone: return "not-done";
    case CheckState::NotApplicable: return "not-applicable";
    }
    return "";
}

std::string numbersOf(const Check& c, UnitSystem units) {
    if (c.group == CheckGroup::NotDone) return {};
    if (c.code == CheckCode::NoRows) return "none given";
    const bool isMost =
        c.code == CheckCode::PlateWidthColumn || c.code == CheckCode::PitchLargest || c.code == CheckCode::StiffenerWidth ||
        c.code == CheckCode::StiffenerClass || c.code == CheckCode::DoublerWidth || c.code == CheckCode::BeamFitsColumn ||
        c.code == CheckCode::HaunchAngleLargest || c.code == CheckCode::HaunchCut || c.code == CheckCode::FilletAngle;
    const std::string demand = shown(c.demand, c.quantity, units);
    const std::string resistance = shown(c.resistance, c.quantity, units);
    switch (c.code) {
    case CheckCode::PlatesReserve: return "limit at " + fixedDecimals(c.resistance, 2) + " times the set";
    case CheckCode::PlatesOverStrength: return "limit at " + fixedDecimals(c.resistance, 2) + " of the plastic hinge";
    case CheckCode::PlateStrain:
        return "strain " + fixedDecimals(100 * c.demand, 2) + " %, limit " + fixedDecimals(100 * c.resistance, 1) + " %";
    case CheckCode::PlatesBolt: return "tension with prying " + demand + ", F_t,Rd " + resistance;
    case CheckCode::PlatesBoltElongation:
    case CheckCode::PlatesWeldDeformation:
        return "plastic " + fixedDecimals(c.demand, 3) + " mm, fracture at " + fixedDecimals(c.resistance, 2) + " mm";
    case CheckCode::PlateBucklingFactor:
        return "factor " + fixedDecimals(c.resistance, 1) + ", at least " + fixedDecimals(c.demand, 0);
    case CheckCode::PlateBucklingReduced: return "ρ " + fixedDecimals(c.resistance, 2) + ", α_ult " + fixedDecimals(c.demand, 2);
    case CheckCode::PlatesStability:
        return "limit at " + fixedDecimals(c.resistance, 2) + " times the set, at least " + fixedDecimals(c.demand, 2);
    case CheckCode::PlatesDrift: return "drift with 0.8 M_p " + resistance + ", needed " + demand;
    case CheckCode::PlatesPlasticRotation: return "kept " + resistance + ", needed " + demand;
    default: break;
    }
    if (c.code == CheckCode::BoltsPreloaded || c.code == CheckCode::UsBoltsPretensioned)
        return c.utilisation > 1 ? "not preloaded" : "preloaded";
    if (c.code == CheckCode::UsFlangeWeld || c.code == CheckCode::UsContinuityEndWeld || c.code == CheckCode::UsRibEndWeld ||
        (c.code == CheckCode::UsWebWeld && c.quantity == Quantity::None))
        return c.utilisation > 1 ? "fillets" : "butt weld";
    if (c.code == CheckCode::UsHoles) return c.utilisation > 1 ? "oversize" : "normal";
    if (c.code == CheckCode::HingeClass || (c.group == CheckGroup::Rule && isLimit(c.code)))
        return demand + (c.isLeast ? ", at least " : ", at most ") + resistance;
    if (c.group == CheckGroup::Detailing) return demand + (isMost ? ", at most " : ", at least ") + resistance;
    const bool isStress = c.quantity == Quantity::Stress;
    if (c.group == CheckGroup::Strength && c.set < 0 && c.demand == 0)
        return std::string("no demand, ") + (isStress ? "limit " : "resistance ") + resistance;
    if (isStress) return "stress " + demand + ", limit " + resistance;
    return "demand " + demand + ", resistance " + resistance;
}

std::string setName(const JointResult& result, const Check& check) {
    return check.set < 0 ? "" : result.actions[static_cast<std::size_t>(check.set)].id;
}

const char* wordOf(StiffnessClass c) {
    switch (c) {
    case StiffnessClass::Rigid: return "rigid";
    case StiffnessClass::SemiRigid: return "semi-rigid";
    case StiffnessClass::Pinned: return "nominally pinned";
    case StiffnessClass::NotGiven: return "not classified";
    }
    return "";
}

const char* wordOf(StrengthClass c) {
    switch (c) {
    case StrengthClass::Full: return "full strength";
    case StrengthClass::Partial: return "partial strength";
    case StrengthClass::Pinned: return "nominally pinned";
    }
    return "";
}

const char* sentenceOf(RotationCapacity c) {
    switch (c) {
    case RotationCapacity::SufficientPlate:
        return "Rotation capacity may be taken as sufficient for plastic analysis: every row is governed by a thin end plate or "
               "column flange (6.4.2(2)).";
    case RotationCapacity::SufficientPanel:
        return "Rotation capacity may be taken as sufficient for plastic analysis: the column web panel in shear governs "
               "(6.4.2(1)).";
    case RotationCapacity::WeldedStiffened:
        return "Rotation capacity at least 0.025 h_c/h_b (6.4.3(1)): the column web is stiffened in compression and not in "
               "tension, "
               "and its panel does not govern.";
    case RotationCapacity::WeldedPlain:
        return "Rotation capacity at least 0.015 rad: a welded joint without stiffeners (6.4.3(2)).";
    case RotationCapacity::NotCovered: return "No rule of 6.4 gives a rotation capacity for this joint: none is claimed.";
    }
    return "";
}

namespace {

/// A kind of component: what it is, its key in result files, its symbol in table 6.11 and its short name beside a spring.
struct ComponentWords {
    Limit kind;
    const char *words, *key, *symbol, *shortName, *inRotation;
};
constexpr ComponentWords componentWords[] = {
    {Limit::None, "none", "none", "", "", ""},
    {Limit::ColumnWebTension, "column web in tension", "column_web_tension", "k_3", "web", "web tension"},
    {Limit::ColumnFlange, "column flange in bending", "column_flange_bending", "k_4", "flange", "column flange"},
    {Limit::EndPlate, "end plate in bending", "end_plate_bending", "k_5", "plate", "end plate"},
    {Limit::BeamWeb, "beam web in tension", "beam_web_tension", "", "beam web", "beam web"},
    {Limit::PanelShear, "column web in shear", "column_web_shear", "k_1", "panel", "column panel"},
    {Limit::ColumnWebCompression, "column web in compression", "column_web_compression", "k_2", "column web", "web compression"},
    {Limit::BeamFlangeCompression, "beam flange in compression", "beam_flange_compression", "", "beam flange", "beam flange"},
    {Limit::FartherRows, "limit set by a farther row", "farther_rows", "", "", ""},
    {Limit::Bolts, "bolts in tension", "bolts_tension", "k_10", "bolts", "bolts"},
    {Limit::OtherPlate, "other end plate in bending", "other_plate_bending", "k_5", "other plate", "other end plate"},
    {Limit::OtherWeb, "other beam's web in tension", "other_web_tension", "", "other web", "other web"},
    {Limit::OtherFlangeCompression, "other beam's flange in compression", "other_flange_compression", "", "other flange",
     "other flange"},
    {Limit::FlangeWidth, "flange on the column flange", "flange_effective_width", "", "flange", "flange"},
};
const ComponentWords& wordsOf(Limit kind) {
    for (const ComponentWords& w : componentWords)
        if (w.kind == kind) return w;
    return componentWords[0];
}

} // namespace

const char* wordOf(Limit limit) { return wordsOf(limit).words; }
const char* keyOf(Limit limit) { return wordsOf(limit).key; }
std::string springName(Limit kind, bool isWide, bool isSymbol) {
    const ComponentWords& w = wordsOf(kind);
    if (!isSymbol) return w.inRotation;
    if (!*w.symbol) return w.shortName;
    return isWide ? std::string(w.symbol) + " " + w.shortName : w.symbol;
}

std::string limitOf(const ConnectionResult& c) {
    if (c.limit != Limit::None) return wordOf(c.limit);
    // The farthest row that carries: the first of those that are used as far as the joint.
    const auto best = std::find_if(c.rows.begin(), c.rows.end(), [](const RowResult& r) { return r.F_tr_Rd > 0; });
    if (best == c.rows.end() || best->limit == Limit::None) return "rows";
    if (best->groupFirst == best->place) return std::string(wordOf(best->limit)) + ", row " + std::to_string(best->place + 1);
    return std::string(wordOf(best->limit)) + ", rows " + std::to_string(std::min(best->groupFirst, best->place) + 1) + " to " +
           std::to_string(std::max(best->groupFirst, best->place) + 1);
}

const char* wordOf(TStubMode mode) {
    switch (mode) {
    case TStubMode::FlangeYields: return "mode 1";
    case TStubMode::BoltsWithFlange: return "mode 2";
    case TStubMode::BoltsAlone: return "mode 3";
    case TStubMode::NoPrying: return "modes 1 and 2 without prying";
    }
    return "";
}

std::string membersText(const Joint& joint) {
    std::vector<const Member*> framing;
    for (const Member& m : joint.members)
        if (std::holds_alternative<Framing>(m.placement)) framing.push_back(&m);
    const auto place = [](const Member* m) {
        constexpr int order[] = {1, 0, 2, 3}; // right, left, front, back
        return order[static_cast<int>(std::get<Framing>(m->placement).direction)];
    };
    std::stable_sort(framing.begin(), framing.end(), [&](const Member* a, const Member* b) { return place(a) < place(b); });
    std::string text;
    for (const Member* m : framing) text += (text.empty() ? "" : " | ") + m->section;
    if (const Member* column = throughMember(joint)) text += (text.empty() ? "" : ", ") + column->section;
    return text;
}

std::string partSummary(const JointResult& result, const PartRef& part, bool isTwoSided, UnitSystem units) {
    constexpr int most = 5;
    std::string text = partName(part, isTwoSided);
    int lines = 0;
    for (const Check& c : ledger(result)) {
        const bool concerns = std::find(c.parts, c.parts + c.partCount, part) != c.parts + c.partCount;
        if (!concerns || c.group == CheckGroup::NotDone || lines++ >= most) continue;
        text += "\n" + fixedDecimals(c.utilisation, 2) + "  " + titleOf(c, isTwoSided) + ": " + numbersOf(c, units) + "  [" +
                c.clause + "]";
    }
    return text;
}

std::vector<std::string> assumptionsOf(const ResolvedJoint& joint, const JointResult& result) {
    std::vector<std::string> list;
    const Settings& s = joint.settings;
    list.push_back("Partial factors γM0 " + significant(s.gamma_M0, 4) + ", γM1 " + significant(s.gamma_M1, 4) + ", γM2 " +
                   significant(s.gamma_M2, 4) + "; strengths from " +
                   (s.strengths == StrengthSource::EurocodeTable ? "EN 1993-1-1:2005 table 3.1." : "the product standards."));
    list.push_back(
        joint.reference == ActionReference::ColumnFace
            ? "Beam forces are taken as given at the face of the column."
            : "Beam forces are given at the node and carried to the face of the column: M less V times half the column depth.");
    const auto isSlipResistant = [](const ResolvedSide& side) { return slipLimitOf(side).has_value(); };
    if (std::any_of(joint.sides.begin(), joint.sides.end(), isSlipResistant))
        list.push_back("Where bolts must not slip they are preloaded to 0.7 f_ub A_s in each shank and their faces kept in the "
                       "friction class named; the axial force alone takes from their clamping (3.9.2(2)). Strength is that of "
                       "bearing-type bolts.");
    if (std::any_of(joint.sides.begin(), joint.sides.end(), [](const ResolvedSide& side) { return side.bolt.set == "US"; }))
        list.push_back(
            "Inch bolts follow the formulas of EN 1993-1-8 with the f_ub of their group; table 3.4 does not know them: "
            "α_v is taken as 0.5 in the thread, 0.6 in the shank.");
    list.push_back("Bolts are bearing type in clearance holes; " +
                   std::string(s.shearRule == ShearRule::Simple ? "rows needed in tension keep 0.4/1.4 of their shear resistance."
                                                                : "tension and shear interact by table 3.4, prying included."));
    list.push_back("Prying force is taken to develop" + std::string(s.checkPryingLength
                                                                        ? " where the bolt is not longer than L_b* of table 6.2."
                                                                        : " (the check of L_b* is not asked for)."));
    list.push_back(
        "The panel's shear is β times the mean of tension and compression; column shear forces, which relieve it, are left out.");
    bool hasStress = true;
    for (const ActionSet& set : result.actions)
        hasStress = hasStress && (findForces(set, ends::above) || findForces(set, ends::below));
    if (!hasStress)
        list.push_back("Some sets give no column forces: the column's longitudinal stress is then taken as not above 0.7 f_y "
                       "(k_wc = 1), and the balance at the node is not verified.");
    list.push_back(
        "Welds of flanges and web are verified for what the rows can give (6.2.3(4)), not for the forces of the set alone.");
    const bool hasSpan =
        std::all_of(joint.sides.begin(), joint.sides.end(), [](const ResolvedSide& side) { return side.spec.span.has_value(); });
    if (hasSpan)
        list.push_back(std::string("Class by stiffness for a frame that is ") +
                       (joint.frame == FrameKind::Braced ? "braced (8 E I_b / L_b)." : "not braced (25 E I_b / L_b)."));
    if (hasSpan && !joint.columnSpec.storeyHeight)
        list.push_back("No storey height is given: K_b / K_c ≥ 0.1 of 5.2.2.5 is assumed.");
    const auto slope = [&](const ResolvedSide& side) {
        if (std::abs(side.sinSlope) > 1e-6)
            list.push_back(
                std::string("The ") + name(side.id) +
                " beam slopes: forces are projected on the end plate, flange thickness and depth are measured along it.");
    };
    for (const ResolvedSide& side : joint.sides) slope(side);
    if (joint.doubler)
        list.push_back("The supplementary web plate counts once in the shear area; resistance, its reduction for shear and k_1 "
                       "to k_3 take the "
                       "same thickness.");
    return list;
}

std::string derivedSentence(const ResolvedJoint& joint, const JointResult& result, int set, UnitSystem units) {
    std::string text;
    for (const ConnectionResult& c : result.connections) {
        const ResolvedSide* s = joint.side(c.side);
        if (c.set != set || set < 0 || !s || c.isForShear || (!s->isHaunched() && s->spec.slope == 0)) continue;
        const std::string which = joint.isTwoSided() && joint.hasColumn ? std::string(", ") + name(c.side) : "";
        const char* where = s->kind == ConnectionKind::EndPlate ? "At the plate in " : "At the face in ";
        text += (text.empty() ? where + result.actions[static_cast<std::size_t>(set)].id + which
                              : ".\nOn the " + std::string(name(c.side))) +
                ": N_j " + shown(c.forces.N, Quantity::Force, units) + ", V_j " + shown(c.forces.V, Quantity::Force, units);
        const double turned = (c.isAxialCounted ? c.forces.N : 0) * c.z_a;
        if (std::abs(turned) > 5e4)
            text += "; N_j on its lever of " + shown(c.z_a, Quantity::Length, units) + (turned < 0 ? " takes " : " adds ") +
                    shown(std::abs(turned), Quantity::Moment, units) + (turned < 0 ? " off the rows" : " to the rows");
    }
    return text.empty() ? text : text + ".";
}

std::string balanceSentence(const Imbalance& i, UnitSystem units) {
    if (!i.isKnown || i.isBalanced) return {};
    return "out of balance by " + shown(i.horizontal, Quantity::Force, units) + " across, " +
           shown(i.vertical, Quantity::Force, units) + " along the column, " + shown(i.moment, Quantity::Moment, units);
}

std::string firstLayoutText(const Joint& joint) {
    return "first layout of " + membersText(joint) + ", " + joint.members.back().steel;
}

} // namespace zg
