#pragma once
#include <QObject>
#include <QString>
#include <QTimer>
#include <string>

namespace zg {

/// Unsaved state of the open file, kept aside so that a crash loses at most a moment's work. One journal per file.
class Journal : public QObject {
    Q_OBJECT
public:
    explicit Journal(const QString& folder);
    void setFile(const QString& path); ///< looks for a journal left behind
    void arm();                        ///< something changed: due() comes a moment later
    void write(const std::string& text);
    void remove();
    [[nodiscard]] QString foundAt() const { return foundAt_; }
    [[nodiscard]] const std::string& foundText() const { return foundText_; }
    void forgetFound();

Q_SIGNALS:
    void due();

private:
    QString folder_, journalPath_, foundAt_;
    std::string foundText_;
    QTimer timer_;
};

} // namespace zg
