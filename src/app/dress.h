#pragma once
#include <QString>

class QApplication;

namespace zg {

/// Name, version, style, font and icon of the application; before anything of it is built.
void dress(QApplication& application, const char* version);

/// Where the demo job lies: beside the program's sources when built there, or where the package put it. Empty when it is not
/// there.
QString demoPath();

} // namespace zg
