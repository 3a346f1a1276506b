#pragma once
#include <QAbstractTableModel>
#include <vector>

namespace zg {

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

private:
    enum class Column {
        Id,
        Title,
        Kind,
        RightN,
        RightV,
        RightM,
        LeftN,
        LeftV,
        LeftM,
        AboveN,
        AboveV,
        AboveM,
        BelowN,
        BelowV,
        BelowM
    };
    void rebuild();
    [[nodiscard]] const std::vector<ActionSet>& sets() const;
    Session& session_;
    std::vector<Column> columns_;
    int rows_ = 0;
};

} // namespace zg
