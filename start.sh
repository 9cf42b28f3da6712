#!/usr/bin/env bash
# Installs what is needed, builds, and opens Hefty Girder on the demo job.
#   ./start.sh                      open the window
#   ./start.sh --picture out.png    render the window to a picture and exit
# Further words are passed on to the program (--stop prove, --dark, a job file).
set -euo pipefail
cd "$(dirname "${BASH_SOURCE[0]}")"
source ./setup.sh

install_packages
build release hefty-girder girder
program=build/release/app/hefty-girder
arguments=("$@")
opens_job=false
for word in "$@"; do [[ $word == *.json ]] && opens_job=true; done
$opens_job || arguments=(--demo "$@")

if [ -n "${DISPLAY:-}${WAYLAND_DISPLAY:-}" ]; then
    say "Opening Hefty Girder"
    exec "$program" "${arguments[@]}"
fi
say "There is no display here: using Xvfb, a display in memory. Nothing will be seen on a monitor."
if [[ " $* " != *" --picture "* ]]; then
    say "(Use --picture out.png to get a picture of the window.)"
fi
exec xvfb-run -a -s "-screen 0 1280x800x24" "$program" "${arguments[@]}"
