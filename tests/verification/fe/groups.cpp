#include "groups.h"

const std::vector<FeCases>& allFeCases() {
    static const std::vector<FeCases> all{{"Patch tests", patchTests},
                                          {"Patch driven by forces", forceDrivenPatch},
                                          {"Elastic plates", elasticPlates},
                                          {"Obstacle course", obstacleCourse},
                                          {"Beams made of plates", platedBeams},
                                          {"Plasticity", plasticity},
                                          {"Limit loads of plates", limitLoads},
                                          {"T-stub with prying", tStub},
                                          {"Bolt laws and preload", boltLaws},
                                          {"Bolt groups", boltGroups},
                                          {"Buckling of panels", panelBuckling},
                                          {"Buckling of structures", structuralBuckling},
                                          {"Rigid bases on beds", beds},
                                          {"Contact of elastic plates", contacts},
                                          {"Fillet welds and ties", filletWelds},
                                          {"Circular plates and tubes", circularPlates},
                                          {"Elements carried through rotations", carriedElements},
                                          {"Strips and frames, large rotations", largeStrips},
                                          {"Snap-through", snapThrough},
                                          {"Plates under pressure, membrane action", pressedPlates},
                                          {"Plates past buckling", platesPastBuckling},
                                          {"Imperfect members", imperfectMembers},
                                          {"Membrane action in strips", membraneStrips},
                                          {"Contact in moved geometry", movedContact}};
    return all;
}
