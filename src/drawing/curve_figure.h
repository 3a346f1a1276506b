#pragma once
#include "component/result.h"
#include "drawing/drawing.h"
#include <optional>
#include <string>
#include <vector>

namespace zg {

struct PlateCyclic;
struct PlateMomentRotation;
struct PlateStudy;

/// A named curve of moment over rotation: x rad, y N mm; of tension at the bottom both are negative.
struct CurveSeries {
    enum class Kind { Component, Datum, Plates, PlatesUnder };
    Kind kind = Kind::Component;
    std::string name;
    std::vector<Point2> points;
    double M_j_Rd = 0; ///< N mm
    bool isOtherSense = false, isStale = false;
};

/// A point that is named: a demand of a set, or what a rule reads off the plates' curve.
struct CurvePlace {
    std::string name;
    Point2 at;
    CheckState state = CheckState::Within; ///< of a demand
    bool isChosen = false;                 ///< of a rule: M_j,Rd is read off by it
};

/// Slopes of the limits of EN 1993-1-8:2005 5.2.2.5 in one quadrant, N mm/rad.
struct CurveWedge {
    double sign = 1, rigid = 0, pinned = 0;
};

/// Moment-rotation of a connection by both methods, as plain values for a plot that one can move about in.
struct CurveFigure {
    std::vector<CurveSeries> series;
    std::vector<CurvePlace> demands, marks;
    std::vector<CurveWedge> wedges;
    std::vector<Point2> meshBand; ///< closed line round the plates' curve by the error of its mesh; empty when that is not known
    bool isOverDrift = false;     ///< x is a storey drift, not a rotation
    double reachPhi = 0, reachM = 0, backPhi = 0, backM = 0; ///< of all that matters: up to, and down to (negative)
};

/// Besides the component method's result; all may be null.
struct CurveSources {
    const ConnectionResult* datum = nullptr;
    const PlateStudy* plates = nullptr;
    bool arePlatesStale = false;
    double meshError = 0; ///< of M_j,Rd by plates, relative; nil when not known
};

/// Empty for a connection without a curve.
[[nodiscard]] CurveFigure curveFigure(const JointResult& result, const ConnectionResult& connection, const CurveSources& sources);

/// Moments at the faces of all beams over the drift of a cyclic run, and 0.8 M_pl where that is asked for.
[[nodiscard]] CurveFigure loopFigure(const PlateCyclic& run, bool isStale);

/// The worst connection of the same side in the other sense of action; null without one.
[[nodiscard]] const ConnectionResult* inOtherSense(const JointResult& result, const ConnectionResult& connection);
/// Where a demand stands on a connection's curve; beyond M_j,Rd at its end, rad.
[[nodiscard]] double rotationOf(const ConnectionResult& connection, double M);

/// How far axes go for all that matters of a connection in its sense: its curve, the plates' (may be null), its demands.
struct CurveReach {
    double phi = 0, M = 0;
};
[[nodiscard]] CurveReach reachOf(const JointResult& result, const ConnectionResult& connection,
                                 const PlateMomentRotation* plates);
/// Whether a result is of a set, on the same side and in the same sense as a connection: its demand stands on that curve.
[[nodiscard]] bool isDemandOn(const ConnectionResult& of, const ConnectionResult& connection);

/// All curves as a table: series, rotation in mrad, moment in the unit; RFC 4180.
[[nodiscard]] std::string pointsTable(const CurveFigure& figure, UnitSystem units);

} // namespace zg
