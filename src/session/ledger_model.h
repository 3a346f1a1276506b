#pragma once
#include "component/senses.h"
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
        StaleRole,
        // with both senses of action
        IsTwoSensesRole, ///< whether the line has a column a sense
        TopRatioRole,    ///< tension at the top; none where that sense does not ask
        BottomRatioRole,
        TopStateRole,
        BottomStateRole,
        RemarkRole ///< what differs in the other sense, in few words
    };
    explicit LedgerModel(Session& session, QObject* parent = nullptr);
    int rowCount(const QModelIndex& parent = {}) const override;
    QVariant data(const QModelIndex& index, int role) const override;
    [[nodiscard]] const Check* checkAt(int row) const;
    /// The same limit state in a sense; null where that does not ask for it.
    [[nodiscard]] const Check* checkAt(int row, bool isReversed) const;
    [[nodiscard]] const Senses& senses() const { return senses_; }
    /// Row of the worst check that concerns a part; -1 when none does.
    [[nodiscard]] int rowOf(const PartRef& part) const;
    [[nodiscard]] int rowOf(const Check& check) const;

private:
    void rebuild();
    [[nodiscard]] std::optional<double> change(const Check& check) const;
    Session& session_;
    std::vector<SenseLine> lines_;
    Senses senses_;
    bool arePlatesStale_ = false; ///< checks by plates belong to another state of the joint
    std::vector<Check> datum_;    ///< ledger of the datum state, empty without one
};

} // namespace zg
