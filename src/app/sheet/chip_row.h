#pragma once
#include "session/proposal.h"
#include <QWidget>
#include <functional>

class QHBoxLayout;

namespace zg {

class Session;

/// What the first layout of a proposed joint was asked, as a row of chips: a dashed edge is assumed, a solid one is the user's.
/// Each opens its own chooser, and everything follows.
class ChipRow : public QWidget {
    Q_OBJECT
public:
    using ChooseSection = std::function<QString(const QString& now)>;
    ChipRow(Session& session, ChooseSection chooseSection, QWidget* parent = nullptr);
    /// Shows the answers of a proposal; null hides the row.
    void show(Proposal* proposal);

Q_SIGNALS:
    void answered();

private:
    void choose(Ask which, QWidget* chip);
    [[nodiscard]] QString valueOf(Ask which) const;
    Session& session_;
    ChooseSection chooseSection_;
    Proposal* proposal_ = nullptr;
    QHBoxLayout* row_;
};

} // namespace zg
