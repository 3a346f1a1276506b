#pragma once
#include "joint/joint.h"
#include <QDialog>

class QLabel;
class QPushButton;
class QTableWidget;

namespace zg {

class Session;

/// Characteristic cases of the joint on the bench and the rules that make sets of them; the sets they come to are seen before
/// they are made.
class CasesDialog : public QDialog {
    Q_OBJECT
public:
    explicit CasesDialog(Session& session, QWidget* parent = nullptr);
    void paste(const QString& text);

private:
    void showCases();
    void showSets();
    void readCell(int row, int column);
    void make();
    [[nodiscard]] QStringList natures() const;
    Session& session_;
    Joint joint_; ///< with its cases as they stand here
    CombinationRules rules_;
    QTableWidget *cases_, *sets_;
    QLabel* note_;
    QPushButton* make_;
    bool isFilling_ = false;
};

} // namespace zg
