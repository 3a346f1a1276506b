#pragma once
#include <QSortFilterProxyModel>
#include <QStringList>
#include <optional>

namespace zg {

/// What of the register is shown, and in which order. Typed words must all be found in mark, place, members, connections or
/// class; "over 0.9" and "under 0.9" are of the use.
class RegisterFilter : public QSortFilterProxyModel {
    Q_OBJECT
public:
    enum class Order { Job, Use, Mark };
    explicit RegisterFilter(QObject* parent = nullptr);

    void setWords(const QString& typed);
    void setOrder(Order order);
    [[nodiscard]] Order order() const { return order_; }
    /// Joints of one group stand together; of a folded one only the first is left, for its heading, while no words are typed.
    void toggleFold(const QString& group);
    [[nodiscard]] bool isFolded(const QString& group) const { return words_.isEmpty() && folded_.contains(group); }
    /// Whether the row is the first of its group in the order shown.
    [[nodiscard]] bool isFirstOfGroup(const QModelIndex& index) const;
    /// What of the words was not understood; empty when all was.
    [[nodiscard]] QString problem() const { return problem_; }

protected:
    bool filterAcceptsRow(int row, const QModelIndex& parent) const override;
    bool lessThan(const QModelIndex& a, const QModelIndex& b) const override;

private:
    QStringList words_, folded_;
    std::optional<double> over_, under_;
    QString problem_;
    Order order_ = Order::Job;
};

} // namespace zg
