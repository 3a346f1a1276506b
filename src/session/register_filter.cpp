#include "session/register_filter.h"
#include "base/number_column.h"
#include "session/register_model.h"
#include <QCollator>

namespace zg {

RegisterFilter::RegisterFilter(QObject* parent) : QSortFilterProxyModel(parent) {
    setDynamicSortFilter(true);
    sort(0);
}

void RegisterFilter::setWords(const QString& typed) {
    words_ = typed.split(QLatin1Char(' '), Qt::SkipEmptyParts);
    over_.reset();
    under_.reset();
    problem_.clear();
    for (int i = 0; i < words_.size();) {
        const QString word = words_[i].toLower();
        if (word != QLatin1String("over") && word != QLatin1String("under")) {
            ++i;
            continue;
        }
        const QString number =
            i + 1 < words_.size() ? QString(words_[i + 1]).replace(QLatin1Char(','), QLatin1Char('.')) : QString();
        const auto value = readNumber(number.toStdString(), DecimalSign::Point);
        if (!value) problem_ = tr("\"%1\" is followed by a number, such as 0.9").arg(word);
        (word == QLatin1String("over") ? over_ : under_) = value;
        words_.erase(words_.begin() + i, words_.begin() + std::min<qsizetype>(i + 2, words_.size()));
    }
    invalidateFilter();
}

void RegisterFilter::setOrder(Order order) {
    order_ = order;
    invalidate();
}

bool RegisterFilter::filterAcceptsRow(int row, const QModelIndex& parent) const {
    const QModelIndex index = sourceModel()->index(row, 0, parent);
    if (over_ || under_) { // only now: it takes a verification of the joint
        const double use = index.data(RegisterModel::RatioRole).toDouble();
        if ((over_ && !(use > *over_)) || (under_ && !(use >= 0 && use < *under_))) return false;
    }
    if (words_.isEmpty()) {
        const QString group = index.data(RegisterModel::GroupRole).toString();
        if (!folded_.contains(group)) return true;
        for (int before = 0; before < row; ++before)
            if (sourceModel()->index(before, 0, parent).data(RegisterModel::GroupRole).toString() == group) return false;
        return true;
    }
    const QString text = index.data(RegisterModel::TextRole).toString();
    // A section may be typed with or without its blank.
    const QString joined = QString(text).remove(QLatin1Char(' '));
    return std::all_of(words_.begin(), words_.end(), [&](const QString& word) {
        return text.contains(word, Qt::CaseInsensitive) || joined.contains(word, Qt::CaseInsensitive);
    });
}

void RegisterFilter::toggleFold(const QString& group) {
    if (!folded_.removeOne(group)) folded_ << group;
    invalidateFilter();
}

bool RegisterFilter::isFirstOfGroup(const QModelIndex& index) const {
    if (!static_cast<const RegisterModel*>(sourceModel())->hasGroups()) return false;
    return index.row() == 0 ||
           index.siblingAtRow(index.row() - 1).data(RegisterModel::GroupRole) != index.data(RegisterModel::GroupRole);
}

bool RegisterFilter::lessThan(const QModelIndex& a, const QModelIndex& b) const {
    const int groups = a.data(RegisterModel::GroupPlaceRole).toInt() - b.data(RegisterModel::GroupPlaceRole).toInt();
    if (groups != 0) return groups < 0;
    if (order_ == Order::Job) return a.row() < b.row();
    if (order_ == Order::Use) return a.data(RegisterModel::RatioRole).toDouble() > b.data(RegisterModel::RatioRole).toDouble();
    QCollator collator;
    collator.setNumericMode(true); // B2 before B10
    return collator.compare(a.data(RegisterModel::MarkRole).toString(), b.data(RegisterModel::MarkRole).toString()) < 0;
}

} // namespace zg
