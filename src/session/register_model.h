#pragma once
#include <QAbstractListModel>

namespace zg {

class Session;

/// The register: one line per joint with mark, members, ratio, class.
class RegisterModel : public QAbstractListModel {
    Q_OBJECT
public:
    enum Role { MarkRole = Qt::UserRole, MembersRole, RatioRole, StateRole, ClassRole, IdRole, IsTwoSidedRole, ReachRole };
    explicit RegisterModel(Session& session, QObject* parent = nullptr);
    int rowCount(const QModelIndex& parent = {}) const override;
    QVariant data(const QModelIndex& index, int role) const override;
    [[nodiscard]] int currentRow() const;

private:
    void update(unsigned changes);
    Session& session_;
    int rows_ = 0;
};

} // namespace zg
