#include "words/ladder_words.h"
#include "base/text.h"
#include "words/phrases.h"
#include <algorithm>

namespace zg {
namespace {

std::string inSentence(std::string text) {
    if (text.size() > 1 && text[0] >= 'A' && text[0] <= 'Z' && !(text[1] >= 'A' && text[1] <= 'Z'))
        text[0] = static_cast<char>(text[0] - 'A' + 'a');
    return text;
}
/// Short enough to stand beside a rung; other links are called by their titles.
struct ShortName {
    CheckCode code;
    const char* text;
};
constexpr ShortName shortNames[] = {
    {CheckCode::ColumnWebCompression, "column web crushing"},
    {CheckCode::ColumnWebCompressionStiffener, "stiffened web"},
    {CheckCode::ColumnWebTension, "column web tension"},
    {CheckCode::ColumnFlangeBending, "column flange"},
    {CheckCode::EndPlateBending, "end plate"},
    {CheckCode::BeamWebTension, "beam web tension"},
    {CheckCode::BoltTension, "bolts in tension"},
    {CheckCode::BoltPunching, "punching"},
    {CheckCode::BoltShearGroup, "bolts in shear"},
    {CheckCode::WeldTensionFlange, "tension flange weld"},
    {CheckCode::WeldCompressionFlange, "other flange weld"},
    {CheckCode::WeldInnerFlange, "inner flange weld"},
    {CheckCode::WeldWeb, "web weld"},
    {CheckCode::WeldHaunchWeb, "haunch web weld"},
    {CheckCode::TensionStiffener, "tension stiffener"},
    {CheckCode::TensionStiffenerWeld, "tension stiffener weld"},
    {CheckCode::CompressionStiffenerWeld, "stiffener weld"},
    {CheckCode::DiagonalStrut, "diagonal"},
    {CheckCode::DoublerWeld, "web plate weld"},
    {CheckCode::FlangeBreadth, "flange breadth"},
    {CheckCode::HaunchCompression, "haunch flange"},
    {CheckCode::HaunchToeCompression, "web at the toe"},
    {CheckCode::HaunchToeTension, "web at the toe, pull"},
    {CheckCode::HaunchToeStiffenerWeld, "toe stiffener weld"},
    {CheckCode::HaunchToeWeld, "toe weld"},
    {CheckCode::HaunchWeld, "haunch weld"},
    {CheckCode::RibAtFace, "rib at the face"},
    {CheckCode::RibOnWeb, "web under the rib"},
    {CheckCode::RibbedWebShear, "beam web shear"},
    {CheckCode::FinBearingPlate, "plate bearing"},
    {CheckCode::FinBearingWeb, "web bearing"},
    {CheckCode::FinPlateGross, "web plate shear"},
    {CheckCode::FinPlateNet, "web plate net shear"},
    {CheckCode::FinPlateBlock, "web plate block"},
    {CheckCode::FinPlateBending, "web plate bending"},
    {CheckCode::FinWebGross, "beam web shear"},
    {CheckCode::FinWebNet, "beam web net shear"},
    {CheckCode::FinWeld, "web plate weld"},
    {CheckCode::FinSupportShear, "column flange shear"},
    {CheckCode::UsBoltTension, "bolts in tension"},
    {CheckCode::UsPlateBending, "end plate"},
    {CheckCode::UsPlateShearYield, "plate shear yield"},
    {CheckCode::UsPlateShearRupture, "plate shear rupture"},
    {CheckCode::UsBoltShear, "bolts in shear"},
    {CheckCode::UsColumnFlange, "column flange"},
    {CheckCode::UsWebYielding, "web yielding"},
    {CheckCode::UsWebBuckling, "web buckling"},
    {CheckCode::UsWebCrippling, "web crippling"},
    {CheckCode::UsWebPlateYield, "web plate yield"},
    {CheckCode::UsWebPlateRupture, "web plate rupture"},
    {CheckCode::UsWebPlateBlock, "web plate block"},
    {CheckCode::UsWebPlateWeld, "web plate weld"},
};

} // namespace

std::string restraintWords(const Ladder& l, UnitSystem units) {
    if (!(l.restraint > 0)) return {};
    const std::string what = l.restraint >= fullRestraint     ? "fully restrained (FR)"
                             : l.restraint > partialRestraint ? "partially restrained (PR)"
                                                              : "simple";
    return "K_s L/EI is " + significant(l.restraint, 3) + " at a service moment of " +
           shown(l.serviceMoment, Quantity::Moment, units) + ": " + what + ", limits 20 and 2.";
}

const char* wordOf(LadderRules rules) { return rules == LadderRules::European ? "European" : "American"; }
const char* keyOf(LadderRules rules) { return rules == LadderRules::European ? "european" : "american"; }
const char* wordOf(PanelStrength panel) {
    return panel == PanelStrength::Strong ? "strong" : panel == PanelStrength::Balanced ? "balanced" : "weak";
}

std::string nameOf(const Rung& r, const Ladder& l) {
    if (r.isHinge) return "beam hinge";
    if (r.code == CheckCode::ColumnWebShear || r.code == CheckCode::UsPanel) return std::string("panel, ") + wordOf(l.panel);
    if (r.code == CheckCode::ColumnsOverBeamsAxis) return "column hinges";
    // A T-stub that lets go does so by its bolts.
    const bool isByBolts = !r.isDuctile && (r.code == CheckCode::EndPlateBending || r.code == CheckCode::ColumnFlangeBending);
    for (const ShortName& s : shortNames)
        if (s.code == r.code) return std::string(s.text) + (isByBolts ? ", bolts" : "");
    return inSentence(title(r.code));
}

std::string senseOf(const Ladder& l, bool isTwoSided) {
    return (isTwoSided ? name(l.side) + " beam, " : std::string()) + "tension at the " + (l.isReversed ? "bottom" : "top");
}

std::string mechanismOf(const Ladder& l) {
    const Rung *first = l.first(), *brittle = l.firstOf(false);
    if (!first) return {};
    if (!first->isDuctile) return nameOf(*first, l) + ", before anything yields";
    const bool isPanel = !first->isHinge && (first->code == CheckCode::ColumnWebShear || first->code == CheckCode::UsPanel);
    return (isPanel ? "panel" : nameOf(*first, l)) + std::string(" first") + (brittle ? ", then " + nameOf(*brittle, l) : "");
}

std::string shortSentenceOf(const Ladder& l, UnitSystem units) {
    const Rung *first = l.first(), *least = l.weakest();
    if (!first) return {};
    if (!first->isDuctile)
        return "Nothing yields before " + nameOf(*first, l) + " at " + shown(first->design, Quantity::Moment, units) + ".";
    if (!least) return capitalised(mechanismOf(l)) + ".";
    if (l.holds()) return capitalised(mechanismOf(l)) + " at " + fixedDecimals(least->margin, 2) + " of what is asked.";
    return "Of what lets go, " + nameOf(*least, l) + " has " + shownNumber(least->design, Quantity::Moment, units) + " of " +
           shown(l.asked, Quantity::Moment, units) + " asked.";
}

std::string sentenceOf(const Ladder& l, UnitSystem units) {
    const auto moment = [&](double M) { return shown(M, Quantity::Moment, units); };
    const Rung *first = l.first(), *least = l.weakest();
    if (!first) return {};
    if (!first->isDuctile)
        return capitalised(nameOf(*first, l)) + " is expected to let go at " + moment(first->expected) +
               ", before anything yields.";
    if (!least) return capitalised(mechanismOf(l)) + "; nothing that lets go is in the chain.";
    if (least->margin < 1 - 1e-9)
        return "Of what lets go, " + nameOf(*least, l) + " comes first: " + moment(least->design) + " where " + moment(l.asked) +
               " is asked, use " + fixedDecimals(1 / least->margin, 2) + ".";
    return capitalised(mechanismOf(l)) + ": of what lets go, " + nameOf(*least, l) + " has least, " +
           fixedDecimals(least->margin, 2) + " of the " + moment(l.asked) + " asked.";
}

} // namespace zg
