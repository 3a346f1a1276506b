#pragma once
#include "base/diagnostic.h"
#include "lists/bolts.h"
#include "lists/cost.h"
#include "lists/pieces.h"
#include "lists/welds.h"
#include <string>
#include <tl/expected.hpp>
#include <vector>

namespace zg {

struct Job;
struct Joint;
struct ResolvedJoint;

/// Pieces that are cut alike.
struct PieceRow {
    std::string mark; ///< "P3", one shape throughout the lists it stands in
    Piece piece;
    int count = 0;
    Cost cost; ///< of all of them
};
struct BoltLine {
    BoltOrder order;
    int count = 0;
    Cost cost;
};
struct WeldRow {
    WeldLine line;
    Cost cost;
};

struct ListTotals {
    int pieces = 0, bolts = 0, holes = 0;
    double pieceMass = 0, boltMass = 0, surface = 0, fillet = 0, weldVolume = 0; ///< kg, mm², mm of fillets, mm³
    Cost cost;
    ListTotals& operator+=(const ListTotals& other);
};

/// What one joint adds to its members.
struct JointLists {
    std::string id, mark, title;
    bool isTwoSided = false;
    std::vector<PieceRow> pieces;
    std::vector<BoltLine> bolts;
    std::vector<WeldRow> welds;
    ListTotals totals;
};

struct JobLists {
    std::string currency;
    bool arePricesGiven = false; ///< false: the program's placeholders
    std::vector<JointLists> joints;
    std::vector<PieceRow> pieces; ///< of all joints
    std::vector<BoltLine> bolts;
    ListTotals totals;
    Diagnostics leftOut; ///< joints that could not be listed, and why
};

/// What a joint costs beyond its members, at the job's prices.
[[nodiscard]] Cost costOf(const Job& job, const ResolvedJoint& joint);
/// Of the joint with this mark or id, or of all. A shape has the same mark in both.
[[nodiscard]] JobLists listsOf(const Job& job, const std::string& markOrId = {});
/// Those of one joint out of the lists of the job.
[[nodiscard]] JobLists listsOfJoint(const JobLists& all, const std::string& id);

} // namespace zg
