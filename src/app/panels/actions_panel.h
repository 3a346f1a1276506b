#pragma once
#include "joint/end_id.h"
#include <QWidget>

class QLabel;
class QTableView;

namespace zg {

class ActionsModel;
class FieldPath;
class Session;
class Theme;

/// Drawer of action sets: a table edited in place that takes rows pasted from a spreadsheet.
class ActionsPanel : public QWidget {
    Q_OBJECT
public:
    ActionsPanel(Session& session, Theme& theme, QWidget* parent = nullptr);
    [[nodiscard]] ActionsModel* model() const { return model_; }
    void paste();
    void askForCases();
    /// Shows the columns for forces out of the plane and goes there, or hides them while they are empty.
    void toggleOutOfPlane();
    /// Shows the column for places of the building, or hides it while no set names one.
    void togglePlaces();
    /// Goes to the cell of a field of an action set.
    void showField(const FieldPath& path);

protected:
    bool eventFilter(QObject* watched, QEvent* event) override;

private:
    [[nodiscard]] QString footText() const;
    [[nodiscard]] QString completions() const;
    void completeAt(EndId end);
    Session& session_;
    ActionsModel* model_;
    QTableView* table_;
    QLabel* foot_;
};

} // namespace zg
