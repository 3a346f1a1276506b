#pragma once

#include "joint/job.h"

class QWidget;

namespace zg {

class Session;

/// Asks for the job's settings (partial factors and choices), applied as one undo step.
void askForSettings(Session& session, QWidget* parent);
/// Asks for what a search for a layout keeps to, applied as one undo step.
void askForPreferences(Session& session, QWidget* parent);
/// Asks for what material and work cost, applied as one undo step.
void askForPrices(Session& session, QWidget* parent);
/// Asks for what belongs to the joint as a whole: mark, title, note, frame, where the actions are given.
void askForJoint(Session& session, QWidget* parent);

/// Asks whether and how the joint on the bench is designed for capacity, with what that needs to know of beams and column;
/// applied as one undo step.
void askForCapacity(Session& session, QWidget* parent);

/// Asks for the choices of the plate method for the joint on the bench.
void askForPlates(Session& session, QWidget* parent);

} // namespace zg
