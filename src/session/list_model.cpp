#include "session/list_model.h"
#include <QFont>

namespace zg {

void ListModel::show(ListTable table, const QString& currency, UnitSystem units) {
    beginResetModel();
    table_ = std::move(table);
    currency_ = currency;
    units_ = units;
    endResetModel();
}

int ListModel::rowCount(const QModelIndex& parent) const {
    if (parent.isValid()) return 0;
    return static_cast<int>(table_.rows.size()) + (table_.total.empty() || table_.rows.empty() ? 0 : 1);
}

int ListModel::columnCount(const QModelIndex& parent) const {
    return parent.isValid() ? 0 : static_cast<int>(table_.columns.size());
}

QVariant ListModel::data(const QModelIndex& index, int role) const {
    const auto row = static_cast<std::size_t>(index.row()), column = static_cast<std::size_t>(index.column());
    const bool isTotal = row >= table_.rows.size();
    const ListTable::Cell& cell = (isTotal ? table_.total : table_.rows[row])[column];
    switch (role) {
    case Qt::DisplayRole:
    case Qt::ToolTipRole: return QString::fromStdString(shownCell(table_.columns[column], cell, units_));
    case Qt::TextAlignmentRole:
        return int(Qt::AlignVCenter | (std::holds_alternative<std::string>(cell) ? Qt::AlignLeft : Qt::AlignRight));
    case Qt::FontRole:
        if (isTotal) {
            QFont font;
            font.setWeight(QFont::DemiBold);
            return font;
        }
        return {};
    default: return {};
    }
}

QVariant ListModel::headerData(int section, Qt::Orientation orientation, int role) const {
    if (orientation != Qt::Horizontal) return {};
    const ListTable::Column& column = table_.columns[static_cast<std::size_t>(section)];
    const bool isNumber = column.isCount || column.isMoney || column.quantity != Quantity::None;
    if (role == Qt::TextAlignmentRole) return int(Qt::AlignBottom | (isNumber ? Qt::AlignRight : Qt::AlignLeft));
    if (role != Qt::DisplayRole) return {};
    // The unit stands under the title.
    QString text = QString::fromStdString(headingOf(column, currency_.toStdString(), units_));
    return text.replace(QStringLiteral(" ["), QStringLiteral("\n["));
}

} // namespace zg
