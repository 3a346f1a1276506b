#include "report/anchors.h"
#include "report/document.h"
#include <vector>

namespace zg {
namespace {

/// Names of the headings that may hold it, the likeliest first.
std::vector<std::string> headingsOf(const Check& c) {
    switch (c.code) {
    case CheckCode::ColumnWebShear: return {"panel"};
    case CheckCode::DuctileFirst: return {"ladder"};
    case CheckCode::HingeShear:
    case CheckCode::HingeAxial: return {"hinge forces"};
    case CheckCode::ColumnsOverBeams:
    case CheckCode::ColumnsOverBeamsAxis: return {"columns"};
    case CheckCode::UsBoltTension: return {"us bolts"};
    case CheckCode::UsPlateBending: return {"us plate"};
    case CheckCode::UsPlateShearYield:
    case CheckCode::UsPlateShearRupture: return {"us plate shear"};
    case CheckCode::UsRibThickness:
    case CheckCode::UsRibSlender:
    case CheckCode::UsRibEndWeld:
    case CheckCode::UsRibWeldEnd:
    case CheckCode::UsRibWeldFlange:
    case CheckCode::UsRibLength: return {"us rib"};
    case CheckCode::UsBoltShear: return {"us shear", "us web bolts"};
    case CheckCode::UsBearing: return {"us shear", "us web bearing"};
    case CheckCode::UsBeamShear: return {"us beam shear"};
    case CheckCode::UsBoltPrying: return {"us prying"};
    case CheckCode::UsBoltSlip: return {"us slip", "us web bolts"};
    case CheckCode::UsWeldTensionFlange: return {"us flange weld"};
    case CheckCode::UsWeldCompressionFlange: return {"us flange weld compression"};
    case CheckCode::UsWebPlateYield:
    case CheckCode::UsWebPlateRupture:
    case CheckCode::UsWebPlateBlock: return {"us web plate"};
    case CheckCode::UsWebPlateFillet:
    case CheckCode::UsWebPlateWeld: return {"us web plate weld"};
    case CheckCode::UsBeamAtCut: return {"us beam at cut"};
    case CheckCode::UsBeamBending: return {"us beam"};
    case CheckCode::UsWeldWeb:
    case CheckCode::UsFlangeWeld:
    case CheckCode::UsWebWeld: return {"us web weld", "us face"};
    case CheckCode::UsColumnFlange:
    case CheckCode::UsWebYielding:
    case CheckCode::UsWebBuckling:
    case CheckCode::UsFlangeBending:
    case CheckCode::UsWebCrippling: return {"us column"};
    case CheckCode::UsContinuityStrength:
    case CheckCode::UsContinuityWeldFlange:
    case CheckCode::UsContinuityWeldWeb: {
        const bool isTop = c.partCount > 0 && c.parts[0].kind == PartKind::StiffenerTop;
        return {isTop != c.isReversed ? "us continuity tension" : "us continuity compression"};
    }
    case CheckCode::UsPanel: return {"us panel"};
    case CheckCode::UsColumnsOverBeams: return {"us columns"};
    case CheckCode::DiagonalStrut: return {"diagonal"};
    case CheckCode::ColumnWebCompression: return {"compression"};
    case CheckCode::ColumnWebCompressionStiffener: return {"compression stiffener"};
    case CheckCode::CompressionStiffenerWeld: return {"stiffener welds"};
    case CheckCode::HaunchCompression:
    case CheckCode::BeamFlangeCompression: return {"beam compression"};
    case CheckCode::HaunchEndShear: return {"haunch webs"};
    case CheckCode::MemberAtEnd: return {"haunched section"};
    case CheckCode::HaunchWebShear: return {"haunch web"};
    case CheckCode::HaunchWeld: return {"haunch weld"};
    case CheckCode::HaunchToeCompression:
    case CheckCode::HaunchToeTension:
    case CheckCode::HaunchToeStiffenerWeld: return {"haunch toe"};
    case CheckCode::HaunchToeWeld: return {"haunch toe weld"};
    case CheckCode::MemberAtToe: return {"beam at toe"};
    case CheckCode::JointMoment: return {"moment"};
    case CheckCode::BoltTension:
    case CheckCode::BoltPunching: return {"bolts"};
    case CheckCode::TensionStiffener:
    case CheckCode::TensionStiffenerWeld: return {"tension stiffener"};
    case CheckCode::RibShear:
    case CheckCode::RibAtFace:
    case CheckCode::RibWeld: return {"rib"};
    case CheckCode::RibOnWeb: return {"rib on web"};
    case CheckCode::RibbedWebShear: return {"ribbed web"};
    case CheckCode::ColumnFlangeHoles:
    case CheckCode::UsFlangeHoles: return {"flange holes"};
    case CheckCode::MemberAtCut: return {"beam at cut"};
    case CheckCode::WeldTensionFlange:
    case CheckCode::WeldCompressionFlange:
    case CheckCode::WeldInnerFlange:
    case CheckCode::WeldHaunchWeb:
    case CheckCode::WeldWeb: return {"welds"};
    case CheckCode::DoublerWeld: return {"doubler weld"};
    case CheckCode::BoltShearGroup: return {"shear", "fin bolts resistance"};
    case CheckCode::FlangeBreadth:
    case CheckCode::FlangeBreadthLeast: return {"flange breadth"};
    case CheckCode::FinBearingPlate:
    case CheckCode::FinBearingWeb: return {"fin bearing"};
    case CheckCode::FinPlateGross:
    case CheckCode::FinPlateNet:
    case CheckCode::FinPlateBlock:
    case CheckCode::FinPlateBending:
    case CheckCode::FinPlateAxial: return {"fin plate"};
    case CheckCode::FinWebGross:
    case CheckCode::FinWebNet:
    case CheckCode::FinWebAxial: return {"fin web"};
    case CheckCode::FinWeld:
    case CheckCode::FinWeldFull: return {"fin weld"};
    case CheckCode::FinSupportShear:
    case CheckCode::FinPunching: return {"fin support"};
    case CheckCode::ColumnWebTension: return {c.firstRow < 0 ? "tension" : "rows"}; // the first of a welded end
    case CheckCode::ColumnFlangeBending:
    case CheckCode::EndPlateBending:
    case CheckCode::BeamWebTension: return {"rows"};
    case CheckCode::UsFaceMoment: return {"us face"};
    case CheckCode::BoltSlip: return {"slip"};
    default: return {c.group == CheckGroup::NotDone ? "not-done" : "checks"};
    }
}

/// How well a section of the workings (`right-set-2`, `left-us-reversed`, `panel-us-set-0`) suits a check.
int suits(const std::string& section, const Check& c) {
    const auto has = [&](const std::string& text) { return section.find(text) != std::string::npos; };
    const auto endsWith = [&](const std::string& text) {
        return section.size() >= text.size() && section.compare(section.size() - text.size(), text.size(), text) == 0;
    };
    int score = 0;
    if (section.rfind(name(c.side) + "-", 0) == 0) score += 8;
    if (c.set >= 0 && endsWith("-set-" + std::to_string(c.set))) score += 4;
    if (has("-reversed") || has("-top")) score += has("-reversed") == c.isReversed ? 2 : -2;
    return score;
}

} // namespace

std::string anchorIn(const Document& document, const Check& check) {
    for (const std::string& name : headingsOf(check)) {
        const HeadingBlock* best = nullptr;
        int most = 0;
        for (const Block& b : document.blocks) {
            const HeadingBlock* h = std::get_if<HeadingBlock>(&b);
            if (!h) continue;
            const std::size_t slash = h->anchor.find('/');
            const std::string section = h->anchor.substr(0, slash),
                              own = slash == std::string::npos ? section
                                                               : h->anchor.substr(slash + 1, h->anchor.find('~') - slash - 1);
            // A section by itself names its subject between its beam and its set: right-slip-0.
            if (own != name && (slash != std::string::npos || own.find("-" + name + "-") == std::string::npos)) continue;
            const int score = suits(section, check);
            // Two of a name in one section: the other half of a splice stands last.
            const bool isOfPartner = best && score == most && section.rfind(zg::name(check.side) + "-", 0) != 0;
            if (!best || score > most || isOfPartner) best = h, most = score;
        }
        if (best) return best->anchor;
    }
    return "checks";
}

} // namespace zg
