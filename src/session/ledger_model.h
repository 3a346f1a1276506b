#pragma once
#include "joint/check.h"
#include <QAbstractListModel>
#include <optional>
#include <vector>

namespace zg {

class Session;

/// The ledger of checks of the current joint, worst first, with the change since the datum.
class LedgerModel : public QAbstractListModel {
    Q_OBJECT
public:
    enum Role {
        TitleRole = Qt::UserRole,
        RatioRole,
        StateRole,
        SetRole,
        ChangeRole,
        GroupRole,
        NumbersRole,
        MethodRole,
        StaleRole
    };
    explicit LedgerModel(Session& session, QObject* parent = nullptr);
    int rowCount(const QModelIndex& parent = {}) const override;
    QVariant data(const QModelIndex& index, int role) const override;
    [[nodiscard]] const Check* checkAt(int row) const;
    /// Row of the worst check that concerns a part; -1 when none does.
    [[nodiscard]] int rowOf(const PartRef& part) const;
    [[nodiscard]] int rowOf(const Check& check) const;

private:
    void rebuild();
    [[nodiscard]] std::optional<double> change(const Check& check) const;
    Session& session_;
    std::vector<Check> checks_;
    bool arePlatesStale_ = false; ///< checks by plates belong to another state of the joint
    std::vector<Check> datum_;    ///< ledger of the datum state, empty without one
};

} // namespace zg
