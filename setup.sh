# Sourced by start.sh and check.sh: installs what packages.txt names, as root or with sudo, and builds.

say() { printf '== %s\n' "$*"; }

install_packages() {
    local wanted missing=()
    mapfile -t wanted < <(grep -v '^#' packages.txt | grep -v '^[[:space:]]*$')
    for package in "${wanted[@]}"; do
        dpkg-query -W -f '${Status}' "$package" 2>/dev/null | grep -q 'ok installed' || missing+=("$package")
    done
    if [ ${#missing[@]} -eq 0 ]; then
        say "All ${#wanted[@]} packages are there."
        return
    fi
    say "Installing ${#missing[@]} packages: ${missing[*]}"
    local as=()
    if [ "$(id -u)" -ne 0 ]; then
        command -v sudo >/dev/null || { say "Not root and no sudo: install these packages yourself, then run this again."; exit 1; }
        as=(sudo)
    fi
    "${as[@]}" apt-get update -qq
    "${as[@]}" env DEBIAN_FRONTEND=noninteractive apt-get install -y -qq --no-install-recommends "${missing[@]}" >/dev/null
}

build() {  # build PRESET [TARGET...]
    local preset=$1
    shift
    local launcher=()
    command -v ccache >/dev/null && launcher=(-DCMAKE_CXX_COMPILER_LAUNCHER=ccache)
    export CCACHE_SLOPPINESS=pch_defines,time_macros  # so that it takes precompiled headers
    say "Configuring build/$preset"
    cmake --preset "$preset" "${launcher[@]}" >"build-$preset.log" 2>&1 || { cat "build-$preset.log"; exit 1; }
    mkdir -p build && mv "build-$preset.log" "build/configure-$preset.log"
    say "Building (the first time takes some minutes)"
    cmake --build --preset "$preset" ${1:+--target "$@"}
}
