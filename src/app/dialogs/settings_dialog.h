#pragma once

#include "joint/job.h"

class QWidget;

namespace zg {

class Session;

/// Asks for the job's settings (partial factors and choices), applied as one undo step.
void askForSettings(Session& session, QWidget* parent);
/// Asks for what belongs to the joint as a whole: mark, title, note, frame, where the actions are given.
void askForJoint(Session& session, QWidget* parent);

/// Asks for the choices of the plate method for the joint on the bench.
void askForPlates(Session& session, QWidget* parent);
/// Asks for the forces out of the frame's plane of one beam in the active action set; all nil takes them away.
void askForOutOfPlane(Session& session, SideId side, QWidget* parent);

} // namespace zg
