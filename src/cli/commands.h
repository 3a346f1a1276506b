#pragma once
#include "job_input.h"
#include <string>

/// The commands of zg. Each returns the exit code: 0 all within, 2 something over, 1 could not be done.
namespace zg::cli {

struct CheckCommand : JobSource {
    std::string json, actions, depth = "parts";
};
struct ReportCommand : JobSource {
    std::string out, depth, letterhead, logo;
    bool isWithoutLists = false;
};
struct SheetCommand : JobSource {
    std::string out = "-", what = "sheet";
    bool isDark = false;
};
struct NewCommand {
    std::string out, recipe = "end-plate", column, beam, left, front, steel = "S355", reach = "extended-top", mark, title,
                     actions;
    double span = 0;
    std::optional<double> slope, leftSlope, haunchDepth, haunchLength; ///< degrees, mm
};
struct AdviseCommand : JobSource {
    std::string part;
};

struct ListCommand : JobSource {
    std::string out = "-", table = "joints";
};

struct DxfCommand : JobSource {
    std::string out;
};

struct LayoutCommand : JobSource {
    std::string out, depth = "quick", target = "strength", objective = "cost", actions;
};

inline constexpr const char* basisKeys[] = {"6.10", "6.10ab", "asce7", "asce7-asd"}; ///< in the order of CombinationBasis
struct CombineCommand : JobSource {
    std::string cases, basis, out;
};
struct ReduceCommand : JobSource {
    std::string out;
    bool forPlates = false;
};

struct DrawingsCommand : JobSource {
    std::string out, paper = "A3", letterhead;
};
struct EditCommand {
    std::string file, group, set, where, detail, keep, balance, out;
    std::vector<std::string> joints; ///< marks; all when empty
    bool isStrict = false, isListing = false, isShared = false;
};

struct CompareCommand {
    std::string before, after;
    bool isStrict = false;
};

struct SectionCommand {
    std::string name, series;
};

struct PlatesCommand : JobSource {
    std::string side = "right", tension = "top", curve, vtu, json, gltf, png, set, only, field = "stress", view = "oblique";
    int mode = 0;
    bool isKept = false;
    double size = 1;
    std::string under, stiffness;
    std::string cyclic, loop;
    bool isImperfect = false, hasOtherAxes = false, isPreloaded = false, hasHoles = false, endsAtFirstBolt = false;
    bool isConverging = false;
};

int check(const CheckCommand& c);
int report(const ReportCommand& c);
int sheet(const SheetCommand& c);
int create(const NewCommand& c);
int stock(const AdviseCommand& c);
int relieve(const AdviseCommand& c);
int list(const ListCommand& c);
int dxf(const DxfCommand& c);
int layout(const LayoutCommand& c);
int drawings(const DrawingsCommand& c);
int edit(const EditCommand& c);
int combine(const CombineCommand& c);
int reduce(const ReduceCommand& c);
int ladder(const JobSource& c);
int compare(const CompareCommand& c);
int section(const SectionCommand& c);
int plates(const PlatesCommand& c);
int tidy(const JobSource& source, const std::string& out);
int schema(bool ofResult);

} // namespace zg::cli
