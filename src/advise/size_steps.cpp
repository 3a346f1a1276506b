#include "advise/size_steps.h"
#include "base/text.h"
#include "catalogue/bolts.h"
#include "catalogue/stock.h"
#include "joint/parameters.h"
#include "words/phrases.h"
#include <algorithm>
#include <cmath>
#include <optional>
#include <set>

namespace zg {
namespace {

std::optional<std::string> nextBolt(const std::string& now, bool isUp) {
    const BoltSize* bolt = findBoltSize(now);
    const BoltSize* best = nullptr;
    for (const BoltSize& b : boltSizes()) {
        if (!bolt || b.set != bolt->set || !b.isUsual || !(isUp ? b.d > bolt->d : b.d < bolt->d)) continue;
        if (!best || std::abs(b.d - bolt->d) < std::abs(best->d - bolt->d)) best = &b;
    }
    return best ? std::optional<std::string>(best->designation) : std::nullopt;
}

} // namespace

std::optional<double> nextSize(const std::vector<StockSize>& sizes, double now, bool isUp) {
    std::optional<double> best;
    for (const StockSize& s : sizes) {
        const bool isBeyond = isUp ? s.size > now + 0.05 : s.size < now - 0.05;
        if (s.isUsual && isBeyond && (!best || std::abs(s.size - now) < std::abs(*best - now))) best = s.size;
    }
    return best;
}

std::vector<SizeStep> sizeSteps(const Joint& joint, bool isUp) {
    std::vector<SizeStep> steps;
    std::set<std::string> met;
    const bool isTwoSided = zg::isTwoSided(joint);
    for (const PartRef& part : partsOf(joint))
        for (const Parameter& p : parametersOf(joint, part)) {
            const bool isThickness = p.kind == Parameter::Kind::Number && p.key.find("thickness") != std::string::npos;
            const bool isThroat = p.kind == Parameter::Kind::Number && p.key == "throat",
                       isBolt = p.kind == Parameter::Kind::BoltSize;
            if (!(isThickness || isThroat || isBolt) || !met.insert(p.path.str()).second) continue;
            SizeStep step{part, partName(part, isTwoSided), joint};
            if (isBolt) {
                const auto size = nextBolt(p.text, isUp);
                if (!size || !setField(step.joint, p.path, *size)) continue;
                step.text = "bolts " + *size + (isTwoSided ? std::string(", ") + name(part.side) : "");
            } else {
                const auto size = nextSize(isThickness ? stockPlates(false) : stockFillets(false), p.number, isUp);
                if (!size || *size < p.min || *size > p.max || !setField(step.joint, p.path, *size)) continue;
                if (isThickness && p.key != "thickness") { // "flange_thickness" of a haunch made of plates
                    std::string words = p.key;
                    std::replace(words.begin(), words.end(), '_', ' ');
                    step.text += ", " + words;
                }
                step.text += isThickness ? " " + significant(*size, 4) + " mm" : " a " + significant(*size, 3);
            }
            steps.push_back(std::move(step));
        }
    return steps;
}

} // namespace zg
