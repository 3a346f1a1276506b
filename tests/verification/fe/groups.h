#pragma once
#include "rows.h"

FeRows patchTests();
FeRows forceDrivenPatch();
FeRows elasticPlates();
FeRows obstacleCourse();
FeRows platedBeams();
FeRows panelBuckling();
FeRows structuralBuckling();
