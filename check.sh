#!/usr/bin/env bash
# Installs what is needed, builds everything and passes every test under a display in memory.
#   ./check.sh               release build, all tests
#   ./check.sh sanitize      the same with the address and undefined-behavior sanitizers
#   ./check.sh sanitize-threads   with the thread sanitizer
set -euo pipefail
cd "$(dirname "${BASH_SOURCE[0]}")"
source ./setup.sh
preset=${1:-release}

install_packages

say "Looking at the sources"
if git rev-parse --git-dir >/dev/null 2>&1; then
    mapfile -t sources < <(git ls-files -- '*.cpp' '*.h')
    clang-format --dry-run -Werror "${sources[@]}" || { say "Run clang-format -i on the files above."; exit 1; }
    if grep -nE '#include +<Q[A-Z]' $(git ls-files -- core cli | grep -E '\.(cpp|h)$'); then
        say "Qt is included below app/."
        exit 1
    fi
    if grep -nE '#include +<tbb/' $(git ls-files -- core app cli | grep -v core/base/parallel.h); then
        say "Work is shared through core/base/parallel.h."
        exit 1
    fi
    if grep -nE '#include +"\.\./' "${sources[@]}"; then
        say "Includes go down the floors by their full name, not sideways."
        exit 1
    fi
fi

build "$preset"

say "Testing under Xvfb"
export XDG_RUNTIME_DIR=${XDG_RUNTIME_DIR:-$(mktemp -d)}
# Leaks inside the font and print libraries are not ours to mend.
export ASAN_OPTIONS=${ASAN_OPTIONS:-detect_leaks=0} UBSAN_OPTIONS=${UBSAN_OPTIONS:-print_stacktrace=1}
xvfb-run -a -s "-screen 0 1280x800x24" ctest --preset "$preset" -j 2
