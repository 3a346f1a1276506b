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

private:
    void follow();
    void showRemedies();
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
