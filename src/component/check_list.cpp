#include "component/check_list.h"
#include <algorithm>

namespace zg {

void listNotDone(std::vector<Check>& checks, CheckCode code, EndId side, const char* clause, bool isReversed) {
    const bool isSaid =
        std::any_of(checks.begin(), checks.end(), [&](const Check& other) { return other.code == code && other.side == side; });
    if (isSaid) return;
    Check c;
    c.code = code;
    c.group = CheckGroup::NotDone;
    c.state = CheckState::NotDone;
    c.side = side;
    c.isReversed = isReversed;
    c.clause = clause;
    checks.push_back(c);
}

} // namespace zg
