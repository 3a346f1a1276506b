#pragma once
#include <QTimer>
#include <QWidget>

class QButtonGroup;
class QLabel;
class QPushButton;
class QTableView;

namespace zg {

class ListModel;
class Prompts;
class Session;

/// What is ordered and made: joints, pieces, bolts, welds, cost, of the whole job or of the joint on the bench; saved as tables
/// and as parts to be cut.
class ListsView : public QWidget {
    Q_OBJECT
public:
    ListsView(Session& session, Prompts& prompts, QWidget* parent = nullptr);
    /// By its key: joints, pieces, bolts, welds, cost.
    void showTable(const QString& key);
    void saveTables();
    void saveParts();
    void saveJoint();  ///< the joint on the bench, true to scale
    void saveSheets(); ///< drawing sheets of all joints, or of that on the bench
    void editPrices();

protected:
    void showEvent(QShowEvent* event) override;

private:
    void rebuild();
    void fit();
    Session& session_;
    Prompts& prompts_;
    ListModel* model_;
    QButtonGroup* tables_;
    QPushButton* only_ = nullptr;
    QTableView* table_;
    QLabel* notes_;
    QTimer later_; ///< the tables follow a moment after an edit
    bool isStale_ = true;
};

} // namespace zg
