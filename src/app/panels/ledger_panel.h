#pragma once
#include "advise/remedies.h"
#include <QWidget>

class QFrame;
class QLabel;
class QListView;
class QPushButton;

namespace zg {

class LedgerModel;
class Session;
class Theme;

/// The ledger of checks, worst first; under a selected check the ways to relieve it.
class LedgerPanel : public QWidget {
    Q_OBJECT
public:
    LedgerPanel(Session& session, Theme& theme, QWidget* parent = nullptr);

Q_SIGNALS:
    void workingsWanted(const Check& check);
    /// The joint as it would be after the change the mouse points at; nothing when it points at none.
    void changePointedAt(const std::optional<Joint>& changed);

private:
    void follow();
    void showRemedies();
    void addRemedy(class QGridLayout* grid, int row, const Remedy& remedy);
    void addAssumptions(QGridLayout* grid, const Joint& joint);
    bool eventFilter(QObject* watched, QEvent* event) override;
    void showSenses();
    Session& session_;
    LedgerModel* model_;
    QListView* list_;
    QLabel* head_;
    QPushButton* datum_;
    QPushButton* senses_[2] = {}; ///< tension at the top, at the bottom
    QFrame* remedies_;
    bool isFollowing_ = false;
    std::vector<Remedy> offered_;
};

} // namespace zg
