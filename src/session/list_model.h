#pragma once
#include "lists/tables.h"
#include <QAbstractTableModel>

namespace zg {

/// One table of the lists, its sum as the last row.
class ListModel : public QAbstractTableModel {
    Q_OBJECT
public:
    using QAbstractTableModel::QAbstractTableModel;
    void show(ListTable table, const QString& currency, UnitSystem units);
    [[nodiscard]] const ListTable& table() const { return table_; }
    int rowCount(const QModelIndex& parent = {}) const override;
    int columnCount(const QModelIndex& parent = {}) const override;
    QVariant data(const QModelIndex& index, int role) const override;
    QVariant headerData(int section, Qt::Orientation orientation, int role) const override;

private:
    ListTable table_;
    QString currency_;
    UnitSystem units_ = UnitSystem::SI;
};

} // namespace zg
