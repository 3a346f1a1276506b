#pragma once
#include "rows.h"

FeRows patchTests();
FeRows forceDrivenPatch();
FeRows elasticPlates();
FeRows obstacleCourse();
FeRows platedBeams();
FeRows plasticity();
FeRows limitLoads();
FeRows circularPlates();
FeRows tStub();
FeRows boltLaws();
FeRows boltGroups();
FeRows panelBuckling();
FeRows structuralBuckling();
