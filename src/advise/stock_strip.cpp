#include "advise/stock_strip.h"
#include "base/text.h"
#include "catalogue/bolts.h"
#include "catalogue/stock.h"
#include "component/verify.h"
#include "joint/job.h"
#include "words/phrases.h"
#include <algorithm>
#include <cmath>

namespace zg {
namespace {

const Parameter* find(const std::vector<Parameter>& list, const char* key) {
    const auto at = std::find_if(list.begin(), list.end(), [&](const Parameter& p) { return p.key == key; });
    return at == list.end() ? nullptr : &*at;
}

/// Seven sizes around the present one, which is always among them.
std::vector<StockSize> around(std::vector<StockSize> sizes, double current) {
    std::vector<StockSize> usual;
    for (const StockSize& s : sizes)
        if (s.isUsual || std::abs(s.size - current) < 1e-6) usual.push_back(s);
    if (std::none_of(usual.begin(), usual.end(), [&](const StockSize& s) { return std::abs(s.size - current) < 1e-6; }))
        usual.push_back({"", current, true});
    std::sort(usual.begin(), usual.end(), [](const StockSize& a, const StockSize& b) { return a.size < b.size; });
    const auto at =
        std::find_if(usual.begin(), usual.end(), [&](const StockSize& s) { return std::abs(s.size - current) < 1e-6; });
    const auto index = at - usual.begin();
    const auto first =
        std::max<std::ptrdiff_t>(0, std::min<std::ptrdiff_t>(index - 3, static_cast<std::ptrdiff_t>(usual.size()) - 7));
    const auto last = std::min<std::ptrdiff_t>(static_cast<std::ptrdiff_t>(usual.size()), first + 7);
    return {usual.begin() + first, usual.begin() + last};
}

void compute(const Job& job, const Joint& joint, StockStrip& strip) {
    for (StockOption& option : strip.options) {
        Joint changed = joint;
        if (!setField(changed, strip.path, option.value)) continue;
        const auto result = verify(job, changed);
        if (!result || result->governing < 0) continue;
        option.utilisation = result->utilisation;
        option.state = result->state;
        option.governing = limitingCheck(*result)->code;
    }
}

/// Says from where on the size makes no difference, and what decides then.
std::string remark(const StockStrip& strip) {
    const auto& o = strip.options;
    if (o.size() < 2 || !o.back().utilisation) return {};
    std::size_t first = o.size() - 1;
    while (first > 0 && o[first - 1].utilisation && std::abs(*o[first - 1].utilisation - *o.back().utilisation) < 0.005) --first;
    if (first + 1 >= o.size()) return {};
    return "from " + o[first].label + " on: " + lowered(std::string(1, title(o.back().governing)[0])) +
           (title(o.back().governing) + 1);
}

void plates(StockStrip& strip, const Parameter& thickness, bool isUs) {
    for (const StockSize& s : around(stockPlates(isUs), thickness.number)) {
        StockOption option;
        option.label = isUs && !s.designation.empty() ? s.designation.substr(3) : significant(s.size, 4);
        option.value = s.size;
        option.isCurrent = std::abs(s.size - thickness.number) < 1e-6;
        strip.options.push_back(std::move(option));
    }
}

void bolts(StockStrip& strip, const Parameter& size) {
    const BoltSize* now = findBoltSize(size.text);
    for (const BoltSize& b : boltSizes()) {
        if (!now || b.set != now->set) continue;
        // Sizes hardly anyone stocks stay out unless they are the one in use.
        if (!b.isUsual && b.designation != size.text) continue;
        StockOption option;
        option.label = b.designation;
        option.value = b.designation;
        option.isCurrent = b.designation == size.text;
        strip.options.push_back(std::move(option));
    }
}

} // namespace

std::optional<StockStrip> stockStrip(const Job& job, const Joint& joint, const PartRef& part) {
    const auto parameters = parametersOf(joint, part);
    const bool isUs = job.settings.units == UnitSystem::US;
    StockStrip strip;
    strip.part = part;
    if (const Parameter* size = find(parameters, "size")) {
        strip.path = size->path;
        strip.key = size->key;
        strip.title = "bolt size";
        bolts(strip, *size);
    } else if (const Parameter* thickness = find(parameters, "thickness")) {
        strip.path = thickness->path;
        strip.key = thickness->key;
        strip.title = "thickness";
        plates(strip, *thickness, isUs);
    } else if (const Parameter* throat = find(parameters, "throat")) {
        strip.path = throat->path;
        strip.key = throat->key;
        strip.title = "throat";
        for (const StockSize& s : around(stockFillets(isUs), throat->number)) {
            strip.options.push_back({significant(s.size, 3), s.size, std::abs(s.size - throat->number) < 1e-6, std::nullopt,
                                     CheckState::NotDone, CheckCode::JointMoment});
        }
    } else {
        return std::nullopt;
    }
    compute(job, joint, strip);
    strip.remark = remark(strip);
    return strip;
}

} // namespace zg
