#!/usr/bin/env bash
# The pages in docs are what the scripts print: nobody edits a number by hand.
set -euo pipefail
root=$1
export PYTHONDONTWRITEBYTECODE=1
/usr/bin/python3 "$root/tests/verification/longhand.py" | diff - "$root/docs/theory/worked-examples.md"
/usr/bin/python3 "$root/tests/verification/longhand_nodes.py" | diff - "$root/docs/theory/worked-nodes.md"
/usr/bin/python3 "$root/tests/verification/longhand_haunches.py" | diff - "$root/docs/theory/worked-haunches.md"
/usr/bin/python3 "$root/tests/verification/longhand_capacity.py" | diff - "$root/docs/theory/worked-capacity.md"
/usr/bin/python3 "$root/tests/verification/longhand_capacity.py" --numbers | diff - "$root/tests/verification/capacity/numbers.csv"
/usr/bin/python3 "$root/tests/verification/longhand_ordinary.py" | diff - "$root/docs/theory/worked-ordinary.md"
/usr/bin/python3 "$root/tests/verification/longhand_ordinary.py" --numbers | diff - "$root/tests/verification/capacity/ordinary.csv"
/usr/bin/python3 "$root/tests/verification/longhand_strengthened.py" | diff - "$root/docs/theory/worked-strengthened.md"
/usr/bin/python3 "$root/tests/verification/longhand_strengthened.py" --numbers | diff - "$root/tests/verification/capacity/strengthened.csv"
/usr/bin/python3 "$root/data/check_materials.py" "$root/data" >/dev/null 2>&1 || (cd "$root/data" && /usr/bin/python3 check_materials.py | tail -1)
(cd "$root/data" && /usr/bin/python3 check_tables.py | tail -1)
