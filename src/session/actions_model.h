#pragma once
#include "joint/action_columns.h"
#include <QAbstractTableModel>
#include <vector>

namespace zg {

class FieldPath;
class Session;
struct ActionSet;

/// Action sets of the current joint as a table that is edited in place; the last row is empty and makes a new set.
class ActionsModel : public QAbstractTableModel {
    Q_OBJECT
public:
    explicit ActionsModel(Session& session, QObject* parent = nullptr);
    int rowCount(const QModelIndex& parent = {}) const override;
    int columnCount(const QModelIndex& parent = {}) const override;
    QVariant data(const QModelIndex& index, int role) const override;
    QVariant headerData(int section, Qt::Orientation orientation, int role) const override;
    bool setData(const QModelIndex& index, const QVariant& value, int role) override;
    Qt::ItemFlags flags(const QModelIndex& index) const override;
    /// Rows copied from a spreadsheet; false with the reason told by the session.
    bool paste(const QString& text);
    [[nodiscard]] QString copied() const;
    void removeSet(int row);
    [[nodiscard]] QString balanceText() const;

    /// The cell of a set's field ("actions/U2/forces/right/M_kNm"), of its set where it has none of its own; none without the
    /// set.
    [[nodiscard]] QModelIndex cellOf(const FieldPath& path) const;

    /// Columns for forces out of the plane: always there while a set has some, otherwise when asked for.
    void showOutOfPlane(bool isWanted);
    [[nodiscard]] bool showsOutOfPlane() const;
    /// Column for places of the building: always there while a set names one, otherwise when asked for.
    void showPlaces(bool isWanted);
    [[nodiscard]] bool showsPlaces() const;
    /// Columns before those of forces.
    [[nodiscard]] int firstForce() const { return hasPlaces_ ? 4 : 3; }
    /// Column of the first of them; -1: not shown.
    [[nodiscard]] int firstOutOfPlane() const;

private:
    void rebuild();
    [[nodiscard]] const std::vector<ActionSet>& sets() const;
    Session& session_;
    std::vector<ActionColumn> columns_; ///< behind set, title and kind
    bool wantsOutOfPlane_ = false, wantsPlaces_ = false, hasPlaces_ = false;
    int rows_ = 0;
};

} // namespace zg
