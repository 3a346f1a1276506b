#pragma once
// QCustomPlot. Heavy: for the few sources that draw with it. Its header speaks Qt's short keywords, which we do not.
#define signals Q_SIGNALS
#define slots Q_SLOTS
#define foreach Q_FOREACH
#include <qcustomplot.h>
#undef signals
#undef slots
#undef foreach
