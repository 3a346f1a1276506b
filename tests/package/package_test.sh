#!/usr/bin/env bash
# Installs the bench into a clean folder as a package would, and uses what is there.
set -euo pipefail
build=$1
work=$(mktemp -d)
trap 'rm -rf "$work"' EXIT
cd "$work"
fail() { echo "FAILED: $*"; exit 1; }

cpack --config "$build/CPackConfig.cmake" -G DEB -B "$work/made" >cpack.log 2>&1 || { cat cpack.log; fail "no package"; }
package=$(ls made/*.deb)
dpkg-deb -x "$package" root
outside=$(dpkg-deb -c "$package" | awk '{print $6}' | grep -vE '^\./usr/((bin|share)/.*)?$' || true)
[ -z "$outside" ] || fail "the package puts something outside /usr/bin and /usr/share: $outside"
depends=$(dpkg-deb -f "$package" Depends)
for needed in libqt6widgets6 libqt6svg6 fonts-inter fonts-dejavu-core; do
  grep -q "$needed" <<<"$depends" || fail "the package does not depend on $needed"
done

# The command line, from its new place and nothing else.
zg=root/usr/bin/zg
"$zg" new --recipe welded --column HEB240 --beam IPE300 --out job.zgj
"$zg" check job.zgj >/dev/null
"$zg" report job.zgj --out job.pdf
head -c 5 job.pdf | grep -q '%PDF-' || fail "the installed command line writes no report"
[ "$("$zg" check root/usr/share/zealous-girder/demo/kelp-lane.zgj --joint B1 | head -c 2)" = B1 ] || fail "the installed demo job"

# The man page and the completion follow the program's own help.
"$zg" manual | cmp - root/usr/share/man/man1/zg.1 || fail "the man page is of another program"
for command in check report sheet new plates stock relieve layout edit combine reduce ladder compare list dxf drawings tidy schema; do
  grep -q "zg $command" root/usr/share/man/man1/zg.1 || fail "the man page leaves out $command"
done
words=$(bash -c '. root/usr/share/bash-completion/completions/zg
  COMP_WORDS=(zg report --depth ""); COMP_CWORD=3; _zg; echo "${COMPREPLY[*]}"
  COMP_WORDS=(zg re); COMP_CWORD=1; _zg; echo "${COMPREPLY[*]}"')
[ "$words" = $'brief parts full\nreport relieve reduce' ] || fail "completion gives: $words"

# The window starts from there and stays up.
home=$(mktemp -d -p "$work")
code=0
HOME=$home XDG_DATA_HOME=$home XDG_STATE_HOME=$home XDG_CONFIG_HOME=$home QT_QPA_PLATFORM=offscreen \
  timeout 3 root/usr/bin/zealous-girder --demo >out.txt 2>&1 || code=$?
[ "$code" -eq 124 ] || { cat out.txt; fail "the installed bench ended with $code"; }

# What the desktop reads.
share=root/usr/share
xmllint --noout $share/mime/packages/zealous-girder.xml $share/metainfo/zealous-girder.metainfo.xml $share/icons/hicolor/scalable/apps/zealous-girder.svg
desktop-file-validate $share/applications/zealous-girder.desktop || fail "the desktop entry"
type=$(sed -n 's/.*mime-type type="\([^"]*\)".*/\1/p' $share/mime/packages/zealous-girder.xml)
grep -q "MimeType=$type;" $share/applications/zealous-girder.desktop || fail "the desktop entry opens another type"
grep -q "<mediatype>$type<" $share/metainfo/zealous-girder.metainfo.xml || fail "the metadata names another type"
update-mime-database $share/mime
grep -q "$type:\*.zgj" $share/mime/globs || fail "a job is not known by its ending"
