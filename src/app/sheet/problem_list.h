#pragma once
#include "base/field_path.h"
#include <QWidget>

namespace zg {

class Session;

/// Why the joint on the bench could not be drawn or computed: every problem with its place and the way to its field. Hidden when
/// there is none.
class ProblemList : public QWidget {
    Q_OBJECT
public:
    ProblemList(Session& session, QWidget* parent);

Q_SIGNALS:
    void fieldWanted(const FieldPath& path);

private:
    void refresh();
    Session& session_;
};

} // namespace zg
