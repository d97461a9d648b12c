#!/usr/bin/env bash
# SPDX-License-Identifier: GPL-3.0-or-later
# The Debian package: built, looked at by the distribution's own checks, unpacked, and used from there.
#   unpacked.sh SOURCE_FOLDER
set -euo pipefail
source="$1"
work="$(mktemp -d)"
trap 'rm -rf "$work"' EXIT
fail() { echo "FAILED: $*" >&2; exit 1; }

package="$("$source/scripts/package" | tail -n 1)"
case "$(basename "$package")" in
layakari_*_"$(dpkg --print-architecture)".deb) ;;
*) fail "the package is called $package" ;;
esac

# Errors of lintian end it; so do files that desktops would not understand.
lintian --allow-root --fail-on error "$package" || fail "lintian finds errors"
dpkg-deb -x "$package" "$work/root"
share="$work/root/usr/share"
desktop-file-validate "$share/applications/org.layakari.Layakari.desktop" || fail "the desktop file is not valid"
appstreamcli validate --no-net "$share/metainfo/org.layakari.Layakari.metainfo.xml" || fail "the metainfo is not valid"
for size in 16 24 32 48 64 128 256; do
    [[ "$(file -b "$share/icons/hicolor/${size}x${size}/apps/org.layakari.Layakari.png")" == *"$size x $size"* ]] ||
        fail "there is no icon of $size pixels"
done
for page in layakari layakari-cli; do
    zcat "$share/man/man1/$page.1.gz" | sed 's/\\-/-/g' >"$work/$page.1"
    grep -q '^.SH OPTIONS' "$work/$page.1" || fail "$page has no manual page"
done
! grep -q screenshot "$work/layakari.1" || fail "developers' switches are in the manual"
for word in journal export four-seven-eight; do
    grep -q "$word" "$work/layakari-cli.1" || fail "the manual does not tell of $word"
done
bash -n "$share/bash-completion/completions/layakari-cli" || fail "completion for bash is broken"

# Nothing of the build machine is in it, and nothing outside /usr.
[ "$(ls "$work/root")" = usr ] || fail "it writes outside /usr"
! grep -rIq "$source" "$work/root" || fail "it names the folder that it was built in"

# Plans and readings are told by their names and by what they say.
cp -r "$share/mime" "$work/mime"
cp /usr/share/mime/packages/freedesktop.org.xml "$work/mime/packages/"
update-mime-database "$work/mime" 2>/dev/null
grep -q 'vnd.layakari.plan+json:\*.plan.json' "$work/mime/globs2" || fail "plans are not told by their names"
grep -q 'vnd.layakari.reading+json' "$work/mime/magic" || fail "readings are not told by their content"

# Program and command line run from where it was unpacked.
bin="$work/root/usr/bin"
export XDG_DATA_HOME="$work/data" QT_QPA_PLATFORM=offscreen
"$bin/layakari-cli" --version >"$work/said" || fail "the command line does not start"
env -u QT_QPA_PLATFORM "$bin/layakari" --version >>"$work/said" || fail "the program does not start without a display"
[ "$(cut -d' ' -f2 "$work/said" | sort -u | wc -l)" = 1 ] || fail "the versions differ"
"$bin/layakari-cli" analyse "$share/layakari/sample/"*.opus --plan four-seven-eight --json >"$work/read" ||
    fail "the sample is not read"
grep -q '"cycles_heard":6' "$work/read" || fail "the sample is read wrongly"
"$bin/layakari" --view sample --screenshot "$work/sample.png" || fail "the window does not show the sample"
[[ "$(file -b "$work/sample.png")" == *"1280 x 800"* ]] || fail "there is no picture of the window"
[ -e "$work/data/layakari/journal.db" ] || fail "the journal is not where it belongs"
echo "the package is whole: $(du -h "$package" | cut -f1)"
