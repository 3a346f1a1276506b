#pragma once

#include "compare/reconcile.h"

/// Sections of the printed study that stand in files of their own.
namespace zg {

struct ResolvedJoint;

/// Of a pair more than 15 % apart: each suspected cause taken away, how far they are apart then, and what takes half of it or
/// more away. Empty for the others.
std::string causesOf(const ResolvedJoint& joint, const ConnectionResult& one, const ConnectionResult* byWashers,
                     const PlateMomentRotation& plates);

/// Of the two middle ones their mean; nil of none.
double median(std::vector<double> values);

void studyHaunches(bool areApexes);
void studyTStubs();

} // namespace zg
